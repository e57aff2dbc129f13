import { Router } from 'express';
import { EndedReport, SentListing, SentShelf } from '@crib/core/contract';
import { changeShelf, endOneReport, listAt, newestOf, reportsIn, shelf } from '../acts/handouts.ts';
import type { Packer } from '../packing/packer.ts';
import type { Reading } from '../store/replica.ts';
import { standingStamp } from '../store/editions.ts';
import { idIn, sent } from './errors.ts';
import { sendPacked } from './packed.ts';
import type { ActingOf } from './session.ts';

/** What becomes of editions once they are out: reports of learners, the public index, and files for a website. */
export function handoutRoutes(acting: ActingOf, reading: Reading, packer: Packer): Router {
  const router = Router();

  router.get('/apps/:slug/reports', async (req, res) => {
    res.json(await reportsIn(acting(req), req.params.slug));
  });
  router.post('/reports/:id/end', async (req, res) => {
    await endOneReport(acting(req), idIn(req.params), sent(EndedReport, req.body));
    res.status(204).end();
  });
  router.put('/listed/:address', async (req, res) => {
    await listAt(acting(req), req.params.address, sent(SentListing, req.body).listed);
    res.status(204).end();
  });
  router.get('/shelf', async (req, res) => {
    res.json(await shelf(acting(req)));
  });
  router.put('/shelf', async (req, res) => {
    res.json(await changeShelf(acting(req), sent(SentShelf, req.body)));
  });
  router.get('/apps/:slug/site.zip', async (req, res) => {
    const { name, addresses } = await newestOf(acting(req), req.params.slug);
    const stamp = await reading((db) => standingStamp(db, addresses));
    await sendPacked(res, packer, `${req.params.slug}.zip`, { title: name, addresses, stamp });
  });
  return router;
}
