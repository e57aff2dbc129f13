// @ts-check
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensurePackages, runProgram } from './lib/packages.mjs';
import { freePort } from './lib/ports.mjs';
import { openDatabase } from './lib/database.mjs';
import { Stop, main, varFolder } from './lib/run.mjs';
import { loadDemo, startServer } from './lib/server.mjs';
import { enter, leave, otherUsers } from './lib/users.mjs';

const WATCH_MS = 1000;

/**
 * Starts a database of our own again when it has ended by itself; the server waits for it and goes on.
 * @param {import('./lib/database.mjs').Database} database @param {() => boolean} stopping
 */
function keepUp(database, stopping) {
  let busy = false;
  return setInterval(async () => {
    if (busy || stopping()) return;
    busy = true;
    const revived = await database.revive().catch((error) => console.error(error.message));
    if (revived) console.log('The database stopped and was restarted.');
    busy = false;
  }, WATCH_MS);
}

/**
 * Prints the link by which an installation gets its first owner, while it has none.
 * @param {import('./lib/database.mjs').Database} database @param {string} address
 */
function firstOwner(database, address) {
  const env = { CRIB_SITE: address, ...process.env, DATABASE_URL: database.serverUrl };
  return runProgram('account', ['first'], env);
}

/** Sets up what is missing, starts the database and the server, and puts everything away at the end. */
await main(async () => {
  const fresh = process.argv.includes('--fresh');
  const others = otherUsers();
  if (fresh && others.length) {
    throw new Stop(
      `Crib is already running on this data (process ${others.join(', ')}). Stop it before using --fresh.`,
    );
  }
  // With an operator's own database there is no demo unless they say so: its passwords are published.
  const built = process.argv.includes('--built');
  const demo = (!process.env['DATABASE_URL'] && !built) || process.argv.includes('--demo');
  const loading = join(varFolder, 'demo-loading');
  const half = demo && existsSync(loading) && others.length === 0;
  if (half && process.env['DATABASE_URL'])
    throw new Stop('Loading the demo was interrupted. Load it again with: npm start -- --demo --fresh');
  if (half) console.log('Loading the demo was interrupted. Loading it again.');
  let stopping = false;
  let stopServer = () => {};
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.on(signal, () => {
      stopping = true;
      stopServer();
    });
  }
  // For production: what was installed and built is run, and nothing else is there.
  if (!built) {
    await ensurePackages();
    await ensureBuild();
  }
  const database = await openDatabase({ name: 'crib', home: join(varFolder, 'pg'), fresh: fresh || half });
  if (fresh || half) rmSync(loading, { force: true });
  enter(database.started);
  try {
    if (stopping) return;
    const port = await freePort(Number(process.env['PORT'] ?? 4310));
    const server = await startServer({ databaseUrl: database.serverUrl, port, demo });
    stopServer = server.stop;
    try {
      if (demo) await loadDemo(server.address, loading);
    } catch (error) {
      server.stop();
      await server.ended;
      if (stopping) return;
      throw error;
    }
    if (stopping) server.stop();
    else {
      console.log(`Crib is at ${server.address}`);
      if (!demo) await firstOwner(database, server.address);
    }
    const watch = keepUp(database, () => stopping);
    const code = await server.ended;
    clearInterval(watch);
    if (!stopping) process.exitCode = code;
  } finally {
    const { stop, heir } = leave();
    if (stop) database.stop();
    else if (heir) console.log(`The database keeps running for Crib process ${heir}.`);
  }
});
