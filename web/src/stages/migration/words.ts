import type { Match, Refusal, Relation } from '@crib/core/crosswalk';

/** Relations as they are said: what the other command is, beside this one. */
export const RELATION_WORDS: Record<Relation, string> = {
  exact: 'same',
  close: 'close',
  broad: 'broader',
  narrow: 'narrower',
  related: 'related',
};

/** Of which states a counterpart holds, beside its name; '' where it is the whole of both. */
export function statesSaid({ sourceState, targetState }: Pick<Match, 'sourceState' | 'targetState'>): string {
  const said = [sourceState && `when ${sourceState}`, targetState && `result ${targetState}`].filter(Boolean);
  return said.length ? ` (${said.join(', ')})` : '';
}

/** Why an old press cannot be kept. */
export const HINDRANCE_WORDS: Record<Refusal, string> = {
  'ruled out': 'you excluded the shortcut',
  fixed: 'a fixed shortcut is in the way',
  'not accepted': 'the program does not accept it',
  system: 'reserved by the system',
  typed: 'it types a character there',
  'cannot be pressed': 'it cannot be typed on all selected keyboards',
  'another is busier': 'a more frequent command keeps it',
  'too many': 'the command cannot have more shortcuts',
  'would clash': 'it would conflict with another shortcut',
  'would not run': 'a longer or shorter shortcut would keep it from running',
  'would silence': 'it would keep another shortcut from running',
};
