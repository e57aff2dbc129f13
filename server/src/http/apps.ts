import * as acts from '../acts/apps.ts';
import { makeSheet } from '../acts/publishing.ts';
import type { Weigher } from '../weighing/weigher.ts';
import { Json, type ActHandlers } from './routes.ts';

/** Apps, their releases and contexts, and what is made below an app. */
export function appRoutes(weigher: Weigher) {
  return {
    'GET /api/apps': (acting) => acts.appsAll(acting),
    'POST /api/apps': (acting, { body }) => acts.makeApp(acting, body),
    'GET /api/apps/:slug': (acting, { parts }) => acts.appAt(acting, parts.slug),

    'GET /api/apps/:slug/desk': async (acting, { parts, query }) =>
      new Json(await weigher.ask(acting, { what: 'desk', slug: parts.slug, layouts: query.layouts })),

    'POST /api/apps/:slug/releases': (acting, { parts, body }) => acts.makeRelease(acting, parts.slug, body),
    'GET /api/releases/:id': (acting, { parts }) => acts.catalogueAt(acting, parts.id),
    'POST /api/releases/:id/seal': (acting, { parts }) => acts.seal(acting, parts.id),

    'GET /api/releases/:id/contexts': (acting, { parts }) => acts.placesIn(acting, parts.id),
    'POST /api/releases/:id/contexts': (acting, { parts, body }) => acts.makePlace(acting, parts.id, body),

    'POST /api/apps/:slug/keysets': async (acting, { parts, body }) => ({
      id: await acts.makeKeyset(acting, parts.slug, body),
    }),
    'POST /api/apps/:slug/plans': async (acting, { parts, body }) => ({
      keysets: await acts.keepPlan(acting, parts.slug, body),
    }),
    'POST /api/apps/:slug/sheets': (acting, { parts, body }) =>
      makeSheet(acting, parts.slug, body.keysetId, body.title),
    'GET /api/apps/:slug/recipes': (acting, { parts }) => acts.recipesIn(acting, parts.slug),
    'POST /api/apps/:slug/recipes': async (acting, { parts, body }) => ({
      id: await acts.makeRecipe(acting, parts.slug, body),
      name: body.name,
    }),
    'PUT /api/recipes/:id': (acting, { parts, body }) => acts.changeRecipe(acting, parts.id, body),
  } satisfies Partial<ActHandlers>;
}
