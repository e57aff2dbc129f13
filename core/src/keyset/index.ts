export {
  applyChange,
  applyEdit,
  flatten,
  inOne,
  inPlaceOrder,
  joined,
  keysOf,
  over,
  placeKey,
  type Change,
} from './layers.ts';
export { filling, heldBy, slotsBeside, swapping } from './slots.ts';
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
export { entriesOf, entryOf, heldKey, nearOf, weigh, type Entry, type Near, type Weighed } from './weighed.ts';
export {
  decidesAmong,
  foldedPresses,
  firing,
  sidedPresses,
  type Candidate,
  type Doing,
  type Firing,
  type Never,
  type Stop,
} from './fires.ts';
export {
  consequences,
  overfilled,
  settingAfter,
  shownKeys,
  unfitEdits,
  type Consequence,
  type Outcome,
} from './consequences.ts';
export { editOf, withFollowUp, type EditSaid, type FollowUp, type Owner } from './taking.ts';
export {
  CLASH_KINDS,
  clashes,
  groupClashes,
  type Clash,
  type ClashGroup,
  type ClashKind,
  type Severity,
} from './clash/index.ts';
export { clashSaid } from './clash/sentence.ts';
export { acceptance } from './accept.ts';
export { takersOf, type Takers } from './takers.ts';
export { SYSTEM_KEYS } from './system-keys.ts';
export { cellOf, type Cell, type Chip, type ChipState } from './cell.ts';
export { mayFire, resolve, type Resolution, type Scene, type UserState } from './resolve.ts';
export { isTaken, whyNothing, type WhyQuestion, type WhyStep } from './why.ts';
export { workLists, type WorkList } from './work-lists.ts';
export { opened, settingWith, type Opened, type Setting } from './setting.ts';
export { combinations, keyInFull, pressOn, type KeyRow } from './keypage.ts';
export {
  LEDGER_FILTERS,
  LEDGER_ORDERS,
  keyOfPress,
  modifiersOf,
  ordered,
  passes,
  rowFacts,
  filtersIn,
  placesOf,
  unverifiedOn,
  type LedgerFilter,
  type LedgerOrder,
  type LedgerView,
  type RowFacts,
} from './ledger.ts';
export { heldWith, moveRun, withKey, type MoveLine, type MoveQuestion, type MoveTo, type Moved } from './move.ts';
export type { ConsequenceKind } from './facts.ts';
export { correctedTo, restated, type Finding, type Restated, type Restatement } from './found.ts';
export { ROUND_ORDERS, roundOf, timeLeft, type RoundOrder, type RoundStop } from './round.ts';
