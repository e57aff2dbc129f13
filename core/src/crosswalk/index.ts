export { RELATIONS, composed, composition, inverse, inverted, type Match, type Relation } from './relations.ts';
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
export { matchedCommands } from './matched.ts';
export { byWayOf, listsOf, matchQuestion } from './question.ts';
export { carriedAlong, crosswalkIn, type End } from './carried.ts';
export { placeProposals, type PlaceProposal } from './places.ts';
export { matchesOf, standings, taught, type Standing } from './judged.ts';
export { evidenceOf } from './evidence.ts';
export { comingFrom, isLike, lineageFrom, lineageOf, usesThere, type Coming, type LikelyPairs } from './coming.ts';
export { claimsOf, hindranceOf, isShipped, type Claim, type Hindrance } from './claims.ts';
export { plan, type Plan, type PlanQuestion, type Refusal } from './plan.ts';
export type { Displaced } from './laid.ts';
export { steps, waiting, type Step } from './steps.ts';
export { moveFigures, type MoveFigures } from './figures.ts';
export { translator, type Translated } from './translator.ts';
export { firstDay, madeInTurn, type FirstDay, type WrongPress } from './first-day.ts';
export { severalHands, type Meanings, type OtherKeys, type SeveralHands } from './several.ts';
