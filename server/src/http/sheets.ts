import { changeSheet, sheetAt, withdrawEdition } from '../acts/publishing.ts';
import type { Weigher } from '../weighing/weigher.ts';
import { Json, type ActHandlers } from './routes.ts';

/** Sheets and their editions. */
export function sheetRoutes(weigher: Weigher) {
  return {
    'GET /api/sheets/:id': (acting, { parts }) => sheetAt(acting, parts.id),
    'PUT /api/sheets/:id': (acting, { parts, body }) => changeSheet(acting, parts.id, body),
    'GET /api/sheets/:id/editions': async (acting, { parts }) => (await sheetAt(acting, parts.id)).editions,
    'POST /api/sheets/:id/editions': async (acting, { parts, body }) =>
      new Json(await weigher.ask(acting, { what: 'issue sheet', id: parts.id, asked: body })),
    'POST /api/editions/:address/withdrawal': (acting, { parts, body }) =>
      withdrawEdition(acting, parts.address, body.because),
  } satisfies Partial<ActHandlers>;
}
