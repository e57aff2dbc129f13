import { refuse } from '@crib/core/error';
import { first, type Db } from './db.ts';

/** An act that may come again: who sends it, under which key, and a hash of what was asked. */
export interface Once {
  readonly key: string;
  readonly asked: string;
}

/**
 * Claims a key in the transaction of its act; gives what was answered where it was done before. One that is being done at
 * this moment is waited for.
 */
export async function claimKey(db: Db, editor: number, once: Once): Promise<{ answer: unknown } | null> {
  const mine = await first(
    db,
    'INSERT INTO answered (editor_id, key, asked) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING RETURNING 1',
    [editor, once.key, once.asked],
  );
  return mine ? null : answerOf(db, editor, once);
}

/** What was answered to a key, if it was; a key is for one request. */
export async function answerOf(db: Db, editor: number, { key, asked }: Once): Promise<{ answer: unknown } | null> {
  const before = await first<{ asked: string; answer: unknown }>(
    db,
    'SELECT asked, answer FROM answered WHERE editor_id = $1 AND key = $2',
    [editor, key],
  );
  if (before && before.asked !== asked)
    refuse('key-reused', 'This Idempotency-Key was sent with another request before. Take a new one for each act.');
  return before ?? null;
}

/** Keeps what is answered, in the same transaction. */
export async function keepAnswer(db: Db, editor: number, key: string, answer: unknown): Promise<void> {
  await db.query('UPDATE answered SET answer = $3 WHERE editor_id = $1 AND key = $2', [
    editor,
    key,
    JSON.stringify(answer ?? null),
  ]);
}

/** Forgets answers, counts and sessions that are past. */
export const forgetOld = (db: Db) => db.query('SELECT forget_old()');
