// @ts-check
import { join } from 'node:path';
import { openDatabase } from './lib/database.mjs';
import { runProgram } from './lib/packages.mjs';
import { main, varFolder } from './lib/run.mjs';

/** Accounts by a command: `npm run account -- make "Ines Farrowby" ines@school.example --workspace "Our school"`. */
await main(async () => {
  const database = await openDatabase({ name: 'crib', home: join(varFolder, 'pg') });
  try {
    const env = { ...process.env, DATABASE_URL: database.serverUrl };
    process.exitCode = await runProgram('account', process.argv.slice(2), env);
  } finally {
    if (database.started) database.stop();
  }
});
