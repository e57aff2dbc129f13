import { Router } from 'express';
import { KeptPlan, NewApp, NewContext, NewKeyset, NewRelease, NewSheet, Recipe, SentRecipe } from '@crib/core/contract';
import * as acts from '../acts/apps.ts';
import { makeSheet } from '../acts/publishing.ts';
import { idIn, sent } from './errors.ts';
import type { Weigher } from '../weighing/weigher.ts';
import type { ActingOf } from './session.ts';

/** Apps, their releases and contexts, and what is made below an app. */
export function appRoutes(acting: ActingOf, weigher: Weigher): Router {
  const router = Router();

  router.get('/apps', async (req, res) => {
    res.json(await acts.appsAll(acting(req)));
  });
  router.post('/apps', async (req, res) => {
    res.status(201).json(await acts.makeApp(acting(req), sent(NewApp, req.body)));
  });
  router.get('/apps/:slug', async (req, res) => {
    res.json(await acts.appAt(acting(req), req.params.slug));
  });

  router.get('/apps/:slug/desk', async (req, res) => {
    const layouts = String(req.query['layouts'] ?? '').split(',');
    res.type('json').send(await weigher.ask(acting(req), { what: 'desk', slug: req.params.slug, layouts }));
  });

  router.post('/apps/:slug/releases', async (req, res) => {
    res.status(201).json(await acts.makeRelease(acting(req), req.params.slug, sent(NewRelease, req.body)));
  });
  router.get('/releases/:id', async (req, res) => {
    res.json(await acts.catalogueAt(acting(req), idIn(req.params)));
  });
  router.post('/releases/:id/seal', async (req, res) => {
    res.json(await acts.seal(acting(req), idIn(req.params)));
  });

  router.get('/releases/:id/contexts', async (req, res) => {
    res.json(await acts.placesIn(acting(req), idIn(req.params)));
  });
  router.post('/releases/:id/contexts', async (req, res) => {
    res.status(201).json(await acts.makePlace(acting(req), idIn(req.params), sent(NewContext, req.body)));
  });

  router.post('/apps/:slug/keysets', async (req, res) => {
    res.status(201).json({ id: await acts.makeKeyset(acting(req), req.params.slug, sent(NewKeyset, req.body)) });
  });
  router.post('/apps/:slug/plans', async (req, res) => {
    res.status(201).json({ keysets: await acts.keepPlan(acting(req), req.params.slug, sent(KeptPlan, req.body)) });
  });
  router.post('/apps/:slug/sheets', async (req, res) => {
    const { keysetId, title } = sent(NewSheet, req.body);
    res.status(201).json(await makeSheet(acting(req), req.params.slug, keysetId, title));
  });
  router.get('/apps/:slug/recipes', async (req, res) => {
    res.json(await acts.recipesIn(acting(req), req.params.slug));
  });
  router.post('/apps/:slug/recipes', async (req, res) => {
    const recipe = sent(Recipe, req.body);
    res.status(201).json({ id: await acts.makeRecipe(acting(req), req.params.slug, recipe), name: recipe.name });
  });
  router.put('/recipes/:id', async (req, res) => {
    await acts.changeRecipe(acting(req), idIn(req.params), sent(SentRecipe, req.body));
    res.status(204).end();
  });
  return router;
}
