// @ts-check
import { readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { backUp, checkBackup } from './lib/backup.mjs';
import { openDatabase } from './lib/database.mjs';
import { main, varFolder } from './lib/run.mjs';

const DAY_MS = 86_400_000;
/** Kept: every backup of the last week, and one a week for eight weeks. */
const keep = (/** @type {number} */ age, /** @type {Date} */ day) => age < 8 || (age < 57 && day.getUTCDay() === 0);

/**
 * Backs this Crib up, into `var/backups` or the folder that is named. `--check` restores the backup into a cluster of its own
 * and compares every table; `--prune` does so too, and then deletes what is past its time.
 */
await main(async () => {
  const [named] = process.argv.slice(2).filter((one) => !one.startsWith('--'));
  const prune = process.argv.includes('--prune');
  const check = prune || process.argv.includes('--check');
  const folder = named ?? join(varFolder, 'backups');
  // As it is: a backup before an upgrade has to be of what was there before it.
  const database = await openDatabase({ name: 'crib', home: join(varFolder, 'pg'), bare: true });
  const moment = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
  const file = join(folder, `crib-${moment}.dump`);
  try {
    const { tables } = await backUp(database.ownerUrl, file);
    const rows = Object.values(tables).reduce((sum, one) => sum + one.rows, 0);
    const whole = `${rows} rows of ${Object.keys(tables).length} tables`;
    console.log(`Wrote ${whole} to ${file}, with its checksums beside it.`);
    if (check) {
      const alike = await checkBackup(file, join(varFolder, `check-${process.pid}`));
      console.log(`Restored it into a scratch database: ${alike} tables are the same. The backup is good.`);
    } else console.log('Not tested yet. To test it: npm run backup -- --check');
  } finally {
    if (database.started) database.stop();
  }
  if (!prune) return;
  for (const name of readdirSync(folder).filter((one) => /^crib-.*\.dump$/.test(one))) {
    const made = statSync(join(folder, name)).mtime;
    if (keep((Date.now() - made.getTime()) / DAY_MS, made)) continue;
    for (const one of [name, `${name}.json`]) rmSync(join(folder, one), { force: true });
    console.log(`Deleted ${name}: older than the backup period.`);
  }
});
