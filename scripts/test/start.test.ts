import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
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

/** Starts Crib as `npm start` does, on data of its own, and waits for its address. */
async function start(...args: string[]): Promise<Run> {
  mkdirSync(home, { recursive: true });
  // Open to the user that the database runs as.
  chmodSync(join(home, '..'), 0o755);
  const { DATABASE_URL: _given, ...env } = process.env;
  const child = spawn(process.execPath, ['scripts/start.mjs', ...args], { cwd: root, env: { ...env, CRIB_VAR: home } });
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
  return { child, address, output: () => text, ended };
}
const status = (address: string, path = '/public/demo') =>
  fetch(address + path).then(
    (response) => response.status,
    () => 'no answer',
  );
const databasePid = () => Number(readFileSync(join(home, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]);
/** Whether a process runs; one that has ended and is only waiting for its parent to notice does not. */
const alive = (pid: number) => {
  const stat = existsSync(`/proc/${pid}/stat`) ? readFileSync(`/proc/${pid}/stat`, 'utf8') : '';
  return stat !== '' && !/\) [ZX] /.test(stat);
};

describe('npm start', () => {
  const runs: Run[] = [];
  afterAll(async () => {
    for (const run of runs) run.child.kill('SIGTERM');
    await Promise.all(runs.map((run) => run.ended));
    rmSync(join(home, '..'), { recursive: true, force: true });
  });

  it('sets up, lets a second one in beside it, and puts everything away behind the last', async () => {
    const first = await start();
    runs.push(first);
    expect(await status(first.address)).toBe(200);
    expect(await status(first.address, '/')).toBe(200);
    const database = databasePid();
    expect(readFileSync(`/proc/${database}/status`, 'utf8')).not.toMatch(/^Uid:\t0/m);

    const second = await start();
    runs.push(second);
    expect(second.address).not.toBe(first.address);
    expect(databasePid()).toBe(database);
    await expect(start('--fresh')).rejects.toThrow(/Stop it before --fresh/);

    first.child.kill('SIGINT');
    expect(await first.ended).toBe(0);
    expect(first.output()).toContain('The database stays up');
    expect(await status(first.address)).toBe('no answer');
    expect(await status(second.address)).toBe(200);

    second.child.kill('SIGINT');
    expect(await second.ended).toBe(0);
    expect(alive(database)).toBe(false);

    // Again, and the demo is there once, not twice.
    const third = await start();
    runs.push(third);
    const [account] = (await (await fetch(`${third.address}/public/demo`)).json()) as {
      email: string;
      password: string;
    }[];
    const headers = { 'content-type': 'application/json' };
    const signedIn = await fetch(`${third.address}/api/session`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ email: account!.email, password: account!.password }),
    });
    const cookie = signedIn.headers.getSetCookie()[0]!.split(';')[0]!;
    const apps = (await (await fetch(`${third.address}/api/apps`, { headers: { cookie } })).json()) as {
      slug: string;
    }[];
    expect(apps.map((app) => app.slug)).toEqual(['crib', 'fathomry', 'brinechart', 'tallowline']);
    third.child.kill('SIGTERM');
    expect(await third.ended).toBe(0);
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
    runs.push(run);
    expect(existsSync(join(marks, String(process.pid)))).toBe(false);
    const first = databasePid();
    process.kill(first, 'SIGKILL');
    const signIn = () =>
      fetch(`${run.address}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: 'nobody@ebbstone.example', password: 'not this one' }),
      }).then(({ status }) => status);
    const seen = new Set<number>();
    const deadline = Date.now() + 60_000;
    do {
      seen.add(await signIn());
      await new Promise((done) => setTimeout(done, 200));
    } while (Date.now() < deadline && (!seen.has(401) || databasePid() === first));
    expect([...seen].filter((one) => one !== 401 && one !== 503)).toEqual([]);
    expect(databasePid()).not.toBe(first);
    run.child.kill('SIGTERM');
    expect(await run.ended).toBe(0);
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
