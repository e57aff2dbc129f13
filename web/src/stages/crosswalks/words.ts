import type { Relation } from '@crib/core/crosswalk';

/** Relations as they are said: what the other command is, beside this one. */
export const RELATION_WORDS: Record<Relation, string> = {
  exact: 'same',
  close: 'near',
  broad: 'does more',
  narrow: 'does less',
  related: 'related',
};
