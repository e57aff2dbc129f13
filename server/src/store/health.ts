import { first, type Db } from './db.ts';

/** What a database answers, or something else where it does not within a second. */
async function soon<Answer>(asked: Promise<Answer>, otherwise: Answer): Promise<Answer> {
  const late = new Promise<Answer>((done) => setTimeout(() => done(otherwise), 1000).unref());
  return Promise.race([asked.catch(() => otherwise), late]);
}

/** Whether a database answers within a second. */
export const isThere = (db: Db): Promise<boolean> =>
  soon(
    db.query('SELECT 1').then(() => true),
    false,
  );

/**
 * How many seconds a replica is behind: 0 where it has replayed all it was sent; since it was started at the most, where it has
 * replayed nothing yet; null where it is none or does not answer within a second.
 */
export const lagOf = (db: Db): Promise<number | null> =>
  soon(
    first<{ lag: number | null }>(
      db,
      `SELECT CASE WHEN NOT pg_is_in_recovery() THEN NULL WHEN pg_last_wal_receive_lsn() = pg_last_wal_replay_lsn() THEN 0
         ELSE extract(epoch FROM now() - coalesce(pg_last_xact_replay_timestamp(), pg_postmaster_start_time()))::float END AS lag`,
    ).then((found) => found?.lag ?? null),
    null,
  );
