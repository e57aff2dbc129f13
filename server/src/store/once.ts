import { refuse } from '@crib/core/error';
import { first, type Db } from './db.ts';

/** An act that may come again: under which key it is sent, and a hash of the request. */
export interface Once {
  readonly key: string;
  readonly asked: string;
}

/** Who sends it, and to which workspace: a key means one request of one editor in one workspace. */
export interface Sender {
  readonly id: number;
  readonly workspace: { readonly id: number };
}

/**
 * Claims a key in the transaction of its act; gives what was answered where it was done before. One that is being done at
 * this moment is waited for.
 */
export async function claimKey(db: Db, sender: Sender, once: Once): Promise<{ answer: unknown } | null> {
  const mine = await first(
    db,
    'INSERT INTO answered (editor_id, workspace_id, key, asked) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING RETURNING 1',
    [sender.id, sender.workspace.id, once.key, once.asked],
  );
  return mine ? null : answerOf(db, sender, once);
}

/** What was answered to a key, if it was; a key is for one request. */
export async function answerOf(db: Db, sender: Sender, { key, asked }: Once): Promise<{ answer: unknown } | null> {
  const before = await first<{ asked: string; answer: unknown }>(
    db,
    'SELECT asked, answer FROM answered WHERE editor_id = $1 AND workspace_id = $2 AND key = $3',
    [sender.id, sender.workspace.id, key],
  );
  if (before && before.asked !== asked)
    refuse('key-reused', 'This Idempotency-Key was used for another request. Use a new key per operation.');
  return before ?? null;
}

/** Keeps what is answered, in the same transaction. */
export async function keepAnswer(db: Db, sender: Sender, key: string, answer: unknown): Promise<void> {
  await db.query('UPDATE answered SET answer = $4 WHERE editor_id = $1 AND workspace_id = $2 AND key = $3', [
    sender.id,
    sender.workspace.id,
    key,
    JSON.stringify(answer ?? null),
  ]);
}

/** Forgets answers, counts and sessions that are past. */
export const forgetOld = (db: Db) => db.query('SELECT forget_old()');
