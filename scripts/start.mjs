// @ts-check
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensurePackages } from './lib/packages.mjs';
import { freePort } from './lib/ports.mjs';
import { openDatabase } from './lib/database.mjs';
import { Stop, main, root } from './lib/run.mjs';
import { loadDemo, startServer } from './lib/server.mjs';

const running = join(root, 'var/running');

/** Numbers of the other Cribs of this checkout that run now; what dead ones left is cleared away. */
function others() {
  mkdirSync(running, { recursive: true });
  return readdirSync(running)
    .map(Number)
    .filter((pid) => {
      try {
        process.kill(pid, 0);
        return pid !== process.pid;
      } catch {
        rmSync(join(running, String(pid)), { force: true });
        return false;
      }
    });
}

await main(async () => {
  const fresh = process.argv.includes('--fresh');
  if (fresh && others().length)
    throw new Stop(`Another Crib of this checkout runs (process ${others().join(', ')}). Stop it before --fresh.`);
  let stopping = false;
  let stopServer = () => {};
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.on(signal, () => {
      stopping = true;
      stopServer();
    });
  }
  await ensurePackages();
  await ensureBuild();
  const database = await openDatabase({ name: 'crib', home: join(root, 'var/pg'), fresh });
  const mark = join(running, String(process.pid));
  writeFileSync((others(), mark), '');
  try {
    if (stopping) return;
    const server = await startServer({
      databaseUrl: database.serverUrl,
      port: await freePort(Number(process.env['PORT'] ?? 4310)),
    });
    stopServer = server.stop;
    await loadDemo(server.address).catch((error) => {
      server.stop();
      throw error;
    });
    if (stopping) server.stop();
    else console.log(`Crib is at ${server.address}`);
    const code = await server.ended;
    if (!stopping) process.exitCode = code;
  } finally {
    rmSync(mark, { force: true });
    const left = others();
    if (left.length) console.log(`The database stays up for the Crib with process number ${left.join(', ')}.`);
    else await database.leave();
  }
});
