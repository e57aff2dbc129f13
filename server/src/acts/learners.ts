import type { SentReport } from '@crib/core/contract';
import { EVERYWHERE, inTransaction, type Pool } from '../store/db.ts';
import { insertReport } from '../store/handouts.ts';

/** What a learner says of an edition: nobody is signed in, and nothing is kept of who it was. */
export const report = (pool: Pool, edition: number, said: SentReport): Promise<void> =>
  inTransaction(pool, { workspace: EVERYWHERE }, (db) => insertReport(db, edition, said));
