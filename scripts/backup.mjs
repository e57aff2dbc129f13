// @ts-check
import { readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { backUp } from './lib/backup.mjs';
import { openDatabase } from './lib/database.mjs';
import { main, varFolder } from './lib/run.mjs';

const DAY_MS = 86_400_000;
/** Kept: every backup of the last week, and one a week for eight weeks. */
const keep = (/** @type {number} */ age, /** @type {Date} */ day) => age < 8 || (age < 57 && day.getUTCDay() === 0);

/**
 * Backs this Crib up, into `var/backups` or the folder that is named; `--prune` deletes there what is past its time.
 */
await main(async () => {
  const [named] = process.argv.slice(2).filter((one) => !one.startsWith('--'));
  const folder = named ?? join(varFolder, 'backups');
  const database = await openDatabase({ name: 'crib', home: join(varFolder, 'pg') });
  try {
    const moment = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
    const file = join(folder, `crib-${moment}.dump`);
    const { tables } = await backUp(database.ownerUrl, file);
    const rows = Object.values(tables).reduce((sum, one) => sum + one.rows, 0);
    console.log(
      `Backed up ${rows} rows of ${Object.keys(tables).length} tables as ${file}, with its checksums beside it.`,
    );
  } finally {
    if (database.started) database.stop();
  }
  if (!process.argv.includes('--prune')) return;
  for (const name of readdirSync(folder).filter((one) => /^crib-.*\.dump$/.test(one))) {
    const made = statSync(join(folder, name)).mtime;
    if (keep((Date.now() - made.getTime()) / DAY_MS, made)) continue;
    for (const one of [name, `${name}.json`]) rmSync(join(folder, one), { force: true });
    console.log(`Deleted ${name}: it is past its time.`);
  }
});
