import { Router } from 'express';
import { SentEdition, SentSheet, SentWithdrawal } from '@crib/core/contract';
import { changeSheet, sheetAt, withdrawEdition } from '../acts/publishing.ts';
import type { Weigher } from '../weighing/weigher.ts';
import { idIn, sent } from './errors.ts';
import type { ActingOf } from './session.ts';

/** Sheets and their editions. */
export function sheetRoutes(acting: ActingOf, weigher: Weigher): Router {
  const router = Router();

  router.get('/sheets/:id', async (req, res) => {
    res.json(await sheetAt(acting(req), idIn(req.params)));
  });
  router.put('/sheets/:id', async (req, res) => {
    res.json(await changeSheet(acting(req), idIn(req.params), sent(SentSheet, req.body)));
  });
  router.get('/sheets/:id/editions', async (req, res) => {
    res.json((await sheetAt(acting(req), idIn(req.params))).editions);
  });
  router.post('/sheets/:id/editions', async (req, res) => {
    const asked = sent(SentEdition, req.body ?? {});
    const json = await weigher.ask(acting(req), { what: 'issue sheet', id: idIn(req.params), asked });
    res.status(201).type('json').send(json);
  });
  router.post('/editions/:address/withdrawal', async (req, res) => {
    const { because } = sent(SentWithdrawal, req.body);
    res.status(201).json(await withdrawEdition(acting(req), req.params.address, because));
  });
  return router;
}
