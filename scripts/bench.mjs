// @ts-check
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensurePackages } from './lib/packages.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { openDatabase } from './lib/database.mjs';
import { freePort } from './lib/ports.mjs';
import { main, run, varFolder } from './lib/run.mjs';
import { loadDemo, startServer } from './lib/server.mjs';

/** Measures how fast the core, the API and the pages are, on a database of their own; prints a table, and keeps it in docs/benchmarks.md. */
await main(async () => {
  await ensureDebian(['postgresql-15', 'chromium']);
  await ensurePackages();
  await ensureBuild();
  const home = join(varFolder, `bench-${process.pid}`);
  const database = await openDatabase({ name: `crib_bench_${process.pid}`, home, throwaway: true });
  try {
    const server = await startServer({ databaseUrl: database.serverUrl, port: await freePort(), demo: true });
    await loadDemo(server.address);
    const code = await run(process.execPath, ['--import', 'tsx', 'e2e/bench/bench.ts', server.address], {
      env: { ...process.env, CRIB_SERVER_PID: String(server.pid) },
    });
    server.stop();
    await server.ended;
    process.exitCode = code;
  } finally {
    await database.leave();
    rmSync(home, { recursive: true, force: true });
  }
});
