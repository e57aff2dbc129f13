import type { Match, Refusal, Relation } from '@crib/core/crosswalk';

/** Relations as they are said: what the other command is, beside this one. */
export const RELATION_WORDS: Record<Relation, string> = {
  exact: 'same',
  close: 'near',
  broad: 'does more',
  narrow: 'does less',
  related: 'related',
};

/** Of which states a counterpart holds, beside its name; '' where it is the whole of both. */
export function statesSaid({ sourceState, targetState }: Pick<Match, 'sourceState' | 'targetState'>): string {
  const said = [sourceState && `at ${sourceState}`, targetState && `until ${targetState} shows`].filter(Boolean);
  return said.length ? ` (${said.join(', ')})` : '';
}

/** Why an old press cannot be kept. */
export const HINDRANCE_WORDS: Record<Refusal, string> = {
  'ruled out': 'you ruled the keys out',
  fixed: 'a command that cannot be changed is in the way',
  'not accepted': 'the program does not take it',
  system: 'the system keeps it',
  typed: 'it types a character there',
  'cannot be pressed': 'it cannot be pressed on every keyboard in hand',
  'another is busier': 'another command used more keeps it',
  'too many': 'the command may have no more keys',
  'would clash': 'it would clash with another key',
};
