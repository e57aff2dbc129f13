import { Router, type Request } from 'express';
import {
  BindingsOf,
  CommandsOf,
  NewCommand,
  NewCorrection,
  NewShipped,
  NewView,
  SentAids,
  SentApp,
  SentBindings,
  SentCommands,
  SentContext,
  SentDetailsOf,
  SentFacts,
  SentFinding,
  SentWordings,
  SentGroup,
  SentKeyset,
  SentMerge,
  SentRelease,
  SentRun,
  SentSplit,
  SentSystemKeys,
  SentTrials,
  SentUses,
} from '@crib/core/contract';
import { putAwayOf } from '../acts/bin.ts';
import * as acts from '../acts/correcting.ts';
import { idIn, sent } from './errors.ts';
import type { ActingOf } from './session.ts';

/** Correcting the catalogue by hand. */
export function editingRoutes(acting: ActingOf): Router {
  const router = Router();
  const number = (req: Request, name: string) => idIn({ id: req.params[name] });

  router.put('/apps/:slug', async (req, res) => {
    res.json(await acts.correctApp(acting(req), req.params.slug, sent(SentApp, req.body)));
  });
  router.put('/releases/:id', async (req, res) => {
    res.json(await acts.correctRelease(acting(req), idIn(req.params), sent(SentRelease, req.body)));
  });

  router.post('/releases/:id/commands', async (req, res) => {
    const id = await acts.makeCommand(acting(req), idIn(req.params), sent(NewCommand, req.body));
    res.status(201).json({ id });
  });
  router.put('/releases/:id/commands', async (req, res) => {
    const asked = sent(SentCommands, req.body);
    await acts.correctAll(acting(req), idIn(req.params), asked);
    res.json({ corrected: asked.commands.length });
  });
  router.put('/releases/:id/details', async (req, res) => {
    const asked = sent(SentDetailsOf, req.body);
    await acts.detailAll(acting(req), idIn(req.params), asked);
    res.json({ corrected: asked.commands.length });
  });
  router.delete('/releases/:id/commands', async (req, res) => {
    const { commands } = sent(CommandsOf, req.body);
    await acts.dropCommands(acting(req), idIn(req.params), commands);
    res.status(204).end();
  });
  router.delete('/releases/:id/commands/:command', async (req, res) => {
    await acts.dropCommands(acting(req), idIn(req.params), [number(req, 'command')]);
    res.status(204).end();
  });

  router.put('/releases/:id/contexts/:context', async (req, res) => {
    await acts.correctPlace(acting(req), idIn(req.params), number(req, 'context'), sent(SentContext, req.body));
    res.status(204).end();
  });
  router.delete('/releases/:id/contexts/:context', async (req, res) => {
    await acts.dropPlace(acting(req), idIn(req.params), number(req, 'context'));
    res.status(204).end();
  });

  router.post('/apps/:slug/groups', async (req, res) => {
    res.status(201).json({ id: await acts.keepGroup(acting(req), req.params.slug, sent(SentGroup, req.body)) });
  });
  router.put('/apps/:slug/groups/:id', async (req, res) => {
    res.json({ id: await acts.keepGroup(acting(req), req.params.slug, sent(SentGroup, req.body), idIn(req.params)) });
  });
  router.delete('/apps/:slug/groups/:id', async (req, res) => {
    await putAwayOf(acting(req), req.params.slug, 'group', idIn(req.params));
    res.status(204).end();
  });

  router.post('/apps/:slug/runs', async (req, res) => {
    res.status(201).json({ id: await acts.keepRun(acting(req), req.params.slug, sent(SentRun, req.body)) });
  });
  router.put('/apps/:slug/runs/:id', async (req, res) => {
    res.json({ id: await acts.keepRun(acting(req), req.params.slug, sent(SentRun, req.body), idIn(req.params)) });
  });
  router.delete('/apps/:slug/runs/:id', async (req, res) => {
    await putAwayOf(acting(req), req.params.slug, 'run', idIn(req.params));
    res.status(204).end();
  });

  router.put('/apps/:slug/uses', async (req, res) => {
    await acts.keepUses(acting(req), req.params.slug, sent(SentUses, req.body));
    res.status(204).end();
  });
  router.post('/apps/:slug/merge', async (req, res) => {
    await acts.merge(acting(req), req.params.slug, sent(SentMerge, req.body));
    res.status(204).end();
  });
  router.post('/apps/:slug/split', async (req, res) => {
    res.status(201).json({ id: await acts.split(acting(req), req.params.slug, sent(SentSplit, req.body)) });
  });

  router.post('/apps/:slug/shipped', async (req, res) => {
    res.status(201).json({ id: await acts.makeShipped(acting(req), req.params.slug, sent(NewShipped, req.body)) });
  });
  router.put('/keysets/:id', async (req, res) => {
    await acts.correctKeyset(acting(req), idIn(req.params), sent(SentKeyset, req.body));
    res.status(204).end();
  });
  router.post('/keysets/:id/bindings', async (req, res) => {
    res.status(201).json({ ids: await acts.state(acting(req), idIn(req.params), sent(SentBindings, req.body)) });
  });
  router.put('/keysets/:id/bindings', async (req, res) => {
    const asked = sent(SentAids, req.body);
    await acts.noteBindings(acting(req), idIn(req.params), asked);
    res.json({ corrected: asked.bindings.length });
  });
  router.delete('/keysets/:id/bindings', async (req, res) => {
    const { ids } = sent(BindingsOf, req.body);
    await acts.unstate(acting(req), idIn(req.params), ids);
    res.status(204).end();
  });
  router.post('/releases/:id/trials', async (req, res) => {
    res.json({ changed: await acts.keepTrials(acting(req), idIn(req.params), sent(SentTrials, req.body)) });
  });
  router.post('/releases/:id/findings', async (req, res) => {
    await acts.keepFinding(acting(req), idIn(req.params), sent(SentFinding, req.body));
    res.status(204).end();
  });
  router.post('/keysets/:id/corrections', async (req, res) => {
    const id = await acts.appendCorrection(acting(req), idIn(req.params), sent(NewCorrection, req.body));
    res.status(201).json({ id });
  });

  router.post('/releases/:id/corrections', async (req, res) => {
    await acts.correctFacts(acting(req), idIn(req.params), sent(SentFacts, req.body));
    res.status(204).end();
  });
  router.post('/releases/:id/wordings', async (req, res) => {
    await acts.wordAll(acting(req), idIn(req.params), sent(SentWordings, req.body));
    res.status(204).end();
  });

  router.get('/system-keys', async (req, res) => {
    res.json(await acts.systemKeys(acting(req)));
  });
  router.put('/system-keys', async (req, res) => {
    await acts.keepSystemKeys(acting(req), sent(SentSystemKeys, req.body));
    res.status(204).end();
  });

  router.post('/apps/:slug/views', async (req, res) => {
    res.status(201).json(await acts.keepView(acting(req), req.params.slug, sent(NewView, req.body)));
  });
  router.delete('/apps/:slug/views/:id', async (req, res) => {
    await acts.forgetView(acting(req), req.params.slug, idIn(req.params));
    res.status(204).end();
  });
  return router;
}
