import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import pg from 'pg';
import { refuse } from '@crib/core/error';
import { MIGRATIONS } from '../places.ts';
import { SCHEMA } from './db.ts';
import { grant } from './grants.ts';

/** Any number will do, as long as two migrations at once use the same. */
const LOCK = 27_182_818;

/** The numbered migrations, in order, each with the hash that it is recorded with. */
export function readMigrations(folder: URL = MIGRATIONS) {
  const names = readdirSync(folder)
    .filter((name) => /^\d{3}_\w+\.sql$/.test(name))
    .sort();
  return names.map((name) => {
    const sql = readFileSync(new URL(name, folder), 'utf8');
    return { name, sql, hash: createHash('sha256').update(sql).digest('hex') };
  });
}

/**
 * Applies what is new, each file in a transaction of its own, and gives the server's role what it needs.
 * An applied file that has changed since is refused: it would not be what other databases have.
 */
export async function migrate(ownerUrl: string, serverRole: string, migrations = readMigrations()): Promise<string[]> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [LOCK]);
    await client.query(`CREATE SCHEMA IF NOT EXISTS ${SCHEMA}`);
    await client.query(`SET search_path = ${SCHEMA}`);
    await client.query(
      'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, hash text NOT NULL, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    const recorded = await client.query<{ name: string; hash: string }>('SELECT name, hash FROM migration');
    const applied = new Map(recorded.rows.map((row) => [row.name, row.hash]));
    const done: string[] = [];
    for (const { name, sql, hash } of migrations) {
      const before = applied.get(name);
      if (before === hash) continue;
      if (before)
        refuse(
          'migration-changed',
          `${name} was changed after it had been applied. Restore it and add a new migration.`,
        );
      await client.query('BEGIN');
      try {
        await client.query(sql);
        await client.query('INSERT INTO migration (name, hash) VALUES ($1, $2)', [name, hash]);
        await client.query('COMMIT');
      } catch (error) {
        await client.query('ROLLBACK');
        throw error;
      }
      done.push(name);
    }
    await grant(client, serverRole);
    return done;
  } finally {
    await client.end();
  }
}
