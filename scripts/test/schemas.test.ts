import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openCluster } from '../lib/cluster.mjs';
import { asked, dumpOf, fillAs } from './schemas/past.ts';
import { loadCatalogue } from '../../server/src/store/catalogue.ts';
import { inSnapshot, openPool } from '../../server/src/store/db.ts';
import { actsOf } from '../../server/src/store/history.ts';
import { historyOf } from '../../server/src/store/keysets.ts';
import { migrate, readMigrations } from '../../server/src/store/migrate.ts';
import { editionAt } from '../../server/src/store/editions.ts';

const home = mkdtempSync(join(tmpdir(), 'crib-schemas-'));
let cluster: Awaited<ReturnType<typeof openCluster>>;
beforeAll(async () => {
  cluster = await openCluster(home, { durable: false });
  await asked(cluster.superuser, "CREATE ROLE crib_server LOGIN PASSWORD 'x'");
});
afterAll(() => {
  cluster.stop();
  rmSync(home, { recursive: true, force: true });
});

const at = (name: string, role = '') => {
  const url = new URL(cluster.superuser);
  url.pathname = `/${name}`;
  if (role) [url.username, url.password] = [role, 'x'];
  return url.href;
};
const tables = async (url: string) => {
  const names = await asked<{ name: string }>(
    url,
    `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r' ORDER BY 1`,
  );
  const counts = await asked<Record<string, string>>(
    url,
    `SELECT ${names.map(({ name }) => `(SELECT count(*) FROM ${name}) AS ${name}`).join(', ')}`,
  );
  return new Map(Object.entries(counts[0]!).map(([name, count]) => [name, Number(count)]));
};

describe('a database of the past', () => {
  it('has a dump for every schema there was', () => {
    for (const { name } of readMigrations())
      expect(
        () => dumpOf(name.slice(0, 3)),
        `Run npx tsx scripts/test/schemas/make.ts: ${name} has no dump.`,
      ).not.toThrow();
  });

  it.each(readMigrations().map(({ name }, index) => [name.slice(0, 3), index] as const))(
    'of schema %s is brought forward with all that is in it, and works',
    async (number, index) => {
      const name = `past_${number}`;
      await asked(cluster.superuser, `CREATE DATABASE ${name}`);
      const url = at(name);
      await fillAs(url, number);
      const before = await tables(url);
      await migrate(url, 'crib_server');
      const after = await tables(url);
      // What is derived may grow; nothing that somebody wrote becomes less.
      for (const [table, count] of before)
        if (table !== 'migration')
          expect([table, after.get(table)! >= count], `${table}: ${count} → ${after.get(table)}`).toEqual([
            table,
            true,
          ]);
      const pool = openPool(at(name, 'crib_server'));
      try {
        await inSnapshot(pool, { workspace: 1 }, async (db) => {
          const { commands, keysets } = await loadCatalogue(db, 1);
          expect([commands.length, keysets.length]).toEqual([12, 2]);
          const layer = keysets.find((one) => one.kind === 'custom')!;
          expect(layer.kind === 'custom' && layer.edits.filter((one) => one.reason).length).toBe(index ? 10 : 0);
          if (index > 5) expect((await historyOf(db, layer.id)).entries.length).toBe(2);
          if (index > 2) expect((await editionAt(db, 'hajus-dikiz-famij-hulij-2')).body).toContain('First week');
          expect((await actsOf(db, 1, {})).acts.length).toBe(index > 21 ? 1 : 0);
        });
        await inSnapshot(pool, { workspace: 2 }, async (db) => {
          await expect(loadCatalogue(db, 1)).rejects.toThrow(/Release not found/);
        });
      } finally {
        await pool.end();
      }
    },
  );
});
