// @ts-check
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { createReadStream, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { basename, dirname, join } from 'node:path';
import { spawn } from 'node:child_process';
import { pipeline } from 'node:stream/promises';
import { openCluster } from './cluster.mjs';
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
      `--file=${file}.part`,
      `--dbname=${ownerUrl}`,
    ];
    if ((await run(tool('pg_dump'), args)) !== 0)
      throw new Stop('The backup could not be written. See the error above.');
    const tables = await tablesOf(ownerUrl, snapshot);
    await query('COMMIT');
    const manifest = { file: basename(file), sha256: await sha256(`${file}.part`), tables };
    writeFileSync(`${file}.json`, `${JSON.stringify(manifest, null, 2)}\n`);
    // What was broken off half-way is no file of that name.
    renameSync(`${file}.part`, file);
    return manifest;
  });
}

/**
 * What older schemas lack: a function that a constraint calls did not say where what it calls is, and a restore looks nowhere.
 */
const RESCUE = `DO $$ BEGIN
  IF EXISTS (SELECT 1 FROM pg_proc WHERE oid = to_regprocedure('crib.are_shortcuts(text[])') AND prosqlbody IS NULL) THEN
    ALTER FUNCTION crib.are_shortcuts(text[]) SET search_path = crib, pg_temp;
  END IF;
END $$;
`;

/** A dump as statements: tables and functions, what makes those of old schemas work, rows, then what looks after them. */
async function* statementsOf(/** @type {string} */ file) {
  for (const section of ['pre-data', 'data', 'post-data']) {
    const args = ['--file=-', `--section=${section}`, '--no-owner', '--no-privileges', file];
    const reader = spawn(tool('pg_restore'), args, { stdio: ['ignore', 'pipe', 'inherit'] });
    const ended = once(reader, 'close');
    yield* reader.stdout;
    const [code] = await ended;
    if (code !== 0) throw new Stop(`Cannot read ${file}.`);
    if (section === 'pre-data') yield RESCUE;
  }
}

/** Runs statements as they come, in one transaction: all of them, or none. */
async function runAll(/** @type {string} */ url, /** @type {AsyncIterable<string | Buffer>} */ statements) {
  const args = ['--no-psqlrc', '--quiet', '--single-transaction', '--set=ON_ERROR_STOP=1', '--output=/dev/null', url];
  const writer = spawn(tool('psql'), args, { stdio: ['pipe', 'inherit', 'inherit'] });
  const ended = once(writer, 'close');
  // Whoever stops reading says why by its code.
  const written = await pipeline(statements, writer.stdin).catch((error) => error);
  const [code] = await ended;
  if (written instanceof Stop) throw written;
  if (code !== 0 || written) throw new Stop('The backup could not be restored. Nothing was changed.');
}

/** @param {string} file @returns {Manifest} */
function manifestOf(file) {
  const named = `${file}.json`;
  for (const one of [file, named])
    if (!existsSync(one)) throw new Stop(`File not found: ${one}. A backup consists of two files in one folder.`);
  try {
    return JSON.parse(readFileSync(named, 'utf8'));
  } catch {
    throw new Stop(`${named} is damaged, so the backup cannot be verified. Use another backup.`);
  }
}

/**
 * Restores a backup into a database that holds nothing of Crib yet: all of it, or nothing; and compares every table.
 * @param {string} ownerUrl @param {string} file
 * @returns {Promise<Manifest>}
 */
export async function restore(ownerUrl, file) {
  const manifest = manifestOf(file);
  if ((await sha256(file)) !== manifest.sha256)
    throw new Stop(`${file} is damaged: its checksum differs. Use another backup.`);
  const held = await connected(ownerUrl, (query) => query("SELECT 1 FROM pg_namespace WHERE nspname = 'crib'"));
  if (held.length)
    throw new Stop(
      'The database already contains Crib data. Restore into an empty database and check it before you use it.',
    );
  await runAll(ownerUrl, statementsOf(file));
  const now = await tablesOf(ownerUrl);
  const wrong = Object.keys({ ...manifest.tables, ...now }).filter(
    (name) => now[name]?.rows !== manifest.tables[name]?.rows || now[name]?.hash !== manifest.tables[name]?.hash,
  );
  if (wrong.length) throw new Stop(`Verification failed for these tables: ${wrong.join(', ')}.`);
  // A dump does not say how large things are: without it the first minutes are slow.
  const names = Object.keys(now).map((name) => `crib."${name}"`);
  await connected(ownerUrl, (query) => query(`ANALYZE ${names.join(', ')}`));
  return manifest;
}

/**
 * Restores a backup into a cluster of its own, which is put away again, and compares every table: only then is it known to be
 * good. Says how many tables were alike.
 * @param {string} file @param {string} home a folder for the cluster, which must not be there yet
 */
export async function checkBackup(file, home) {
  mkdirSync(home, { recursive: true });
  const cluster = await openCluster(home, { durable: false });
  try {
    return Object.keys((await restore(cluster.superuser, file)).tables).length;
  } finally {
    cluster.stop();
    rmSync(home, { recursive: true, force: true });
  }
}
