import type { EditionCover, EndedReport, LearnerReport, SentReport, Shelf } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';
import type { EditionOf } from './editions.ts';

/** Gives a sheet, or change notes, the address at which the newest edition stands; it keeps the one it has. */
export async function keepStanding(db: Db, of: EditionOf, address: string, slug: string): Promise<void> {
  await db.query(
    `INSERT INTO standing_address (address, slug, sheet_id, notes_id) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING`,
    [address, slug, 'sheetId' in of ? of.sheetId : null, 'notesId' in of ? of.notesId : null],
  );
}

/** The address of the newest edition that stands under a standing address; of the newest of all, where all were withdrawn. */
export async function newestAt(db: Db, address: string): Promise<string> {
  const found = await first<{ address: string }>(
    db,
    `SELECT e.address FROM standing_address s JOIN edition e ON e.sheet_id = s.sheet_id OR e.notes_id = s.notes_id
     LEFT JOIN edition_withdrawal w ON w.edition_id = e.id
     WHERE s.address = $1 ORDER BY w.edition_id IS NOT NULL, e.number DESC LIMIT 1`,
    [address],
  );
  return (
    found?.address ??
    refuse('not-found', 'No sheet found at this address. Check the link, or ask the person who gave it to you.')
  );
}

/** The editions of the same sheet before an edition, the last first: what its readers may know. */
export function earlierThan(db: Db, edition: number): Promise<{ number: number; address: string }[]> {
  return rows(
    db,
    `SELECT o.number, o.address FROM edition e JOIN edition o ON o.sheet_id = e.sheet_id AND o.number < e.number
     WHERE e.id = $1 ORDER BY o.number DESC LIMIT 5`,
    [edition],
  );
}

/** Whether it stands on the public index from now on. */
export async function setListed(db: Db, address: string, listed: boolean): Promise<void> {
  const done = await db.query('UPDATE standing_address SET listed = $2 WHERE address = $1', [address, listed]);
  if (done.rowCount === 0) refuse('not-found', 'Nothing published at this address.');
}

/** An edition as a list or a feed shows it. */
export interface Issued {
  readonly address: string;
  readonly path: string;
  readonly newest: string;
  readonly publishedAt: string;
  readonly cover: EditionCover;
}
const ISSUED = `e.address, '/s/' || e.slug || '/' || e.address AS path, '/n/' || s.slug || '/' || s.address AS newest, e.published_at AS "publishedAt", e.cover`;

/** The newest editions under standing addresses that are listed, or of one app, or the last ones of one address. */
export function issuedIn(db: Db, of: { app: number } | { workspace: number }): Promise<Issued[]> {
  return rows<Issued>(
    db,
    `SELECT * FROM (
       SELECT DISTINCT ON (s.address) ${ISSUED} FROM standing_address s
       JOIN edition e ON e.sheet_id = s.sheet_id OR e.notes_id = s.notes_id
       LEFT JOIN sheet h ON h.id = s.sheet_id LEFT JOIN change_notes n ON n.id = s.notes_id
       WHERE NOT EXISTS (SELECT 1 FROM edition_withdrawal w WHERE w.edition_id = e.id)
         AND h.bin_id IS NULL AND n.bin_id IS NULL AND ($1::bigint IS NULL OR coalesce(h.app_id, n.app_id) = $1) AND ($2::bigint IS NULL OR s.listed AND $2 = (SELECT a.workspace_id FROM app a WHERE a.id = coalesce(h.app_id, n.app_id)))
       ORDER BY s.address, e.number DESC) newest
     ORDER BY "publishedAt" DESC`,
    'app' in of ? [of.app, null] : [null, of.workspace],
  );
}

/** The editions under one standing address that were not withdrawn, the newest first. */
export function issuedAt(db: Db, address: string): Promise<Issued[]> {
  return rows<Issued>(
    db,
    `SELECT ${ISSUED} FROM standing_address s JOIN edition e ON e.sheet_id = s.sheet_id OR e.notes_id = s.notes_id
     WHERE s.address = $1 AND NOT EXISTS (SELECT 1 FROM edition_withdrawal w WHERE w.edition_id = e.id)
     ORDER BY e.number DESC LIMIT 50`,
    [address],
  );
}

/** Adds to what was counted of editions today. */
export async function addCounts(db: Db, counts: readonly { address: string; what: string; count: number }[]) {
  await db.query(
    `INSERT INTO edition_count (edition_id, what, count)
     SELECT e.id, c.what, c.count FROM jsonb_to_recordset($1) AS c (address text, what text, count int) JOIN edition e ON e.address = c.address
     ON CONFLICT (edition_id, what, day) DO UPDATE SET count = edition_count.count + excluded.count`,
    [JSON.stringify(counts)],
  );
}

/** So many reports may wait about one edition; more would bury the work list. */
const MOST_WAITING = 200;

export async function insertReport(db: Db, edition: number, { kind, command, text }: SentReport): Promise<void> {
  const done = await db.query(
    `INSERT INTO report (edition_id, kind, command, said)
     SELECT $1, $2, $3, $4 WHERE (SELECT count(*) FROM report WHERE edition_id = $1 AND outcome IS NULL) < $5`,
    [edition, kind, command, text, MOST_WAITING],
  );
  if (done.rowCount === 0)
    refuse('too-many', 'There are many unread reports for this sheet. Please try again in a few days.');
}

const REPORT = `r.id, e.address, '/s/' || e.slug || '/' || e.address AS path, e.cover ->> 'title' AS title, e.number, e.sheet_id AS "sheetId", e.notes_id AS "notesId",
  r.kind, r.command, r.said, r.said_on AS "saidOn", r.outcome, r.because, r.ended_on AS "endedOn"`;

/**
 * What learners have said of editions of an app: what waits first, the oldest of it before. Edition by edition, since the
 * planner takes an app for all of the school, and would look at every report there is.
 */
export function reportsOf(db: Db, appId: number): Promise<LearnerReport[]> {
  return rows<LearnerReport>(
    db,
    `WITH ours AS MATERIALIZED (
       SELECT e.id FROM sheet s JOIN edition e ON e.sheet_id = s.id WHERE s.app_id = $1
       UNION ALL SELECT e.id FROM change_notes n JOIN edition e ON e.notes_id = n.id WHERE n.app_id = $1)
     SELECT ${REPORT} FROM ours, LATERAL (SELECT * FROM report WHERE edition_id = ours.id OFFSET 0) r JOIN edition e ON e.id = r.edition_id
     ORDER BY r.outcome IS NOT NULL, r.ended_on DESC, r.id LIMIT 500`,
    [appId],
  );
}

/** Ends a report, once: mended, answered, or left as it is. */
export async function endReport(db: Db, id: number, { outcome, because }: EndedReport, editor: number): Promise<void> {
  const done = await db.query(
    `UPDATE report SET outcome = $2, because = $3, ended_on = current_date, ended_by = $4 WHERE id = $1 AND outcome IS NULL`,
    [id, outcome, because, editor],
  );
  if (done.rowCount === 0) refuse('not-found', 'This report is already closed.');
}

export async function shelfOf(db: Db): Promise<Shelf | null> {
  return (await first<Shelf>(db, `SELECT title, open, address, '/shelf/' || address AS path FROM shelf`)) ?? null;
}

/** The public index at an address, while it is open. */
export async function shelfAt(db: Db, address: string): Promise<Shelf & { workspace: number }> {
  const found = await first<Shelf & { workspace: number }>(
    db,
    `SELECT workspace_id AS workspace, title, open, address, '/shelf/' || address AS path FROM shelf WHERE address = $1 AND open`,
    [address],
  );
  return found ?? refuse('not-found', 'No public index found at this address.');
}

export async function saveShelf(
  db: Db,
  { title, open }: Pick<Shelf, 'title' | 'open'>,
  address: string,
): Promise<void> {
  await db.query(
    'INSERT INTO shelf (address, title, open) VALUES ($1, $2, $3) ON CONFLICT (workspace_id) DO UPDATE SET title = $2, open = $3',
    [address, title, open],
  );
}
