import { Router } from 'express';
import { BinThing } from '@crib/core/contract';
import * as acts from '../acts/bin.ts';
import { idIn, sent } from './errors.ts';
import type { ActingOf } from './session.ts';

/** Deleting, and bringing back. */
export function binRoutes(acting: ActingOf): Router {
  const router = Router();
  router.get('/bin', async (req, res) => {
    res.json(await acts.binned(acting(req)));
  });
  router.get('/bin/with', async (req, res) => {
    const { kind, id } = sent(BinThing, { kind: req.query['kind'], id: Number(req.query['id']) });
    res.json(await acts.hanging(acting(req), kind, id));
  });
  router.post('/bin', async (req, res) => {
    const { kind, id } = sent(BinThing, req.body);
    res.status(201).json({ id: await acts.putAway(acting(req), kind, id) });
  });
  router.post('/bin/:id/back', async (req, res) => {
    await acts.takeBack(acting(req), idIn(req.params));
    res.status(204).end();
  });
  return router;
}
