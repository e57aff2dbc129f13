import type { Binding, Catalogue, Command, CustomKeyset, Edit, Keyset, ShippedKeyset } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { appOf, contextsOf, releaseOf } from './apps.ts';
import { first, rows, type Db } from './db.ts';

/** A release with its contexts, commands, and all keysets that stand on it. */
export async function loadCatalogue(db: Db, releaseId: number): Promise<Catalogue> {
  const release = await releaseOf(db, releaseId);
  const app = await appOf(db, release.appId);
  const contexts = await contextsOf(db, releaseId);
  const commands = await rows<Command>(
    db,
    `SELECT c.id, c.name, s.home_id AS home, s.label, s.menu, s.category, s.description, s.other_names AS "otherNames",
       s.fixed, s.hidden, s.destructive, s.parameterised, s.scripted, s.one_press AS "onePress", s.needs, s.follows AS "then"
     FROM command_state s JOIN command c ON c.id = s.command_id WHERE s.release_id = $1 ORDER BY c.id`,
    [releaseId],
  );
  return { app, release, contexts, commands, keysets: await loadKeysets(db, releaseId) };
}

type KeysetRow = Omit<CustomKeyset, 'kind' | 'edits' | 'baseId'> & {
  baseId: number | null;
  releaseId: number;
  isDefault: boolean;
};

async function loadKeysets(db: Db, releaseId: number): Promise<Keyset[]> {
  const facts = await rows<KeysetRow>(
    db,
    `SELECT id, app_id AS "appId", release_id AS "releaseId", base_id AS "baseId", name, note, is_default AS "isDefault", revision
     FROM keyset WHERE release_id = $1 ORDER BY id`,
    [releaseId],
  );
  const bindings = byKeyset(
    await rows<Binding & { keyset: number }>(
      db,
      `SELECT b.id, b.keyset_id AS keyset, b.command_id AS command, b.platform, b.shortcut, b.note, b.memory_aid AS "memoryAid",
         jsonb_build_object('kind', b.provenance_kind, 'source', b.provenance_source, 'who', b.provenance_who,
           'on', b.provenance_on) AS provenance,
         (SELECT jsonb_agg(x.context_id ORDER BY x.context_id) FROM binding_context x WHERE x.binding_id = b.id) AS contexts
       FROM binding b WHERE b.release_id = $1 ORDER BY b.id`,
      [releaseId],
    ),
  );
  const edits = byKeyset(
    await rows<Edit & { keyset: number }>(
      db,
      `SELECT keyset_id AS keyset, command_id AS command, context_id AS context, platform, action, shortcuts, reason,
         memory_aid AS "memoryAid"
       FROM edit WHERE release_id = $1 ORDER BY id`,
      [releaseId],
    ),
  );
  return facts.map(({ baseId, releaseId: release, isDefault, ...rest }): Keyset =>
    baseId === null
      ? { ...rest, kind: 'shipped', releaseId: release, isDefault, bindings: bindings.get(rest.id) ?? [] }
      : { ...rest, kind: 'custom', baseId, edits: edits.get(rest.id) ?? [] },
  );
}

function byKeyset<Row extends { keyset: number }>(list: readonly Row[]): Map<number, Omit<Row, 'keyset'>[]> {
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
  const found = await first<{ release: number }>(db, 'SELECT release_id AS release FROM keyset WHERE id = $1', [id]);
  return found?.release ?? refuse('not-found', `There is no keyset ${id}.`);
}

/** A custom keyset of a catalogue. */
export function customOf(catalogue: Catalogue, id: number): CustomKeyset {
  const keyset = catalogue.keysets.find((one) => one.id === id);
  if (keyset?.kind === 'custom') return keyset;
  return refuse('shipped', 'A shipped keyset is not edited; make a custom one on top of it.');
}

/** The default shipped keyset of a catalogue. */
export function defaultOf(catalogue: Catalogue): ShippedKeyset {
  const keyset = catalogue.keysets.find((one) => one.kind === 'shipped' && one.isDefault);
  return keyset?.kind === 'shipped' ? keyset : refuse('not-found', 'The release has no default shipped keyset.');
}
