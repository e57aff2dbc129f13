import type { EditionFile, EditionStanding, ProofException, PublishedEdition } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

const columnOf = (of: EditionOf) =>
  'sheetId' in of ? (['sheet', of.sheetId] as const) : (['change_notes', of.notesId] as const);

/** The number that the next edition of a sheet, or of change notes, will have; others wait until this one is written. */
export async function nextEdition(db: Db, of: EditionOf): Promise<number> {
  const [table, id] = columnOf(of);
  await db.query(`SELECT 1 FROM ${table} WHERE id = $1 FOR UPDATE`, [id]);
  const column = 'sheetId' in of ? 'sheet_id' : 'notes_id';
  const found = await first<{ number: number }>(
    db,
    `SELECT coalesce(max(number), 0) + 1 AS number FROM edition WHERE ${column} = $1`,
    [id],
  );
  return found!.number;
}

/** What an edition is of. */
export type EditionOf = { readonly sheetId: number } | { readonly notesId: number };

export interface EditionRecord {
  readonly of: EditionOf;
  readonly number: number;
  readonly address: string;
  readonly slug: string;
  readonly body: string;
  readonly hash: string;
  readonly howToLoad: string;
  /** What was wrong and was published all the same, with why. */
  readonly exceptions?: readonly ProofException[];
}

export interface FileRecord extends Omit<EditionFile, 'bytes'> {
  readonly content: Uint8Array;
}

const PUBLISHED = `number, address, '/s/' || slug || '/' || address AS path, hash, published_at AS "publishedAt", exceptions,
  (SELECT jsonb_build_object('on', w.withdrawn_on, 'because', w.because) FROM edition_withdrawal w WHERE w.edition_id = edition.id) AS withdrawn,
  (SELECT jsonb_build_object('address', a.address, 'path', '/n/' || a.slug || '/' || a.address, 'listed', a.listed) FROM standing_address a
    WHERE a.sheet_id = edition.sheet_id OR a.notes_id = edition.notes_id) AS standing,
  (SELECT coalesce(sum(count) FILTER (WHERE what = 'opened'), 0)::int FROM edition_count c WHERE c.edition_id = edition.id) AS opened,
  (SELECT coalesce(sum(count) FILTER (WHERE what <> 'opened'), 0)::int FROM edition_count c WHERE c.edition_id = edition.id) AS downloaded`;
type PublishedRow = Omit<PublishedEdition, 'standing' | 'newest' | 'listed'> & {
  standing: { address: string; path: string; listed: boolean };
};
const publishedOf = ({ standing: { address, path, listed }, ...rest }: PublishedRow): PublishedEdition => ({
  ...rest,
  standing: address,
  newest: path,
  listed,
});

export async function insertEdition(
  db: Db,
  edition: EditionRecord,
  files: readonly FileRecord[],
  editorId: number,
): Promise<PublishedEdition> {
  const made = await first<PublishedRow & { id: number }>(
    db,
    `INSERT INTO edition (sheet_id, notes_id, number, address, slug, body, hash, how_to_load, published_by, exceptions)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) RETURNING id, ${PUBLISHED}`,
    [
      'sheetId' in edition.of ? edition.of.sheetId : null,
      'notesId' in edition.of ? edition.of.notesId : null,
      edition.number,
      edition.address,
      edition.slug,
      edition.body,
      edition.hash,
      edition.howToLoad,
      editorId,
      JSON.stringify(edition.exceptions ?? []),
    ],
  );
  const { id, ...published } = made!;
  for (const file of files) {
    await db.query(
      `INSERT INTO edition_file (edition_id, name, platform, recipe, content, hash, losses, back) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [id, file.name, file.platform, file.recipe, file.content, file.hash, file.losses, file.back],
    );
  }
  return publishedOf(published);
}

export async function editionsOf(db: Db, of: EditionOf): Promise<PublishedEdition[]> {
  const [column, id] = 'sheetId' in of ? ['sheet_id', of.sheetId] : ['notes_id', of.notesId];
  const found = await rows<PublishedRow>(
    db,
    `SELECT ${PUBLISHED} FROM edition WHERE ${column} = $1 ORDER BY number DESC`,
    [id],
  );
  return found.map(publishedOf);
}

/** The body of the newest edition of a sheet. */
export async function lastEdition(db: Db, sheetId: number): Promise<string | null> {
  const found = await first<{ body: string }>(
    db,
    'SELECT body FROM edition WHERE sheet_id = $1 ORDER BY number DESC LIMIT 1',
    [sheetId],
  );
  return found?.body ?? null;
}

/** The newest edition of every sheet of an app, with its body. */
export function newestEditions(
  db: Db,
  appId: number,
): Promise<
  { sheet: number; releaseId: number; keysetId: number; number: number; path: string; body: string; files: boolean }[]
> {
  return rows(
    db,
    `SELECT DISTINCT ON (s.id) s.id AS sheet, s.release_id AS "releaseId", s.keyset_id AS "keysetId", e.number,
       '/s/' || e.slug || '/' || e.address AS path, e.body,
       EXISTS (SELECT 1 FROM edition_file f WHERE f.edition_id = e.id) AS files
     FROM edition e JOIN sheet s ON s.id = e.sheet_id WHERE s.app_id = $1 AND s.bin_id IS NULL ORDER BY s.id, e.number DESC`,
    [appId],
  );
}

export interface StoredEdition {
  readonly id: number;
  readonly address: string;
  readonly slug: string;
  readonly body: string;
  readonly hash: string;
  readonly howToLoad: string;
  /** The path at which the newest edition stands. */
  readonly newest: string;
}

export async function editionAt(db: Db, address: string): Promise<StoredEdition> {
  const found = await first<StoredEdition>(
    db,
    `SELECT e.id, e.address, e.slug, e.body, e.hash, e.how_to_load AS "howToLoad", '/n/' || a.slug || '/' || a.address AS newest
     FROM edition e JOIN standing_address a ON a.sheet_id = e.sheet_id OR a.notes_id = e.notes_id WHERE e.address = $1`,
    [address],
  );
  return (
    found ??
    refuse('not-found', 'No sheet found at this address. Check the link, or ask the person who gave it to you.')
  );
}

export function filesOf(db: Db, editionId: number): Promise<EditionFile[]> {
  return rows<EditionFile>(
    db,
    'SELECT name, platform, recipe, octet_length(content) AS bytes, hash, losses, back FROM edition_file WHERE edition_id = $1 ORDER BY back, name',
    [editionId],
  );
}

export async function fileBytes(db: Db, editionId: number, name: string): Promise<Buffer> {
  const found = await first<{ content: Buffer }>(
    db,
    'SELECT content FROM edition_file WHERE edition_id = $1 AND name = $2',
    [editionId, name],
  );
  return found?.content ?? refuse('not-found', 'This edition has no such file.');
}

/** The newest edition of all change notes of an app, with its body. */
export function newestNotes(
  db: Db,
  appId: number,
): Promise<{ notes: number; number: number; path: string; body: string }[]> {
  return rows(
    db,
    `SELECT DISTINCT ON (n.id) n.id AS notes, e.number, '/s/' || e.slug || '/' || e.address AS path, e.body
     FROM edition e JOIN change_notes n ON n.id = e.notes_id WHERE n.app_id = $1 AND n.bin_id IS NULL ORDER BY n.id, e.number DESC`,
    [appId],
  );
}

/** Keeps the forms of an edition as they were made when it was published. */
export async function insertForms(db: Db, address: string, forms: readonly EditionForm[]): Promise<void> {
  for (const { ending, type, content } of forms)
    await db.query(
      `INSERT INTO edition_form (edition_id, ending, type, content) SELECT id, $2, $3, $4 FROM edition WHERE address = $1
       ON CONFLICT (edition_id, ending) DO NOTHING`,
      [address, ending, type, content],
    );
}

export interface EditionForm {
  readonly ending: string;
  readonly type: string;
  readonly content: Buffer;
}

/** A form of an edition; undefined where it has not been kept. */
export function formAt(db: Db, editionId: number, ending: string): Promise<EditionForm | undefined> {
  return first<EditionForm>(
    db,
    'SELECT ending, type, content FROM edition_form WHERE edition_id = $1 AND ending = $2',
    [editionId, ending],
  );
}

/** Editions published before all of their forms were kept. */
export function editionsWithoutForms(db: Db): Promise<{ address: string; path: string; body: string }[]> {
  return rows(
    db,
    `SELECT address, '/s/' || slug || '/' || address AS path, body FROM edition e WHERE NOT EXISTS (SELECT 1 FROM edition_form f WHERE f.edition_id = e.id AND f.ending = 'pdf') ORDER BY id`,
  );
}

/** What became of editions, in one look, as a text that is the same as long as nothing does. */
export async function standingStamp(db: Db, addresses: readonly string[]): Promise<string> {
  const found = await first<{ stamp: string | null }>(
    db,
    `SELECT string_agg(concat_ws(' ', e.address, w.edition_id IS NOT NULL, (SELECT max(n.id) FROM edition n
       WHERE (n.sheet_id = e.sheet_id OR n.notes_id = e.notes_id) AND NOT EXISTS (SELECT 1 FROM edition_withdrawal g WHERE g.edition_id = n.id))), ';' ORDER BY e.address) AS stamp
     FROM edition e LEFT JOIN edition_withdrawal w ON w.edition_id = e.id WHERE e.address = ANY ($1)`,
    [addresses],
  );
  return found?.stamp ?? '';
}

/** What became of an edition since it was published. */
export async function standingOf(db: Db, id: number): Promise<EditionStanding> {
  const found = await first<EditionStanding>(
    db,
    `SELECT (SELECT jsonb_build_object('on', w.withdrawn_on, 'because', w.because)
         FROM edition_withdrawal w WHERE w.edition_id = e.id) AS withdrawn,
       (SELECT jsonb_build_object('number', n.number, 'on', (n.published_at AT TIME ZONE 'UTC')::date, 'path', '/s/' || n.slug || '/' || n.address) FROM edition n
         WHERE n.number > e.number AND (n.sheet_id = e.sheet_id OR n.notes_id = e.notes_id)
           AND NOT EXISTS (SELECT 1 FROM edition_withdrawal w WHERE w.edition_id = n.id)
         ORDER BY n.number DESC LIMIT 1) AS newer
     FROM edition e WHERE e.id = $1`,
    [id],
  );
  return found ?? refuse('not-found', 'Edition not found.');
}

/** Withdraws an edition: once, with the day and why. */
export async function withdraw(db: Db, address: string, because: string, editor: number): Promise<void> {
  const { id } = await editionAt(db, address);
  const done = await db.query(
    'INSERT INTO edition_withdrawal (edition_id, because, withdrawn_by) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
    [id, because, editor],
  );
  if (done.rowCount === 0) refuse('taken', 'This edition has already been withdrawn.');
}
