import { changeShelf, endOneReport, listAt, newestOf, reportsIn, shelf } from '../acts/handouts.ts';
import type { Packer } from '../packing/packer.ts';
import type { Reading } from '../store/replica.ts';
import { standingStamp } from '../store/editions.ts';
import { sendPacked } from './zip.ts';
import { ANSWERED, type ActHandlers } from './routes.ts';

/** What becomes of editions once they are out: reports of learners, the public index, and files for a website. */
export function handoutRoutes(reading: Reading, packer: Packer) {
  return {
    'GET /api/apps/:slug/reports': (acting, { parts }) => reportsIn(acting, parts.slug),
    'POST /api/reports/:id/end': (acting, { parts, body }) => endOneReport(acting, parts.id, body),
    'PUT /api/listed/:address': (acting, { parts, body }) => listAt(acting, parts.address, body.listed),
    'GET /api/shelf': (acting) => shelf(acting),
    'PUT /api/shelf': (acting, { body }) => changeShelf(acting, body),
    'GET /api/apps/:slug/site.zip': async (acting, { parts, res }) => {
      const { name, addresses } = await newestOf(acting, parts.slug);
      const stamp = await reading((db) => standingStamp(db, addresses));
      await sendPacked(res, packer, `${parts.slug}.zip`, { title: name, addresses, stamp });
      return ANSWERED;
    },
  } satisfies Partial<ActHandlers>;
}
