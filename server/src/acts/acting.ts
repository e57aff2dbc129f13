import { inSnapshot, inTransaction, type Db, type Pool } from '../store/db.ts';
import type { Catalogues } from './catalogues.ts';

/** Who acts, and on what: the database, and the catalogues loaded from it. */
export interface Acting {
  readonly pool: Pool;
  readonly catalogues: Catalogues;
  /** Where Crib is reached from outside: what is printed says so. */
  readonly site: string;
  /** The number of the editor. */
  readonly actor: number;
}

/** An act: all of it, or nothing. */
export const act = <Result>({ pool }: Acting, work: (db: Db) => Promise<Result>): Promise<Result> =>
  inTransaction(pool, work);

/** A look at several things as they were at one moment. */
export const look = <Result>({ pool }: Acting, work: (db: Db) => Promise<Result>): Promise<Result> =>
  inSnapshot(pool, work);
