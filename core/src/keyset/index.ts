export { applyChange, flatten, joined, over, placeKey, type Change } from './layers.ts';
export { effective, stackOf, type Effective, type Held, type Stack } from './effective.ts';
export { pressIndex, type PressIndex } from './presses.ts';
export {
  consequences,
  shownKeys,
  type Consequence,
  type ConsequenceKind,
  type Outcome,
  type Setting,
} from './consequences.ts';
export { clashes, type Clash, type ClashKind, type Severity } from './clashes.ts';
export { cellOf, type Cell, type Chip, type ChipState } from './cell.ts';
