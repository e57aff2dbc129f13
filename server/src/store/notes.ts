import type { z } from 'zod';
import type { AppOverview, ChangeNotes, NewNotes, SentNotes } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

const NOTES = `id, app_id AS "appId", old_keyset AS "oldKeyset", now_keyset AS "nowKeyset", title, intro, credit, language, groups, revision`;

/** The change notes of an app, a line each. */
export function notesOf(db: Db, appId: number): Promise<AppOverview['notes']> {
  return rows(
    db,
    `SELECT id, title, old_keyset AS "oldKeyset", now_keyset AS "nowKeyset",
       (SELECT count(*) FROM edition e WHERE e.notes_id = n.id) AS editions FROM change_notes n WHERE app_id = $1 AND bin_id IS NULL ORDER BY id`,
    [appId],
  );
}

export async function insertNotes(db: Db, appId: number, asked: z.output<typeof NewNotes>): Promise<ChangeNotes> {
  const made = await first<ChangeNotes>(
    db,
    `INSERT INTO change_notes (app_id, old_keyset, now_keyset, title)
     SELECT $1, o.id, n.id, $4 FROM keyset o, keyset n WHERE o.id = $2 AND n.id = $3 AND o.app_id = $1 AND n.app_id = $1
     RETURNING ${NOTES}`,
    [appId, asked.oldKeyset, asked.nowKeyset, asked.title],
  );
  return made ?? refuse('not-found', 'This program does not have both keysets.');
}

export async function loadNotes(db: Db, id: number): Promise<ChangeNotes> {
  const found = await first<ChangeNotes>(db, `SELECT ${NOTES} FROM change_notes WHERE id = $1 AND bin_id IS NULL`, [
    id,
  ]);
  return found ?? refuse('not-found', `Change notes not found: ${id}.`);
}

/** Writes change notes anew, if they are still at the revision that was changed. */
export async function updateNotes(db: Db, id: number, sent: SentNotes): Promise<ChangeNotes> {
  await loadNotes(db, id);
  const updated = await first<ChangeNotes>(
    db,
    `UPDATE change_notes SET title = $3, intro = $4, credit = $5, groups = $6, language = $7, revision = revision + 1
     WHERE id = $1 AND revision = $2 RETURNING ${NOTES}`,
    [id, sent.revision, sent.title, sent.intro, sent.credit, JSON.stringify(sent.groups), sent.language],
  );
  return (
    updated ??
    refuse('changed-meanwhile', 'Someone else changed these notes. Open them again; your text is still here to copy.')
  );
}
