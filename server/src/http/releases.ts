import { Router } from 'express';
import { NewNotes, SentCarry, SentEdition, SentLineage, SentNotes, SentReissue } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { notesAt } from '../acts/publishing.ts';
import {
  carryKeyset,
  changeNotes,
  closeWaiting,
  historyIn,
  lineageIn,
  makeNotes,
  sayLineage,
} from '../acts/releases.ts';
import { idIn, sent } from './errors.ts';
import type { Weigher } from '../weighing/weigher.ts';
import type { ActingOf } from './session.ts';

/** From release to release: lineage, history, carrying forward, change notes, and what is out of date. */
export function releaseRoutes(acting: ActingOf, weigher: Weigher): Router {
  const router = Router();

  router.get('/apps/:slug/lineage', async (req, res) => {
    res.json(await lineageIn(acting(req), req.params.slug));
  });
  router.put('/apps/:slug/lineage', async (req, res) => {
    res.json(await sayLineage(acting(req), req.params.slug, sent(SentLineage, req.body)));
  });

  /** What the releases shipped for a command (`command`), or for all that ever had a press (`press`, on a keyboard). */
  router.get('/apps/:slug/history', async (req, res) => {
    const { command, press, layout, platform } = req.query;
    if (typeof command === 'string') return void res.json(await historyIn(acting(req), req.params.slug, { command }));
    if (typeof press !== 'string')
      return refuse('no-press', 'Ask for the history of a command, or of a press in the stored form.');
    const on = {
      ...(typeof layout === 'string' && { layout }),
      ...(typeof platform === 'string' && { platform }),
    };
    res.json(await historyIn(acting(req), req.params.slug, { press, ...on }));
  });

  /** A keyset carried to another release: a new one there, with what waits for a decision named in it. */
  router.post('/keysets/:id/carry', async (req, res) => {
    res.status(201).json({ id: await carryKeyset(acting(req), idIn(req.params), sent(SentCarry, req.body)) });
  });
  router.delete('/keysets/:id/open/:position', async (req, res) => {
    await closeWaiting(acting(req), idIn(req.params), Number(req.params.position));
    res.status(204).end();
  });

  router.post('/apps/:slug/notes', async (req, res) => {
    res.status(201).json(await makeNotes(acting(req), req.params.slug, sent(NewNotes, req.body)));
  });
  router.get('/notes/:id', async (req, res) => {
    res.json(await notesAt(acting(req), idIn(req.params)));
  });
  router.put('/notes/:id', async (req, res) => {
    res.json(await changeNotes(acting(req), idIn(req.params), sent(SentNotes, req.body)));
  });
  router.post('/notes/:id/editions', async (req, res) => {
    const asked = sent(SentEdition, req.body ?? {});
    const json = await weigher.ask(acting(req), { what: 'issue notes', id: idIn(req.params), asked });
    res.status(201).type('json').send(json);
  });

  router.get('/apps/:slug/impact', async (req, res) => {
    res.type('json').send(await weigher.ask(acting(req), { what: 'stale', slug: req.params.slug }));
  });
  router.post('/apps/:slug/reissue', async (req, res) => {
    const asked = sent(SentReissue, req.body);
    const json = await weigher.ask(acting(req), { what: 'issue anew', slug: req.params.slug, asked });
    res.status(201).type('json').send(json);
  });
  return router;
}
