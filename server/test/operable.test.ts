import { createServer, type Server } from 'node:http';
import { Writable } from 'node:stream';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { configOf } from '../src/config.ts';
import { createApp } from '../src/http/app.ts';
import { counterOn } from '../src/publish/counting.ts';
import { READERS, openPool, type Pool } from '../src/store/db.ts';
import { ACCOUNT, Client, databaseUrl, ensureOwner } from './harness.ts';

describe('the configuration', () => {
  const database = 'postgresql://crib_server:x@127.0.0.1:5432/crib';
  it.each([
    [{}, /Set DATABASE_URL to the database/],
    [{ DATABASE_URL: 'mysql://x' }, /DATABASE_URL must be a database address/],
    [{ DATABASE_URL: database, PORT: '99999' }, /PORT must be at most 65535/],
    [{ DATABASE_URL: database, PORT: 'many' }, /PORT must be a number/],
    [{ DATABASE_URL: database, CRIB_SITE: 'crib.school' }, /Set CRIB_SITE to the public address/],
    [{ DATABASE_URL: database, CRIB_PROCESSES: '4' }, /Set SESSION_SECRET when there are several processes/],
    [{ DATABASE_URL: database, SESSION_SECRET: 'short' }, /SESSION_SECRET must have at least 32 characters/],
    [{ DATABASE_URL: database, LOG_LEVEL: 'loud' }, /LOG_LEVEL must be/],
    [{ DATABASE_URL: database, TRUST_PROXY: '-1' }, /TRUST_PROXY .* must be at least 0/],
  ])('says what is wrong with %j', (environment, sentence) => {
    expect(() => configOf(environment)).toThrow(sentence);
  });
  it('tells all faults at once, and takes what is set to nothing as not set', () => {
    expect(() => configOf({ PORT: 'x', LOG_LEVEL: 'y' })).toThrow(/DATABASE_URL[\s\S]*PORT[\s\S]*LOG_LEVEL/);
    expect(configOf({ DATABASE_URL: database, PORT: '', CRIB_SITE: 'https://crib.school.example/x' })).toMatchObject({
      port: 0,
      site: 'https://crib.school.example',
      processes: 1,
    });
  });
});

describe('behind one proxy, with a log', () => {
  let [server, pool, readers]: [Server?, Pool?, Pool?] = [];
  let address = '';
  const lines: string[] = [];
  beforeAll(async () => {
    pool = openPool(databaseUrl('SERVER'));
    readers = openPool(databaseUrl('SERVER'), READERS);
    await ensureOwner(pool, 'Tess Wray', ACCOUNT);
    const stream = new Writable({ write: (chunk: Buffer, _encoding, done) => (lines.push(String(chunk)), done()) });
    const threads = { close: () => Promise.resolve() } as never;
    const logger = pino({ level: 'info', base: null }, stream);
    server = createServer(
      createApp({
        pool,
        databaseUrl: databaseUrl('SERVER'),
        readers,
        lists: threads,
        matcher: threads,
        weigher: threads,
        packer: threads,
        counter: counterOn(pool),
        sessionSecret: 'only for tests',
        logger,
        site: 'https://school.example',
        trustProxy: 1,
        mostHeavy: 3,
      }),
    );
    await new Promise<void>((done) => server!.listen(0, '127.0.0.1', done));
    const at = server.address();
    address = `http://127.0.0.1:${typeof at === 'object' && at ? at.port : 0}`;
  });
  afterAll(async () => {
    server?.closeAllConnections();
    await new Promise((done) => server!.close(done));
    await Promise.all([pool!.end(), readers!.end()]);
  });

  it('takes the proxy’s word for TLS and for where a request comes from, and nobody else’s', async () => {
    const over = (proto: string) =>
      new Client(address).ask('POST', '/api/session', ACCOUNT, { 'x-forwarded-proto': proto });
    expect((await over('https')).headers.getSetCookie()[0]).toMatch(/Secure/);
    expect((await over('http')).headers.getSetCookie()[0]).not.toMatch(/Secure/);
    // Each of twenty-five comes from another place now, since the proxy says so; what they claim before it does not count.
    const statuses = new Set<number>();
    for (let n = 0; n < 25; n++)
      statuses.add(
        (await fetch(`${address}/api/joining/none`, { headers: { 'x-forwarded-for': `1.1.1.1, 10.0.1.${n}` } })).status,
      );
    expect(statuses).toEqual(new Set([404]));
  });

  it('takes so many large requests a minute from one account, and says when the next', async () => {
    const client = new Client(address);
    await client.must('POST', '/api/session', ACCOUNT);
    const statuses: number[] = [];
    for (let n = 0; n < 12; n++) statuses.push((await client.ask('POST', '/api/sheets/999999/editions', {})).status);
    expect(statuses.filter((one) => one === 429).length).toBeGreaterThan(1);
    expect((await client.ask('GET', '/api/apps')).status).toBe(200);
  });

  it('logs a line a request with its id and route, and nothing of people or of what they keep', async () => {
    lines.length = 0;
    const client = new Client(address);
    await client.must('POST', '/api/session', ACCOUNT);
    const { slug, release } = await client.makeRelease({ name: 'Secret of the deep' });
    await client.ask('GET', `/api/apps/${slug}/history?command=quiet-command`);
    await client.ask('POST', `/api/releases/${release.id}/commands`, { label: 'Hidden words' });
    await client.ask('POST', '/api/apps', { slug, name: 'Secret of the deep', platforms: ['linux'] });
    const answer = await client.ask('GET', '/api/apps', undefined, { 'x-request-id': 'asked-by-a-test' });
    expect(answer.headers.get('x-request-id')).toBe('asked-by-a-test');
    const told = lines.map(
      (line) => JSON.parse(line) as { req: { id: string }; route: string; res: { status: number } },
    );
    expect(told.length).toBe(7);
    expect(told.map((one) => one.route)).toContain('/api/apps/:slug/history');
    expect(told.at(-1)).toMatchObject({ req: { id: 'asked-by-a-test' }, route: '/api/apps', res: { status: 200 } });
    expect(lines.join('')).not.toMatch(
      /ebbstone|quiet-harbour|Tess|Secret|Hidden|quiet-command|app-[0-9a-f]{8}|127\.0\.0\.1|cookie/,
    );
  });
});
