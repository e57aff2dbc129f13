import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { openCluster } from '../../lib/cluster.mjs';
import { postgresBin } from '../../lib/debian.mjs';
import { readMigrations } from '../../../server/src/store/migrate.ts';
import { FILL } from './fill.ts';

/** Writes a dump of the data of each schema that has none yet, filled by what came before it. Run after a new migration. */
const home = mkdtempSync(join(tmpdir(), 'crib-schemas-'));
const cluster = await openCluster(home, { durable: false });
try {
  const client = new pg.Client({ connectionString: cluster.superuser, options: '-c search_path=crib' });
  await client.connect();
  await client.query('CREATE SCHEMA crib');
  for (const { name, sql } of readMigrations()) {
    const number = name.slice(0, 3);
    await client.query(sql);
    await client.query(FILL[number] ?? '');
    const file = new URL(`./${number}.dump`, import.meta.url);
    if (existsSync(file)) continue;
    const args = ['--data-only', '--schema=crib', '--column-inserts', '--no-comments', `--dbname=${cluster.superuser}`];
    const made = spawnSync(join(postgresBin()!, 'pg_dump'), args, { encoding: 'utf8', maxBuffer: 1 << 28 });
    if (made.status !== 0) throw new Error(made.stderr);
    const lines = made.stdout
      .split('\n')
      .filter((line) => line && !/^(--|SET |\\|SELECT pg_catalog.set_config)/.test(line));
    writeFileSync(file, `${lines.join('\n')}\n`);
  }
  await client.end();
} finally {
  cluster.stop();
  rmSync(home, { recursive: true, force: true });
}
