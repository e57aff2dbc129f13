import { first, type Db } from './db.ts';
import type { Editor } from '@crib/core/contract';

export function editorByEmail(db: Db, email: string): Promise<(Editor & { passwordHash: string }) | undefined> {
  return first(db, 'SELECT id, name, email, password_hash AS "passwordHash" FROM editor WHERE email = $1', [email]);
}

export function editorOf(db: Db, id: number): Promise<Editor | undefined> {
  return first(db, 'SELECT id, name, email FROM editor WHERE id = $1', [id]);
}

/** Makes an editor, or gives the one with that address a new name and password. */
export async function saveEditor(db: Db, name: string, email: string, passwordHash: string): Promise<void> {
  await db.query(
    `INSERT INTO editor (name, email, password_hash) VALUES ($1, lower($2), $3)
     ON CONFLICT (email) DO UPDATE SET name = excluded.name, password_hash = excluded.password_hash`,
    [name, email, passwordHash],
  );
}
