import * as acts from '../acts/bin.ts';
import type { ActHandlers } from './routes.ts';

/** Deleting, and bringing back. */
export function binRoutes() {
  return {
    'GET /api/bin': (acting) => acts.binned(acting),
    'GET /api/bin/with': (acting, { query }) => acts.hanging(acting, query.kind, query.id),
    'POST /api/bin': async (acting, { body }) => ({ id: await acts.putAway(acting, body.kind, body.id) }),
    'POST /api/bin/:id/back': (acting, { parts }) => acts.takeBack(acting, parts.id),
  } satisfies Partial<ActHandlers>;
}
