import { z } from 'zod';
import type { Change } from '@crib/core/keyset';
import type { EditPlace, NewKeyset } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** A new layer over a keyset of the app. */
export async function insertKeyset(db: Db, appId: number, asked: z.output<typeof NewKeyset>): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    `INSERT INTO keyset (app_id, release_id, base_id, name, note)
     SELECT app_id, release_id, id, $3, $4 FROM keyset WHERE id = $2 AND app_id = $1 RETURNING id`,
    [appId, asked.baseId, asked.name, asked.note],
  );
  return made?.id ?? refuse('not-found', `This app has no keyset ${asked.baseId} to stand on.`);
}

/** Keeps everybody else from changing a keyset until the transaction ends. */
export async function lockKeyset(db: Db, id: number): Promise<void> {
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

/** Writes a change of a layer, and counts its revision up. */
export async function writeChange(db: Db, keysetId: number, change: Change, editorId: number): Promise<void> {
  await db.query(
    `DELETE FROM edit e USING jsonb_to_recordset($2) AS g (command bigint, context bigint, platform text)
     WHERE e.keyset_id = $1 AND e.command_id = g.command AND e.context_id = g.context AND e.platform IS NOT DISTINCT FROM g.platform`,
    [keysetId, JSON.stringify(change.remove)],
  );
  await db.query(
    `INSERT INTO edit (keyset_id, release_id, command_id, context_id, platform, action, shortcuts, reason, memory_aid, revision, made_by)
     SELECT $1, k.release_id, g.command, g.context, g.platform, g.action, g.shortcuts, g.reason, g."memoryAid", k.revision + 1, $3
     FROM keyset k, jsonb_to_recordset($2) AS g
       (command bigint, context bigint, platform text, action text, shortcuts text[], reason text, "memoryAid" text)
     WHERE k.id = $1
     ON CONFLICT ON CONSTRAINT one_edit_a_place DO UPDATE SET action = excluded.action, shortcuts = excluded.shortcuts,
       reason = excluded.reason, memory_aid = excluded.memory_aid, revision = excluded.revision,
       made_by = excluded.made_by, made_at = now()`,
    [keysetId, JSON.stringify(change.put), editorId],
  );
  await db.query('UPDATE keyset SET revision = revision + 1 WHERE id = $1', [keysetId]);
}
