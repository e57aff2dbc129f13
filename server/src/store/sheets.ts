import { SheetLook, type SentSheet, type Sheet, type SheetSection } from '@crib/core/contract';
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
  return made?.id ?? refuse('not-found', `Keyset ${keysetId} not found in this program.`);
}

export async function loadSheet(db: Db, id: number): Promise<Sheet & { releaseId: number }> {
  const sheet = await first<Omit<Sheet, 'sections'> & { releaseId: number }>(
    db,
    `SELECT ${SHEET} FROM sheet WHERE id = $1 AND bin_id IS NULL`,
    [id],
  );
  if (!sheet) return refuse('not-found', `Sheet not found: ${id}.`);
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
    refuse('changed-meanwhile', 'Someone else changed this sheet. Open it again; your text is still here to copy.');
  if (sent.keysetId !== current.keysetId)
    refuse('keyset-stays', 'A sheet’s keyset cannot be changed. Create a new sheet.');
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
