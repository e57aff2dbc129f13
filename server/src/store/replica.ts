import { CribError } from '@crib/core/error';
import { EVERYWHERE, inTransaction, isOutage, type Db, type Pool } from './db.ts';

/**
 * Reads from a replica, and from the database itself where the replica does not answer: pages are to be had as long as either
 * of them is there.
 */
export function eitherOf(replica: Pool, primary: Pool): Db {
  return {
    async query(text, values) {
      try {
        return await replica.query(text, values);
      } catch (error) {
        if (!isOutage(error)) throw error;
        return inTransaction(primary, { workspace: EVERYWHERE }, (db) => db.query(text, values));
      }
    },
  };
}

/** Asks the replica, and the database itself for what is not there yet. */
export type Reading = <Found>(ask: (db: Db) => Promise<Found>) => Promise<Found>;

export const readingOf =
  (readers: Db, primary: Db | null): Reading =>
  (ask) =>
    ask(readers).catch((error: unknown) => {
      const missing = error instanceof CribError && error.problems[0]?.code === 'not-found';
      if (!primary || !missing) throw error;
      return ask(primary);
    });

/** The database itself, for what a replica may not have yet. */
export const everywhereIn = (primary: Pool): Db => ({
  query: (text, values) => inTransaction(primary, { workspace: EVERYWHERE }, (db) => db.query(text, values)),
});
