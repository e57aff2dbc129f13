import { inSnapshot, inTransaction, type Db, type Pool, type Within } from '../store/db.ts';
import { answerOf, claimKey, keepAnswer, type Once } from '../store/once.ts';
import type { Catalogues } from './catalogues.ts';
import { ACT_RIGHTS, type ActName } from '@crib/core/contract';
import { refuseUnlessMayDo, type Actor } from './may.ts';

/** Who acts, and on what: the database, and the catalogues loaded from it. */
export interface Acting {
  readonly pool: Pool;
  readonly catalogues: Catalogues;
  /** Where Crib is reached from outside: what is printed says so. */
  readonly site: string;
  /** The number of the editor. */
  readonly actor: number;
  readonly who: Actor;
  /** The key that the request was sent with. */
  readonly once?: Once | undefined;
  /** A secret for a link or a token: the same one for a request that comes again, and another one for anything else. */
  readonly newSecret: (kind: 'invitation' | 'token') => string;
  /** Says to whoever answers that the act had been done before. */
  readonly repeated?: () => void;
}

/** What else history says of an act. */
export type About = Pick<Within, 'why' | 'about' | 'release'>;

/**
 * An act: all of it, or nothing; written down as what it is, and done once where it comes with a key. Its result is what is
 * answered to a repetition, so it is plain data.
 */
export async function act<Result>(
  { pool, who, once, repeated }: Acting,
  doing: ActName,
  work: (db: Db) => Promise<Result>,
  about: About = {},
): Promise<Result> {
  refuseUnlessMayDo(who, ACT_RIGHTS[doing]);
  const within = { workspace: who.workspace.id, editor: who.id, doing, ...about };
  return inTransaction(pool, within, async (db) => {
    const before = once && (await claimKey(db, who, once));
    if (before) {
      repeated?.();
      return before.answer as Result;
    }
    const result = await work(db);
    if (once) await keepAnswer(db, who, once.key, result);
    return result;
  });
}

/** A look at several things as they were at one moment. */
export function look<Result>({ pool, who }: Acting, work: (db: Db) => Promise<Result>): Promise<Result> {
  refuseUnlessMayDo(who, 'look at');
  return inSnapshot(pool, { workspace: who.workspace.id }, work);
}

/** What an act answered that was done before, for those that work long before they begin; null where it was not. */
export async function answeredBefore<Result>(acting: Acting): Promise<Result | null> {
  const { pool, who, once, repeated } = acting;
  const before = once && (await inSnapshot(pool, { workspace: who.workspace.id }, (db) => answerOf(db, who, once)));
  if (!before) return null;
  repeated?.();
  return before.answer as Result;
}
