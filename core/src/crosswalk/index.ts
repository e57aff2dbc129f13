export { RELATIONS, composed, composition, inverse, inverted, type Match, type Relation } from './relations.ts';
export { OPPOSITES, WORD_LIST, type WordSection } from './word-list.ts';
export type { MatchedCommand } from './names.ts';
export { FEATURES, type Feature, type Features } from './features.ts';
export { ACCEPTANCE, WEIGHTS, likelihoodOf, type Acceptance, type Scale } from './scale.ts';
export { matching, propose, type MatchQuestion, type Proposal, type Proposed } from './proposals.ts';
