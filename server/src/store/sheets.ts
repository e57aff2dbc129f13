import { Recipe, SheetLook } from '@crib/core/contract';
import type {
  EditionFile,
  EditionStanding,
  ProofException,
  KeptRecipe,
  PublishedEdition,
  SentSheet,
  Sheet,
  SheetSection,
} from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

const SHEET = `id, app_id AS "appId", release_id AS "releaseId", keyset_id AS "keysetId", title, intro, credit, terms, independence, look, language, revision`;

export async function insertSheet(db: Db, appId: number, keysetId: number, title: string): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    `INSERT INTO sheet (app_id, release_id, keyset_id, title)
     SELECT app_id, release_id, id, $3 FROM keyset WHERE id = $2 AND app_id = $1 RETURNING id`,
    [appId, keysetId, title],
  );
  return made?.id ?? refuse('not-found', `This app has no keyset ${keysetId} to make a sheet from.`);
}

export async function loadSheet(db: Db, id: number): Promise<Sheet & { releaseId: number }> {
  const sheet = await first<Omit<Sheet, 'sections'> & { releaseId: number }>(
    db,
    `SELECT ${SHEET} FROM sheet WHERE id = $1 AND bin_id IS NULL`,
    [id],
  );
  if (!sheet) return refuse('not-found', `There is no sheet ${id}.`);
  const sections = await rows<SheetSection>(
    db,
    `SELECT s.title, s.rule, s.sort, s.figure, to_jsonb(s.left_out) AS "leftOut", coalesce(
       (SELECT jsonb_agg(jsonb_build_object('command', r.command_id, 'note', r.note, 'lesson', r.lesson) ORDER BY r.position)
        FROM sheet_row r WHERE r.sheet_id = s.sheet_id AND r.section = s.position), '[]') AS rows
     FROM sheet_section s WHERE s.sheet_id = $1 ORDER BY s.position`,
    [id],
  );
  return { ...sheet, look: SheetLook.parse(sheet.look), sections };
}

/** Saves a sheet, if it is still at the revision that was changed; what is not sent of it stays. */
export async function updateSheet(db: Db, id: number, sent: SentSheet): Promise<void> {
  const current = await loadSheet(db, id);
  const updated = await db.query(
    `UPDATE sheet SET title = $3, intro = $4, credit = $5, language = $6, terms = $7, independence = $8, look = $9,
       revision = revision + 1 WHERE id = $1 AND revision = $2`,
    [
      id,
      sent.revision,
      sent.title,
      sent.intro ?? current.intro,
      sent.credit ?? current.credit,
      sent.language ?? current.language,
      sent.terms ?? current.terms,
      sent.independence ?? current.independence,
      sent.look ?? current.look,
    ],
  );
  if (updated.rowCount === 0)
    refuse(
      'changed-meanwhile',
      'Somebody has changed this sheet meanwhile. Open it again; what you wrote is still here to copy.',
    );
  if (sent.keysetId !== current.keysetId)
    refuse('keyset-stays', 'A sheet keeps its keyset. Make a new sheet for another one.');
  await db.query('DELETE FROM sheet_section WHERE sheet_id = $1', [id]);
  const sections = sent.sections.map(({ rows: _rows, ...section }, position) => ({ ...section, position }));
  await db.query(
    `INSERT INTO sheet_section (sheet_id, position, title, rule, sort, figure, left_out)
     SELECT $1, position, title, nullif(rule, 'null'), sort, nullif(figure, 'null'), array(SELECT value::bigint FROM jsonb_array_elements_text("leftOut"))
     FROM jsonb_to_recordset($2) AS g (position integer, title text, rule jsonb, sort text, figure jsonb, "leftOut" jsonb)`,
    [id, JSON.stringify(sections)],
  );
  const lines = sent.sections.flatMap((section, s) =>
    section.rows.map((row, position) => ({ ...row, section: s, position })),
  );
  await db.query(
    `INSERT INTO sheet_row (sheet_id, section, position, release_id, command_id, note, lesson)
     SELECT $1, section, position, $3, command, note, nullif(lesson, 'null')
     FROM jsonb_to_recordset($2) AS g (section integer, position integer, command bigint, note text, lesson jsonb)`,
    [id, JSON.stringify(lines), current.releaseId],
  );
}

export async function insertRecipe(db: Db, appId: number, recipe: Recipe): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    'INSERT INTO recipe (app_id, name, body) VALUES ($1, $2, $3) RETURNING id',
    [appId, recipe.name, JSON.stringify(recipe)],
  );
  return made!.id;
}

/** Writes a recipe anew, if it is still at the revision that was changed. */
export async function updateRecipe(db: Db, id: number, revision: number, recipe: Recipe): Promise<void> {
  const done = await db.query(
    'UPDATE recipe SET name = $3, body = $4, revision = revision + 1 WHERE id = $1 AND revision = $2',
    [id, revision, recipe.name, JSON.stringify(recipe)],
  );
  if (done.rowCount) return;
  if (!(await first(db, 'SELECT 1 FROM recipe WHERE id = $1', [id]))) refuse('not-found', 'There is no such recipe.');
  refuse(
    'changed-meanwhile',
    'Somebody has changed this recipe meanwhile. Open it again; what you wrote is still here to copy.',
  );
}

/** The recipes of an app, read as they are kept now, whatever they were kept as. */
export async function recipesOf(db: Db, appId: number): Promise<KeptRecipe[]> {
  const found = await rows<{ id: number; revision: number; body: unknown }>(
    db,
    'SELECT id, revision, body FROM recipe WHERE app_id = $1 ORDER BY id',
    [appId],
  );
  return found.map(({ id, revision, body }) => ({ id, revision, recipe: Recipe.parse(body) }));
}

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
    refuse('not-found', 'There is no sheet at this address. Check it letter by letter, or ask who gave it to you.')
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
  return found ?? refuse('not-found', 'There is no such edition.');
}

/** Withdraws an edition: once, with the day and why. */
export async function withdraw(db: Db, address: string, because: string, editor: number): Promise<void> {
  const { id } = await editionAt(db, address);
  const done = await db.query(
    'INSERT INTO edition_withdrawal (edition_id, because, withdrawn_by) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
    [id, because, editor],
  );
  if (done.rowCount === 0) refuse('taken', 'This edition has been withdrawn already.');
}
