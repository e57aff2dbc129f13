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

/** The database itself, for what a replica may not have yet. */
export const everywhereIn = (primary: Pool): Db => ({
  query: (text, values) => inTransaction(primary, { workspace: EVERYWHERE }, (db) => db.query(text, values)),
});
