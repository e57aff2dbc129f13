import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, afterEach, describe, expect, it } from 'vitest';
import { openCluster } from '../lib/cluster.mjs';
import { asked } from './schemas/past.ts';
import { freePort } from '../lib/ports.mjs';
import { playwrightTally, vitestTally } from '../lib/tally.mjs';

const root = fileURLToPath(new URL('../..', import.meta.url));
// Deeper than a socket's path may be, and with a space in it.
const home = join(
  mkdtempSync(join(tmpdir(), 'crib-start-')),
  'a folder whose name is long enough for a socket in it not to fit any more',
);

interface Run {
  child: ChildProcess;
  address: string;
  output: () => string;
  ended: Promise<number | null>;
}

/** What runs, so that a test that fails leaves nothing to the next. */
const runs = new Set<Run>();
afterEach(async () => {
  for (const run of runs) run.child.kill('SIGTERM');
  await Promise.all([...runs].map((run) => run.ended));
  runs.clear();
});
afterAll(() => rmSync(join(home, '..'), { recursive: true, force: true }));

/** Starts Crib as `npm start` does, on data of its own, and waits for its address. */
const start = (...args: string[]): Promise<Run> => startWith({}, ...args);
async function startWith(more: Record<string, string>, ...args: string[]): Promise<Run> {
  mkdirSync(home, { recursive: true });
  // Open to the user that the database runs as.
  chmodSync(join(home, '..'), 0o755);
  const { DATABASE_URL: _given, ...env } = process.env;
  const child = spawn(process.execPath, ['scripts/start.mjs', ...args], {
    cwd: root,
    env: { ...env, CRIB_VAR: home, ...more },
  });
  let text = '';
  const ended = new Promise<number | null>((done) => child.once('exit', done));
  const address = await new Promise<string>((done, fail) => {
    const hear = (chunk: Buffer) => {
      text += chunk.toString();
      const found = /Crib is at (http\S+)/.exec(text);
      if (found) done(found[1]!);
    };
    child.stdout!.on('data', hear);
    child.stderr!.on('data', hear);
    void ended.then(() => fail(new Error(text)));
  });
  const run = { child, address, output: () => text, ended };
  runs.add(run);
  void ended.then(() => runs.delete(run));
  return run;
}
const status = (address: string, path = '/public/demo') =>
  fetch(address + path).then(
    (response) => response.status,
    () => 'no answer',
  );
/** Asks, and asks again while the database cannot answer just now: a machine that stands still for seconds is no fault. */
async function ask<T>(
  address: string,
  method: string,
  path: string,
  { cookie = '', body }: { cookie?: string; body?: object } = {},
) {
  for (;;) {
    const response = await fetch(address + path, {
      method,
      headers: { cookie, ...(body && { 'content-type': 'application/json' }) },
      ...(body && { body: JSON.stringify(body) }),
    });
    const text = await response.text();
    if (response.status === 503) {
      await new Promise((done) => setTimeout(done, 1000 * Number(response.headers.get('retry-after') ?? 1)));
      continue;
    }
    const given = response.headers.getSetCookie()[0]?.split(';')[0] ?? cookie;
    const json = /json/.test(response.headers.get('content-type') ?? '');
    return { status: response.status, cookie: given, body: (json && text ? JSON.parse(text) : text) as T };
  }
}
const signIn = (address: string, { email, password }: { email: string; password: string }) =>
  ask<unknown>(address, 'POST', '/api/session', { body: { email, password } });
/** The slugs of the programs that an account sees; what else is answered is told. */
async function appsOf(address: string, account: { email: string; password: string }) {
  const { status, cookie } = await signIn(address, account);
  expect(status).toBe(201);
  const apps = await ask<{ slug: string }[]>(address, 'GET', '/api/apps', { cookie });
  expect(apps, JSON.stringify(apps.body)).toMatchObject({ status: 200 });
  return apps.body.map((app) => app.slug);
}
const demoOf = async (address: string) =>
  (await ask<{ name: string; email: string; password: string }[]>(address, 'GET', '/public/demo')).body;
async function stopped(run: Run) {
  run.child.kill('SIGTERM');
  expect(await run.ended).toBe(0);
}
const databasePid = () => Number(readFileSync(join(home, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]);
/** Whether a process runs; one that has ended and is only waiting for its parent to notice does not. */
const alive = (pid: number) => {
  const stat = existsSync(`/proc/${pid}/stat`) ? readFileSync(`/proc/${pid}/stat`, 'utf8') : '';
  return stat !== '' && !/\) [ZX] /.test(stat);
};

describe('npm start', () => {
  it('sets up, lets a second one in beside it, and puts everything away behind the last', async () => {
    const first = await start();
    expect(await status(first.address)).toBe(200);
    expect(await status(first.address, '/')).toBe(200);
    const database = databasePid();
    expect(readFileSync(`/proc/${database}/status`, 'utf8')).not.toMatch(/^Uid:\t0/m);

    const second = await start();
    expect(second.address).not.toBe(first.address);
    expect(databasePid()).toBe(database);
    await expect(start('--fresh')).rejects.toThrow(/Stop it before using --fresh/);

    first.child.kill('SIGINT');
    expect(await first.ended).toBe(0);
    expect(first.output()).toContain('The database keeps running');
    expect(await status(first.address)).toBe('no answer');
    expect(await status(second.address)).toBe(200);

    second.child.kill('SIGINT');
    expect(await second.ended).toBe(0);
    expect(alive(database)).toBe(false);

    // Again, and the demo is there once, not twice.
    const third = await start();
    const [ines, tobias] = await demoOf(third.address);
    expect(await appsOf(third.address, ines!)).toEqual(['crib', 'fathomry', 'brinechart', 'tallowline']);

    // Whose password was changed is shown no more, nor whoever was removed; and neither is made again.
    const { cookie } = await signIn(third.address, ines!);
    const password = { old: ines!.password, now: 'a longer one, mine' };
    expect((await ask(third.address, 'PUT', '/api/account', { cookie, body: { password } })).status).toBe(200);
    const { body: people } = await ask<{ members: { id: number; email: string }[] }>(
      third.address,
      'GET',
      '/api/people',
      { cookie },
    );
    const id = people.members.find((one) => one.email === tobias!.email)!.id;
    expect((await ask(third.address, 'DELETE', `/api/members/${id}`, { cookie })).status).toBe(204);
    await stopped(third);
    const fourth = await start();
    const shown = (await demoOf(fourth.address)).map((one) => one.email);
    expect(shown).toHaveLength(2);
    expect(shown).not.toContain(ines!.email);
    expect((await signIn(fourth.address, tobias!)).status).toBe(401);
    expect((await appsOf(fourth.address, { ...ines!, password: password.now })).length).toBe(4);
    await stopped(fourth);
  });

  it('loads a demo again that was broken off while it was being loaded', async () => {
    const { DATABASE_URL: _given, ...env } = process.env;
    const child = spawn(process.execPath, ['scripts/start.mjs', '--fresh'], {
      cwd: root,
      env: { ...env, CRIB_VAR: home },
    });
    const ended = new Promise((done) => child.once('exit', done));
    await expect.poll(() => existsSync(join(home, 'demo-loading')), { timeout: 300_000 }).toBe(true);
    child.kill('SIGTERM');
    await ended;
    const run = await start();
    const [ines] = await demoOf(run.address);
    expect(await appsOf(run.address, ines!)).toEqual(['crib', 'fathomry', 'brinechart', 'tallowline']);
    expect(existsSync(join(home, 'demo-loading'))).toBe(false);
    await stopped(run);
  });

  it('makes no account on an operator’s own database, but a link for its first owner; and harms no second one', async () => {
    const cluster = await openCluster(join(home, 'theirs'), { durable: false });
    try {
      const at = (name: string) => ({
        CRIB_VAR: join(home, name),
        DATABASE_URL: cluster.superuser.replace(/postgres$/, name),
      });
      for (const name of ['one', 'two']) await asked(cluster.superuser, `CREATE DATABASE ${name}`);
      const run = await startWith(at('one'));
      const demo = JSON.parse(readFileSync(join(root, 'demo/accounts.json'), 'utf8')) as {
        email: string;
        password: string;
      }[];
      for (const account of demo) expect((await signIn(run.address, account)).status).toBe(401);
      expect(await status(run.address)).toBe(404);
      const link = /http\S+\/join\/(\S+)/;
      await expect.poll(run.output).toMatch(link);
      const path = `/api/joining/${link.exec(run.output())![1]}`;
      expect((await ask(run.address, 'GET', path)).body).toMatchObject({ role: 'owner', email: null, known: false });
      // The link is a secret: it is printed once, and who starts anew is told where to look.
      await stopped(run);
      const again = await startWith(at('one'));
      await expect.poll(again.output).toContain('There is no owner yet');
      expect(again.output()).not.toMatch(link);
      const owner = { email: 'wenna@school.example', password: 'anchor-and-cable' };
      const joined = await ask(again.address, 'POST', path, { body: { ...owner, name: 'Wenna Tregarth' } });
      expect(joined).toMatchObject({ status: 201, body: { role: 'owner' } });
      expect((await ask(again.address, 'POST', path, { body: { ...owner, name: 'Another' } })).status).toBe(404);

      // Another installation on the same PostgreSQL: the first one goes on, with connections made from then on.
      const second = await startWith(at('two'));
      await asked(cluster.superuser, `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = 'one'`);
      expect((await signIn(again.address, owner)).status).toBe(201);
      await stopped(second);
      await stopped(again);
      const third = await startWith(at('one'));
      expect(await appsOf(third.address, owner)).toEqual([]);
      expect(third.output()).not.toMatch(/join|no owner/);
      await stopped(third);
      // Said outright, where somebody works already, it makes nobody either.
      const demoed = await startWith(at('one'), '--demo');
      expect(await demoOf(demoed.address)).toEqual([]);
      expect((await signIn(demoed.address, demo[0]!)).status).toBe(401);
      await stopped(demoed);
    } finally {
      cluster.stop();
    }
  });

  it.each([
    ['an empty pid file', () => ''],
    ['the pid file of a process that has ended', () => '4194303\nnowhere\n0\n5432\n'],
    ['the pid file of a process that has its number now', () => `${process.pid}\nnowhere\n0\n5432\n`],
  ])('goes on after %s, and a database that dies while it runs is started again', async (_what, pidFile) => {
    const marks = join(home, 'running');
    mkdirSync(marks, { recursive: true });
    // A number that was given again: this process runs, and is no Crib.
    writeFileSync(join(marks, String(process.pid)), JSON.stringify({ began: '1', duty: true }));
    writeFileSync(join(home, 'pg/data/postmaster.pid'), pidFile());
    const run = await start();
    expect(existsSync(join(marks, String(process.pid)))).toBe(false);
    const first = databasePid();
    process.kill(first, 'SIGKILL');
    const trySignIn = () =>
      fetch(`${run.address}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: 'nobody@ebbstone.example', password: 'not this one' }),
      }).then(({ status }) => status);
    const seen = new Set<number>();
    const deadline = Date.now() + 60_000;
    do {
      seen.add(await trySignIn());
      await new Promise((done) => setTimeout(done, 200));
    } while (Date.now() < deadline && (!seen.has(401) || databasePid() === first));
    expect([...seen].filter((one) => one !== 401 && one !== 503)).toEqual([]);
    expect(databasePid()).not.toBe(first);
    await stopped(run);
  });
});

describe('ports', () => {
  it('are the wished one if it is free, else another', async () => {
    const wish = await freePort();
    expect(await freePort(wish)).toBe(wish);
    const taken = createServer();
    await new Promise<void>((done) => taken.listen(wish, '127.0.0.1', done));
    expect(await freePort(wish)).not.toBe(wish);
    taken.close();
  });
});

describe('the tally', () => {
  it('counts a report that is missing as a failure', () => {
    expect(vitestTally('/nowhere')).toMatchObject({ passed: 0, failed: { length: 1 } });
    expect(playwrightTally('/nowhere')).toMatchObject({ passed: 0, failed: { length: 1 } });
  });
});
