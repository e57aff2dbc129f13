import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { connect, createServer, type AddressInfo } from 'node:net';
import { strToU8, zipSync } from 'fflate';
import pg from 'pg';
import { beforeAll, describe, expect, it } from 'vitest';
import type { AppOverview, Catalogue, Release } from '@crib/core/contract';
import { EDITORS, EVERYWHERE, inTransaction, isOutage, openPool } from '../src/store/db.ts';
import { Client, databaseUrl, withServer } from './harness.ts';
import { twoReleases } from './two-releases.ts';

const server = withServer();
let client: Client;
beforeAll(async () => void (client = await server.client()));

const rows = (count: number) =>
  `Command id,Label,Shortcut\n${Array.from({ length: count }, (_, n) => `c.${n},Command ${n},Ctrl+${n % 10}`).join('\n')}\n`;
/** Ends all connections of the server’s role, as an administrator may, or a restart does. */
async function endConnections() {
  const owner = new pg.Client({ connectionString: databaseUrl('OWNER') });
  await owner.connect();
  const { username } = new URL(databaseUrl('SERVER'));
  await owner
    .query(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND usename = $1',
      [username],
    )
    .catch(() => owner.query('SELECT 1'));
  await owner.end();
}

describe('a lost database connection', () => {
  it('fails what was under way with a 503 that passes, stores nothing of it, and ends nothing', async () => {
    const { release, catalogue } = await client.makeRelease();
    const taking = client.takeIn(release, rows(3000));
    for (let n = 0; n < 30; n++) {
      await endSessions();
      await new Promise((done) => setTimeout(done, 40));
    }
    const { status, body, headers } = await taking;
    expect([201, 503]).toContain(status);
    if (status === 503) {
      expect(body).toMatchObject({ code: 'outage' });
      expect(headers.get('retry-after')).toBe('2');
      expect(headers.get('cache-control')).toBe('no-store');
    }
    const after = async (): Promise<Catalogue> => {
      for (;;) {
        const found = await catalogue().catch(() => null);
        if (found) return found;
      }
    };
    expect([0, 3000]).toContain((await after()).commands.length);
  });
  /** The server’s own role may end its own sessions. */
  async function endSessions() {
    const own = new pg.Client({ connectionString: databaseUrl('SERVER') });
    own.on('error', () => {});
    await own.connect();
    await own
      .query(
        'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND usename = current_user AND pid <> pg_backend_pid()',
      )
      .catch(() => endConnections());
    await own.end().catch(() => {});
  }

  const SHORT = { connections: 1, connecting: 300, locks: 200, statements: 300 };
  const failure = (work: Promise<unknown>) =>
    work.then(
      () => null,
      (error: unknown) => error,
    );
  it('that is lost without a word is given up, and the next one serves', async () => {
    const url = new URL(databaseUrl('SERVER'));
    const { hostname, port } = url;
    let silent = false;
    const between = createServer((near) => {
      const far = connect(Number(port || 5432), hostname);
      near.on('data', (bytes) => silent || far.write(bytes)).on('close', () => far.destroy());
      far.on('data', (bytes) => silent || near.write(bytes)).on('close', () => near.destroy());
      for (const end of [near, far]) end.on('error', () => {});
    });
    await new Promise<void>((done) => between.listen(0, '127.0.0.1', done));
    Object.assign(url, { hostname: '127.0.0.1', port: String((between.address() as AddressInfo).port) });
    const pool = openPool(url.href, SHORT);
    const asked = () => inTransaction(pool, { workspace: EVERYWHERE }, (db) => db.query('SELECT 1'));
    expect(await failure(asked())).toBeNull();
    silent = true;
    for (let n = 0; n < 3; n++) expect(isOutage(await failure(asked()))).toBe(true);
    silent = false;
    expect(await failure(asked())).toBeNull();
    await pool.end();
    between.close();
  });

  it('is told from an error of ours by its class (PostgreSQL 15, appendix A)', async () => {
    const pool = openPool(databaseUrl('SERVER'), SHORT);
    const held = await pool.connect();
    expect(isOutage(await failure(pool.query('SELECT 1')))).toBe(true);
    expect(isOutage(await failure(held.query('SELECT pg_sleep(2)')))).toBe(true);
    await held.query('BEGIN READ ONLY');
    expect(isOutage(await failure(held.query("DELETE FROM app WHERE slug = 'no such'")))).toBe(true);
    await held.query('ROLLBACK');
    expect(isOutage(await failure(held.query('SELECT 1 / 0')))).toBe(false);
    expect(isOutage(await failure(held.query('SELECT nothing')))).toBe(false);
    held.release();
    await pool.end();
    const nowhere = openPool('postgresql://crib@127.0.0.1:1/crib');
    expect(isOutage(await failure(nowhere.query('SELECT 1')))).toBe(true);
    await nowhere.end();
  });
});

describe('readers', () => {
  it('are answered while editors wait for every connection they have, and those are told to come again', async () => {
    const held = await Promise.all(Array.from({ length: EDITORS.connections }, () => server.pool().connect()));
    let waiting = true;
    const editor = client.ask('GET', '/api/apps').finally(() => (waiting = false));
    expect((await new Client(server.address()).ask('GET', '/public/editions/nowhere')).status).toBe(404);
    expect(waiting).toBe(true);
    expect((await editor).status).toBe(503);
    for (const one of held) one.release();
    expect((await client.ask('GET', '/api/apps')).status).toBe(200);
  });
});

describe('lists that would end or stall the server', () => {
  const stray = zipSync({
    'xl/workbook.xml': strToU8('<workbook/>'),
    'xl/worksheets/sheet1.xml': strToU8(
      '<worksheet><sheetData><row><c r="A1"/><c r="XFD1048576"/></row></sheetData></worksheet>',
    ),
  });
  const blanks = ' '.repeat(100_000);
  it.each<[string, Uint8Array | string]>([
    ['a stray cell', stray],
    ['a heading of blanks', `# a${' '.repeat(2000)}b\n| A | B |\n|---|---|\n| x | F5 |\n`],
    ['a line of blanks', `Label${blanks}x\nOpen  Ctrl+O\n`],
    ['a section of blanks', `Label,Shortcut\n"${blanks}keys",\nA,F5\n`],
    ['brackets without end', `Label,Shortcut\nA,${'('.repeat(390)}\n`],
    ['brackets in brackets', `Label,Shortcut\nA,${'('.repeat(190)}F5${')'.repeat(190)}\n`],
    ['dashes and dots', `${'. '.repeat(50_000)}\n${'-'.repeat(50_000)}x\n`],
    [
      'unknown keys',
      `Label,Shortcut\n${Array.from({ length: 50_000 }, (_, n) => `A${n},Ctrl+Entre${n}`).join('\n')}\n`,
    ],
    ['elements in elements', `<table><tr><td>${'<b>'.repeat(300_000)}`],
  ])('%s is answered, and others meanwhile', async (_what, list) => {
    const { release } = await client.makeRelease();
    const body = typeof list === 'string' ? { text: list } : { base64: Buffer.from(list).toString('base64') };
    const asked = client.ask('POST', `/api/releases/${release.id}/list/preview`, body);
    const others = await Promise.all(Array.from({ length: 5 }, () => client.ask('GET', '/api/apps')));
    expect(others.map((one) => one.status)).toEqual([200, 200, 200, 200, 200]);
    expect((await asked).status).toBeLessThan(500);
  });
});

describe('requests that are not what they say', () => {
  const post = (body: string | Uint8Array<ArrayBuffer>, headers: Record<string, string>, path = '/api/session') =>
    fetch(server.address() + path, {
      method: 'POST',
      body,
      headers: { 'content-type': 'application/json', ...headers },
    });
  it('are 4xx with a sentence, and never cached', async () => {
    const deep = `${'['.repeat(100_000)}${']'.repeat(100_000)}`;
    const packed = gzipSync(JSON.stringify({ email: 'x'.repeat(25_000_000) }));
    expect(packed.length).toBeLessThan(30_000);
    const { slug } = await client.makeRelease();
    const answers = [
      await post(deep.slice(0, 16_000), {}),
      await post(packed, { 'content-encoding': 'gzip' }),
      await post('{}', { 'content-encoding': 'gzip' }),
      await post('{}', { 'content-encoding': 'no-such' }),
      await post('x'.repeat(30 * 1024 * 1024), {}, '/api/apps'),
      ...(await Promise.all(
        [
          '/assets/%00',
          '/assets/..%2f..%2fpackage.json',
          '/api/apps/%00',
          '/api/apps/%E0%A4%A',
          '/public/editions/%00',
        ].map((path) => fetch(server.address() + path)),
      )),
    ];
    for (const answer of answers) {
      expect(answer.status, answer.url).toBeGreaterThanOrEqual(400);
      expect(answer.status, answer.url).toBeLessThan(500);
      expect(answer.headers.get('cache-control'), answer.url).toBe('no-store');
    }
    expect(answers[4]!.status).toBe(401);
    const refused = await client.ask('POST', `/api/apps/${slug}/releases`, { label: 'half \ud800' });
    expect(refused).toMatchObject({ status: 400, body: { code: 'bad-request' } });
    const before = await client.ask('POST', `/api/apps/${slug}/releases`, { label: 'old', releasedOn: '0000-01-01' });
    expect(before.status).toBeGreaterThanOrEqual(400);
    expect(before.status).toBeLessThan(500);
    const large = await client.ask('PUT', `/api/apps/${slug}`, { name: 'x'.repeat(3_000_000) });
    expect(large).toMatchObject({ status: 413, body: { detail: expect.stringContaining('2 MB') } });
  });
  it('leave no connection waiting when a client goes away', async () => {
    const { port } = new URL(server.address());
    const socket = connect(Number(port), '127.0.0.1');
    await new Promise<void>((done) =>
      socket.write('POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Length: 100\r\n\r\n{', () => done()),
    );
    socket.destroy();
    expect((await client.ask('GET', '/api/apps')).status).toBe(200);
  });
});

describe('acts at the same moment', () => {
  it('are ten releases when ten are added', async () => {
    const { slug } = await client.makeRelease();
    const made = await Promise.all(
      Array.from({ length: 10 }, (_, n) =>
        client.ask<Release>('POST', `/api/apps/${slug}/releases`, { label: `2.${n}` }),
      ),
    );
    expect(made.map((one) => one.status)).toEqual(Array(10).fill(201));
    const { releases } = await client.must<AppOverview>('GET', `/api/apps/${slug}`);
    expect(releases.map((one) => one.position).sort((a, b) => a - b)).toEqual(
      Array.from({ length: 11 }, (_, n) => n + 1),
    );
  });
  it('never take what another app has: the lineage of one is not said at the address of another', async () => {
    const [mine, theirs] = [await twoReleases(client), await twoReleases(client)];
    const link = {
      kind: 'command',
      old: mine.id(mine.old, 'Trace shoreline'),
      now: mine.id(mine.now, 'Trace coastline'),
    };
    const say = (slug: string, verdict: string | null) =>
      client.ask<unknown[]>('PUT', `/api/apps/${slug}/lineage`, {
        release: mine.now.release.id,
        links: [{ ...link, verdict }],
      });
    expect((await say(mine.slug, 'confirmed')).status).toBe(200);
    expect((await say(theirs.slug, null)).status).toBe(404);
    expect(await client.must<unknown[]>('GET', `/api/apps/${mine.slug}/lineage`)).toHaveLength(1);
  });
});

describe('two recipes with one file extension', () => {
  it('are both published, each file under a name of its own', async () => {
    const { slug, release, catalogue } = await client.makeRelease();
    await client.takeIn(release, 'Command id,Label,Shortcut\na,Cafe\u0301,S\n');
    const found = await catalogue();
    // Written in two code points, kept in the one form that everything is compared in (Unicode NFC, UAX 15).
    expect(found.commands[0]!.label).toBe('Caf\u00e9');
    const recipe = JSON.parse(
      readFileSync(new URL('../../demo/fathomry/recipe.json', import.meta.url), 'utf8'),
    ) as object;
    await client.must('POST', `/api/apps/${slug}/recipes`, { ...recipe, name: 'Key file' });
    await client.must('POST', `/api/apps/${slug}/recipes`, { ...recipe, name: 'Key file, short' });
    const { id } = await client.makeKeyset(slug);
    const put = [
      {
        command: found.commands[0]!.id,
        context: found.contexts[0]!.id,
        platform: null,
        action: 'set',
        shortcuts: ['F9'],
      },
    ];
    await client.must('POST', `/api/keysets/${id}/changes`, { revision: 1, put });
    const sheet = await client.must<{ id: number; revision: number }>('POST', `/api/apps/${slug}/sheets`, {
      keysetId: id,
      title: 'S',
    });
    const sections = [{ title: 'All', rows: [{ command: found.commands[0]!.id, note: '' }] }];
    await client.must('PUT', `/api/sheets/${sheet.id}`, {
      revision: sheet.revision,
      keysetId: id,
      title: 'S',
      intro: '',
      credit: '',
      sections,
    });
    const { address } = await client.must<{ address: string }>('POST', `/api/sheets/${sheet.id}/editions`);
    const { files } = await client.must<{ files: { name: string }[] }>('GET', `/public/editions/${address}`);
    expect(files).toHaveLength(8);
    expect(new Set(files.map((one) => one.name)).size).toBe(8);
    for (const form of ['sheet.csv', 'sheet.json'])
      expect((await client.ask('GET', `/public/editions/${address}/${form}`)).status).toBe(200);
  });
});

describe('what the database rules', () => {
  it('is a date that can be taken back, and a number within its bounds, each with a sentence', async () => {
    const { slug, release, catalogue } = await client.makeRelease();
    const path = `/api/releases/${release.id}`;
    await client.must('PUT', path, { releasedOn: '2026-01-02' });
    expect(await client.must<Release>('PUT', path, { label: '1.0' })).toMatchObject({ releasedOn: '2026-01-02' });
    expect(await client.must<Release>('PUT', path, { releasedOn: null })).toMatchObject({ releasedOn: null });
    await client.takeIn(release, 'Command id,Label,Shortcut\na,Alpha,F5\nb,Beta,F5\n');
    const found = await catalogue();
    const [a, b] = found.commands.map((one) => one.id) as [number, number];
    const bindings = `/api/keysets/${found.keysets[0]!.id}/bindings`;
    const stated = { command: a, contexts: [found.contexts[0]!.id], platform: null, shortcut: 'F5' };
    expect(await client.ask('POST', bindings, { bindings: [stated] })).toMatchObject({
      status: 409,
      body: { detail: expect.stringMatching(/Alpha already has F5 in this context/) },
    });
    // Two commands that are one have their shortcut once.
    await client.must('POST', `/api/apps/${slug}/merge`, { keep: a, drop: b });
    const { keysets } = await catalogue();
    expect(keysets[0]).toMatchObject({ bindings: [{ command: a, shortcut: 'F5' }] });
  });
  it('is that undoing after a split leads back to what was', async () => {
    const { slug, release, catalogue } = await client.makeRelease();
    await client.takeIn(release, 'Command id,Label,Shortcut\na,Alpha,F5\n');
    const found = await catalogue();
    const place = { command: found.commands[0]!.id, context: found.contexts[0]!.id, platform: null };
    const { id } = await client.makeKeyset(slug);
    const set = (revision: number, keys: string[]) =>
      client.must('POST', `/api/keysets/${id}/changes`, {
        revision,
        put: [{ ...place, action: 'set', shortcuts: keys, reason: keys.join() }],
      });
    await set(1, ['F6']);
    await set(2, ['F7']);
    const { id: part } = await client.must<{ id: number }>('POST', `/api/apps/${slug}/split`, {
      command: place.command,
      name: 'a.part',
      label: 'Alpha’s part',
      bindings: [],
      edits: [{ keyset: id, context: place.context, platform: null }],
    });
    await client.must('POST', `/api/keysets/${id}/undo`, { revision: 4 });
    expect(await client.must('GET', `/api/keysets/${id}`)).toMatchObject({
      edits: [{ command: part, shortcuts: ['F6'] }],
    });
    await client.must('POST', `/api/keysets/${id}/undo`, { revision: 5 });
    expect(await client.must('GET', `/api/keysets/${id}`)).toMatchObject({ edits: [] });
  });
});
