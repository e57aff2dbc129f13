// @ts-check
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { openDatabase } from './lib/database.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { keepFigures } from './lib/figures.mjs';
import { main, run, varFolder } from './lib/run.mjs';

/** Fills a database with a million shortcuts, asks the main questions of it, and writes what they cost into docs/scaling.md. */
await main(async () => {
  await ensurePackages();
  const home = join(varFolder, `scaling-${process.pid}`);
  const database = await openDatabase({ name: `crib_scaling_${process.pid}`, home, throwaway: true });
  try {
    const found = join(home, 'figures.md');
    const code = await run(process.execPath, [
      '--import',
      'tsx',
      'e2e/bench/scaling.ts',
      database.ownerUrl,
      database.serverUrl,
      found,
    ]);
    if (code !== 0) return void (process.exitCode = code);
    const figures = readFileSync(found, 'utf8');
    if (process.argv.includes('--print')) console.log(figures);
    else await keepFigures('docs/scaling.md', 'figures', figures);
  } finally {
    await database.leave();
    rmSync(home, { recursive: true, force: true });
  }
});
