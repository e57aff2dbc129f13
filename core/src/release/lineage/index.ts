/**
 * Knows which commands and contexts of one release are which of another: identity through the releases, and what was
 * confirmed about renames, splits and merges. Suggests what was probably renamed, and why; decides nothing itself.
 */
export { composed, inverse, lineageBetween, relation, type Lineage, type Present, type Relation } from './lineage.ts';
export { LEAST, lineageProposals, pairKey, type LineageProposal } from './proposals.ts';
export { contextProposals } from './context-proposals.ts';
