import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase, type Database } from '../lib/database.mjs';
import { loadCatalogue } from '../../server/src/store/catalogue.ts';
import { inSnapshot, openPool, type Pool } from '../../server/src/store/db.ts';
import { actsOf } from '../../server/src/store/history.ts';
import { historyOf } from '../../server/src/store/keysets.ts';
import { readMigrations } from '../../server/src/store/migrate.ts';
import { accountAt } from '../../server/src/store/people.ts';
import { editionAt } from '../../server/src/store/sheets.ts';
import { workspaceIn, workspaceOut } from '../../server/src/workspace/file.ts';

const home = mkdtempSync(join(tmpdir(), 'crib-workspace-'));
const file = join(home, 'school.jsonl');
const last = readMigrations().at(-1)!.name.slice(0, 3);
const dump = readFileSync(new URL(`./schemas/${last}.dump`, import.meta.url), 'utf8');
let [here, there]: (Database | undefined)[] = [];
let pools: Record<'from' | 'into' | 'owner', Pool>;

/** Statements as the owner, with nothing looking on. */
async function put(url: string, sql: string) {
  const client = new pg.Client({ connectionString: url, options: '-c search_path=crib' });
  await client.connect();
  const { rows } = await client.query<{ name: string }>(`SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r'`); // prettier-ignore
  const look = (on: string) => rows.map(({ name }) => `ALTER TABLE ${name} ${on} TRIGGER USER;`).join('');
  await client.query(`BEGIN; ${look('DISABLE')} ${sql}; ${look('ENABLE')} COMMIT`);
  await client.end();
}
beforeAll(async () => {
  here = await openDatabase({ name: 'crib_here', home: join(home, 'pg'), throwaway: true });
  there = await openDatabase({ name: 'crib_there', home: join(home, 'pg'), throwaway: true });
  await loadAsSuperuser(here);
  await put(there.ownerUrl, `
    INSERT INTO editor (name, email, password_hash) VALUES ('Somebody Else', 'else@ebbstone.example', 'x');
    INSERT INTO workspace (name) VALUES ('Theirs'); INSERT INTO membership VALUES (1, 1, 'owner');
    INSERT INTO app (workspace_id, slug, name, role, platforms, key_policy) SELECT 1, 'kedge-' || n, 'Kedge', 'taught', '{linux}', '{}' FROM generate_series(1, 7) n;
    INSERT INTO command (app_id, name) SELECT 1, 'x.' || n FROM generate_series(1, 500) n; INSERT INTO context (app_id) SELECT 1 FROM generate_series(1, 30)`); // prettier-ignore
  pools = { from: openPool(here.serverUrl), into: openPool(there.serverUrl), owner: openPool(there.ownerUrl) };
});
afterAll(async () => {
  await Promise.all(Object.values(pools).map((pool) => pool.end()));
  await there?.leave();
  await here?.leave();
  rmSync(home, { recursive: true, force: true });
});
/** The dump as pg_restore would load it: references are looked at by nobody while it goes in. */
async function loadAsSuperuser({ ownerUrl }: Database) {
  const { superuser } = JSON.parse(readFileSync(join(home, 'pg/passwords.json'), 'utf8')) as { superuser: string };
  const url = new URL(ownerUrl);
  [url.username, url.password] = ['postgres', superuser];
  const client = new pg.Client({ connectionString: url.href, options: '-c search_path=crib' });
  await client.connect();
  await client.query(`SET session_replication_role = replica; ${dump}`);
  await client.end();
}

describe('a whole workspace', () => {
  it('goes out and comes in beside another one: with its names, keys, reasons, history and editions', async () => {
    const written = await workspaceOut(pools.from, 'Our school', file);
    expect(written).toBe(readFileSync(file, 'utf8').trim().split('\n').length - 1);
    const owner = (await accountAt(pools.owner, 'else@ebbstone.example'))!;
    expect(await workspaceIn(pools.owner, file, owner.id)).toEqual({ name: 'Our school', rows: written });

    const seen = (pool: Pool, workspace: number) =>
      inSnapshot(pool, { workspace }, async (db) => {
        const { rows } = await db.query<{ id: number }>('SELECT id FROM release ORDER BY id');
        const catalogue = await loadCatalogue(db, rows[0]!.id);
        const command = new Map(catalogue.commands.map((one) => [one.id, one.name]));
        const layer = catalogue.keysets.find((one) => one.kind === 'custom')!;
        const { entries, points } = await historyOf(db, layer.id);
        const { id: _id, ...edition } = await editionAt(db, 'hajus-dikiz-famij-hulij-2');
        return {
          commands: catalogue.commands.map((one) => [one.name, one.label, one.otherNames]),
          edits: layer.kind === 'custom' ? layer.edits.map((one) => [command.get(one.command), one.shortcuts, one.reason, one.holds && command.get(one.holds)]) : [], // prettier-ignore
          history: entries.map((one) => [one.kind, one.who, one.change.remove.map((place) => command.get(place.command))]), // prettier-ignore
          points,
          edition,
          acts: (await actsOf(db, workspace, {})).acts.map(({ doing, who }) => [doing, who]),
          groups: catalogue.groups.map((one) => one.members.map((id) => command.get(id))),
        };
      });
    const [before, after] = [await seen(pools.from, 1), await seen(pools.into, 2)];
    expect(after).toEqual(before);
    expect(after.edits.length).toBe(10);
    expect(after.history[1]![2]).toEqual(['kedge.1']);
    // Out again, it is the same file but for its numbers.
    const again = join(home, 'again.jsonl');
    expect(await workspaceOut(pools.into, 'Our school', again)).toBe(written);
    const words = (path: string) => readFileSync(path, 'utf8').replace(/\d+/g, '0').split('\n').slice(1).sort();
    expect(words(again)).toEqual(words(file));
  });

  it('is refused where it is there already, is of another schema, or is no workspace, and leaves nothing', async () => {
    const owner = (await accountAt(pools.owner, 'else@ebbstone.example'))!;
    const count = async () => (await pools.owner.query<{ n: number }>('SELECT count(*)::int AS n FROM crib.workspace')).rows[0]!.n; // prettier-ignore
    const before = await count();
    await expect(workspaceIn(pools.owner, file, owner.id)).rejects.toThrow(/are here already/);
    const [head, ...rows] = readFileSync(file, 'utf8').split('\n');
    const other = (name: string, text: string) => {
      writeFileSync(join(home, name), text);
      return join(home, name);
    };
    await expect(workspaceIn(pools.owner, other('older.jsonl', [head!.replace(/"\d{3}_\w+\.sql"/, '"007_uses.sql"'), ...rows].join('\n')), owner.id)).rejects.toThrow(/Bring the older one up to date/); // prettier-ignore
    await expect(workspaceIn(pools.owner, other('none.jsonl', 'a,b\n'), owner.id)).rejects.toThrow(
      /Line 1 is not JSON/,
    );
    await expect(workspaceIn(pools.owner, other('sly.jsonl', `${head}\n{"table": "editor", "row": {"name": "x"}}\n`), owner.id)).rejects.toThrow(/Line 2 is no row/); // prettier-ignore
    expect(await count()).toBe(before);
  });
});
