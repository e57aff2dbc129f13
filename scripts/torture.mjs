// @ts-check
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { backUp, checkBackup } from './lib/backup.mjs';
import { testEnvironment } from './lib/copies.mjs';
import { openDatabase } from './lib/database.mjs';
import { ensureBuild, ensurePackages } from './lib/packages.mjs';
import { main, run, varFolder } from './lib/run.mjs';
import { fullDisk, slowClients } from './lib/torture-more.mjs';
import { torture } from './lib/torture.mjs';
import { ensureDebian } from './lib/debian.mjs';

/** Ends server, database and connections at random moments, rehearses a restore, and sends what is nearly right, 10,000 times. */
await main(async () => {
  await ensureDebian(['postgresql-15']);
  await ensurePackages();
  await ensureBuild();
  const [moments = '200', seed = String(Date.now() % 1e6)] = process.argv.slice(2);
  const home = join(varFolder, `torture-${process.pid}`);
  mkdirSync(home, { recursive: true });
  try {
    console.log(`${moments} moments, seed ${seed}`);
    const told = await torture({
      home: join(home, 'pg'),
      moments: Number(moments),
      seed: Number(seed),
      say: (line) => console.log(line),
      async also({ ownerUrl, own }) {
        console.log(await slowClients(own));
        const file = join(home, 'torture.dump');
        const { tables } = await backUp(ownerUrl, file);
        // Compares every table, and stops where one differs.
        const alike = await checkBackup(file, join(home, 'empty'));
        console.log(
          `A backup of it restored into an empty cluster: ${alike} of ${Object.keys(tables).length} tables alike.`,
        );
      },
    });
    console.log(told);
    console.log(await fullDisk(join(home, 'small')));
    const units = await openDatabase({
      name: `crib_mutated_${process.pid}`,
      home: join(home, 'units'),
      throwaway: true,
    });
    const env = { ...process.env, ...testEnvironment(units), CRIB_DEEP: '1' };
    process.exitCode = await run('npx', ['vitest', 'run', '--project', 'server', 'mutated'], { env });
    await units.leave();
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});
