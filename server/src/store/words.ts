import type { z } from 'zod';
import type { SentWords } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { rows, type Db } from './db.ts';

interface Section {
  readonly name: string;
  readonly sets: string[][];
  readonly revision: number;
}

/** The sections of the word list that were written here, in place of those that ship or beside them. */
export const writtenWords = (db: Db): Promise<Section[]> =>
  rows(db, 'SELECT name, sets, revision FROM word_section ORDER BY name', []);

/** Writes a section; one that was written meanwhile is not written over. */
export async function saveWords(db: Db, { name, revision, sets }: z.output<typeof SentWords>, editor: number) {
  const done = await db.query(
    revision === 0
      ? `INSERT INTO word_section (name, sets, written_by) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING`
      : `UPDATE word_section SET sets = $2, written_by = $3, written_on = current_date, revision = revision + 1
         WHERE name = $1 AND revision = $4`,
    revision === 0 ? [name, JSON.stringify(sets), editor] : [name, JSON.stringify(sets), editor, revision],
  );
  if (done.rowCount === 0)
    refuse('changed-meanwhile', `Someone else changed “${name}”. Check the current text, then save again.`);
}

/** A section goes: one that ships is as it ships again. */
export async function dropWords(db: Db, name: string): Promise<void> {
  const done = await db.query('DELETE FROM word_section WHERE name = $1', [name]);
  if (done.rowCount === 0) refuse('not-found', `Section not found: “${name}”.`);
}
