import pg from 'pg';
import { SCHEMA, type Db } from './db.ts';

/**
 * What the server’s role may do with each table: what its acts do, and nothing else. Editions, corrections and history are
 * only added to; what is not named is not to be had. Columns stand in brackets where only those are ever written again.
 */
const GRANTS: Record<string, string> = {
  app: 'SELECT, INSERT, UPDATE (name, role, platforms, key_policy, how_to_change, keys_command, keys_shown, bin_id)',
  release: 'SELECT, INSERT, UPDATE (label, released_on, platforms, builds, tiers, key_policy, sealed_at, bin_id)',
  context: 'SELECT, INSERT, DELETE',
  context_state: 'SELECT, INSERT, UPDATE, DELETE',
  context_together: 'SELECT, INSERT, DELETE',
  command: 'SELECT, INSERT, DELETE',
  command_state: 'SELECT, INSERT, UPDATE, DELETE',
  command_alias: 'SELECT',
  command_wording: 'SELECT, INSERT, UPDATE, DELETE',
  command_detail: 'SELECT, INSERT, UPDATE, DELETE',
  command_group: 'SELECT, INSERT, UPDATE (kind, name, twin_id, advised_id, because, bin_id)',
  command_group_member: 'SELECT, INSERT, DELETE',
  command_use: 'SELECT, INSERT, UPDATE, DELETE',
  command_lineage: 'SELECT, INSERT, UPDATE, DELETE',
  context_lineage: 'SELECT, INSERT, UPDATE, DELETE',
  keyset:
    'SELECT, INSERT, UPDATE (name, note, is_default, revision, owner_id, locked, imitates_id, carried_from, bin_id)',
  binding: 'SELECT, INSERT, UPDATE, DELETE',
  binding_context: 'SELECT, INSERT, DELETE',
  trial: 'SELECT, INSERT, UPDATE (who, tried_by, tried_on, build), DELETE',
  correction: 'SELECT, INSERT',
  fact_correction: 'SELECT',
  edit: 'SELECT, INSERT, UPDATE, DELETE',
  keyset_change: 'SELECT, INSERT',
  save_point: 'SELECT, INSERT',
  open_edit: 'SELECT, INSERT, DELETE',
  run: 'SELECT, INSERT, UPDATE (name, bin_id)',
  run_step: 'SELECT, INSERT, DELETE',
  recipe: 'SELECT, INSERT, UPDATE (name, body, revision)',
  sheet: 'SELECT, INSERT, UPDATE',
  sheet_section: 'SELECT, INSERT, DELETE',
  sheet_row: 'SELECT, INSERT, DELETE',
  change_notes: 'SELECT, INSERT, UPDATE',
  edition: 'SELECT, INSERT',
  edition_file: 'SELECT, INSERT',
  edition_form: 'SELECT, INSERT',
  edition_withdrawal: 'SELECT, INSERT',
  edition_count: 'SELECT, INSERT, UPDATE (count)',
  report: 'SELECT, INSERT, UPDATE (outcome, because, ended_on, ended_by)',
  standing_address: 'SELECT, INSERT, UPDATE (listed)',
  shelf: 'SELECT, INSERT, UPDATE (title, open)',
  saved_view: 'SELECT, INSERT, UPDATE (query, made_by), DELETE',
  list_memory: 'SELECT, INSERT, UPDATE (meanings)',
  system_key: 'SELECT, INSERT, UPDATE, DELETE',
  word_section: 'SELECT, INSERT, UPDATE (sets, revision, written_by, written_on), DELETE',
  crosswalk: 'SELECT, INSERT, UPDATE (made_by), DELETE',
  crosswalk_command: 'SELECT, INSERT, UPDATE, DELETE',
  crosswalk_context: 'SELECT, INSERT, UPDATE, DELETE',
  bin: 'SELECT, INSERT, UPDATE (name), DELETE',
  app_version: 'SELECT',
  migration: 'SELECT',
  editor: 'SELECT, INSERT, UPDATE (name, password_hash)',
  workspace: 'SELECT, INSERT, UPDATE (name, editors_propose)',
  membership: 'SELECT, INSERT, UPDATE (role, disabled_at), DELETE',
  invitation: 'SELECT, INSERT, UPDATE (secret_hash, role, made_by, ends_at), DELETE',
  api_token: 'SELECT, INSERT, DELETE',
  session: 'SELECT, INSERT, UPDATE, DELETE',
  wrong_password: 'SELECT, INSERT, UPDATE, DELETE',
  pace: 'SELECT, INSERT, UPDATE (count)',
  answered: 'SELECT, INSERT, UPDATE (answer)',
  act: 'SELECT',
  act_row: 'SELECT',
  proposal: 'SELECT, INSERT, UPDATE (revision, change, why, state, answer, answered_by, answered_at)',
  remark: 'SELECT, INSERT, UPDATE (ended_by, ended_at)',
  here: 'SELECT, INSERT, UPDATE (place, seen_at), DELETE',
};
/** What it asks the owner’s functions for; each does one thing that the role may not do by itself. */
const FUNCTIONS = [
  'merge_commands',
  'split_command',
  'correct_fact',
  'purge_bin',
  'undo_act',
  'forget_old',
  'forget_member',
  'remove_account',
];
/** The owner’s alone, called by what is above. */
const OWNERS = ['copy_command', 'fill_details', 'drop_doubles', 'act_in_hand'];

/** Gives the server’s role what it needs, and takes everything else from it. */
export async function grant(db: Db, serverRole: string): Promise<void> {
  const role = pg.escapeIdentifier(serverRole);
  const named = (list: readonly string[]) => list.map((one) => `${SCHEMA}.${one}`).join(', ');
  await db.query(`
    GRANT USAGE ON SCHEMA ${SCHEMA} TO ${role};
    REVOKE ALL ON ALL TABLES IN SCHEMA ${SCHEMA} FROM ${role};
    REVOKE ALL ON FUNCTION ${named([...FUNCTIONS, ...OWNERS])} FROM PUBLIC, ${role};
    GRANT EXECUTE ON FUNCTION ${named(FUNCTIONS)} TO ${role};
    ${Object.entries(GRANTS)
      .map(([table, what]) => `GRANT ${what} ON ${SCHEMA}.${table} TO ${role};`)
      .join('\n')}
  `);
}
