export { composed, inverse, lineageBetween, relation, type Lineage, type Present, type Relation } from './lineage.ts';
export { sideIn, sideOf, type Side } from './sides.ts';
export { placesOf, type Place, type Places } from './places.ts';
export { firingOf, moved, type Moved, type PressChange, type PressChangeKind } from './moved.ts';
export { COMMAND_KINDS, sameMenu, type CommandChange, type CommandKind, type KeysKind } from './commands.ts';
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
export { LEAST, lineageProposals, pairKey, type LineageProposal } from './proposals.ts';
export { contextProposals } from './context-proposals.ts';
export { OUTCOME_KINDS, carry, type CarryQuestion, type Outcome, type OutcomeKind, type Owner } from './carry.ts';
export {
  carriedLayer,
  carryStack,
  carryThrough,
  decisionFor,
  type Carried,
  type CarriedStep,
  type Decision,
} from './carried.ts';
export { costs, type EditCost, type PastRelease } from './cost.ts';
export { faithfulness, likelyLineage, type Faithfulness, type ImitatedPress } from './faithful.ts';
export { commandHistory, pressHistory, type HistoryLine, type KeyThen } from './history.ts';
export { NOTE_GROUPS, noteLines, type Compared, type NoteGroup, type NoteLine } from './notes.ts';
export { arranged, arrangement, isOwn, type StandingGroup, type StandingLine } from './arranged.ts';
export { movedCells, rowCommand, type ColumnFacts, type ColumnSide, type MovedCell } from './columns.ts';
export {
  MOVED_ORDERS,
  changedAt,
  differing,
  narrowedRows,
  orderedMoved,
  type MovedOrder,
  type Narrowing,
} from './narrowed.ts';
export { storyOf } from './story.ts';
export { comparedOn, type KeysetIn } from './compared.ts';
export { lineageWaiting, untriedIn, waitingIn } from './waiting.ts';
