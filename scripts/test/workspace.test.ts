import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase, type Database } from '../lib/database.mjs';
import { NEWEST, dumpOf } from './schemas/past.ts';
import { loadCatalogue } from '../../server/src/store/catalogue.ts';
import { inSnapshot, inTransaction, openPool, type Pool } from '../../server/src/store/db.ts';
import { actsOf } from '../../server/src/store/history.ts';
import { historyOf } from '../../server/src/store/keysets.ts';
import { accountAt } from '../../server/src/store/people.ts';
import { editionAt } from '../../server/src/store/editions.ts';
import { workspaceIn, workspaceOut } from '../../server/src/workspace/file.ts';

const home = mkdtempSync(join(tmpdir(), 'crib-workspace-'));
const file = join(home, 'school.jsonl');
const dump = dumpOf(NEWEST);
let [here, there]: (Database | undefined)[] = [];
let pools: Record<'from' | 'into' | 'owner', Pool>;

/** Statements as the owner, with nothing looking on. */
async function put(url: string, sql: string) {
  const client = new pg.Client({ connectionString: url, options: '-c search_path=crib' });
  await client.connect();
  const { rows } = await client.query<{ name: string }>(
    `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r'`,
  );
  const look = (on: string) => rows.map(({ name }) => `ALTER TABLE ${name} ${on} TRIGGER USER;`).join('');
  await client.query(`BEGIN; ${look('DISABLE')} ${sql}; ${look('ENABLE')} COMMIT`);
  await client.end();
}
beforeAll(async () => {
  here = await openDatabase({ name: 'crib_here', home: join(home, 'pg'), throwaway: true });
  there = await openDatabase({ name: 'crib_there', home: join(home, 'pg'), throwaway: true });
  await loadAsSuperuser(here);
  await put(
    there.ownerUrl,
    `
    INSERT INTO editor (name, email, password_hash) VALUES ('Somebody Else', 'else@ebbstone.example', 'x');
    INSERT INTO workspace (name) VALUES ('Theirs'); INSERT INTO membership VALUES (1, 1, 'owner');
    INSERT INTO app (workspace_id, slug, name, role, platforms, key_policy) SELECT 1, 'kedge-' || n, 'Kedge', 'taught', '{linux}', '{}' FROM generate_series(1, 7) n;
    INSERT INTO command (app_id, name) SELECT 1, 'x.' || n FROM generate_series(1, 500) n; INSERT INTO context (app_id) SELECT 1 FROM generate_series(1, 30)`,
  );
  pools = { from: openPool(here.serverUrl), into: openPool(there.serverUrl), owner: openPool(there.ownerUrl) };
});
afterAll(async () => {
  await Promise.all(Object.values(pools).map((pool) => pool.end()));
  await there?.leave();
  await here?.leave();
  rmSync(home, { recursive: true, force: true });
});
/** A file that is whole in itself, whatever its rows say. */
function whole(name: string, lines: readonly string[]): string {
  const text = lines.map((line) => `${line}\n`).join('');
  const sha256 = createHash('sha256').update(text).digest('hex');
  writeFileSync(join(home, name), `${text}${JSON.stringify({ end: { rows: lines.length - 1, sha256 } })}\n`);
  return join(home, name);
}
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
    expect(written).toBe(readFileSync(file, 'utf8').trim().split('\n').length - 2);
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
          edits:
            layer.kind === 'custom'
              ? layer.edits.map((one) => [
                  command.get(one.command),
                  one.shortcuts,
                  one.reason,
                  one.holds && command.get(one.holds),
                ])
              : [],
          history: entries.map((one) => [
            one.kind,
            one.who,
            one.change.remove.map((place) => command.get(place.command)),
          ]),
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
    const words = (path: string) => readFileSync(path, 'utf8').replace(/\d+/g, '0').split('\n').slice(1, -2).sort();
    expect(words(again)).toEqual(words(file));
  });

  it('is refused where it is there already, is of another schema, or is no workspace, and leaves nothing', async () => {
    const owner = (await accountAt(pools.owner, 'else@ebbstone.example'))!;
    const count = async () =>
      (await pools.owner.query<{ n: number }>('SELECT count(*)::int AS n FROM crib.workspace')).rows[0]!.n;
    const before = await count();
    await expect(workspaceIn(pools.owner, file, owner.id)).rejects.toThrow(/already exist here/);
    const [head, ...rest] = readFileSync(file, 'utf8').trim().split('\n');
    const rows = rest.slice(0, -1);
    const refused = async (path: string, why: RegExp) => {
      await expect(workspaceIn(pools.owner, path, owner.id), path).rejects.toThrow(why);
      expect(await count(), path).toBe(before);
    };
    await refused(
      whole('older.jsonl', [head!.replace(/"\d{3}_\w+\.sql"/, '"007_uses.sql"'), ...rows]),
      /Update the older one/,
    );
    writeFileSync(join(home, 'none.jsonl'), 'a,b\n');
    await refused(join(home, 'none.jsonl'), /Line 1 is not JSON/);
    await refused(
      whole('sly.jsonl', [head!, JSON.stringify({ table: 'editor', row: { name: 'x' } })]),
      /not part of a workspace/,
    );

    // Not whole: the head alone, cut at a line, cut within one, a row left out, a letter changed.
    const text = readFileSync(file, 'utf8');
    const broken = {
      head: `${head}\n`,
      cut: [head, ...rows.slice(0, 40)].join('\n'),
      without: text.replace(`${rows[9]}\n`, ''),
      changed: text.replace('Kedge', 'Kedgy'),
    };
    for (const [name, content] of Object.entries(broken)) {
      writeFileSync(join(home, `${name}.jsonl`), content);
      await refused(join(home, `${name}.jsonl`), /end mark|checksum/);
    }
  });

  it('writes to nothing but itself, whatever numbers its rows have', async () => {
    const owner = (await accountAt(pools.owner, 'else@ebbstone.example'))!;
    const content = async () =>
      (
        await pools.owner.query<{ all: string }>(
          `SELECT string_agg(t::text, E'\\n' ORDER BY t::text) AS all FROM (SELECT app_id, name FROM crib.run UNION ALL SELECT sheet_id, title FROM crib.edition JOIN crib.sheet s ON s.id = sheet_id UNION ALL SELECT id, name FROM crib.app UNION ALL SELECT workspace_id, role FROM crib.membership) t`,
        )
      ).rows[0]!.all;
    const before = await content();
    const [head] = readFileSync(file, 'utf8').split('\n');
    const last = (await pools.owner.query<{ id: number }>('SELECT max(id) AS id FROM crib.app')).rows[0]!.id;
    const app = {
      id: 1,
      workspace_id: 1,
      slug: 'planted',
      name: 'Planted',
      role: 'taught',
      platforms: ['linux'],
      key_policy: {},
    };
    const [theirs, sheet] = [1 - Number(last), -3];
    const planted: readonly (readonly [string, object])[] = [
      ['run', { id: 1, app_id: theirs, name: 'Planted' }],
      ['run', { id: 1, app_id: '1', name: 'Planted' }],
      ['run', { id: 1, app_id: 1.5, name: 'Planted' }],
      ['run', { id: 1, app_id: 7, name: 'Planted' }],
      ['run', { id: -1, app_id: 1, name: 'Planted' }],
      ['app', { ...app, id: 2, slug: 'other', workspace_id: '1' }],
      [
        'edition',
        {
          id: 1,
          sheet_id: sheet,
          number: 99,
          address: 'planted-planted',
          slug: 'planted',
          body: '{}',
          hash: 'x',
          published_by: 1,
        },
      ],
      ['sheet_section', { sheet_id: 1, position: 0, title: 'x', left_out: [-1] }],
      ['membership', { workspace_id: 1, editor_id: 1, role: 'owner' }],
    ];
    for (const [n, [table, facts]] of planted.entries()) {
      const lines = [
        head!,
        ...[['app', app] as const, [table, facts] as const].map(([table, row]) => JSON.stringify({ table, row })),
      ];
      const path = whole(`planted-${n}.jsonl`, lines);
      await expect(workspaceIn(pools.owner, path, owner.id), lines[2]!).rejects.toThrow();
      expect(await content()).toBe(before);
    }
  });

  it('lets everybody else write until its last moment', async () => {
    const owner = (await accountAt(pools.owner, 'else@ebbstone.example'))!;
    const [head, ...rest] = readFileSync(file, 'utf8').trim().split('\n').slice(0, -1);
    // The same workspace at other addresses.
    const rows = rest.map((line) => line.replace('hajus-', 'rajus-').replace(/"address":"(?!rajus)/, '"address":"o-'));
    const path = whole('others.jsonl', [head!, ...rows]);
    const moment = () => {
      let pass = () => {};
      return { come: new Promise<void>((done) => (pass = done)), pass: () => pass() };
    };
    const [reached, go] = [moment(), moment()];
    /** A pool whose transactions wait before they are committed, holding all that they will ever lock. */
    const waiting = {
      query: pools.owner.query.bind(pools.owner),
      async connect() {
        const client = await pools.owner.connect();
        const query = async (text: string, values?: unknown[]) => {
          if (text === 'COMMIT') {
            reached.pass();
            await go.come;
          }
          return client.query(text, values);
        };
        return { query, release: (lost?: Error) => client.release(lost) };
      },
    } as unknown as Pool;
    const coming = workspaceIn(waiting, path, owner.id);
    await Promise.race([reached.come, coming]);
    const within = { workspace: 1, editor: owner.id, doing: 'wrote meanwhile' };
    const writes = [
      `INSERT INTO app (slug, name, role, platforms, key_policy) VALUES ('meanwhile', 'Meanwhile', 'taught', '{linux}', '{}')`,
      `INSERT INTO system_key (platform, shortcut, taker) VALUES ('linux', 'Primary+J', 'the recorder')`,
      `INSERT INTO run (app_id, name) VALUES (1, 'Meanwhile')`,
      `UPDATE app SET name = 'Kedge, renamed' WHERE id = 1`,
      `INSERT INTO bin (app_id, kind, name, editor_id) VALUES (1, 'run', 'x', ${owner.id})`,
    ];
    for (const sql of writes)
      await inTransaction(pools.into, within, (db) => db.query(`SET LOCAL lock_timeout = 100; ${sql}`));
    go.pass();
    expect((await coming).rows).toBe(rows.length);
  });
});
