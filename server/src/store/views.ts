import type { z } from 'zod';
import { SYSTEM_KEYS } from '@crib/core/keyset';
import type { NewView, SavedView, SentSystemKeys, SystemKey } from '@crib/core/contract';
import { first, rows, type Db } from './db.ts';

/** The saved views of an app's ledger. */
export function viewsOf(db: Db, appId: number): Promise<SavedView[]> {
  return rows<SavedView>(db, 'SELECT id, name, query FROM saved_view WHERE app_id = $1 ORDER BY name', [appId]);
}

/** Saves a view under its name; one of that name is written anew. */
export async function saveView(
  db: Db,
  appId: number,
  view: z.output<typeof NewView>,
  editorId: number,
): Promise<SavedView> {
  const made = await first<SavedView>(
    db,
    `INSERT INTO saved_view (app_id, name, query, made_by) VALUES ($1, $2, $3, $4)
     ON CONFLICT (app_id, name) DO UPDATE SET query = excluded.query, made_by = excluded.made_by RETURNING id, name, query`,
    [appId, view.name, view.query, editorId],
  );
  return made!;
}

export async function dropView(db: Db, appId: number, id: number): Promise<void> {
  await db.query('DELETE FROM saved_view WHERE app_id = $1 AND id = $2', [appId, id]);
}

export interface SystemRow extends SystemKey {
  readonly free: boolean;
}

/** Where this workplace differs from the table that ships. */
export function systemDifferences(db: Db): Promise<SystemRow[]> {
  return rows<SystemRow>(
    db,
    `SELECT platform, shortcut, taker, hard, source, taker = '' AS free FROM system_key ORDER BY platform, shortcut`,
  );
}

/** The table of system keys as this workplace has it. */
export async function systemKeysOf(db: Db, platforms: readonly string[]): Promise<SystemKey[]> {
  const own = await systemDifferences(db);
  const name = (key: SystemKey) => `${key.platform} ${key.shortcut}`;
  const changed = new Set(own.map(name));
  const kept = SYSTEM_KEYS.filter((key) => !changed.has(name(key)));
  const added = own.filter((key) => !key.free).map(({ free: _free, ...key }) => key);
  return [...kept, ...added].filter((key) => platforms.includes(key.platform));
}

/** Writes where this workplace differs, in whole. */
export async function saveSystemKeys(db: Db, { keys }: z.output<typeof SentSystemKeys>): Promise<void> {
  await db.query('DELETE FROM system_key');
  const given = keys.map(({ free, ...key }) => ({ ...key, taker: free ? '' : key.taker }));
  await db.query(
    `INSERT INTO system_key (platform, shortcut, taker, hard, source)
     SELECT platform, shortcut, taker, hard, source FROM jsonb_to_recordset($1)
       AS g (platform text, shortcut text, taker text, hard boolean, source text)
     ON CONFLICT (workspace_id, platform, shortcut) DO UPDATE SET taker = excluded.taker, hard = excluded.hard, source = excluded.source`,
    [JSON.stringify(given)],
  );
}

/** What the columns under these headings meant when such a list was last taken in. */
export async function rememberedColumns(db: Db, appId: number): Promise<Map<string, Record<string, string>>> {
  const found = await rows<{ headings: string; meanings: Record<string, string> }>(
    db,
    'SELECT headings, meanings FROM list_memory WHERE app_id = $1',
    [appId],
  );
  return new Map(found.map((row) => [row.headings, row.meanings]));
}

export async function rememberColumns(db: Db, appId: number, headings: string, meanings: object): Promise<void> {
  await db.query(
    `INSERT INTO list_memory (app_id, headings, meanings) VALUES ($1, $2, $3)
     ON CONFLICT (app_id, headings) DO UPDATE SET meanings = excluded.meanings`,
    [appId, headings, meanings],
  );
}
