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

/** How long is waited for what, in ms, and how many connections there are. */
export interface PoolLimits {
  readonly connections: number;
  readonly connecting: number;
  readonly locks: number;
  readonly statements: number;
}

/** Of editors: everything that is signed in. A machine that stands still for seconds is no database that is away. */
export const EDITORS: PoolLimits = { connections: 8, connecting: 10_000, locks: 5000, statements: 20_000 };
/** Of readers: a share of their own, which editors that wait cannot take. */
export const READERS: PoolLimits = { connections: 4, connecting: 5000, locks: 2000, statements: 10_000 };

/** How long a connection that nobody needs is kept: the next who comes need not wait for a new one. */
const IDLE_MS = 60_000;

/**
 * A pool of connections. What a transaction does not name a workspace for is not there: only readers of published pages, who
 * find an edition by its address, see across all.
 */
export function openPool(connectionString: string, limits: PoolLimits = EDITORS): Pool {
  const settings = {
    search_path: SCHEMA,
    ...(limits === READERS && { 'crib.workspace': EVERYWHERE }),
    statement_timeout: limits.statements,
    lock_timeout: limits.locks,
    idle_in_transaction_session_timeout: 30_000,
    // Compiling a plan takes longer than the plans here run: the conditions of rows make them look dear.
    jit: 'off',
  };
  const pool = new pg.Pool({
    connectionString,
    max: limits.connections,
    connectionTimeoutMillis: limits.connecting,
    // A connection that a network has lost without a word answers nothing, not even that a statement takes too long.
    query_timeout: limits.statements + limits.connecting,
    keepAlive: true,
    idleTimeoutMillis: IDLE_MS,
    options: Object.entries(settings)
      .map(([name, value]) => `-c ${name}=${value}`)
      .join(' '),
  });
  // A lost idle connection is replaced on the next query; without a listener it would end the process.
  pool.on('error', () => {});
  // So would one that is lost between two queries of a transaction.
  pool.on('connect', (client) => void client.on('error', () => {}));
  return pool;
}

/** What a transaction is shown, and what is written down of it: who does what, to what and why. */
export interface Within {
  readonly workspace: number | typeof EVERYWHERE;
  readonly editor?: number;
  readonly doing?: string;
  readonly why?: string;
  readonly about?: string;
  readonly release?: number;
}
/** Names no workspace: what learners read and send, and what the server does by itself. */
export const EVERYWHERE = '*';

/** Sent with BEGIN, so that it costs no way there and back. */
const told = (within: Within) =>
  `SELECT ${Object.entries(within)
    .map(([name, value]) => `set_config('crib.${name}', ${pg.escapeLiteral(String(value ?? ''))}, true)`)
    .join(', ')}`;

/** How often a transaction is done anew that lost against another at the same moment. */
const MOST_TRIES = 4;
const COLLIDED = /^(?:40001|40P01)$/;

/**
 * Said before each act. A connection keeps how its checks of each row find what a row names, even where that was to read
 * through a table that was small then: ten thousand rows of a first list would take it half a minute.
 */
const PLAN_ANEW = 'DISCARD PLANS';

/** Does the work in one transaction: all of it, or nothing; anew, where the database asks for that. */
export async function inTransaction<Result>(
  pool: Pool,
  within: Within,
  work: (db: Db) => Promise<Result>,
): Promise<Result> {
  for (let tries = 1; ; tries++) {
    try {
      return await between(pool, `BEGIN; ${PLAN_ANEW}; ${told(within)}`, work);
    } catch (error) {
      const collided = error instanceof pg.DatabaseError && COLLIDED.test(error.code ?? '');
      if (!collided || tries >= MOST_TRIES) throw error;
      await new Promise((done) => setTimeout(done, Math.random() * 20 * 2 ** tries));
    }
  }
}

/** Reads several things as they were at one moment. */
export function inSnapshot<Result>(pool: Pool, within: Within, work: (db: Db) => Promise<Result>): Promise<Result> {
  return between(pool, `BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY; ${told(within)}`, work);
}

async function between<Result>(pool: Pool, begin: string, work: (db: Db) => Promise<Result>): Promise<Result> {
  const client = await pool.connect();
  let lost: Error | undefined;
  try {
    await client.query(begin);
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    // A connection that cannot be rolled back is not lent again.
    await client.query('ROLLBACK').catch((failed: Error) => (lost = failed));
    throw error;
  } finally {
    client.release(lost);
  }
}

/** Classes and codes of what passes by itself: no connection, no room, no right to write for now, locked, too slow. */
const PASSING = /^(?:08|53|57)|^(?:25006|40001|40P01|55P03|58000|58030)$/;
/** What a connection was doing: a file that is missing is no database that is away. */
const CONNECTING = /^(?:connect|getaddrinfo|read|write|writev|shutdown)$/;
const OFFLINE = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOENT', 'EHOSTUNREACH', 'ENOTFOUND']);

/** The database could not answer somebody who asked it for us. */
export class Outage extends Error {}

/** Whether an error says that the database cannot answer now, and may later. */
export function isOutage(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  if (error instanceof Outage) return true;
  const { code = '', syscall = '' } = error as { code?: string; syscall?: string };
  if (error instanceof pg.DatabaseError) return PASSING.test(code);
  const told =
    /^(?:Connection terminated|timeout exceeded when trying to connect|Client has encountered|Client was closed|Query read timeout|terminating connection)/;
  return told.test(error.message) || (OFFLINE.has(code) && CONNECTING.test(syscall));
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
