import { z } from 'zod';
import { refuse } from '@crib/core/error';
import {
  KeyPolicy,
  type App,
  type AppOverview,
  type Context,
  type NewApp,
  type NewRelease,
  type Release,
  type SentApp,
  type SentRelease,
} from '@crib/core/contract';
import { first, rows, type Db } from './db.ts';
import { notesOf } from './notes.ts';
import { viewsOf } from './views.ts';

const APP = `id, slug, name, role, platforms, key_policy AS "keyPolicy", how_to_change AS "howToChange",
  keys_command AS "keysCommand", keys_shown AS "keysShown"`;
const RELEASE = `id, app_id AS "appId", label, released_on AS "releasedOn", position, platforms, sealed_at AS "sealedAt",
  builds, tiers, key_policy AS "keyPolicy"`;

/** A release as it was stored; what its policy says nothing of is as usual. */
const wholeRelease = <Row extends Release>(release: Row): Row => ({
  ...release,
  keyPolicy: release.keyPolicy && KeyPolicy.parse(release.keyPolicy),
});

/** A policy as it was stored, with what it has said nothing of. */
const whole = (app: App): App => ({ ...app, keyPolicy: KeyPolicy.parse(app.keyPolicy) });

export async function listApps(db: Db): Promise<App[]> {
  return (await rows<App>(db, `SELECT ${APP} FROM app WHERE bin_id IS NULL ORDER BY role DESC, name`)).map(whole);
}

export async function appBySlug(db: Db, slug: string, lock: '' | 'FOR UPDATE' = ''): Promise<App> {
  const app = await first<App>(db, `SELECT ${APP} FROM app WHERE slug = $1 AND bin_id IS NULL ${lock}`, [slug]);
  return app ? whole(app) : refuse('not-found', `Program not found: “${slug}”.`);
}

export async function appOf(db: Db, id: number): Promise<App> {
  const app = await first<App>(db, `SELECT ${APP} FROM app WHERE id = $1`, [id]);
  return app ? whole(app) : refuse('not-found', 'Program not found.');
}

export async function insertApp(db: Db, app: z.output<typeof NewApp>): Promise<App> {
  const made = await first<App>(
    db,
    `INSERT INTO app (slug, name, role, platforms, key_policy, how_to_change, keys_command, keys_shown)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8) RETURNING ${APP}`,
    [app.slug, app.name, app.role, app.platforms, app.keyPolicy, app.howToChange, app.keysCommand, app.keysShown],
  );
  return whole(made!);
}

/** An app with its releases, keysets, sheets and recipes, a line each. */
export async function overview(db: Db, slug: string): Promise<AppOverview> {
  const app = await appBySlug(db, slug);
  const releases = await rows<AppOverview['releases'][number]>(
    db,
    `SELECT ${RELEASE},
       (SELECT count(*) FROM command_state c WHERE c.release_id = release.id) AS commands,
       (SELECT count(*) FROM binding b WHERE b.release_id = release.id) AS bindings
     FROM release WHERE app_id = $1 AND bin_id IS NULL ORDER BY position DESC`,
    [app.id],
  );
  const keysets = await rows<AppOverview['keysets'][number]>(
    db,
    `SELECT id, name, CASE WHEN base_id IS NULL THEN 'shipped' ELSE 'custom' END AS kind, release_id AS "releaseId",
       base_id AS "baseId", is_default AS "isDefault", revision, carried_from AS "carriedFrom",
       (SELECT count(*) FROM edit e WHERE e.keyset_id = keyset.id) AS edits
     FROM keyset WHERE app_id = $1 AND bin_id IS NULL ORDER BY id`,
    [app.id],
  );
  const sheets = await rows<AppOverview['sheets'][number]>(
    db,
    `SELECT id, title, keyset_id AS "keysetId", (SELECT count(*) FROM edition e WHERE e.sheet_id = sheet.id) AS editions
     FROM sheet WHERE app_id = $1 AND bin_id IS NULL ORDER BY title`,
    [app.id],
  );
  const recipes = await rows<AppOverview['recipes'][number]>(
    db,
    'SELECT id, name FROM recipe WHERE app_id = $1 ORDER BY name',
    [app.id],
  );
  const views = await viewsOf(db, app.id);
  const notes = await notesOf(db, app.id);
  return { ...app, releases, keysets, sheets, recipes, views, notes };
}

export async function releaseOf(db: Db, id: number, lock: '' | 'FOR UPDATE' | 'FOR SHARE' = ''): Promise<Release> {
  const release = await first<Release>(db, `SELECT ${RELEASE} FROM release WHERE id = $1 AND bin_id IS NULL ${lock}`, [
    id,
  ]);
  return release ? wholeRelease(release) : refuse('not-found', `Release not found: ${id}.`);
}

/** The releases of an app, the oldest first. */
export async function releasesOf(db: Db, appId: number): Promise<Release[]> {
  return (
    await rows<Release>(db, `SELECT ${RELEASE} FROM release WHERE app_id = $1 AND bin_id IS NULL ORDER BY position`, [
      appId,
    ])
  ).map(wholeRelease);
}

/**
 * A new release with its default shipped keyset, and with the contexts of the release before it: they are the same
 * places, until a trainer says otherwise.
 */
export async function insertRelease(db: Db, app: App, asked: z.output<typeof NewRelease>): Promise<Release> {
  const release = await first<Release>(
    db,
    `INSERT INTO release (app_id, label, released_on, position, platforms)
     VALUES ($1, $2, $3, (SELECT coalesce(max(position), 0) + 1 FROM release WHERE app_id = $1), $4) RETURNING ${RELEASE}`,
    [app.id, asked.label, asked.releasedOn, asked.platforms ?? app.platforms],
  );
  await takeContexts(db, app, release!);
  await db.query(`INSERT INTO keyset (app_id, release_id, name, is_default) VALUES ($1, $2, $3, true)`, [
    app.id,
    release!.id,
    `${release!.label} built in`,
  ]);
  return release!;
}

async function takeContexts(db: Db, app: App, release: Release): Promise<void> {
  const before = await first<{ id: number }>(
    db,
    'SELECT id FROM release WHERE app_id = $1 AND position < $2 AND bin_id IS NULL ORDER BY position DESC LIMIT 1',
    [app.id, release.position],
  );
  if (before) {
    await db.query(
      `INSERT INTO context_state (release_id, app_id, context_id, parent_id, name, position, takes_text)
       SELECT $2, app_id, context_id, parent_id, name, position, takes_text FROM context_state WHERE release_id = $1`,
      [before.id, release.id],
    );
    await db.query(
      `INSERT INTO context_together (release_id, context_id, other_id, first_id)
       SELECT $2, context_id, other_id, first_id FROM context_together WHERE release_id = $1`,
      [before.id, release.id],
    );
    return;
  }
  const root = await first<{ id: number }>(db, 'INSERT INTO context (app_id) VALUES ($1) RETURNING id', [app.id]);
  await db.query(`INSERT INTO context_state (release_id, app_id, context_id, name) VALUES ($1, $2, $3, 'Everywhere')`, [
    release.id,
    app.id,
    root!.id,
  ]);
}

export async function sealRelease(db: Db, id: number): Promise<Release> {
  await releaseOf(db, id, 'FOR UPDATE');
  // How it takes keys is part of what is sealed: what the app says later is said of its open releases.
  const sealed = await first<Release>(
    db,
    `UPDATE release r SET sealed_at = now(), key_policy = coalesce(r.key_policy, (SELECT a.key_policy FROM app a WHERE a.id = r.app_id))
     WHERE r.id = $1 RETURNING ${RELEASE}`,
    [id],
  );
  return sealed!;
}

const TOGETHER = `coalesce((SELECT jsonb_agg(jsonb_build_object('context', t.other, 'first', t.first) ORDER BY t.other) FROM (
    SELECT other_id AS other, first_id = context_id AS first FROM context_together
      WHERE release_id = s.release_id AND context_id = s.context_id
    UNION ALL SELECT context_id, first_id = other_id FROM context_together
      WHERE release_id = s.release_id AND other_id = s.context_id) t), '[]') AS together`;

export function contextsOf(db: Db, releaseId: number): Promise<Context[]> {
  return rows<Context>(
    db,
    `SELECT context_id AS id, parent_id AS parent, name, position, takes_text AS "takesText", ${TOGETHER}
     FROM context_state s WHERE release_id = $1 ORDER BY position, context_id`,
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
  return { ...state!, together: [] };
}

/** What of an app or a release can be changed after it was made. */
export async function updateApp(db: Db, id: number, asked: z.output<typeof SentApp>): Promise<void> {
  const { name, role, platforms, keyPolicy, howToChange, keysCommand, keysShown } = asked;
  await db.query(
    `UPDATE app SET name = coalesce($2, name), role = coalesce($3, role), platforms = coalesce($4, platforms),
       key_policy = coalesce($5, key_policy), how_to_change = coalesce($6, how_to_change),
       keys_command = coalesce($7, keys_command), keys_shown = coalesce($8, keys_shown) WHERE id = $1`,
    [id, name, role, platforms, keyPolicy, howToChange, keysCommand, keysShown],
  );
}

export async function updateRelease(db: Db, id: number, asked: z.output<typeof SentRelease>): Promise<Release> {
  const { label, releasedOn, builds, tiers, keyPolicy } = asked;
  const updated = await first<Release>(
    db,
    `UPDATE release SET label = coalesce($2, label), released_on = CASE WHEN $8 THEN $3 ELSE released_on END,
       builds = coalesce($4, builds), tiers = coalesce($5, tiers),
       key_policy = CASE WHEN $6 THEN $7 ELSE key_policy END WHERE id = $1 RETURNING ${RELEASE}`,
    [id, label, releasedOn, builds, tiers, keyPolicy !== undefined, keyPolicy ?? null, releasedOn !== undefined],
  );
  return updated ? wholeRelease(updated) : refuse('not-found', `Release not found: ${id}.`);
}
