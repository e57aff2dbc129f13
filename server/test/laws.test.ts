import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AppOverview, CustomKeyset, PublishedEdition, Sheet } from '@crib/core/contract';
import { migrate, readMigrations } from '../src/store/migrate.ts';
import { Client, databaseUrl, withServer } from './harness.ts';

const server = withServer();
let owner: pg.Client;
let client: Client;
let keyset: CustomKeyset;
let overview: AppOverview;
let sheet: Sheet;
let edition: PublishedEdition;

beforeAll(async () => {
  owner = new pg.Client({ connectionString: databaseUrl('OWNER'), options: '-c search_path=crib' });
  await owner.connect();
  client = await server.client();
  const { slug, release, catalogue } = await client.makeRelease();
  await client.takeIn(release, 'Label,Shortcut\nA,F5\nB,F6\n');
  keyset = await client.makeKeyset(slug);
  const [command] = (await catalogue()).commands;
  sheet = await client.must<Sheet>('POST', `/api/apps/${slug}/sheets`, {
    keysetId: keyset.id,
    title: 'Sheet & more',
  });
  const { id: _id, appId: _app, ...sent } = sheet;
  delete (sent as { releaseId?: number }).releaseId;
  await client.must('PUT', `/api/sheets/${sheet.id}`, {
    ...sent,
    sections: [{ title: 'One', rows: [{ command: command!.id, note: '' }] }],
  });
  edition = await client.must<PublishedEdition>('POST', `/api/sheets/${sheet.id}/editions`);
  await client.must('POST', `/api/releases/${release.id}/seal`);
  overview = await client.must<AppOverview>('GET', `/api/apps/${slug}`);
});
afterAll(() => owner.end());

/** What even the owner of the tables is refused. */
const refused = (sql: string, values: unknown[] = []) =>
  owner.query(sql, values).then(
    () => 'was done',
    (error: pg.DatabaseError) => error.code ?? error.message,
  );

describe('the database itself', () => {
  it('keeps sealed bindings, commands and places as they are', async () => {
    const [release] = overview.releases;
    expect(await refused(`UPDATE binding SET shortcut = 'Q' WHERE release_id = $1`, [release!.id])).toBe('CR001');
    expect(await refused('DELETE FROM binding WHERE release_id = $1', [release!.id])).toBe('CR001');
    expect(await refused(`UPDATE command_state SET label = 'X' WHERE release_id = $1`, [release!.id])).toBe('CR001');
    expect(await refused(`UPDATE context_state SET name = 'X' WHERE release_id = $1`, [release!.id])).toBe('CR001');
    expect(await refused('UPDATE release SET sealed_at = NULL WHERE id = $1', [release!.id])).toBe('CR001');
    expect(
      await refused(
        `INSERT INTO binding (keyset_id, release_id, command_id, shortcut, provenance_kind)
         SELECT id, release_id, (SELECT command_id FROM command_state s WHERE s.release_id = keyset.release_id LIMIT 1), 'Q', 'guess'
         FROM keyset WHERE release_id = $1 AND base_id IS NULL`,
        [release!.id],
      ),
    ).toBe('CR001');
  });
  it('keeps editions and their files for good', async () => {
    expect(await refused(`UPDATE edition SET body = 'x' WHERE address = $1`, [edition.address])).toBe('CR002');
    expect(await refused('DELETE FROM edition WHERE address = $1', [edition.address])).toBe('CR002');
    expect(await refused('TRUNCATE edition CASCADE')).toBe('CR002');
  });
  it('takes no edition whose hash is not its body’s', async () => {
    const sql = `INSERT INTO edition (sheet_id, number, address, slug, body, hash, published_by)
      SELECT sheet_id, 9, 'x', slug, body, repeat('0', 64), published_by FROM edition WHERE address = $1`;
    expect(await refused(sql, [edition.address])).toBe('23514');
  });
  it('lets no layer run in a circle, nor onto another app or release', async () => {
    expect(await refused('UPDATE keyset SET base_id = id WHERE id = $1', [keyset.id])).toMatch(/CR002|23514/);
    const other = await client.makeRelease();
    const foreign = (await client.makeKeyset(other.slug, 'Foreign')).id;
    const sql = `INSERT INTO keyset (app_id, release_id, base_id, name) SELECT app_id, release_id, $2, 'mixed' FROM keyset WHERE id = $1`;
    expect(await refused(sql, [keyset.id, foreign])).toMatch(/23503|23514/);
    const younger = `INSERT INTO keyset (app_id, release_id, base_id, name) SELECT app_id, release_id, $2, 'mixed' FROM keyset WHERE id = $1`;
    expect(await refused(younger, [keyset.id, 2_000_000_000])).toMatch(/23503|23514/);
  });
  it('has one edit a place, also where the platform is all', async () => {
    const sql = `INSERT INTO edit (keyset_id, release_id, command_id, context_id, action, shortcuts, revision, made_by)
      SELECT k.id, k.release_id, s.command_id, s.home_id, 'set', '{Q}', 1, (SELECT min(id) FROM editor)
      FROM keyset k JOIN command_state s ON s.release_id = k.release_id WHERE k.id = $1 LIMIT 1`;
    expect(await refused(sql, [keyset.id])).toBe('was done');
    expect(await refused(sql, [keyset.id])).toBe('23505');
    expect(await refused(sql.replace("'set', '{Q}'", "'clear', '{Q}'"), [keyset.id])).toBe('23514');
  });
  it('keeps edits out of shipped keysets and bindings out of custom ones', async () => {
    const shipped = overview.keysets.find((one) => one.kind === 'shipped')!.id;
    const sql = `INSERT INTO edit (keyset_id, release_id, command_id, context_id, action, revision, made_by)
      SELECT k.id, k.release_id, s.command_id, s.home_id, 'clear', 1, (SELECT min(id) FROM editor)
      FROM keyset k JOIN command_state s ON s.release_id = k.release_id WHERE k.id = $1 LIMIT 1`;
    expect(await refused(sql, [shipped])).toBe('CR003');
  });
  it('lets no place lie within itself', async () => {
    const { release } = await client.makeRelease();
    const a = await client.must<{ id: number }>('POST', `/api/releases/${release.id}/contexts`, {
      name: 'A',
    });
    const b = await client.must<{ id: number }>('POST', `/api/releases/${release.id}/contexts`, {
      name: 'B',
      parent: a.id,
    });
    expect(await refused('UPDATE context_state SET parent_id = $1 WHERE context_id = $2', [b.id, a.id])).toBe('CR002');
  });
});

describe('the server’s role', () => {
  it('is neither owner nor superuser, and cannot change the schema or what is immutable', async () => {
    const pool = server.pool();
    const { rows } = await pool.query(
      'SELECT rolsuper, rolcreaterole, rolcreatedb FROM pg_roles WHERE rolname = current_user',
    );
    expect(rows).toEqual([{ rolsuper: false, rolcreaterole: false, rolcreatedb: false }]);
    const code = (sql: string) =>
      pool.query(sql).then(
        () => 'was done',
        (error: pg.DatabaseError) => error.code,
      );
    expect(await code('CREATE TABLE crib.mine (id int)')).toBe('42501');
    expect(await code('ALTER TABLE crib.edition DISABLE TRIGGER ALL')).toBe('42501');
    expect(await code(`UPDATE crib.edition SET slug = 'x'`)).toBe('42501');
    expect(await code('DELETE FROM crib.migration')).toBe('42501');
  });
});

describe('what the server’s role is refused, statement by statement', () => {
  /** In a transaction that names the workspace, as acts do; nothing of it is kept. */
  async function asServer(sql: string, workspace: number | string = school): Promise<string> {
    const connection = await server.pool().connect();
    try {
      await connection.query(`BEGIN; SELECT set_config('crib.workspace', '${workspace}', true)`);
      const { rowCount } = await connection.query(sql);
      return `was done to ${rowCount} rows`;
    } catch (error) {
      return (error as pg.DatabaseError).code ?? String(error);
    } finally {
      await connection.query('ROLLBACK');
      connection.release();
    }
  }
  let school: number;
  beforeAll(async () => {
    school = (await client.must<{ workspace: { id: number } }>('GET', '/api/session')).workspace.id;
  });

  it('is history, editions and corrections, whose rows are only added', async () => {
    const kept = [
      'edition',
      'edition_file',
      'edition_form',
      'edition_withdrawal',
      'correction',
      'keyset_change',
      'save_point',
      'fact_correction',
      'act',
      'act_row',
      'migration',
      'app_version',
    ];
    for (const table of kept) {
      const { rows } = await owner.query<{ name: string }>(
        `SELECT attname AS name FROM pg_attribute WHERE attrelid = 'crib.${table}'::regclass AND attnum > 0 AND attidentity = '' AND attgenerated = '' AND NOT attisdropped`,
      );
      for (const { name } of rows)
        expect(await asServer(`UPDATE ${table} SET ${name} = ${name}`), `${table}.${name}`).toBe('42501');
      for (const sql of [`DELETE FROM ${table}`, `TRUNCATE ${table}`]) expect(await asServer(sql), sql).toBe('42501');
    }
    for (const table of ['act', 'act_row', 'fact_correction', 'migration', 'app_version'])
      expect(await asServer(`INSERT INTO ${table} DEFAULT VALUES`), table).toBe('42501');
  });

  it('is who somebody is, whose a row is, and what a keyset stands on', async () => {
    const columns = [
      'app.workspace_id',
      'app.slug',
      'release.app_id',
      'release.position',
      'keyset.base_id',
      'keyset.app_id',
      'keyset.made_by',
      'editor.email',
      'editor.removed_at',
      'report.said',
      'standing_address.address',
      'shelf.workspace_id',
      'membership.editor_id',
      'invitation.email',
      'answered.key',
      'proposal.made_by',
      'remark.said',
      'command.name',
      'context.app_id',
      'binding_context.context_id',
    ];
    for (const one of columns) {
      const [table, column] = one.split('.');
      expect(await asServer(`UPDATE ${table} SET ${column} = ${column}`), one).toBe('42501');
    }
    for (const table of ['app', 'release', 'keyset', 'sheet', 'editor', 'workspace', 'report', 'recipe', 'run'])
      expect(await asServer(`DELETE FROM ${table}`), table).toBe('42501');
    expect(await asServer('UPDATE api_token SET scope = scope')).toBe('42501');
    expect(await asServer("SELECT act_in_hand('app', '{}')")).toBe('42501');
    expect(await asServer('SELECT drop_doubles(NULL)')).toBe('42501');
  });

  it('is what a sealed release is called, is made of, and how it takes keys', async () => {
    const [release] = overview.releases;
    const shipped = overview.keysets.find((one) => one.kind === 'shipped')!.id;
    for (const sql of [
      `UPDATE release SET label = 'other' WHERE id = ${release!.id}`,
      `UPDATE release SET key_policy = '{}' WHERE id = ${release!.id}`,
      `UPDATE release SET platforms = '{macos}' WHERE id = ${release!.id}`,
      `UPDATE keyset SET name = 'other' WHERE id = ${shipped}`,
      `UPDATE keyset SET is_default = NOT is_default WHERE id = ${shipped}`,
      `UPDATE command_state SET label = 'other' WHERE release_id = ${release!.id}`,
      `UPDATE binding SET shortcut = 'Q' WHERE release_id = ${release!.id}`,
      `DELETE FROM binding_context WHERE release_id = ${release!.id}`,
    ])
      expect(await asServer(sql), sql).toBe('CR001');
  });

  it('is a reference into another app or workspace, and whatever is no platform and no shortcut', async () => {
    const other = await client.makeRelease();
    await client.takeIn(other.release, 'Label,Shortcut\nC,F7\n');
    const theirs = await (await server.as('owner', 'Law school')).makeRelease();
    const [command] = (await other.catalogue()).commands;
    const edit = (
      what: string,
    ) => `INSERT INTO edit (keyset_id, release_id, command_id, context_id, platform, action, shortcuts, holds_id, revision, made_by)
      SELECT k.id, k.release_id, s.command_id, s.home_id, ${what}, 1, (SELECT min(id) FROM editor)
      FROM keyset k JOIN command_state s ON s.release_id = k.release_id WHERE k.id = ${keyset.id} ORDER BY 3 DESC LIMIT 1`;
    expect(await asServer(edit(`NULL, 'add', '{Q}', NULL`))).toBe('was done to 1 rows');
    expect(await asServer(edit(`NULL, 'add', '{Q}', ${command!.id}`))).toBe('23503');
    expect(await asServer(edit(`'Windows 11', 'add', '{Q}', NULL`))).toBe('23514');
    expect(await asServer(edit(`NULL, 'add', '{"Ctrl  Q"}', NULL`))).toBe('23514');
    const made = `INSERT INTO keyset (app_id, release_id, base_id, name, carried_from) SELECT app_id, release_id, id, 'x', `;
    const foreign = `(SELECT id FROM keyset WHERE release_id = ${other.release.id} LIMIT 1) FROM keyset WHERE id = ${keyset.id}`;
    expect(await asServer(made + foreign)).toMatch(/23503|23514/);
    expect(
      await asServer(
        `INSERT INTO crosswalk (from_app, to_app, made_by) SELECT ${overview.id}, ${theirs.release.appId}, min(id) FROM editor`,
      ),
    ).toBe('23503');
    expect(
      await asServer(`UPDATE keyset SET imitates_id = ${theirs.release.id} WHERE release_id = ${other.release.id}`),
    ).toBe('23503');
    expect(
      await asServer(
        `INSERT INTO binding (keyset_id, release_id, command_id, shortcut, provenance_kind) SELECT k.id, k.release_id, ${command!.id}, E'a\tb', 'guess' FROM keyset k WHERE release_id = ${other.release.id}`,
      ),
    ).toBe('23514');
  });

  it('is whatever is in another workspace: no query sees a row of it, and none writes one', async () => {
    const { rows } = await owner.query<{ name: string }>(
      `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relrowsecurity ORDER BY 1`,
    );
    expect(rows.length).toBeGreaterThan(45);
    for (const nowhere of ['0', ''])
      for (const { name } of rows)
        expect(await asServer(`SELECT * FROM ${name} LIMIT 1`, nowhere), name).toBe('was done to 0 rows');
    expect(await asServer(`INSERT INTO run (app_id, name) VALUES (${overview.id}, 'Theirs')`, '0')).toBe('42501');
    expect(await asServer(`UPDATE app SET name = 'Theirs'`, '0')).toBe('was done to 0 rows');
    // Tables of rows that belong to an app are all guarded; the rest are of people, and of the server itself.
    const open = await owner.query<{ name: string }>(
      `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r' AND NOT relrowsecurity ORDER BY 1`,
    );
    expect(open.rows.map((one) => one.name)).toEqual([
      'answered',
      'api_token',
      'editor',
      'here',
      'invitation',
      'membership',
      'migration',
      'pace',
      'session',
      'workspace',
      'wrong_password',
    ]);
  });

  it('leaves corrections and runs that come at once one after the other: the second sees the first', async () => {
    const made = await client.makeRelease();
    await client.takeIn(made.release, 'Command id,Label,Shortcut\na,Sound,F5\n');
    await client.must('POST', `/api/releases/${made.release.id}/seal`);
    const { id } = (await made.catalogue()).commands[0]!;
    const to = (label: string) =>
      client.ask('POST', `/api/releases/${made.release.id}/corrections`, {
        what: 'command',
        subject: id,
        words: { label },
        reason: `It says ${label}.`,
      });
    expect((await Promise.all(['One', 'Two', 'Three'].map(to))).map((one) => one.status)).toEqual([204, 204, 204]);
    const { rows } = await owner.query<{ old: string; now: string }>(
      'SELECT old, now FROM fact_correction WHERE release_id = $1 ORDER BY id',
      [made.release.id],
    );
    expect(rows[0]!.old).toBe('Sound');
    for (const [index, row] of rows.slice(1).entries()) expect(row.old).toBe(rows[index]!.now);
    const runs = await Promise.all(
      Array.from({ length: 4 }, () =>
        client.ask('POST', `/api/apps/${made.slug}/runs`, { name: 'Sounding', steps: [id] }),
      ),
    );
    expect(runs.map((one) => one.status).sort()).toEqual([201, 409, 409, 409]);
  });
});

describe('migrations', () => {
  it('are applied once, and refused when an applied file has changed', async () => {
    const role = new URL(databaseUrl('SERVER')).username;
    expect(await migrate(databaseUrl('OWNER'), role)).toEqual([]);
    const folder = mkdtempSync(join(tmpdir(), 'crib-migrations-'));
    for (const { name, sql } of readMigrations()) writeFileSync(join(folder, name), `${sql}-- changed\n`);
    const changed = readMigrations(pathToFileURL(`${folder}/`));
    await expect(migrate(databaseUrl('OWNER'), role, changed)).rejects.toThrow(/001_catalogue.sql was changed/);
  });
  it('leave nothing behind when one fails', async () => {
    const role = new URL(databaseUrl('SERVER')).username;
    const broken = { name: '999_broken.sql', sql: 'CREATE TABLE half (id int); SELECT nonsense;', hash: 'x' };
    await expect(migrate(databaseUrl('OWNER'), role, [...readMigrations(), broken])).rejects.toThrow(/nonsense/);
    const { rows } = await owner.query(`SELECT to_regclass('crib.half') AS half`);
    expect(rows).toEqual([{ half: null }]);
  });
});
