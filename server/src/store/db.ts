import pg from 'pg';

// Numbers of rows and identities stay well below 2^53; dates are days, not moments in some time zone.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.TIMESTAMPTZ, (text) => new Date(text).toISOString());

export const SCHEMA = 'crib';

/** A connection, or a pool that lends one. */
export interface Db {
  query<Row extends pg.QueryResultRow = pg.QueryResultRow>(
    text: string,
    values?: unknown[],
  ): Promise<pg.QueryResult<Row>>;
}
export type Pool = pg.Pool;

export function openPool(connectionString: string): Pool {
  const pool = new pg.Pool({
    connectionString,
    max: 10,
    options: `-c search_path=${SCHEMA} -c statement_timeout=30000 -c idle_in_transaction_session_timeout=30000`,
  });
  // A lost idle connection is replaced on the next query; without a listener it would end the process.
  pool.on('error', () => {});
  return pool;
}

/** Does the work in one transaction: all of it, or nothing. */
export function inTransaction<Result>(pool: Pool, work: (db: Db) => Promise<Result>): Promise<Result> {
  return between(pool, 'BEGIN', work);
}

/** Reads several things as they were at one moment. */
export function inSnapshot<Result>(pool: Pool, work: (db: Db) => Promise<Result>): Promise<Result> {
  return between(pool, 'BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY', work);
}

async function between<Result>(pool: Pool, begin: string, work: (db: Db) => Promise<Result>): Promise<Result> {
  const client = await pool.connect();
  try {
    await client.query(begin);
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch(() => {});
    throw error;
  } finally {
    client.release();
  }
}

/** The rows of a query. */
export async function rows<Row extends pg.QueryResultRow>(
  db: Db,
  text: string,
  values: unknown[] = [],
): Promise<Row[]> {
  return (await db.query<Row>(text, values)).rows;
}

/** The first row, or undefined. */
export async function first<Row extends pg.QueryResultRow>(
  db: Db,
  text: string,
  values: unknown[] = [],
): Promise<Row | undefined> {
  return (await rows<Row>(db, text, values))[0];
}
