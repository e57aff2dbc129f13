// @ts-check
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { openDatabase } from './lib/database.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { main, root, run, varFolder } from './lib/run.mjs';

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
    if (process.argv.includes('--print')) return console.log(readFileSync(found, 'utf8'));
    const doc = join(root, 'docs/scaling.md');
    const [mark, end] = ['<!-- figures -->', '<!-- end of figures -->'];
    const text = readFileSync(doc, 'utf8');
    const [before, rest] = [text.slice(0, text.indexOf(mark) + mark.length), text.slice(text.indexOf(end))];
    writeFileSync(doc, `${before}\n\n${readFileSync(found, 'utf8')}\n${rest}`);
    await run('npx', ['prettier', '--write', doc]);
  } finally {
    await database.leave();
    rmSync(home, { recursive: true, force: true });
  }
});
