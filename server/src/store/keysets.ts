import { z } from 'zod';
import { applyChange, type Change } from '@crib/core/keyset';
import type { ChangeKind, CustomKeyset, EditPlace, KeysetHistory, NewKeyset, OpenEdit } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** A new layer over a keyset of the app. */
export async function insertKeyset(
  db: Db,
  appId: number,
  asked: z.output<typeof NewKeyset>,
  editorId: number,
): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    `INSERT INTO keyset (app_id, release_id, base_id, name, note, owner_id)
     SELECT app_id, release_id, id, $3, $4, $5 FROM keyset WHERE id = $2 AND app_id = $1 RETURNING id`,
    [appId, asked.baseId, asked.name, asked.note, asked.mine ? editorId : null],
  );
  return made?.id ?? refuse('not-found', `Base keyset ${asked.baseId} not found.`);
}

/** Says of a layer where it was carried from, and what nobody has decided yet of that. */
export async function markCarried(
  db: Db,
  id: number,
  from: number,
  open: readonly Omit<OpenEdit, 'position'>[],
): Promise<void> {
  await db.query('UPDATE keyset SET carried_from = $2 WHERE id = $1', [id, from]);
  await db.query(
    `INSERT INTO open_edit (keyset_id, position, body)
     SELECT $1, n - 1, body FROM jsonb_array_elements($2) WITH ORDINALITY AS g (body, n)`,
    [id, JSON.stringify(open)],
  );
}

/** Takes an edit off the list of those that wait. */
export async function closeOpen(db: Db, id: number, position: number): Promise<void> {
  const gone = await db.query('DELETE FROM open_edit WHERE keyset_id = $1 AND position = $2', [id, position]);
  if (gone.rowCount === 0) refuse('not-found', 'This item has already been decided.');
}

/**
 * Keeps everybody else from changing a keyset, and what it shows through from moving, until the transaction ends. Locked
 * from the bottom up, so that nobody waits in a circle.
 */
export async function lockChain(db: Db, id: number): Promise<void> {
  const chain = await rows<{ id: number }>(
    db,
    `WITH RECURSIVE below (id, base_id) AS (
       SELECT id, base_id FROM keyset WHERE id = $1
       UNION ALL SELECT k.id, k.base_id FROM keyset k JOIN below b ON k.id = b.base_id)
     SELECT id FROM below WHERE id <> $1`,
    [id],
  );
  await db.query('SELECT 1 FROM keyset WHERE id = ANY ($1) ORDER BY id FOR SHARE', [chain.map((one) => one.id)]);
  await db.query('SELECT 1 FROM keyset WHERE id = $1 FOR UPDATE', [id]);
}

/** Places whose edit has come or changed since a revision. */
export function editedSince(db: Db, keysetId: number, revision: number): Promise<EditPlace[]> {
  return rows<EditPlace>(
    db,
    'SELECT command_id AS command, context_id AS context, platform FROM edit WHERE keyset_id = $1 AND revision > $2',
    [keysetId, revision],
  );
}

/** Who makes a change, and of which kind it is. */
export interface Making {
  readonly editorId: number;
  readonly kind: ChangeKind;
  readonly why: string;
}

/** Writes a change of a layer into it and into its history, and counts its revision up. */
export async function writeChange(
  db: Db,
  keyset: Pick<CustomKeyset, 'id' | 'edits'>,
  change: Change,
  by: Making,
): Promise<void> {
  const { inverse } = applyChange(keyset.edits, change);
  await db.query(
    `INSERT INTO keyset_change (keyset_id, revision, kind, why, change, inverse, made_by)
     SELECT id, revision + 1, $2, $3, $4, $5, $6 FROM keyset WHERE id = $1`,
    [
      keyset.id,
      by.kind,
      by.why,
      JSON.stringify({ put: change.put, remove: change.remove }),
      JSON.stringify(inverse),
      by.editorId,
    ],
  );
  await db.query(
    `DELETE FROM edit e USING jsonb_to_recordset($2) AS g (command bigint, context bigint, platform text)
     WHERE e.keyset_id = $1 AND e.command_id = g.command AND e.context_id = g.context AND e.platform IS NOT DISTINCT FROM g.platform`,
    [keyset.id, JSON.stringify(change.remove)],
  );
  await db.query(
    `INSERT INTO edit (keyset_id, release_id, command_id, context_id, platform, action, shortcuts, reason, memory_aid, holds_id, revision, made_by)
     SELECT $1, k.release_id, g.command, g.context, g.platform, g.action, g.shortcuts, g.reason, g."memoryAid", g.holds, k.revision + 1, $3
     FROM keyset k, jsonb_to_recordset($2) AS g
       (command bigint, context bigint, platform text, action text, shortcuts text[], reason text, "memoryAid" text, holds bigint)
     WHERE k.id = $1
     ON CONFLICT ON CONSTRAINT one_edit_a_place DO UPDATE SET action = excluded.action, shortcuts = excluded.shortcuts,
       reason = excluded.reason, memory_aid = excluded.memory_aid, holds_id = excluded.holds_id, revision = excluded.revision,
       made_by = excluded.made_by, made_at = now()`,
    [keyset.id, JSON.stringify(change.put), by.editorId],
  );
  await db.query('UPDATE keyset SET revision = revision + 1 WHERE id = $1', [keyset.id]);
}

/** What was done to a keyset, the newest first, and its save points. */
export async function historyOf(db: Db, keysetId: number): Promise<KeysetHistory> {
  const entries = await rows<KeysetHistory['entries'][number]>(
    db,
    `SELECT c.revision, c.kind, e.name AS who, c.made_at AS at, c.why, c.change, c.inverse
     FROM keyset_change c JOIN editor e ON e.id = c.made_by WHERE c.keyset_id = $1 ORDER BY c.revision DESC`,
    [keysetId],
  );
  const points = await rows<KeysetHistory['points'][number]>(
    db,
    `SELECT p.revision, p.name, e.name AS who, p.made_at AS at
     FROM save_point p JOIN editor e ON e.id = p.made_by WHERE p.keyset_id = $1 ORDER BY p.revision DESC, p.made_at DESC`,
    [keysetId],
  );
  return { entries, points };
}

/** Gives the state of a keyset a name. */
export async function insertPoint(
  db: Db,
  keysetId: number,
  point: { revision: number; name: string },
  editorId: number,
): Promise<void> {
  await db.query('INSERT INTO save_point (keyset_id, revision, name, made_by) VALUES ($1, $2, $3, $4)', [
    keysetId,
    point.revision,
    point.name,
    editorId,
  ]);
}
