import type {
  Binding,
  Catalogue,
  Command,
  CommandGroup,
  Correction,
  FactCorrection,
  CustomKeyset,
  Edit,
  Keyset,
  OpenEdit,
  Release,
  Run,
  Use,
} from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { appOf, contextsOf, releaseOf } from './apps.ts';
import { DETAILS, SHIPPED } from './command-columns.ts';
import { first, rows, type Db } from './db.ts';
import { systemKeysOf } from './views.ts';

/** Commands as releases have them, by which of their states (`s`) are meant, with their words and other ids. */
export async function commandsFrom(
  db: Db,
  states: string,
  values: unknown[],
): Promise<(Command & { releaseId: number })[]> {
  const found = await rows<Omit<Command, 'wordings' | 'aliases'> & { releaseId: number }>(
    db,
    `WITH state AS MATERIALIZED (SELECT s.* FROM ${states})
     SELECT c.id, c.name, s.home_id AS home, s.release_id AS "releaseId", ${SHIPPED.selectFrom('s')}, ${DETAILS.selectFrom('d')}
     FROM state s JOIN command c ON c.id = s.command_id LEFT JOIN command_detail d ON d.release_id = s.release_id AND d.command_id = s.command_id
     ORDER BY c.id`,
    values,
  );
  const ids = [...new Set(found.map((one) => one.id))];
  const releases = [...new Set(found.map((one) => one.releaseId))];
  const wordings = await listsOf<Command['wordings'][number]>(
    db,
    `SELECT release_id || ' ' || command_id AS of, jsonb_agg(jsonb_build_object('platform', platform, 'language', language,
       'label', label, 'menu', menu, 'category', category, 'description', description,
       'otherNames', to_jsonb(other_names)) ORDER BY language, platform) AS list
     FROM command_wording WHERE release_id = ANY ($1) AND command_id = ANY ($2) GROUP BY release_id, command_id`,
    [releases, ids],
  );
  const aliases = await listsOf<string>(
    db,
    `SELECT command_id AS of, array_agg(name ORDER BY name) AS list FROM command_alias WHERE command_id = ANY ($1) GROUP BY 1`,
    [ids],
  );
  return found.map((one) => ({
    ...one,
    wordings: wordings.get(`${one.releaseId} ${one.id}`) ?? [],
    aliases: aliases.get(one.id) ?? [],
  }));
}

/**
 * What each of many rows has several of. Asked for by itself: of a release that came in just now the database takes there
 * to be a row or none, and would compare everything with everything.
 */
async function listsOf<Item>(db: Db, text: string, values: unknown[]): Promise<Map<number | string, Item[]>> {
  const found = await rows<{ of: number | string; list: Item[] }>(db, text, values);
  return new Map(found.map(({ of, list }) => [of, list]));
}

/** Commands of an app that a release does not have, as the last release before it had them. */
export function formerCommands(db: Db, appId: number, release: Release): Promise<Command[]> {
  return commandsFrom(
    db,
    `(SELECT DISTINCT ON (o.command_id) o.* FROM release r JOIN command_state o ON o.release_id = r.id
        WHERE r.app_id = $1 AND o.app_id = $1 AND r.position <= $2 AND r.bin_id IS NULL ORDER BY o.command_id, r.position DESC) s
      WHERE s.release_id <> $3`,
    [appId, release.position, release.id],
  );
}

/**
 * Tells whether a catalogue that was loaded still holds: how often its app was written, and the revisions of the layers on
 * the release.
 */
export async function catalogueStamp(db: Db, releaseId: number): Promise<string> {
  const found = await first<{ stamp: string }>(
    db,
    `SELECT v.version || ' ' || coalesce((SELECT string_agg(k.id || ':' || k.revision, ' ' ORDER BY k.id)
       FROM keyset k WHERE k.release_id = r.id), '') AS stamp
     FROM release r JOIN app_version v ON v.app_id = r.app_id WHERE r.id = $1 AND r.bin_id IS NULL`,
    [releaseId],
  );
  return found?.stamp ?? refuse('not-found', `Release not found: ${releaseId}.`);
}

/** A release with its contexts, commands, and all keysets that stand on it. */
export async function loadCatalogue(db: Db, releaseId: number): Promise<Catalogue> {
  const release = await releaseOf(db, releaseId);
  const found = await appOf(db, release.appId);
  const app = { ...found, keyPolicy: release.keyPolicy ?? found.keyPolicy };
  const contexts = await contextsOf(db, releaseId);
  const commands = await commandsFrom(db, 'command_state s WHERE s.release_id = $1', [releaseId]);
  const keysets = await loadKeysets(db, releaseId);
  const groups = await groupsOf(db, app.id);
  const runs = await runsOf(db, app.id);
  const uses = await usesOf(db, app.id);
  return {
    app,
    release,
    contexts,
    commands: commands.map(({ releaseId: _release, ...command }) => command),
    keysets,
    groups,
    runs,
    uses,
    systemKeys: await systemKeysOf(db, release.platforms),
    corrected: await factCorrections(db, releaseId),
  };
}

/** What was found wrong about a sealed release besides its shortcuts, the oldest first. */
const factCorrections = (db: Db, releaseId: number): Promise<FactCorrection[]> =>
  rows(
    db,
    `SELECT c.id, c.what, c.subject_id AS subject, c.field, c.corrected_on::text AS on, e.name AS who, c.reason, c.old, c.now
     FROM fact_correction c JOIN editor e ON e.id = c.made_by WHERE c.release_id = $1 ORDER BY c.id`,
    [releaseId],
  );

/** Pairs, families and slots of an app, their members in order. */
function groupsOf(db: Db, appId: number): Promise<CommandGroup[]> {
  return rows<CommandGroup>(
    db,
    `SELECT id, kind, name, advised_id AS advised, because,
       (SELECT t.id FROM command_group t WHERE t.id = g.twin_id AND t.bin_id IS NULL) AS twin,
       coalesce((SELECT jsonb_agg(m.command_id ORDER BY m.position) FROM command_group_member m WHERE m.group_id = g.id), '[]')
         AS members
     FROM command_group g WHERE app_id = $1 AND bin_id IS NULL ORDER BY kind, name`,
    [appId],
  );
}

/** The runs of an app, their steps in order. */
function runsOf(db: Db, appId: number): Promise<Run[]> {
  return rows<Run>(
    db,
    `SELECT id, name, coalesce((SELECT jsonb_agg(s.command_id ORDER BY s.position) FROM run_step s WHERE s.run_id = r.id), '[]')
       AS steps
     FROM run r WHERE app_id = $1 AND bin_id IS NULL ORDER BY name`,
    [appId],
  );
}

/** How often an app's commands are used, by source. */
function usesOf(db: Db, appId: number): Promise<Use[]> {
  return rows<Use>(
    db,
    `SELECT command_id AS command, source, per_day AS "perDay", often FROM command_use WHERE app_id = $1 ORDER BY source, command_id`,
    [appId],
  );
}

type KeysetRow = Omit<CustomKeyset, 'kind' | 'edits' | 'baseId' | 'open'> & {
  baseId: number | null;
  releaseId: number;
  isDefault: boolean;
  imitates: number | null;
};

/** Shipped bindings with their keyset. */
export async function bindingsWhere(
  db: Db,
  condition: string,
  values: unknown[],
): Promise<(Binding & { keyset: number })[]> {
  const found = await rows<Omit<Binding, 'contexts' | 'trials'> & { keyset: number }>(
    db,
    `SELECT b.id, b.keyset_id AS keyset, b.command_id AS command, b.platform, b.language, b.shortcut, b.note, b.memory_aid AS "memoryAid",
       jsonb_build_object('kind', b.provenance_kind, 'source', b.provenance_source, 'who', coalesce(e.name, b.provenance_who),
         'on', b.provenance_on, 'build', b.provenance_build, 'platform', b.provenance_platform) AS provenance
     FROM binding b LEFT JOIN editor e ON e.id = b.provenance_by WHERE ${condition} ORDER BY b.id`,
    values,
  );
  const ids = found.map((one) => one.id);
  const contexts = await listsOf<number>(
    db,
    `SELECT binding_id AS of, jsonb_agg(context_id ORDER BY context_id) AS list FROM binding_context
     WHERE binding_id = ANY ($1) GROUP BY 1`,
    [ids],
  );
  const trials = await listsOf<Binding['trials'][number]>(
    db,
    `SELECT binding_id AS of, jsonb_agg(jsonb_build_object('platform', platform, 'who', coalesce(e.name, who), 'on', tried_on,
       'build', build) ORDER BY platform) AS list
     FROM trial LEFT JOIN editor e ON e.id = tried_by WHERE binding_id = ANY ($1) GROUP BY 1`,
    [ids],
  );
  return found.flatMap((one) => {
    const places = contexts.get(one.id);
    return places ? [{ ...one, trials: trials.get(one.id) ?? [], contexts: places }] : [];
  });
}

/** Corrections of sealed releases with their keyset. */
export function correctionsWhere(
  db: Db,
  condition: string,
  values: unknown[],
): Promise<(Correction & { keyset: number })[]> {
  return rows(
    db,
    `SELECT c.id, c.keyset_id AS keyset, c.command_id AS command, c.context_id AS context, c.platform,
       c.corrected_on AS "on", e.name AS who, c.reason, c.old, c.now
     FROM correction c JOIN editor e ON e.id = c.made_by WHERE ${condition} ORDER BY c.id`,
    values,
  );
}

async function loadKeysets(db: Db, releaseId: number): Promise<Keyset[]> {
  const facts = await rows<KeysetRow>(
    db,
    `SELECT k.id, k.app_id AS "appId", k.release_id AS "releaseId", k.base_id AS "baseId", k.name, k.note,
       k.is_default AS "isDefault", k.imitates_id AS imitates, k.revision, k.carried_from AS "carriedFrom",
       k.made_by AS "madeBy", k.locked,
       CASE WHEN e.id IS NOT NULL THEN jsonb_build_object('id', e.id, 'name', e.name) END AS owner
     FROM keyset k LEFT JOIN editor e ON e.id = k.owner_id WHERE k.release_id = $1 AND k.bin_id IS NULL ORDER BY k.id`,
    [releaseId],
  );
  const bindings = byKeyset(await bindingsWhere(db, 'b.release_id = $1', [releaseId]));
  const edits = byKeyset(await editsWhere(db, 'release_id = $1', [releaseId]));
  const corrections = byKeyset(await correctionsWhere(db, 'c.release_id = $1', [releaseId]));
  const open = byKeyset(
    await rows<OpenEdit & { keyset: number }>(
      db,
      `SELECT o.keyset_id AS keyset, o.position, b.* FROM open_edit o JOIN keyset k ON k.id = o.keyset_id, jsonb_to_record(o.body) AS b
         (command text, "where" text, platform text, action text, shortcuts text[], reason text, why text)
       WHERE k.release_id = $1 ORDER BY o.position`,
      [releaseId],
    ),
  );
  return facts.map(({ baseId, releaseId: release, isDefault, imitates, carriedFrom, ...rest }): Keyset => {
    if (baseId !== null) {
      const layer = { edits: edits.get(rest.id) ?? [], open: open.get(rest.id) ?? [] };
      return { ...rest, kind: 'custom', baseId, carriedFrom, ...layer };
    }
    const held = { bindings: bindings.get(rest.id) ?? [], corrections: corrections.get(rest.id) ?? [] };
    return { ...rest, kind: 'shipped', releaseId: release, isDefault, imitates, ...held };
  });
}

/** Layers of a release as they are now, by number: their revision and their edits, which count no more than that. */
export async function layersNow(
  db: Db,
  ids: readonly number[],
): Promise<Map<number, Pick<CustomKeyset, 'revision' | 'edits'>>> {
  const found = await rows<{ id: number; revision: number }>(
    db,
    'SELECT id, revision FROM keyset WHERE id = ANY ($1)',
    [ids],
  );
  const edits = byKeyset(await editsWhere(db, 'keyset_id = ANY ($1)', [ids]));
  return new Map(found.map(({ id, revision }) => [id, { revision, edits: edits.get(id) ?? [] }]));
}

/** Edits with their keyset, in the one order of places. */
async function editsWhere(db: Db, condition: string, values: unknown[]): Promise<(Edit & { keyset: number })[]> {
  const found = await rows<Omit<Edit, 'holds'> & { keyset: number; holds: number | null }>(
    db,
    `SELECT keyset_id AS keyset, command_id AS command, context_id AS context, platform, action, shortcuts, reason,
       memory_aid AS "memoryAid", holds_id AS holds
     FROM edit WHERE ${condition} ORDER BY command_id, context_id, platform NULLS FIRST`,
    values,
  );
  return found.map(({ holds, ...edit }) => (holds === null ? edit : { ...edit, holds }));
}

export function byKeyset<Row extends { keyset: number }>(list: readonly Row[]): Map<number, Omit<Row, 'keyset'>[]> {
  const groups = new Map<number, Omit<Row, 'keyset'>[]>();
  for (const { keyset, ...row } of list) {
    const group = groups.get(keyset);
    if (group) group.push(row);
    else groups.set(keyset, [row]);
  }
  return groups;
}

/** The release a keyset stands on. */
export async function releaseOfKeyset(db: Db, id: number): Promise<number> {
  const found = await first<{ release: number }>(
    db,
    'SELECT release_id AS release FROM keyset WHERE id = $1 AND bin_id IS NULL',
    [id],
  );
  return found?.release ?? refuse('not-found', `Keyset not found: ${id}.`);
}

/** A custom keyset of a catalogue. */
export function customOf(catalogue: Catalogue, id: number): CustomKeyset {
  const keyset = catalogue.keysets.find((one) => one.id === id);
  if (keyset?.kind === 'custom') return keyset;
  return refuse('shipped', 'Built-in keysets are read-only. Create a custom keyset based on it.');
}
