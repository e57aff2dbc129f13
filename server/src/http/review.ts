import { Router } from 'express';
import { ActsAsked, SentAnswer, SentChange, SentHere, SentRemark } from '@crib/core/contract';
import * as history from '../acts/history.ts';
import * as acts from '../acts/review.ts';
import { idIn, sent } from './errors.ts';
import type { ActingOf } from './session.ts';

/** Working together: proposals and their answers, remarks, who is here, and what was done. */
export function reviewRoutes(acting: ActingOf): Router {
  const router = Router();

  router.get('/apps/:slug/proposals', async (req, res) => {
    res.json(await acts.proposalsIn(acting(req), req.params.slug));
  });
  router.post('/keysets/:id/proposals', async (req, res) => {
    res.status(201).json(await acts.propose(acting(req), idIn(req.params), sent(SentChange, req.body)));
  });
  router.post('/proposals/:id/answer', async (req, res) => {
    res.json(await acts.answer(acting(req), idIn(req.params), sent(SentAnswer, req.body)));
  });

  router.get('/apps/:slug/remarks', async (req, res) => {
    res.json(await acts.remarksIn(acting(req), req.params.slug));
  });
  router.post('/apps/:slug/remarks', async (req, res) => {
    res.status(201).json(await acts.remark(acting(req), req.params.slug, sent(SentRemark, req.body)));
  });
  router.post('/remarks/:id/end', async (req, res) => {
    await acts.closeRemark(acting(req), idIn(req.params));
    res.status(204).end();
  });

  router.post('/here', async (req, res) => {
    res.json(await acts.meet(acting(req), sent(SentHere, req.body)));
  });

  router.get('/acts', async (req, res) => {
    res.json(await history.actsHere(acting(req), sent(ActsAsked, req.query)));
  });
  router.get('/acts/:id/rows', async (req, res) => {
    res.json(await history.actRows(acting(req), idIn(req.params)));
  });
  router.post('/acts/:id/undo', async (req, res) => {
    await history.takeBackList(acting(req), idIn(req.params));
    res.status(204).end();
  });
  return router;
}
