import type { z } from 'zod';
import type {
  Catalogue,
  Editor,
  NewCorrection,
  NewShipped,
  SentAids,
  SentBinding,
  SentKeyset,
  SentTrials,
  ShippedKeyset,
} from '@crib/core/contract';
import { heldAt, type Restatement } from '@crib/core/keyset';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** The columns that state a shortcut. */
const STATED = `command_id, platform, language, shortcut, note, memory_aid, provenance_kind, provenance_source, provenance_who,
  provenance_by, provenance_on, provenance_build, provenance_platform`;

/** A shipped keyset of a catalogue, by its number. */
export function shippedOf(catalogue: Catalogue, id: number): ShippedKeyset {
  const keyset = catalogue.keysets.find((one) => one.id === id);
  if (keyset?.kind === 'shipped') return keyset;
  return refuse('other-kind', 'This is a custom keyset; change it with edits.');
}

/** Another keyset that a release comes with, empty or with the bindings of one that is there. */
export async function insertShipped(db: Db, appId: number, asked: z.output<typeof NewShipped>): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    `INSERT INTO keyset (app_id, release_id, name, imitates_id)
     SELECT app_id, id, $3, $4 FROM release WHERE id = $2 AND app_id = $1 AND sealed_at IS NULL RETURNING id`,
    [appId, asked.releaseId, asked.name, asked.imitates],
  );
  if (!made) return refuse('sealed', 'Release not found or sealed.');
  if (asked.copyOf === null) return made.id;
  const source = await first(db, 'SELECT 1 FROM keyset WHERE id = $1 AND release_id = $2 AND base_id IS NULL', [
    asked.copyOf,
    asked.releaseId,
  ]);
  if (!source) return refuse('not-found', 'You can only copy a built-in keyset of the same release.');
  await db.query(
    `WITH source AS (SELECT * FROM binding WHERE keyset_id = $1 AND release_id = $3),
     made AS (
       INSERT INTO binding (keyset_id, release_id, ${STATED}) SELECT $2, release_id, ${STATED} FROM source ORDER BY id RETURNING id),
     pairs AS (
       SELECT * FROM unnest((SELECT array_agg(id ORDER BY id) FROM made), (SELECT array_agg(id ORDER BY id) FROM source))
         AS p (made, source))
     INSERT INTO binding_context (binding_id, release_id, context_id)
     SELECT p.made, $3, x.context_id FROM pairs p JOIN binding_context x ON x.binding_id = p.source`,
    [asked.copyOf, made.id, asked.releaseId],
  );
  return made.id;
}

/** Changes what a keyset is called, and of a shipped one whether it is the default and what it imitates. */
export async function updateKeyset(
  db: Db,
  id: number,
  asked: z.output<typeof SentKeyset>,
  editorId: number,
): Promise<void> {
  const owner =
    asked.owner !== undefined ? asked.owner : asked.mine === undefined ? undefined : asked.mine ? editorId : null;
  if (asked.isDefault) {
    const of = await first<{ label: string }>(
      db,
      'SELECT r.label FROM keyset k JOIN release r ON r.id = k.release_id WHERE k.id = $1 AND r.sealed_at IS NOT NULL',
      [id],
    );
    if (of)
      refuse('sealed', `Release ${of.label} is sealed: its default keyset can only be changed by a dated correction.`);
    await db.query(
      'UPDATE keyset SET is_default = false WHERE is_default AND release_id = (SELECT release_id FROM keyset WHERE id = $1)',
      [id],
    );
  }
  await db.query(
    `UPDATE keyset SET name = coalesce($2, name), note = coalesce($3, note), is_default = is_default OR coalesce($4, false),
       imitates_id = CASE WHEN $5 THEN $6 ELSE imitates_id END,
       owner_id = CASE WHEN $7 THEN $8::bigint ELSE owner_id END, locked = coalesce($9, locked) WHERE id = $1`,
    [
      id,
      asked.name,
      asked.note,
      asked.isDefault,
      asked.imitates !== undefined,
      asked.imitates ?? null,
      owner !== undefined,
      owner ?? null,
      asked.locked,
    ],
  );
}

/** Who states a shortcut: an account by its number, so that its name is read where it is kept; anybody else by their name. */
const statedBy = (who: string | undefined, editor: Editor) =>
  who === undefined || who === editor.name
    ? { provenance_who: '', provenance_by: editor.id }
    : { provenance_who: who, provenance_by: null };

/** States shortcuts of an open release's shipped keyset. */
export async function insertBindings(
  db: Db,
  keyset: ShippedKeyset,
  sent: readonly z.output<typeof SentBinding>[],
  editor: Editor,
): Promise<number[]> {
  const today = new Date().toISOString().slice(0, 10);
  const lines = sent.map(({ command, contexts, platform, language, shortcut, note, memoryAid, provenance }, n) => ({
    n,
    command_id: command,
    contexts: [...new Set(contexts)],
    platform,
    language,
    shortcut,
    note,
    memory_aid: memoryAid,
    provenance_kind: provenance.kind ?? 'tried',
    provenance_source: provenance.source ?? '',
    ...statedBy(provenance.who, editor),
    provenance_on: provenance.on ?? today,
    provenance_build: provenance.build ?? '',
    provenance_platform: provenance.platform ?? null,
  }));
  const made = await rows<{ id: number }>(
    db,
    `INSERT INTO binding (keyset_id, release_id, ${STATED})
     SELECT $1, $2, ${STATED} FROM jsonb_to_recordset($3) AS g (n integer, command_id bigint, platform text, language text,
       shortcut text, note text, memory_aid text, provenance_kind text, provenance_source text, provenance_who text,
       provenance_by bigint, provenance_on date, provenance_build text, provenance_platform text)
     ORDER BY n RETURNING id`,
    [keyset.id, keyset.releaseId, JSON.stringify(lines)],
  );
  const places = made.flatMap(({ id }, n) => lines[n]!.contexts.map((context) => ({ id, context })));
  await db.query(
    `INSERT INTO binding_context (binding_id, release_id, context_id)
     SELECT id, $1, context FROM jsonb_to_recordset($2) AS g (id bigint, context bigint)`,
    [keyset.releaseId, JSON.stringify(places)],
  );
  await countUp(db, keyset.id);
  return made.map(({ id }) => id);
}

/** Takes shipped shortcuts of an open release back. */
export async function deleteBindings(db: Db, keyset: ShippedKeyset, ids: readonly number[]): Promise<void> {
  await db.query('DELETE FROM binding WHERE keyset_id = $1 AND id = ANY($2)', [keyset.id, ids]);
  await countUp(db, keyset.id);
}

/**
 * Restates shortcuts of an open release’s shipped keyset: what is stated as another shortcut has its words and its trials,
 * what was `found` is stated anew.
 */
export async function restateBindings(
  db: Db,
  keyset: ShippedKeyset,
  { drop, state }: Restatement,
  found: z.output<typeof SentBinding>,
  editor: Editor,
): Promise<void> {
  // Before what they are copied from goes.
  for (const { from, platform, shortcut, contexts } of state) {
    if (!from) {
      await insertBindings(db, keyset, [{ ...found, platform, shortcut, contexts: [...contexts] }], editor);
      continue;
    }
    const made = await first<{ id: number }>(
      db,
      `INSERT INTO binding (keyset_id, release_id, ${STATED})
       SELECT keyset_id, release_id, ${STATED.replace('platform', '$2')} FROM binding WHERE id = $1 RETURNING id`,
      [from.id, platform],
    );
    await db.query(
      'INSERT INTO binding_context (binding_id, release_id, context_id) SELECT $1, $2, unnest($3::bigint[])',
      [made!.id, keyset.releaseId, contexts],
    );
    await db.query(
      `INSERT INTO trial (binding_id, platform, who, tried_by, tried_on, build)
       SELECT $2, platform, who, tried_by, tried_on, build FROM trial WHERE binding_id = $1 AND platform = coalesce($3, platform)`,
      [from.id, made!.id, platform],
    );
  }
  await db.query(
    `DELETE FROM binding_context x USING jsonb_to_recordset($1) AS g (binding bigint, context bigint)
     WHERE x.binding_id = g.binding AND x.context_id = g.context`,
    [JSON.stringify(drop)],
  );
  await db.query(
    'DELETE FROM binding b WHERE id = ANY ($1) AND NOT EXISTS (SELECT 1 FROM binding_context x WHERE x.binding_id = b.id)',
    [drop.map((one) => one.binding)],
  );
  await countUp(db, keyset.id);
}

/** Writes notes and memory aids of shortcuts, in a sealed release too: nothing that was shipped changes by it. */
export async function noteBindings(
  db: Db,
  keyset: ShippedKeyset,
  { bindings }: z.output<typeof SentAids>,
): Promise<void> {
  const noted = await db.query(
    `UPDATE binding b SET note = coalesce(g.note, b.note), memory_aid = coalesce(g."memoryAid", b.memory_aid)
     FROM jsonb_to_recordset($2) AS g (id bigint, note text, "memoryAid" text) WHERE b.id = g.id AND b.keyset_id = $1`,
    [keyset.id, JSON.stringify(bindings)],
  );
  if (noted.rowCount !== new Set(bindings.map((one) => one.id)).size)
    refuse('not-found', 'Not all of these shortcuts are in this keyset.');
  await countUp(db, keyset.id);
}

async function countUp(db: Db, keysetId: number): Promise<void> {
  await db.query('UPDATE keyset SET revision = revision + 1 WHERE id = $1', [keysetId]);
}

/** Notes that shortcuts were tried in the program on a platform, or takes the note back. */
export async function saveTrials(
  db: Db,
  releaseId: number,
  { bindings, platform, build, undo }: z.output<typeof SentTrials>,
  editor: Editor,
): Promise<number> {
  if (undo) {
    const gone = await db.query(
      `DELETE FROM trial t USING binding b WHERE b.id = t.binding_id AND b.release_id = $1 AND b.id = ANY($2) AND t.platform = $3`,
      [releaseId, bindings, platform],
    );
    return gone.rowCount ?? 0;
  }
  const made = await rows<{ id: number }>(
    db,
    `INSERT INTO trial (binding_id, platform, who, tried_by, tried_on, build)
     SELECT id, $3, '', $4, current_date, $5 FROM binding
     WHERE release_id = $1 AND id = ANY($2) AND (platform IS NULL OR platform = $3)
     ON CONFLICT (binding_id, platform) DO UPDATE SET who = '', tried_by = excluded.tried_by, tried_on = excluded.tried_on, build = excluded.build
     RETURNING binding_id AS id`,
    [releaseId, bindings, platform, editor.id, build],
  );
  return made.length;
}

/** Appends a correction to a sealed release: what it has there in truth, and why that is said only now. */
export async function insertCorrection(
  db: Db,
  keyset: ShippedKeyset,
  asked: z.output<typeof NewCorrection>,
  editorId: number,
): Promise<number> {
  const { command, context, platform, now, reason } = asked;
  const stack = { shipped: keyset, layers: [] };
  const old = heldAt(stack, platform ?? '', command, context).map((held) => held.shortcut);
  const made = await first<{ id: number }>(
    db,
    `INSERT INTO correction (keyset_id, release_id, command_id, context_id, platform, reason, old, now, made_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) RETURNING id`,
    [keyset.id, keyset.releaseId, command, context, platform, reason, old, now, editorId],
  );
  await countUp(db, keyset.id);
  return made!.id;
}
