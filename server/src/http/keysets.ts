import { Router } from 'express';
import { LanguageTag, NewPoint, SentChange, SentState, SentStep } from '@crib/core/contract';
import { changeKeyset, historyAt, keysetAt, pinPoint, stateKeyset, stepKeyset, weighChange } from '../acts/keysets.ts';
import { idIn, sent } from './errors.ts';
import type { Weigher } from '../weighing/weigher.ts';
import type { ActingOf } from './session.ts';

/** Keysets: looking, changing, and asking what gets in the way of what. */
export function keysetRoutes(acting: ActingOf, weigher: Weigher): Router {
  const router = Router();

  router.get('/keysets/:id', async (req, res) => {
    res.json(await keysetAt(acting(req), idIn(req.params)));
  });
  router.get('/keysets/:id/clashes', async (req, res) => {
    const { language, layouts } = req.query;
    const asked = language === undefined ? null : sent(LanguageTag, language);
    const named = typeof layouts === 'string' ? layouts.split(',').filter(Boolean) : [];
    const question = { what: 'clashes' as const, keyset: idIn(req.params), language: asked, layouts: named };
    res.type('json').send(await weigher.ask(acting(req), question));
  });
  router.post('/keysets/:id/changes/preview', async (req, res) => {
    res.json(await weighChange(acting(req), idIn(req.params), sent(SentChange, req.body)));
  });
  router.post('/keysets/:id/changes', async (req, res) => {
    res.json(await changeKeyset(acting(req), idIn(req.params), sent(SentChange, req.body)));
  });
  router.get('/keysets/:id/history', async (req, res) => {
    res.json(await historyAt(acting(req), idIn(req.params)));
  });
  for (const kind of ['undo', 'redo'] as const) {
    router.post(`/keysets/:id/${kind}`, async (req, res) => {
      res.json(await stepKeyset(acting(req), idIn(req.params), kind, sent(SentStep, req.body).revision));
    });
  }
  router.post('/keysets/:id/state', async (req, res) => {
    res.json(await stateKeyset(acting(req), idIn(req.params), sent(SentState, req.body)));
  });
  router.post('/keysets/:id/points', async (req, res) => {
    res.status(201).json(await pinPoint(acting(req), idIn(req.params), sent(NewPoint, req.body)));
  });
  return router;
}
