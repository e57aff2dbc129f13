/**
 * What is put in after each migration, into what that one made: by it every schema of the past is filled with what it could
 * hold, and the dumps beside this file are of those (`npx tsx scripts/test/schemas/make.ts`).
 */
const letters = 'SELECT n FROM generate_series(1, 12) n';

export const FILL: Readonly<Record<string, string>> = {
  '001': `
    INSERT INTO app (slug, name, role, platforms, key_policy) VALUES ('kedge', 'Kedge', 'taught', '{windows,macos}', '{"typedLetters": true}'), ('warp', 'Warp', 'source', '{linux}', '{}');
    INSERT INTO release (app_id, label, position, platforms, released_on) VALUES (1, '1.0', 1, '{windows,macos}', '2024-02-29'), (1, '2.0', 2, '{windows,macos}', NULL), (2, '7', 1, '{linux}', NULL);
    INSERT INTO context (app_id) VALUES (1), (1), (2);
    INSERT INTO context_state (release_id, app_id, context_id, parent_id, name, takes_text) VALUES (1, 1, 1, NULL, 'Everywhere', false), (1, 1, 2, 1, 'Deck “aft”', true), (2, 1, 1, NULL, 'Everywhere', false), (2, 1, 2, 1, 'Deck', false), (3, 2, 3, NULL, 'Everywhere', false);
    INSERT INTO command (app_id, name) SELECT 1, 'kedge.' || n FROM (${letters}) g;
    INSERT INTO command (app_id, name) VALUES (2, 'warp.out'), (2, 'warp.in');
    INSERT INTO command_state (release_id, app_id, command_id, home_id, label, other_names) SELECT r, 1, c.id, 1 + c.id % 2, 'Command ' || c.id, '{Éxtra,"with, comma"}' FROM generate_series(1, 2) r, command c WHERE app_id = 1;
    INSERT INTO command_state (release_id, app_id, command_id, home_id, label) SELECT 3, 2, id, 3, name FROM command WHERE app_id = 2;
    INSERT INTO keyset (app_id, release_id, base_id, name, is_default) VALUES (1, 1, NULL, 'Default shortcuts', true), (1, 2, NULL, 'Default shortcuts', true), (2, 3, NULL, 'Default shortcuts', true);
    INSERT INTO keyset (app_id, release_id, base_id, name, note, revision) VALUES (1, 1, 1, 'Ours', E'two\\nlines', 3);
    INSERT INTO binding (keyset_id, release_id, command_id, platform, shortcut, provenance_kind, provenance_who) SELECT r, r, n, CASE WHEN n % 5 = 0 THEN 'macos' END, 'Primary+F' || 1 + n % 12 || ' ' || chr(64 + n % 26 + 1), 'list', 'Ines Farrowby' FROM generate_series(1, 2) r, (${letters}) g;
    INSERT INTO binding_context (binding_id, release_id, context_id) SELECT id, release_id, 1 + command_id % 2 FROM binding;
    UPDATE release SET sealed_at = '2024-03-01' WHERE id = 1;`,
  '002': `
    INSERT INTO editor (name, email, password_hash) VALUES ('Ines Farrowby', 'ines@ebbstone.example', 'x');
    INSERT INTO edit (keyset_id, release_id, command_id, context_id, action, shortcuts, reason, revision, made_by) SELECT 4, 1, n, 1, CASE WHEN n < 4 THEN 'clear' ELSE 'set' END, CASE WHEN n < 4 THEN '{}' ELSE ARRAY['Alt+' || chr(64 + n)] END, 'Reason ' || n, 2, 1 FROM generate_series(1, 10) n;`,
  '003': `
    INSERT INTO sheet (app_id, release_id, keyset_id, title) VALUES (1, 1, 4, 'First week'), (1, 2, 2, 'Second week');
    INSERT INTO sheet_section (sheet_id, position, title) VALUES (1, 0, 'All');
    INSERT INTO sheet_row (sheet_id, section, position, release_id, command_id) SELECT 1, 0, n, 1, n + 1 FROM generate_series(0, 9) n;
    INSERT INTO recipe (app_id, name, body) VALUES (1, 'Key file', '{"kind": "text records"}');
    INSERT INTO edition (sheet_id, number, address, slug, body, hash, published_by) SELECT 1, n, 'hajus-dikiz-famij-hulij-' || n, 'first-week', b, encode(sha256(convert_to(b, 'UTF8')), 'hex'), 1 FROM generate_series(1, 3) n, LATERAL (SELECT '{"title": "First week", "number": ' || n || '}' AS b) x;
    INSERT INTO edition_file (edition_id, name, platform, recipe, body, hash) SELECT id, 'keys.txt', 'windows', 'Key file', 'über', encode(sha256(convert_to('über', 'UTF8')), 'hex') FROM edition;`,
  '004': `
    INSERT INTO command_wording (release_id, command_id, language, label) VALUES (2, 1, 'de', 'Anker lichten');
    INSERT INTO command_group (app_id, kind, name) VALUES (1, 'pair', 'In and out');
    INSERT INTO command_group_member (group_id, app_id, position, command_id) VALUES (1, 1, 0, 1), (1, 1, 1, 2);
    INSERT INTO run (app_id, name) VALUES (1, 'Leaving'); INSERT INTO run_step (run_id, app_id, position, command_id) VALUES (1, 1, 0, 3), (1, 1, 1, 3);
    INSERT INTO trial (binding_id, platform, who, tried_on) VALUES (1, 'windows', 'Ines Farrowby', '2024-05-05');
    INSERT INTO correction (keyset_id, release_id, command_id, context_id, reason, old, now, made_by) VALUES (1, 1, 7, 2, 'It says so', '{F7}', '{F8}', 1);
    INSERT INTO system_key (platform, shortcut, taker) VALUES ('windows', 'Primary+Alt+K', 'the school’s recorder');
    INSERT INTO saved_view (app_id, name, query, made_by) VALUES (1, 'Mine', '{"q": "sound"}', 1);
    INSERT INTO list_memory (app_id, headings, meanings) VALUES (1, 'Label | Keys', '{"0": "label"}');
    INSERT INTO command_alias (app_id, name, command_id) VALUES (1, 'old.kedge', 5);`,
  '006': `
    UPDATE keyset SET owner_id = 1 WHERE id = 4;
    INSERT INTO keyset_change (keyset_id, revision, kind, change, inverse, made_by) VALUES (4, 2, 'edit', '{"put": [], "remove": [{"command": 1, "context": 1, "platform": null}]}', '{"put": [], "remove": []}', 1), (4, 3, 'undo', '{"put": [], "remove": []}', '{"put": [], "remove": []}', 1);
    INSERT INTO save_point (keyset_id, name, revision, made_by) VALUES (4, 'Before the fair', 2, 1);`,
  '007': `INSERT INTO command_use (app_id, command_id, source, per_day) VALUES (1, 1, 'desk', 12.5);`,
  '009': `
    INSERT INTO command_lineage (release_id, app_id, old_id, now_id, confirmed, made_by) VALUES (2, 1, 1, 2, true, 1);
    INSERT INTO change_notes (app_id, old_keyset, now_keyset, title) VALUES (1, 1, 2, 'What 2.0 changes');
    INSERT INTO keyset (app_id, release_id, base_id, name, carried_from) VALUES (1, 2, 2, 'Ours', 4);
    INSERT INTO open_edit (keyset_id, position, body) VALUES (5, 0, '{"command": "Gone", "why": "removed"}');`,
  '010': `INSERT INTO edition_form (edition_id, ending, type, content) VALUES (1, 'csv', 'text/csv', convert_to('a,b', 'UTF8'));`,
  '011': `
    INSERT INTO command_detail (release_id, command_id, states) VALUES (2, 1, '{up,down}') ON CONFLICT DO NOTHING;
    INSERT INTO bin (app_id, kind, name, editor_id) VALUES (1, 'run', 'Leaving', 1); UPDATE run SET bin_id = 1;`,
  '013': `UPDATE edit SET holds_id = 12 WHERE command_id = 10;`,
  '015': `
    INSERT INTO crosswalk (from_app, to_app, made_by) VALUES (2, 1, 1);
    INSERT INTO crosswalk_command (crosswalk_id, from_app, to_app, source_id, target_id, relation, judged_by) VALUES (1, 2, 1, 13, 1, 'exact', 1), (1, 2, 1, 14, NULL, 'none', 1);`,
  '016': `INSERT INTO word_section (name, sets, written_by) VALUES ('Of the deck', '[["aft", "stern"]]', 1);`,
  '018': `INSERT INTO edition_withdrawal (edition_id, because, withdrawn_by) VALUES (1, 'A key was wrong', 1);`,
  '019': `
    INSERT INTO edition_count (edition_id, what, count) VALUES (2, 'opened', 7);
    INSERT INTO report (edition_id, kind, command, said) VALUES (2, 'wrong', '', 'This does nothing');
    INSERT INTO shelf (address, title, open) VALUES ('shelf-of-the-school', 'Deck school', true);`,
  '022': `
    INSERT INTO invitation (workspace_id, secret_hash, email, role, made_by) VALUES (1, 'x', 'jory@ebbstone.example', 'reader', 1);
    INSERT INTO api_token (workspace_id, editor_id, name, secret_hash, scope, ends_at) VALUES (1, 1, 'Lists', 'y', 'read', now() + interval '1 day');`,
  '023': `INSERT INTO act (workspace_id, editor_id, app_id, doing) VALUES (1, 1, 1, 'added the program'); INSERT INTO act_row (act_id, kept_in, after) VALUES (1, 'app', '{"id": 1}');`,
  '024': `
    INSERT INTO proposal (app_id, keyset_id, revision, change, made_by) VALUES (1, 4, 3, '{"put": [], "remove": []}', 1);
    INSERT INTO remark (app_id, command_id, said, made_by) VALUES (1, 1, 'Mixed up with Drop', 1);`,
  // From here on there is a row in every table.
  '026': `
    INSERT INTO context_together (release_id, context_id, other_id, first_id) VALUES (2, 1, 2, 1);
    INSERT INTO context_lineage (release_id, app_id, old_id, now_id, confirmed, made_by) VALUES (2, 1, 1, 2, true, 1);
    INSERT INTO crosswalk_context (crosswalk_id, from_app, to_app, source_id, target_id, relation, judged_by) VALUES (1, 2, 1, 3, 1, 'exact', 1);
    INSERT INTO fact_correction (release_id, what, subject_id, field, reason, old, now, made_by) VALUES (1, 'command', 1, 'label', 'It says so', '"Drop"', '"Let go"', 1);
    INSERT INTO session (sid, sess, expire) VALUES ('s', '{"editorId": 1, "workspaceId": 1}', now() + interval '1 day');
    INSERT INTO answered (editor_id, workspace_id, key, asked, answer) VALUES (1, 1, 'k', 'a', '{"id": 1}');
    INSERT INTO here (workspace_id, editor_id, tab, place) VALUES (1, 1, 't', '/');
    INSERT INTO wrong_password (subject, count) VALUES ('account x', 1);
    INSERT INTO pace (subject, minute, count) VALUES ('join x', now(), 1);
    INSERT INTO bin (app_id, kind, name, editor_id) VALUES (1, 'group', 'In and out', 1); UPDATE command_group SET bin_id = 2;
    INSERT INTO command_group (app_id, kind, name) VALUES (1, 'pair', 'In and out'); INSERT INTO run (app_id, name) VALUES (1, 'Leaving');`,
};
