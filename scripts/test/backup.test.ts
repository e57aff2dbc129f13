import { createHash } from 'node:crypto';
import { appendFileSync, chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { backUp, checkBackup, restore, tablesOf } from '../lib/backup.mjs';
import { openCluster } from '../lib/cluster.mjs';
import { NEWEST, asked, fillAs } from './schemas/past.ts';

const home = mkdtempSync(join(tmpdir(), 'crib-backup-'));
let cluster: Awaited<ReturnType<typeof openCluster>>;
beforeAll(async () => {
  chmodSync(home, 0o755);
  cluster = await openCluster(join(home, 'pg'), { durable: false });
});
afterAll(() => {
  cluster.stop();
  rmSync(home, { recursive: true, force: true });
});

/** A database of the cluster, empty or with a row in every table of a schema. */
async function database(name: string, schema?: string): Promise<string> {
  await asked(cluster.superuser, `CREATE DATABASE ${name}`);
  const url = new URL(cluster.superuser);
  url.pathname = `/${name}`;
  if (schema) await fillAs(url.href, schema);
  return url.href;
}
const file = (name: string) => join(home, `${name}.dump`);

describe('a backup', () => {
  it('of a database with a row in every table is restored as it was, and refused where it is not whole', async () => {
    const source = await database('source', NEWEST);
    const { tables } = await backUp(source, file('whole'));
    expect(Object.entries(tables).filter(([, { rows }]) => rows === 0)).toEqual([]);
    const empty = await database('restored');
    await restore(empty, file('whole'));
    expect(await tablesOf(empty)).toEqual(tables);
    expect(await checkBackup(file('whole'), join(home, 'scratch'))).toBe(Object.keys(tables).length);

    await expect(restore(empty, file('whole'))).rejects.toThrow(/already contains Crib data/);
    appendFileSync(file('whole'), 'x');
    await expect(restore(await database('changed'), file('whole'))).rejects.toThrow(/checksum differs/);
    writeFileSync(`${file('whole')}.json`, '{"file": ');
    await expect(restore(empty, file('whole'))).rejects.toThrow(/is damaged/);
    await expect(restore(empty, file('none'))).rejects.toThrow(/File not found/);
  });

  // Those of the last schemas whose constraints called a function that a restore could not find.
  it.each(['022', '025'])('of schema %s is restored too', async (schema) => {
    const { tables } = await backUp(await database(`old_${schema}`, schema), file(schema));
    expect(tables['edit']!.rows).toBeGreaterThan(0);
    expect(await checkBackup(file(schema), join(home, `scratch-${schema}`))).toBe(Object.keys(tables).length);
  });

  it('that breaks off half-way leaves nothing', async () => {
    await backUp(await database('broken', NEWEST), file('broken'));
    const half = readFileSync(file('broken'));
    writeFileSync(file('broken'), half.subarray(0, half.length * 0.9));
    const sha256 = createHash('sha256')
      .update(readFileSync(file('broken')))
      .digest('hex');
    const manifest = JSON.parse(readFileSync(`${file('broken')}.json`, 'utf8')) as object;
    writeFileSync(`${file('broken')}.json`, JSON.stringify({ ...manifest, sha256 }));
    const empty = await database('nothing_there');
    await expect(restore(empty, file('broken'))).rejects.toThrow(/Cannot read|could not be restored/);
    expect(await asked(empty, `SELECT 1 FROM pg_namespace WHERE nspname = 'crib'`)).toEqual([]);
  });
});
