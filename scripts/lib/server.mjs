// @ts-check
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { programOf } from './packages.mjs';
import { Stop, keptSecret, root } from './run.mjs';

/**
 * Starts Crib's server and waits until it answers.
 * @param {{ databaseUrl: string, port: number, demo: boolean, env?: Record<string, string> }} options `demo` makes its accounts, in an installation that has none, and shows them
 * @returns {Promise<{ address: string, ended: Promise<number>, stop: () => void, kill: () => void, pid: number }>}
 */
export async function startServer({ databaseUrl, port, demo, env = {} }) {
  const child = spawn(process.execPath, ['--enable-source-maps', await programOf('main')], {
    cwd: root,
    // A group of its own: Ctrl-C at the terminal reaches the server through whoever started it, once.
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      SESSION_SECRET: keptSecret('session-secret'),
      ...(demo ? { CRIB_DEMO_ACCOUNTS: join(root, 'demo/accounts.json') } : {}),
      ...env,
    },
  });
  const ended = new Promise((/** @type {(code: number) => void} */ resolve) =>
    child.once('exit', (code) => resolve(code ?? 1)),
  );
  const address = await new Promise((/** @type {(address: string | null) => void} */ resolve) => {
    child.once('message', (/** @type {{ address: string }} */ message) => resolve(message.address));
    void ended.then(() => resolve(null));
  });
  if (!address) throw new Stop('The server did not start. See the error above.');
  return {
    address,
    ended,
    stop: () => void child.kill('SIGTERM'),
    kill: () => void child.kill('SIGKILL'),
    pid: child.pid ?? 0,
  };
}

/**
 * Loads the demo scenario over the API, as any other client would, where nothing has been done yet.
 * @param {string} address @param {string} [mark] a file that is there while it is being loaded
 */
export async function loadDemo(address, mark) {
  const child = spawn(process.execPath, ['--import', 'tsx', 'demo/load.ts', address, ...(mark ? [mark] : [])], {
    cwd: root,
    stdio: 'inherit',
  });
  const code = await new Promise((resolve) => child.once('exit', resolve));
  if (code !== 0) throw new Stop('The demo could not be loaded. See the error above.');
}
