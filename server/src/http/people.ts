import { Router } from 'express';
import { SentInvitation, SentMember, SentToken, SentWorkspace } from '@crib/core/contract';
import * as acts from '../acts/people.ts';
import { idIn, sent } from './errors.ts';
import type { ActingOf } from './session.ts';

/** Who is in the workspace, invitations, and tokens of the API. */
export function peopleRoutes(acting: ActingOf): Router {
  const router = Router();

  router.get('/people', async (req, res) => {
    res.json(await acts.peopleHere(acting(req)));
  });
  router.put('/workspace', async (req, res) => {
    res.json(await acts.changeWorkspace(acting(req), sent(SentWorkspace, req.body)));
  });
  router.post('/workspaces', async (req, res) => {
    res.status(201).json({ id: await acts.makeWorkspace(acting(req), sent(SentWorkspace, req.body).name) });
  });
  router.post('/invitations', async (req, res) => {
    res.status(201).json(await acts.invite(acting(req), sent(SentInvitation, req.body)));
  });
  router.delete('/invitations/:id', async (req, res) => {
    await acts.uninvite(acting(req), idIn(req.params));
    res.status(204).end();
  });
  router.put('/members/:id', async (req, res) => {
    await acts.changeMember(acting(req), idIn(req.params), sent(SentMember, req.body));
    res.status(204).end();
  });
  router.delete('/members/:id', async (req, res) => {
    await acts.removeMember(acting(req), idIn(req.params));
    res.status(204).end();
  });
  router.get('/tokens', async (req, res) => {
    res.json(await acts.tokensHere(acting(req)));
  });
  router.post('/tokens', async (req, res) => {
    res.status(201).json(await acts.makeToken(acting(req), sent(SentToken, req.body)));
  });
  router.delete('/tokens/:id', async (req, res) => {
    await acts.endToken(acting(req), idIn(req.params));
    res.status(204).end();
  });
  return router;
}
