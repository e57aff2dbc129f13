/**
 * Suggests matching commands and contexts of two programs, from their names, presses, menus and synonyms and from what
 * was decided before. Each suggestion comes with its likelihood and its evidence; it is never a decision.
 */
export { OPPOSITES, WORD_LIST, readSets, wordsInUse, writtenSets, type WordSection } from './word-list.ts';
export type { MatchedCommand } from './names.ts';
export { FEATURES, type Feature, type Features } from './features.ts';
export { ACCEPTANCE, WEIGHTS, likelihoodOf, type Acceptance, type Scale } from './scale.ts';
export {
  matching,
  prepared,
  propose,
  type MatchQuestion,
  type Matching,
  type Prepared,
  type Proposal,
  type Proposed,
} from './proposals.ts';
export { matchedCommands } from './commands.ts';
export { byWayOf, listsOf, matchQuestion } from './question.ts';
export { placeProposals, type PlaceProposal } from './places.ts';
export { evidenceOf } from './evidence.ts';
