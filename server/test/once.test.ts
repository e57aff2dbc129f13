import { createHash } from 'node:crypto';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { beginExamples, examples, sendExample, expectHolds } from './examples.ts';
import { Client, databaseUrl, withServer } from './harness.ts';

const server = withServer();
let owner: pg.Client;
beforeAll(async () => {
  await beginExamples(server.pool());
  owner = new pg.Client({ connectionString: databaseUrl('OWNER'), options: '-c search_path=crib' });
  await owner.connect();
});
afterAll(() => owner.end());

/** A hash of every row of every table but those that count requests. */
async function content(): Promise<string> {
  const { rows } = await owner.query<{ name: string }>(
    `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r'
       AND relname NOT IN ('session', 'edition_count', 'pace', 'here') ORDER BY 1`,
  );
  const hash = createHash('sha256');
  for (const { name } of rows) {
    const all = await owner.query<{ rows: string | null }>(
      `SELECT string_agg(t::text, E'\\n' ORDER BY t::text) AS rows FROM ${name} t`,
    );
    hash.update(`${name}\n${all.rows[0]!.rows ?? ''}\n`);
  }
  return hash.digest('hex');
}

/** What is done by whoever is at the door, before there is anybody whose key it could be. */
const AT_THE_DOOR = /\/api\/(session|sessions|account|joining)/;

describe('an act that is sent twice with one key', () => {
  it('is done once, whatever it is, and answered with the first answer', async () => {
    const client = new Client(server.address());
    let repeated = 0;
    for (const [index, example] of examples.entries()) {
      const { method, path, status, kind, answer } = example;
      const keyed = method !== 'GET' && status < 300 && path.startsWith('/api/') && !AT_THE_DOOR.test(path);
      if (!keyed) {
        const got = await sendExample(client, example);
        if (kind === 'json' && answer.trim()) expectHolds(got.body, JSON.parse(answer), path);
        continue;
      }
      const once = { ...example, headers: `${example.headers}Idempotency-Key: example-${index}\n` };
      const first = await sendExample(client, once);
      expect(first.status, `${method} ${path}`).toBe(status);
      if (answer.trim()) expectHolds(first.body, JSON.parse(answer), path);
      const before = await content();
      const [second, third] = await Promise.all([sendExample(client, once), sendExample(client, once)]);
      for (const again of [second, third]) {
        expect(again.status, `${method} ${path} again`).toBe(status === 201 ? 200 : status);
        expect(again.body, `${method} ${path} again`).toEqual(first.body);
      }
      expect(await content(), `${method} ${path} again`).toBe(before);
      repeated++;
    }
    expect(repeated).toBeGreaterThan(60);
  });

  it('is done once by whichever of several requests comes first, and its key is for it alone', async () => {
    const client = await server.as('owner');
    const app = { slug: 'twice', name: 'Twice', platforms: ['windows'] };
    const headers = { 'idempotency-key': 'a-key-of-mine' };
    const answers = await Promise.all(Array.from({ length: 8 }, () => client.ask('POST', '/api/apps', app, headers)));
    expect(answers.map((one) => one.status).sort()).toEqual([200, 200, 200, 200, 200, 200, 200, 201]);
    expect(new Set(answers.map((one) => JSON.stringify(one.body))).size).toBe(1);
    expect((await client.ask('POST', '/api/apps', { ...app, name: 'Thrice' }, headers)).body).toMatchObject({
      code: 'key-reused',
    });
    expect((await client.ask('POST', '/api/apps', app, { 'idempotency-key': 'with a blank' })).status).toBe(400);
    // What was refused was not done: the same key may be sent with what is mended.
    const wrong = await client.ask('POST', '/api/apps', { ...app, slug: 'twice' }, { 'idempotency-key': 'another' });
    expect(wrong.status).toBe(409);
    expect(
      (await client.ask('POST', '/api/apps', { ...app, slug: 'anew' }, { 'idempotency-key': 'another' })).status,
    ).toBe(201);
  });
});

describe('a revision', () => {
  it('is answered as an ETag and taken from If-Match', async () => {
    const client = await server.as('owner');
    const made = await client.makeRelease();
    await client.takeIn(made.release, 'Label,Shortcut\nA,F5\n');
    const keyset = await client.makeKeyset(made.slug);
    const found = await client.ask('GET', `/api/keysets/${keyset.id}`);
    expect(found.headers.get('etag')).toBe('"1"');
    const [command] = (await made.catalogue()).commands;
    const put = [{ command: command!.id, context: command!.home, platform: null, action: 'set', shortcuts: ['F9'] }];
    const saved = await client.ask('POST', `/api/keysets/${keyset.id}/changes`, { put }, { 'if-match': '"1"' });
    expect(saved.status).toBe(200);
    const late = await client.ask('POST', `/api/keysets/${keyset.id}/changes`, { put }, { 'if-match': '"1"' });
    expect(late.status).toBe(412);
  });
});
