import { spawn } from 'node:child_process';
import { request } from 'node:http';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { openPool } from '../src/store/db.ts';
import { programOf } from '../../scripts/lib/packages.mjs';
import { ACCOUNT, databaseUrl, ensureOwner } from './harness.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** The server as it is started for real, on the test database. */
async function startServer() {
  const pool = openPool(databaseUrl('SERVER'));
  await ensureOwner(pool, 'Tess Wray', ACCOUNT);
  await pool.end();
  const child = spawn(process.execPath, [await programOf('main')], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl('SERVER'),
      PORT: '0',
    },
  });
  const ended = new Promise<number | null>((done) => child.once('exit', done));
  const { address } = await new Promise<{ address: string }>((done) =>
    child.once('message', (message) => done(message as { address: string })),
  );
  return { child, address, ended };
}

describe('the server, told to stop', () => {
  it('ends the request under way, takes no new ones, and closes its connections', async () => {
    const { child, address, ended } = await startServer();
    // A body that arrives in two pieces, with the signal between them.
    const body = JSON.stringify(ACCOUNT);
    const slow = request(`${address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) },
    });
    const answered = new Promise<number>((done, fail) => {
      slow.once('response', (response) => {
        response.resume();
        done(response.statusCode!);
      });
      slow.once('error', fail);
    });
    await new Promise<void>((done) => slow.write(body.slice(0, 10), () => done()));
    await new Promise((done) => setTimeout(done, 100));
    child.kill('SIGTERM');
    // From then on nobody new is answered, while the one under way still waits for its body.
    const open = () =>
      fetch(`${address}/healthz`).then(
        () => true,
        () => false,
      );
    await expect.poll(open).toBe(false);
    slow.end(body.slice(10));
    expect(await answered).toBe(201);
    expect(await ended).toBe(0);
  });

  it('does not outlive whoever started it', async () => {
    const { child, ended } = await startServer();
    child.disconnect();
    expect(await ended).toBe(0);
  });
});
