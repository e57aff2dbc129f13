import { Router } from 'express';
import { NewCrosswalk, ProposalsAsked, SentJudgements, SentWords } from '@crib/core/contract';
import * as acts from '../acts/crosswalks.ts';
import type { Matcher } from '../matching/matcher.ts';
import { idIn, sent } from './errors.ts';
import type { ActingOf } from './session.ts';

/** Crosswalks between programs, and the words that proposals go by. */
export function crosswalkRoutes(acting: ActingOf, matcher: Matcher): Router {
  const router = Router();

  router.get('/apps/:slug/crosswalks', async (req, res) => {
    res.json(await acts.crosswalksIn(acting(req), req.params.slug));
  });
  router.post('/crosswalks', async (req, res) => {
    res.status(201).json({ id: await acts.makeCrosswalk(acting(req), sent(NewCrosswalk, req.body)) });
  });
  router.get('/crosswalks/:id', async (req, res) => {
    res.json(await acts.crosswalk(acting(req), idIn(req.params)));
  });
  router.put('/crosswalks/:id/judgements', async (req, res) => {
    res.json(await acts.judge(acting(req), idIn(req.params), sent(SentJudgements, req.body)));
  });
  router.delete('/crosswalks/:id', async (req, res) => {
    await acts.dropCrosswalk(acting(req), idIn(req.params));
    res.status(204).end();
  });
  router.get('/crosswalks/:id/by-way', async (req, res) => {
    res.json(await acts.byWay(acting(req), idIn(req.params)));
  });
  router.post('/crosswalks/:id/proposals', async (req, res) => {
    res.json(await acts.proposals(acting(req), matcher, idIn(req.params), sent(ProposalsAsked, req.body)));
  });
  router.get('/words', async (req, res) => {
    res.json(await acts.words(acting(req)));
  });
  router.put('/words', async (req, res) => {
    res.json(await acts.writeWords(acting(req), sent(SentWords, req.body)));
  });
  router.delete('/words/:name', async (req, res) => {
    res.json(await acts.restoreWords(acting(req), req.params.name));
  });
  return router;
}
