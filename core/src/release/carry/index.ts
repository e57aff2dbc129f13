/**
 * Knows what becomes of the edits of a custom keyset in another release: a three-way merge of the base as it was, the
 * base as it is and the layer, one outcome an edit. What the trainer decides becomes the carried layer.
 */
export { OUTCOME_KINDS, carry, type CarryQuestion, type Outcome, type OutcomeKind, type Owner } from './carry.ts';
export {
  carriedLayer,
  carryStack,
  carryThrough,
  decisionFor,
  type Carried,
  type CarriedStep,
  type Decision,
} from './layers.ts';
export { costs, type EditCost, type PastRelease } from './cost.ts';
