import pg from 'pg';
import { problem, type Problem } from '@crib/core/error';

/** Rules of the database, by name, in words that whoever runs against one can use. */
const CONSTRAINTS: Record<string, string> = {
  app_slug_key: 'That program address is already taken.',
  release_app_id_label_key: 'This program already has a release with that name.',
  keyset_app_id_release_id_name_key: 'This release already has a keyset with that name. Choose another name.',
  save_point_pkey: 'This keyset already has a save point with that name. Choose another name.',
  one_context_becomes: 'That context is already linked to a later one. Remove that link first.',
  one_context_was: 'That context is already linked to an earlier one. Remove that link first.',
  sibling_names: 'There is already a context with that name here.',
  command_group_app_id_kind_name_key: 'This program already has a group with that name.',
  run_app_id_name_key: 'This program already has a task with that name.',
  command_app_id_name_key: 'This program already has a command with that id.',
  a_chooser_says_what_decides: 'Enter what the choice between the commands depends on.',
  crosswalk_pair: 'There is already a mapping between these two programs.',
  crosswalk_command_one_exact: 'A command can have only one “same” match.',
  crosswalk_command_one_exact_back:
    'That command already has a “same” match. Choose “close” instead, or change the other one.',
  crosswalk_context_one_exact: 'A context can have only one “same” match.',
  crosswalk_context_one_exact_back: 'That context already has a “same” match.',
  between_two_apps: 'A mapping needs two different programs.',
  an_argument_has_a_value: 'Enter the command and the value.',
  one_wording_a_place: 'Only one name per platform and language.',
  recipe_app_id_name_key: 'This program already has a preset format with that name.',
  release_app_id_position_key: 'Another release was added at the same moment. Try again.',
  edition_sheet_id_number_key: 'The sheet was published at the same moment. Check its editions.',
  notes_numbers: 'The notes were published at the same moment. Check their editions.',
  keys_as_the_action_says: '“Set” and “add” need shortcuts; “remove” takes none.',
  count_or_class: 'Usage is either a number or a class.',
  command_use_per_day_check: 'Usage is limited to 100,000 per day.',
  only_shipped_imitate: 'Only a built-in keyset can emulate another program.',
  shipped_is_nobodys: 'Built-in keysets have no owner.',
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
  if (error.code === '23505') return problem('taken', CONSTRAINTS[error.constraint ?? ''] ?? 'This already exists.');
  if (error.code === '23503') return problem('in-use', 'An item this refers to does not exist, or is still in use.');
  if (error.code === '23514') return problem('not-valid', CONSTRAINTS[error.constraint ?? ''] ?? checkSentence(error));
  if (error.code === '22008' || error.code === '22007') return problem('bad-request', 'The date is out of range.');
  if (error.code === '22021' || error.code === '22P05')
    return problem('bad-request', 'The text contains a NUL character. Remove it.');
  if (error.code === '22003') return problem('not-found', 'Nothing was found here.');
  return null;
}

/** A rule of the database that has no sentence of its own, by what it rules. */
const checkSentence = ({ table = '', column, constraint = '' }: pg.DatabaseError) =>
  `Invalid value for ${[table, column ?? constraint.replace(`${table}_`, '').replace(/_check\d*$/, '')].join(', ').replaceAll('_', ' ')}.`;
