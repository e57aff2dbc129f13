// @ts-check
import { resolve } from 'node:path';
import { join } from 'node:path';
import { restore } from './lib/backup.mjs';
import { migrate, openDatabase } from './lib/database.mjs';
import { Stop, main, varFolder } from './lib/run.mjs';

/**
 * Restores a backup: into the database that DATABASE_URL names, or into this checkout’s own, which has to be empty. Then
 * brings its schema up to date, and gives the server’s role what it needs.
 */
await main(async () => {
  const [file] = process.argv.slice(2);
  if (!file) throw new Stop('Missing backup file. Usage: npm run restore -- var/backups/crib-….dump');
  const database = await openDatabase({ name: 'crib', home: join(varFolder, 'pg'), bare: true });
  try {
    const { tables } = await restore(database.ownerUrl, resolve(file));
    await migrate(database.ownerUrl, database.serverUrl);
    console.log(`Restored ${Object.keys(tables).length} tables; all match the backup.`);
  } finally {
    if (database.started) database.stop();
  }
});
