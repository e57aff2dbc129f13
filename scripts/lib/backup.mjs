// @ts-check
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { basename, dirname, join } from 'node:path';
import { postgresBin } from './debian.mjs';
import { Stop, root, run } from './run.mjs';

/** What says of a backup which file it is, what that has to be, and what each table held. */
/** @typedef {{ file: string, sha256: string, tables: Record<string, { rows: number, hash: string }> }} Manifest */

/** @param {string} url @param {(query: (sql: string) => Promise<Record<string, any>[]>) => Promise<any>} work */
async function connected(url, work) {
  const { Client } = createRequire(join(root, 'server/package.json'))('pg');
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    return await work(async (sql) => (await client.query(sql)).rows);
  } finally {
    await client.end();
  }
}

/** @param {string} program */
function tool(program) {
  const bin = postgresBin();
  if (!bin)
    throw new Stop(
      'PostgreSQL 15 is missing. Install with: sudo apt-get install -y --no-install-recommends postgresql-15',
    );
  return join(bin, program);
}

/** What is kept nowhere but for a while: who is here just now is in no backup. */
const PASSING = ['here'];

/**
 * Every table with how many rows it has and a hash of them, in an order that does not depend on where they lie. As of a
 * snapshot, where one is named.
 * @param {string} url @param {string} [snapshot]
 * @returns {Promise<Manifest['tables']>}
 */
export function tablesOf(url, snapshot) {
  return connected(url, async (query) => {
    await query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    if (snapshot) await query(`SET TRANSACTION SNAPSHOT '${snapshot}'`);
    const tables = await query(
      "SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r' AND relpersistence = 'p' ORDER BY 1",
    );
    /** @type {Manifest['tables']} */
    const found = {};
    for (const { name } of tables) {
      if (PASSING.includes(name)) continue;
      // A sum of hashes is the same in any order, and needs no room for the rows.
      const [line] = await query(
        `SELECT count(*)::int AS rows, coalesce(sum(('x' || substr(md5(t::text), 1, 15))::bit(60)::bigint), 0)::text AS hash FROM crib.${name} t`,
      );
      found[name] = { rows: line?.['rows'], hash: line?.['hash'] };
    }
    await query('COMMIT');
    return found;
  });
}

/** @param {string} file @returns {Promise<string>} */
const sha256 = (file) =>
  new Promise((done, failed) => {
    const hash = createHash('sha256');
    createReadStream(file)
      .on('data', (part) => hash.update(part))
      .on('end', () => done(hash.digest('hex')))
      .on('error', failed);
  });

/**
 * Backs a database up as it is at one moment: the dump and what says what it has to be. Others work on meanwhile.
 * @param {string} ownerUrl @param {string} file
 * @returns {Promise<Manifest>}
 */
export async function backUp(ownerUrl, file) {
  mkdirSync(dirname(file), { recursive: true });
  return connected(ownerUrl, async (query) => {
    // One snapshot for the dump and for the hashes.
    await query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const [{ snapshot = '' } = {}] = await query('SELECT pg_export_snapshot() AS snapshot');
    const args = [
      '--format=custom',
      '--schema=crib',
      '--no-owner',
      '--no-privileges',
      `--snapshot=${snapshot}`,
      `--file=${file}`,
      `--dbname=${ownerUrl}`,
    ];
    if ((await run(tool('pg_dump'), args)) !== 0)
      throw new Stop('The backup could not be written; the reason stands above.');
    const tables = await tablesOf(ownerUrl, snapshot);
    await query('COMMIT');
    const manifest = { file: basename(file), sha256: await sha256(file), tables };
    writeFileSync(`${file}.json`, `${JSON.stringify(manifest, null, 2)}\n`);
    return manifest;
  });
}

/**
 * Restores a backup into a database that holds nothing of Crib yet: all of it, or nothing; and compares every table.
 * @param {string} ownerUrl @param {string} file
 * @returns {Promise<Manifest>}
 */
export async function restore(ownerUrl, file) {
  const said = `${file}.json`;
  for (const one of [file, said])
    if (!existsSync(one)) throw new Stop(`There is no ${one}. A backup is two files, side by side.`);
  const manifest = /** @type {Manifest} */ (JSON.parse(readFileSync(said, 'utf8')));
  if ((await sha256(file)) !== manifest.sha256)
    throw new Stop(`${file} is not what was backed up: its checksum differs. Take another backup.`);
  const held = await connected(ownerUrl, (query) => query("SELECT 1 FROM pg_namespace WHERE nspname = 'crib'"));
  if (held.length)
    throw new Stop('The database holds a Crib already. Restore into an empty one, and look at it before you use it.');
  const args = [
    '--single-transaction',
    '--exit-on-error',
    '--no-owner',
    '--no-privileges',
    `--dbname=${ownerUrl}`,
    file,
  ];
  if ((await run(tool('pg_restore'), args)) !== 0)
    throw new Stop('The backup could not be restored; nothing was changed.');
  const now = await tablesOf(ownerUrl);
  const wrong = Object.keys({ ...manifest.tables, ...now }).filter(
    (name) => now[name]?.rows !== manifest.tables[name]?.rows || now[name]?.hash !== manifest.tables[name]?.hash,
  );
  if (wrong.length) throw new Stop(`These tables are not what was backed up: ${wrong.join(', ')}.`);
  // A dump does not say how large things are: without it the first minutes are slow.
  await connected(ownerUrl, (query) => query(`ANALYZE ${Object.keys(now).map((name) => `crib."${name}"`).join(', ')}`)); // prettier-ignore
  return manifest;
}
