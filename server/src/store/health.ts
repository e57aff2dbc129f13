import { first, type Db } from './db.ts';

/** Whether a database answers within a second. */
export async function isThere(db: Db): Promise<boolean> {
  const late = new Promise<boolean>((done) => setTimeout(() => done(false), 1000).unref());
  const asked = db.query('SELECT 1').then(
    () => true,
    () => false,
  );
  return Promise.race([asked, late]);
}

/** How many seconds a replica is behind; 0 where it has replayed all it was sent, null where it is none. */
export async function lagOf(db: Db): Promise<number | null> {
  const found = await first<{ lag: number | null }>(
    db,
    `SELECT CASE WHEN NOT pg_is_in_recovery() THEN NULL WHEN pg_last_wal_receive_lsn() = pg_last_wal_replay_lsn() THEN 0
       ELSE extract(epoch FROM now() - pg_last_xact_replay_timestamp())::float END AS lag`,
  );
  return found?.lag ?? null;
}
