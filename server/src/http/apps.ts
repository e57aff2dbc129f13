import { Router } from 'express';
import { NewApp, NewContext, NewKeyset, NewRelease, NewSheet, Recipe } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import {
  appBySlug,
  contextsOf,
  insertApp,
  insertContext,
  insertRelease,
  listApps,
  overview,
  releaseOf,
  sealRelease,
} from '../store/apps.ts';
import { loadCatalogue } from '../store/catalogue.ts';
import { inSnapshot, inTransaction, type Pool } from '../store/db.ts';
import { insertRecipe, insertSheet, loadSheet, recipesOf } from '../store/sheets.ts';
import { idIn, sent } from './errors.ts';
import { makeKeyset } from './keysets.ts';
import { editorId } from './session.ts';

/** Apps, their releases and contexts, and what is made below an app. */
export function appRoutes(pool: Pool): Router {
  const router = Router();

  router.get('/apps', async (_req, res) => {
    res.json(await listApps(pool));
  });
  router.post('/apps', async (req, res) => {
    res.status(201).json(await insertApp(pool, sent(NewApp, req.body)));
  });
  router.get('/apps/:slug', async (req, res) => {
    res.json(await overview(pool, req.params.slug));
  });

  router.post('/apps/:slug/releases', async (req, res) => {
    const asked = sent(NewRelease, req.body);
    const app = await appBySlug(pool, req.params.slug);
    const strange = asked.platforms?.find((platform) => !app.platforms.includes(platform));
    if (strange) refuse('no-platform', `${app.name} does not run on ${strange}.`);
    res.status(201).json(await inTransaction(pool, (db) => insertRelease(db, app, asked)));
  });
  router.get('/releases/:id', async (req, res) => {
    const id = idIn(req.params);
    res.json(await inSnapshot(pool, (db) => loadCatalogue(db, id)));
  });
  router.post('/releases/:id/seal', async (req, res) => {
    const id = idIn(req.params);
    res.json(await inTransaction(pool, (db) => sealRelease(db, id)));
  });

  router.get('/releases/:id/contexts', async (req, res) => {
    res.json(await contextsOf(pool, (await releaseOf(pool, idIn(req.params))).id));
  });
  router.post('/releases/:id/contexts', async (req, res) => {
    const asked = sent(NewContext, req.body);
    const made = await inTransaction(pool, async (db) => {
      const release = await releaseOf(db, idIn(req.params), 'FOR UPDATE');
      const contexts = await contextsOf(db, release.id);
      const parent = asked.parent ?? contexts.find((context) => context.parent === null)!.id;
      if (!contexts.some((context) => context.id === parent))
        refuse('not-found', `There is no context ${parent} in this release.`);
      return insertContext(db, release, { ...asked, parent });
    });
    res.status(201).json(made);
  });

  router.post('/apps/:slug/keysets', async (req, res) => {
    const asked = sent(NewKeyset, req.body);
    const app = await appBySlug(pool, req.params.slug);
    const id = await inTransaction(pool, (db) => makeKeyset(db, app.id, asked, editorId(req)));
    res.status(201).json({ id });
  });
  router.post('/apps/:slug/sheets', async (req, res) => {
    const asked = sent(NewSheet, req.body);
    const app = await appBySlug(pool, req.params.slug);
    const id = await insertSheet(pool, app.id, asked.keysetId, asked.title);
    res.status(201).json(await loadSheet(pool, id));
  });
  router.get('/apps/:slug/recipes', async (req, res) => {
    res.json(await recipesOf(pool, (await appBySlug(pool, req.params.slug)).id));
  });
  router.post('/apps/:slug/recipes', async (req, res) => {
    const recipe = sent(Recipe, req.body);
    const app = await appBySlug(pool, req.params.slug);
    res.status(201).json({ id: await insertRecipe(pool, app.id, recipe), name: recipe.name });
  });
  return router;
}
