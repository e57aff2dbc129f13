import { z } from 'zod';
import { refuse } from '@crib/core/error';
import type { App, AppOverview, Context, NewApp, NewRelease, Release } from '@crib/core/contract';
import { first, rows, type Db } from './db.ts';

const APP = `id, slug, name, role, platforms, key_policy AS "keyPolicy", how_to_change AS "howToChange"`;
const RELEASE = `id, app_id AS "appId", label, released_on AS "releasedOn", position, platforms, sealed_at AS "sealedAt"`;

export function listApps(db: Db): Promise<App[]> {
  return rows<App>(db, `SELECT ${APP} FROM app ORDER BY role DESC, name`);
}

export async function appBySlug(db: Db, slug: string): Promise<App> {
  const app = await first<App>(db, `SELECT ${APP} FROM app WHERE slug = $1`, [slug]);
  return app ?? refuse('not-found', `There is no app at “${slug}”.`);
}

export async function appOf(db: Db, id: number): Promise<App> {
  return (
    (await first<App>(db, `SELECT ${APP} FROM app WHERE id = $1`, [id])) ?? refuse('not-found', 'There is no such app.')
  );
}

export async function insertApp(db: Db, app: z.output<typeof NewApp>): Promise<App> {
  const made = await first<App>(
    db,
    `INSERT INTO app (slug, name, role, platforms, key_policy, how_to_change) VALUES ($1, $2, $3, $4, $5, $6) RETURNING ${APP}`,
    [app.slug, app.name, app.role, app.platforms, app.keyPolicy, app.howToChange],
  );
  return made!;
}

/** An app with its releases, keysets, sheets and recipes, a line each. */
export async function overview(db: Db, slug: string): Promise<AppOverview> {
  const app = await appBySlug(db, slug);
  const releases = await rows<AppOverview['releases'][number]>(
    db,
    `SELECT ${RELEASE},
       (SELECT count(*) FROM command_state c WHERE c.release_id = release.id) AS commands,
       (SELECT count(*) FROM binding b WHERE b.release_id = release.id) AS bindings
     FROM release WHERE app_id = $1 ORDER BY position DESC`,
    [app.id],
  );
  const keysets = await rows<AppOverview['keysets'][number]>(
    db,
    `SELECT id, name, CASE WHEN base_id IS NULL THEN 'shipped' ELSE 'custom' END AS kind, release_id AS "releaseId",
       base_id AS "baseId", is_default AS "isDefault", revision,
       (SELECT count(*) FROM edit e WHERE e.keyset_id = keyset.id) AS edits
     FROM keyset WHERE app_id = $1 ORDER BY id`,
    [app.id],
  );
  const sheets = await rows<AppOverview['sheets'][number]>(
    db,
    `SELECT id, title, keyset_id AS "keysetId", (SELECT count(*) FROM edition e WHERE e.sheet_id = sheet.id) AS editions
     FROM sheet WHERE app_id = $1 ORDER BY title`,
    [app.id],
  );
  const recipes = await rows<AppOverview['recipes'][number]>(
    db,
    'SELECT id, name FROM recipe WHERE app_id = $1 ORDER BY name',
    [app.id],
  );
  return { ...app, releases, keysets, sheets, recipes };
}

export async function releaseOf(db: Db, id: number, lock: '' | 'FOR UPDATE' | 'FOR SHARE' = ''): Promise<Release> {
  const release = await first<Release>(db, `SELECT ${RELEASE} FROM release WHERE id = $1 ${lock}`, [id]);
  return release ?? refuse('not-found', `There is no release ${id}.`);
}

/** A new release with its root context and its default shipped keyset. */
export async function insertRelease(db: Db, app: App, asked: z.output<typeof NewRelease>): Promise<Release> {
  const release = await first<Release>(
    db,
    `INSERT INTO release (app_id, label, released_on, position, platforms)
     VALUES ($1, $2, $3, (SELECT coalesce(max(position), 0) + 1 FROM release WHERE app_id = $1), $4) RETURNING ${RELEASE}`,
    [app.id, asked.label, asked.releasedOn, asked.platforms ?? app.platforms],
  );
  const root = await first<{ id: number }>(db, 'INSERT INTO context (app_id) VALUES ($1) RETURNING id', [app.id]);
  await db.query(`INSERT INTO context_state (release_id, app_id, context_id, name) VALUES ($1, $2, $3, 'Everywhere')`, [
    release!.id,
    app.id,
    root!.id,
  ]);
  await db.query(`INSERT INTO keyset (app_id, release_id, name, is_default) VALUES ($1, $2, $3, true)`, [
    app.id,
    release!.id,
    `${release!.label} as shipped`,
  ]);
  return release!;
}

export async function sealRelease(db: Db, id: number): Promise<Release> {
  await releaseOf(db, id, 'FOR UPDATE');
  const sealed = await first<Release>(db, `UPDATE release SET sealed_at = now() WHERE id = $1 RETURNING ${RELEASE}`, [
    id,
  ]);
  return sealed!;
}

export function contextsOf(db: Db, releaseId: number): Promise<Context[]> {
  return rows<Context>(
    db,
    `SELECT context_id AS id, parent_id AS parent, name, position, takes_text AS "takesText"
     FROM context_state WHERE release_id = $1 ORDER BY position, context_id`,
    [releaseId],
  );
}

export async function insertContext(
  db: Db,
  release: Release,
  context: { name: string; parent: number; takesText: boolean },
): Promise<Context> {
  const made = await first<{ id: number }>(db, 'INSERT INTO context (app_id) VALUES ($1) RETURNING id', [
    release.appId,
  ]);
  const state = await first<Context>(
    db,
    `INSERT INTO context_state (release_id, app_id, context_id, parent_id, name, takes_text, position)
     VALUES ($1, $2, $3, $4, $5, $6,
       (SELECT coalesce(max(position), 0) + 1 FROM context_state WHERE release_id = $1 AND parent_id = $4))
     RETURNING context_id AS id, parent_id AS parent, name, position, takes_text AS "takesText"`,
    [release.id, release.appId, made!.id, context.parent, context.name, context.takesText],
  );
  return state!;
}
