import { readFileSync } from 'node:fs';
import pg from 'pg';
import { readMigrations } from '../../../server/src/store/migrate.ts';

/** Runs statements on a database; the rows of the last one. */
export async function asked<Row extends pg.QueryResultRow>(url: string, sql: string): Promise<Row[]> {
  const client = new pg.Client({ connectionString: url, options: '-c search_path=crib,public' });
  await client.connect();
  try {
    const found = await client.query<Row>(sql);
    return (Array.isArray(found) ? (found as pg.QueryResult<Row>[]).at(-1)! : found).rows;
  } finally {
    await client.end();
  }
}

/** What every table of a schema held, as statements. */
export const dumpOf = (number: string) => readFileSync(new URL(`./${number}.dump`, import.meta.url), 'utf8');

/** The number of the newest schema: from 026 on there is a row in every one of its tables. */
export const NEWEST = readMigrations().at(-1)!.name.slice(0, 3);

/** Makes an empty database what it was with a schema of the past, as its superuser: with something in all that schema had. */
export async function fillAs(url: string, number: string): Promise<void> {
  await asked(
    url,
    `CREATE SCHEMA crib; CREATE TABLE crib.migration (name text PRIMARY KEY, hash text NOT NULL, applied_at timestamptz NOT NULL DEFAULT now())`,
  );
  for (const { name, sql, hash } of readMigrations().filter((one) => one.name.slice(0, 3) <= number))
    await asked(
      url,
      `SET search_path = crib; BEGIN; ${sql}; INSERT INTO migration (name, hash) VALUES ('${name}', '${hash}'); COMMIT`,
    );
  await asked(url, `SET session_replication_role = replica; ${dumpOf(number)}`);
}
