export {
  applyChange,
  applyEdit,
  flatten,
  inPlaceOrder,
  joined,
  keysOf,
  over,
  placeKey,
  type Change,
} from './layers.ts';
export {
  changeBetween,
  layerAt,
  layerDifferences,
  steps,
  takenApart,
  type LayerDifference,
  type Steps,
} from './history.ts';
export { effective, heldAt, layerOver, spotKey, stackOf, type Effective, type Held, type Stack } from './effective.ts';
export { pressIndex, type PressIndex } from './presses.ts';
export { consequences, shownKeys, unfitEdits, type Consequence, type Outcome } from './consequences.ts';
export {
  CLASH_KINDS,
  clashFinder,
  clashSentence,
  clashes,
  groupClashes,
  type Clash,
  type ClashFinder,
  type ClashGroup,
  type ClashKind,
  type Setting,
  type Severity,
} from './clash/index.ts';
export { acceptance } from './accept.ts';
export { takersOn } from './takers.ts';
export { SYSTEM_KEYS } from './system-keys.ts';
export { cellOf, type Cell, type Chip, type ChipState } from './cell.ts';
export {
  madeOf,
  pressTypes,
  resolve,
  type Candidate,
  type Resolution,
  type Scene,
  type Stop,
  type UserState,
} from './resolve.ts';
export { whyNothing, type WhyQuestion, type WhyStep } from './why.ts';
export { workLists, type WorkList } from './work-lists.ts';
export { settingFrom } from './setting.ts';
export { combinations, keyInFull, pressOn, type KeyRow } from './keypage.ts';
export {
  LEDGER_FILTERS,
  LEDGER_ORDERS,
  keyOfPress,
  modifiersOf,
  ordered,
  passes,
  rowFacts,
  unverifiedOn,
  type LedgerFilter,
  type LedgerOrder,
  type LedgerView,
  type RowFacts,
} from './ledger.ts';
export { heldWith, moveRun, withKey, type MoveLine, type MoveQuestion, type MoveTo, type Moved } from './move.ts';
export type { ConsequenceKind } from './facts.ts';
