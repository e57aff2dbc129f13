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
