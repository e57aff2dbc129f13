import type { Here, LayerChange, Proposal, Remark } from '@crib/core/contract';
import type { z } from 'zod';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

const PROPOSAL = `p.id, p.keyset_id AS keyset, k.name, r.label AS release, p.revision, p.change, p.why, e.name AS who, p.made_by AS "madeBy",
  p.made_at AS at, p.state, p.answer, b.name AS "answeredBy", p.answered_at AS "answeredAt"`;
const FROM = `FROM proposal p JOIN keyset k ON k.id = p.keyset_id JOIN release r ON r.id = k.release_id
  JOIN editor e ON e.id = p.made_by LEFT JOIN editor b ON b.id = p.answered_by`;
type Row = Omit<Proposal, 'mine'> & { readonly madeBy: number };
const asRead = ({ madeBy, ...one }: Row, editor: number): Proposal => ({ ...one, mine: madeBy === editor });

/** How many proposals are listed: those that wait, and the last that were answered. */
const MOST = 200;

/** What was proposed for the keysets of an app: what waits first, the oldest of it before. */
export async function proposalsOf(db: Db, appId: number, editor: number): Promise<Proposal[]> {
  const found = await rows<Row>(
    db,
    `SELECT ${PROPOSAL} ${FROM} WHERE p.app_id = $1 AND k.bin_id IS NULL
     ORDER BY p.state <> 'open', p.answered_at DESC, p.id LIMIT ${MOST}`,
    [appId],
  );
  return found.map((one) => asRead(one, editor));
}

/** A proposal, held so that it is answered once. */
export async function proposalOf(db: Db, id: number, editor: number): Promise<Proposal & { madeBy: number }> {
  const found = await first<Row>(db, `SELECT ${PROPOSAL} ${FROM} WHERE p.id = $1 FOR UPDATE OF p`, [id]);
  return found ? { ...asRead(found, editor), madeBy: found.madeBy } : refuse('not-found', 'Proposal not found.');
}

/** The proposal that an editor has open for a keyset. */
export const openProposal = (
  db: Db,
  keyset: number,
  editor: number,
): Promise<{ id: number; change: z.output<typeof LayerChange>; why: string } | undefined> =>
  first(
    db,
    `SELECT id, change, why FROM proposal WHERE keyset_id = $1 AND made_by = $2 AND state = 'open' FOR UPDATE`,
    [keyset, editor],
  );

export async function saveProposal(
  db: Db,
  made: { id: number | null; keyset: number; revision: number; change: object; why: string; editor: number },
): Promise<number> {
  const { id, keyset, revision, change, why, editor } = made;
  const written = await first<{ id: number }>(
    db,
    id === null
      ? `INSERT INTO proposal (app_id, keyset_id, revision, change, why, made_by)
         SELECT app_id, id, $2, $3, $4, $5 FROM keyset WHERE id = $1 RETURNING id`
      : 'UPDATE proposal SET revision = $2, change = $3, why = $4 WHERE id = $5 AND keyset_id = $1 RETURNING id',
    [keyset, revision, JSON.stringify(change), why, id ?? editor],
  );
  return written!.id;
}

export async function answerProposal(
  db: Db,
  id: number,
  { state, answer, editor }: { state: Exclude<Proposal['state'], 'open'>; answer: string; editor: number },
): Promise<void> {
  await db.query('UPDATE proposal SET state = $2, answer = $3, answered_by = $4, answered_at = now() WHERE id = $1', [
    id,
    state,
    answer,
    editor,
  ]);
}

const REMARK = `m.id, m.command_id AS command, m.keyset_id AS keyset, m.said, e.name AS who, m.made_at AS at, m.ended_at IS NOT NULL AS ended`;

/** What was said of the commands of an app: what is open, and what was ended in the last month. */
export const remarksOf = (db: Db, appId: number): Promise<Remark[]> =>
  rows(
    db,
    `SELECT ${REMARK} FROM remark m JOIN editor e ON e.id = m.made_by
     WHERE m.app_id = $1 AND (m.ended_at IS NULL OR m.ended_at > now() - interval '30 days') ORDER BY m.id LIMIT 2000`,
    [appId],
  );
export async function insertRemark(
  db: Db,
  made: { app: number; command: number; keyset: number | null; said: string; editor: number },
): Promise<Remark> {
  const written = await first<{ id: number }>(
    db,
    'INSERT INTO remark (app_id, command_id, keyset_id, said, made_by) VALUES ($1, $2, $3, $4, $5) RETURNING id',
    [made.app, made.command, made.keyset, made.said, made.editor],
  );
  return (await first<Remark>(db, `SELECT ${REMARK} FROM remark m JOIN editor e ON e.id = m.made_by WHERE m.id = $1`, [
    written!.id,
  ]))!;
}
export async function endRemark(db: Db, id: number, editor: number): Promise<void> {
  const done = await db.query('UPDATE remark SET ended_by = $2, ended_at = now() WHERE id = $1 AND ended_at IS NULL', [
    id,
    editor,
  ]);
  if (done.rowCount === 0) refuse('not-found', 'This comment is already resolved.');
}

/** Says that somebody has Crib open, and where. */
export async function seeHere(db: Db, of: { workspace: number; editor: number; tab: string; place: string }) {
  await db.query(
    `INSERT INTO here (workspace_id, editor_id, tab, place) VALUES ($1, $2, $3, $4)
     ON CONFLICT (workspace_id, editor_id, tab) DO UPDATE SET place = excluded.place, seen_at = now()`,
    [of.workspace, of.editor, of.tab, of.place],
  );
}
/** Who else has Crib open: where each was seen last, within a minute. */
export const othersHere = (db: Db, workspace: number, editor: number): Promise<Here[]> =>
  rows(
    db,
    `SELECT * FROM (SELECT DISTINCT ON (h.editor_id) e.id, e.name, h.place FROM here h JOIN editor e ON e.id = h.editor_id
       WHERE h.workspace_id = $1 AND h.editor_id <> $2 AND h.seen_at > now() - interval '1 minute'
       ORDER BY h.editor_id, h.seen_at DESC) h ORDER BY name, id`,
    [workspace, editor],
  );
