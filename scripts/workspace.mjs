// @ts-check
import { join } from 'node:path';
import { openDatabase } from './lib/database.mjs';
import { runProgram } from './lib/packages.mjs';
import { main, varFolder } from './lib/run.mjs';

/** A workspace out or in, as one open file. It goes out by the server’s role, which sees no other, and in by the owner. */
await main(async () => {
  const database = await openDatabase({ name: 'crib', home: join(varFolder, 'pg') });
  try {
    const url = process.argv[2] === 'in' ? database.ownerUrl : database.serverUrl;
    const env = { ...process.env, DATABASE_URL: url };
    process.exitCode = await runProgram('workspace', process.argv.slice(2), env);
  } finally {
    if (database.started) database.stop();
  }
});
