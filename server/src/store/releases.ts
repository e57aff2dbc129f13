import type { CommandState, Correction, LineageLink, SentLineage, ShippedKeyset } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { releaseOf, releasesOf } from './apps.ts';
import { bindingsWhere, byKeyset, commandsFrom, correctionsWhere } from './catalogue.ts';
import { rows, type Db } from './db.ts';

/** All that was said about the lineage of an app’s commands and contexts. */
export function lineageOf(db: Db, appId: number): Promise<LineageLink[]> {
  return rows<LineageLink>(
    db,
    `SELECT release_id AS release, 'command' AS kind, old_id AS old, now_id AS now, confirmed,
       EXISTS (SELECT 1 FROM command_state s WHERE s.release_id = l.release_id AND s.command_id = l.old_id) AS "goesOn"
     FROM command_lineage l WHERE app_id = $1
     UNION ALL
     SELECT release_id, 'context', old_id, now_id, confirmed,
       EXISTS (SELECT 1 FROM context_state s WHERE s.release_id = l.release_id AND s.context_id = l.old_id)
     FROM context_lineage l WHERE app_id = $1 ORDER BY 1, 2, 3, 4`,
    [appId],
  );
}

const TABLES = {
  command: { table: 'command_lineage', state: 'command_state', id: 'command_id' },
  context: { table: 'context_lineage', state: 'context_state', id: 'context_id' },
} as const;

/** Writes what was said of pairs: the new one has to be there in the release, the old one in an earlier one. */
export async function saveLineage(
  db: Db,
  appId: number,
  { release, links }: SentLineage,
  editorId: number,
): Promise<void> {
  if ((await releaseOf(db, release)).appId !== appId) refuse('not-found', `This program has no release ${release}.`);
  for (const kind of ['command', 'context'] as const) {
    const { table, state, id } = TABLES[kind];
    const mine = links.filter((link) => link.kind === kind);
    if (mine.length === 0) continue;
    const json = JSON.stringify(mine);
    await db.query(
      `DELETE FROM ${table} l USING jsonb_to_recordset($2) AS g (old bigint, now bigint)
       WHERE l.release_id = $1 AND l.app_id = $3 AND l.old_id = g.old AND l.now_id = g.now`,
      [release, json, appId],
    );
    const said = mine.filter((link) => link.verdict !== null);
    const made = await db.query(
      `INSERT INTO ${table} (release_id, app_id, old_id, now_id, confirmed, made_by)
       SELECT r.id, r.app_id, g.old, g.now, g.verdict = 'confirmed', $4
       FROM release r, jsonb_to_recordset($3) AS g (old bigint, now bigint, verdict text)
       WHERE r.id = $1 AND r.app_id = $2
         AND EXISTS (SELECT 1 FROM ${state} s WHERE s.release_id = r.id AND s.${id} = g.now)
         AND EXISTS (SELECT 1 FROM ${state} s JOIN release b ON b.id = s.release_id
           WHERE b.app_id = r.app_id AND b.position < r.position AND s.${id} = g.old)`,
      [release, appId, JSON.stringify(said), editorId],
    );
    if (made.rowCount !== said.length)
      refuse(
        'not-found',
        `Not all of these ${kind}s exist: the new one must be in this release, the old one in an earlier one.`,
      );
  }
}

/** What every release of an app has of some commands, the oldest first: enough to tell what it shipped for them. */
export async function statesOf(db: Db, appId: number, commands: readonly number[]): Promise<CommandState[]> {
  const releases = await releasesOf(db, appId);
  const found = await commandsFrom(db, 'command_state s WHERE s.app_id = $1 AND s.command_id = ANY ($2)', [
    appId,
    commands,
  ]);
  const keysets = await rows<Omit<ShippedKeyset, 'bindings' | 'corrections'>>(
    db,
    `SELECT id, app_id AS "appId", name, note, revision, NULL AS owner, 'shipped' AS kind, release_id AS "releaseId",
       is_default AS "isDefault", imitates_id AS imitates FROM keyset WHERE app_id = $1 AND is_default AND bin_id IS NULL`,
    [appId],
  );
  const ids = keysets.map((one) => one.id);
  const mine = [commands, ids];
  const bindings = byKeyset(await bindingsWhere(db, 'b.command_id = ANY ($1) AND b.keyset_id = ANY ($2)', mine));
  const corrections = byKeyset<Correction & { keyset: number }>(
    await correctionsWhere(db, 'c.command_id = ANY ($1) AND c.keyset_id = ANY ($2)', mine),
  );
  const contexts = await rows<CommandState['contexts'][number] & { releaseId: number }>(
    db,
    `SELECT s.release_id AS "releaseId", s.context_id AS id, s.parent_id AS parent, s.name, s.position,
       s.takes_text AS "takesText", '[]'::jsonb AS together
     FROM context_state s WHERE s.app_id = $1 ORDER BY s.position, s.context_id`,
    [appId],
  );
  return releases.map((release): CommandState => {
    const keyset = keysets.find((one) => one.releaseId === release.id);
    const here = <Row extends { releaseId: number }>(list: readonly Row[]) =>
      list.filter((one) => one.releaseId === release.id).map(({ releaseId: _release, ...rest }) => rest);
    return {
      release,
      contexts: here(contexts),
      commands: here(found) as CommandState['commands'],
      shipped: keyset
        ? { ...keyset, bindings: bindings.get(keyset.id) ?? [], corrections: corrections.get(keyset.id) ?? [] }
        : null,
    };
  });
}

/** The shortcuts that an app’s releases ship, each once. */
export async function shippedShortcuts(db: Db, appId: number): Promise<string[]> {
  const found = await rows<{ shortcut: string }>(
    db,
    `SELECT DISTINCT b.shortcut FROM binding b JOIN keyset k ON k.id = b.keyset_id WHERE k.app_id = $1 AND k.is_default AND k.bin_id IS NULL
     UNION SELECT unnest(c.now) FROM correction c JOIN keyset k ON k.id = c.keyset_id WHERE k.app_id = $1 AND k.is_default AND k.bin_id IS NULL`,
    [appId],
  );
  return found.map((row) => row.shortcut);
}

/** The commands that any release ships with one of these shortcuts. */
export async function commandsWith(db: Db, appId: number, shortcuts: readonly string[]): Promise<number[]> {
  const found = await rows<{ command: number }>(
    db,
    `SELECT DISTINCT b.command_id AS command FROM binding b JOIN keyset k ON k.id = b.keyset_id
       WHERE k.app_id = $1 AND k.is_default AND k.bin_id IS NULL AND b.shortcut = ANY ($2)
     UNION SELECT c.command_id FROM correction c JOIN keyset k ON k.id = c.keyset_id
       WHERE k.app_id = $1 AND k.is_default AND k.bin_id IS NULL AND c.now && $2`,
    [appId, shortcuts],
  );
  return found.map((row) => row.command);
}

/** A command and all that lineage ties to it, by the program’s own id. */
export async function kinOf(db: Db, appId: number, name: string): Promise<number[]> {
  const found = await rows<{ id: number }>(
    db,
    `WITH RECURSIVE kin (id) AS (
       SELECT id FROM command WHERE app_id = $1 AND name = $2
       UNION SELECT command_id FROM command_alias WHERE app_id = $1 AND name = $2
       UNION SELECT CASE l.old_id WHEN kin.id THEN l.now_id ELSE l.old_id END
         FROM kin JOIN command_lineage l ON l.app_id = $1 AND l.confirmed AND kin.id IN (l.old_id, l.now_id))
     SELECT DISTINCT id FROM kin`,
    [appId, name],
  );
  return found.length ? found.map((row) => row.id) : refuse('not-found', `This program has no command ${name}.`);
}
