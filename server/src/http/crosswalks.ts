import { Router } from 'express';
import { NewCrosswalk, SentJudgements } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { crosswalk, crosswalksIn, dropCrosswalk, judge, makeCrosswalk } from '../acts/crosswalks.ts';
import { idIn, sent } from './errors.ts';
import type { ActingOf } from './session.ts';

/** Crosswalks between programs. */
export function crosswalkRoutes(acting: ActingOf): Router {
  const router = Router();

  router.get('/apps/:slug/crosswalks', async (req, res) => {
    res.json(await crosswalksIn(acting(req), req.params.slug));
  });
  router.post('/crosswalks', async (req, res) => {
    res.status(201).json({ id: await makeCrosswalk(acting(req), sent(NewCrosswalk, req.body)) });
  });
  router.get('/crosswalks/:id', async (req, res) => {
    res.json(await crosswalk(acting(req), idIn(req.params)));
  });
  router.put('/crosswalks/:id/judgements', async (req, res) => {
    res.json(await judge(acting(req), idIn(req.params), sent(SentJudgements, req.body)));
  });
  router.delete('/crosswalks/:id', async (req, res) => {
    if (!(await dropCrosswalk(acting(req), idIn(req.params))))
      refuse('in-use', 'Something was judged in it. Take the judgements back first.');
    res.status(204).end();
  });
  return router;
}
