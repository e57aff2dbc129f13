import pg from 'pg';
import { problem, type Problem } from '@crib/core/error';

/** Rules of the database, by name, in words that whoever runs against one can use. */
const CONSTRAINTS: Record<string, string> = {
  app_slug_key: 'There is an app at that address already. Choose another one.',
  release_app_id_label_key: 'The app has a release of that name already.',
  keyset_app_id_release_id_name_key: 'The release has a keyset of that name already. Choose another name.',
  save_point_pkey: 'The keyset has a save point of that name already. Choose another name.',
  one_context_becomes: 'That place is said to have become another one already. Take that back first.',
  one_context_was: 'That place is said to have been another one already. Take that back first.',
  sibling_names: 'There is a place of that name there already.',
  command_group_app_id_kind_name_key: 'The app has a group of that name already.',
  run_app_id_name_key: 'The app has a run of that name already.',
  command_app_id_name_key: 'The app has a command with that id already.',
  a_chooser_says_what_decides: 'Say what decides between the commands of a chooser.',
  crosswalk_pair: 'There is a crosswalk between the two already.',
  crosswalk_command_one_exact: 'A command has at most one counterpart that is the same.',
  crosswalk_command_one_exact_back:
    'That command is the same as another one already. Say “near” instead, or change the other.',
  crosswalk_context_one_exact: 'A place has at most one counterpart that is the same.',
  crosswalk_context_one_exact_back: 'That place is the same as another one already.',
  between_two_apps: 'A crosswalk is between two programs.',
  an_argument_has_a_value: 'Say whose argument it is, and which value.',
  one_wording_a_place: 'A command has one wording a platform and language.',
  recipe_app_id_name_key: 'The app has a recipe of that name already.',
  release_app_id_position_key: 'Another release was added at the same moment. Try again.',
  edition_sheet_id_number_key: 'The sheet was published at the same moment. Look at its editions.',
  notes_numbers: 'The notes were published at the same moment. Look at their editions.',
  keys_as_the_action_says: 'An edit that sets or adds names shortcuts, one that clears names none.',
  count_or_class: 'Uses are a number or a class, not both.',
  command_use_per_day_check: 'A command is used at most 100,000 times a day.',
  only_shipped_imitate: 'Only a shipped keyset imitates another program.',
  shipped_is_nobodys: 'A shipped keyset belongs to nobody.',
};

/** What the database refuses, as problems; null for what is nobody's doing but ours. */
export function refusalOf(error: unknown): Problem | null {
  if (!(error instanceof pg.DatabaseError)) return null;
  const raised: Record<string, string> = {
    CR001: 'sealed',
    CR002: 'immutable',
    CR003: 'other-kind',
    CR004: 'taken',
    CR005: 'needs-an-owner',
    CR006: 'changed-meanwhile',
  };
  const code = raised[error.code ?? ''];
  if (code) return problem(code, error.message);
  if (error.code === '23505') return problem('taken', CONSTRAINTS[error.constraint ?? ''] ?? 'That is there already.');
  if (error.code === '23503') return problem('in-use', 'Something that this names is not there, or is still in use.');
  if (error.code === '23514') return problem('not-valid', CONSTRAINTS[error.constraint ?? ''] ?? checkSentence(error));
  if (error.code === '22008' || error.code === '22007')
    return problem('bad-request', 'A date is outside of what can be stored. Years run from 1.');
  if (error.code === '22021' || error.code === '22P05')
    return problem('bad-request', 'A text holds the character of number zero, which cannot be stored. Leave it out.');
  if (error.code === '22003') return problem('not-found', 'A number is larger than any that is in use here.');
  return null;
}

/** A rule of the database that has no sentence of its own, by what it rules. */
const checkSentence = ({ table = '', column, constraint = '' }: pg.DatabaseError) =>
  `What is said of ${[table, column ?? constraint.replace(`${table}_`, '').replace(/_check\d*$/, '')].join(', ').replaceAll('_', ' ')} is not allowed.`;
