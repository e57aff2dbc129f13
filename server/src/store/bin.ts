import type { BinKind, Binned, Hanging } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** What a thing is called, where it is kept, and in which app it is. */
const KEPT: Record<BinKind, { readonly table: string; readonly name: string }> = {
  app: { table: 'app', name: 'name' },
  release: { table: 'release', name: 'label' },
  keyset: { table: 'keyset', name: 'name' },
  sheet: { table: 'sheet', name: 'title' },
  notes: { table: 'change_notes', name: 'title' },
  run: { table: 'run', name: 'name' },
  group: { table: 'command_group', name: 'name' },
};

export interface Found {
  readonly id: number;
  readonly appId: number;
  readonly name: string;
  readonly isDefault: boolean;
}

/** A thing that can be put into the bin, if it is not there already. */
export async function findThing(
  db: Db,
  kind: BinKind,
  id: number,
  lock: '' | 'FOR UPDATE' = 'FOR UPDATE',
): Promise<Found> {
  const { table, name } = KEPT[kind];
  const app = kind === 'app' ? 'id' : 'app_id';
  const isDefault = kind === 'keyset' ? 'is_default' : 'false';
  const found = await first<Found>(
    db,
    `SELECT id, ${app} AS "appId", ${name} AS name, ${isDefault} AS "isDefault" FROM ${table}
     WHERE id = $1 AND bin_id IS NULL ${lock}`,
    [id],
  );
  return found ?? refuse('not-found', 'This item no longer exists.');
}

/** The keysets that go with a thing: those of an app or a release, or a keyset with the layers on it. */
const KEYSETS = `WITH RECURSIVE gone AS (
  SELECT id FROM keyset WHERE bin_id IS NULL AND CASE $1 WHEN 'app' THEN app_id = $2 WHEN 'release' THEN release_id = $2 WHEN 'keyset' THEN id = $2 ELSE false END
  UNION SELECT k.id FROM keyset k JOIN gone g ON k.base_id = g.id WHERE k.bin_id IS NULL)`;

/** The keysets that would be out of sight with a thing, and whose they are. */
export function keysetsGoing(
  db: Db,
  kind: BinKind,
  id: number,
): Promise<{ name: string; owner: { id: number; name: string } | null; locked: boolean }[]> {
  return rows(
    db,
    `${KEYSETS} SELECT k.name, k.locked, CASE WHEN e.id IS NOT NULL THEN jsonb_build_object('id', e.id, 'name', e.name) END AS owner
     FROM keyset k JOIN gone ON gone.id = k.id LEFT JOIN editor e ON e.id = k.owner_id`,
    [kind, id],
  );
}

/** All that hangs on a thing and goes with it, by name, with how many editions it has. */
export function hangingOn(db: Db, kind: BinKind, id: number): Promise<Hanging[]> {
  if (kind === 'app')
    return rows(
      db,
      `SELECT 'release' AS kind, label AS name, 0 AS editions FROM release WHERE app_id = $1 AND bin_id IS NULL
       UNION ALL SELECT 'keyset', name, 0 FROM keyset WHERE app_id = $1 AND base_id IS NOT NULL AND bin_id IS NULL
       UNION ALL SELECT 'sheet', title, (SELECT count(*) FROM edition e WHERE e.sheet_id = s.id) FROM sheet s
         WHERE app_id = $1 AND bin_id IS NULL
       UNION ALL SELECT 'notes', title, (SELECT count(*) FROM edition e WHERE e.notes_id = n.id) FROM change_notes n
         WHERE app_id = $1 AND bin_id IS NULL`,
      [id],
    );
  return rows(
    db,
    `${KEYSETS}
     SELECT 'keyset' AS kind, k.name, 0 AS editions FROM keyset k JOIN gone ON gone.id = k.id
       WHERE k.base_id IS NOT NULL AND NOT ($1 = 'keyset' AND k.id = $2)
     UNION ALL SELECT 'sheet', s.title, (SELECT count(*) FROM edition e WHERE e.sheet_id = s.id) FROM sheet s
       JOIN gone ON gone.id = s.keyset_id WHERE s.bin_id IS NULL
     UNION ALL SELECT 'notes', n.title, (SELECT count(*) FROM edition e WHERE e.notes_id = n.id) FROM change_notes n
       WHERE n.bin_id IS NULL AND (n.old_keyset IN (SELECT id FROM gone) OR n.now_keyset IN (SELECT id FROM gone))`,
    [kind, id],
  );
}

/** Puts a thing into the bin, with all that hangs on it; the number of its place there. */
export async function putInBin(db: Db, kind: BinKind, { id, appId, name }: Found, editor: number): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    'INSERT INTO bin (app_id, kind, name, editor_id) VALUES ($1, $2, $3, $4) RETURNING id',
    [appId, kind, name, editor],
  );
  const bin = made!.id;
  if (kind === 'release' || kind === 'keyset') {
    await db.query(
      `${KEYSETS} UPDATE sheet SET bin_id = $3 WHERE bin_id IS NULL AND keyset_id IN (SELECT id FROM gone)`,
      [kind, id, bin],
    );
    await db.query(
      `${KEYSETS} UPDATE change_notes SET bin_id = $3
       WHERE bin_id IS NULL AND (old_keyset IN (SELECT id FROM gone) OR now_keyset IN (SELECT id FROM gone))`,
      [kind, id, bin],
    );
    await db.query(`${KEYSETS} UPDATE keyset SET bin_id = $3 WHERE id IN (SELECT id FROM gone)`, [kind, id, bin]);
  }
  await db.query(`UPDATE ${KEPT[kind].table} SET bin_id = $2 WHERE id = $1 AND bin_id IS NULL`, [id, bin]);
  return bin;
}

/** What lies in the bin and can come back, the latest first. */
export function inBin(db: Db): Promise<Binned[]> {
  return rows(
    db,
    `SELECT b.id, b.kind, b.name, a.name AS app, e.name AS "by", b.put_in AS "putIn",
       greatest(0, ceil(extract(epoch FROM b.put_in + interval '30 days' - now()) / 86400))::int AS "daysLeft"
     FROM bin b JOIN app a ON a.id = b.app_id JOIN editor e ON e.id = b.editor_id ORDER BY b.put_in DESC, b.id DESC`,
  );
}

/** What the things of a place in the bin stand on, and lies in another place of it. */
const STANDS_ON = `SELECT o.name FROM bin o WHERE o.id <> $1 AND o.id IN (
  SELECT unnest(ARRAY[r.bin_id, b.bin_id]) FROM keyset k JOIN release r ON r.id = k.release_id LEFT JOIN keyset b ON b.id = k.base_id
    WHERE k.bin_id = $1
  UNION SELECT k.bin_id FROM sheet s JOIN keyset k ON k.id = s.keyset_id WHERE s.bin_id = $1
  UNION SELECT k.bin_id FROM change_notes n JOIN keyset k ON k.id IN (n.old_keyset, n.now_keyset) WHERE n.bin_id = $1) LIMIT 1`;

/** Brings something back with all that went with it; not before what it stands on is back. */
export async function bringBack(db: Db, bin: number): Promise<void> {
  const found = await first(db, 'SELECT 1 FROM bin WHERE id = $1 FOR UPDATE', [bin]);
  if (!found) refuse('not-found', 'This item is no longer in the bin.');
  const under = await first<{ name: string }>(db, STANDS_ON, [bin]);
  if (under) refuse('stands-on-binned', `Restore “${under.name}” first; this item depends on it.`);
  for (const { table } of Object.values(KEPT))
    await db.query(`UPDATE ${table} SET bin_id = NULL WHERE bin_id = $1`, [bin]);
  await db.query('DELETE FROM bin WHERE id = $1', [bin]);
}

/** Takes for good what lay in the bin for thirty days and is no history and no edition. */
export const purgeBin = (db: Db) => db.query('SELECT purge_bin()');
