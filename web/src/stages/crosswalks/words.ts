import type { Refusal, Relation } from '@crib/core/crosswalk';

/** Relations as they are said: what the other command is, beside this one. */
export const RELATION_WORDS: Record<Relation, string> = {
  exact: 'same',
  close: 'near',
  broad: 'does more',
  narrow: 'does less',
  related: 'related',
};

/** Why an old press cannot be kept. */
export const HINDRANCE_WORDS: Record<Refusal, string> = {
  fixed: 'a command that cannot be changed is in the way',
  'not accepted': 'the program does not take it',
  system: 'the system keeps it',
  typed: 'it types a character there',
  'cannot be pressed': 'it cannot be pressed on every keyboard in hand',
  'another is busier': 'another command used more keeps it',
  'too many': 'the command may have no more keys',
  'would clash': 'it would clash with another key',
};
