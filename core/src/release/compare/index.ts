/**
 * Knows what differs between two keysets: what each press does before and after, which commands, contexts and places in
 * menus changed, and how much each change disturbs trained users. Release notes, histories and the story of a command
 * all use this comparison.
 */
export { placesOf, type Place, type Places } from './places.ts';
export { firingOf, moved, type Moved, type PressChange, type PressChangeKind } from './moved.ts';
export { COMMAND_KINDS, type CommandChange, type CommandKind, type KeysKind } from './commands.ts';
export type { ContextChange, ContextChangeKind } from './contexts.ts';
export { policyDifferences } from './policy.ts';
export {
  applyWritten,
  invertWritten,
  writtenDifference,
  writtenOf,
  type WrittenChange,
  type WrittenLine,
} from './written.ts';
export { HARM, harmToHabit, harms, type Harm, type HarmFacts } from './harm.ts';
export { MOVED_KINDS, kindCounts, movedRows, type MovedKind, type MovedRow } from './rows.ts';
export { unchangedShare, type Unchanged } from './share.ts';
export { faithfulness, likelyLineage, type Faithfulness, type ImitatedPress } from './fidelity.ts';
export { commandHistory, pressHistory, type HistoryLine, type KeyThen } from './history.ts';
export { NOTE_GROUPS, noteLines, type Compared, type NoteGroup, type NoteLine } from './notes.ts';
export { arranged, arrangement, isOwn, type StandingGroup, type StandingLine } from './arrangement.ts';
export { movedCells, rowCommand, type ColumnFacts, type ColumnSide, type MovedCell } from './columns.ts';
export {
  MOVED_ORDERS,
  changedAt,
  differing,
  narrowedRows,
  orderedMoved,
  type MovedOrder,
  type Narrowing,
} from './filter.ts';
export { storyOf } from './story.ts';
export { comparedOn, type KeysetIn } from './by-platform.ts';
