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
import type { Weigher } from '../weighing/weigher.ts';
import { Json, type ActHandlers } from './routes.ts';

/** From release to release: lineage, history, carrying forward, change notes, and what is out of date. */
export function releaseRoutes(weigher: Weigher) {
  return {
    'GET /api/apps/:slug/lineage': (acting, { parts }) => lineageIn(acting, parts.slug),
    'PUT /api/apps/:slug/lineage': (acting, { parts, body }) => sayLineage(acting, parts.slug, body),

    /** What the releases shipped for a command (`command`), or for all that ever had a press (`press`, on a keyboard). */
    'GET /api/apps/:slug/history': (acting, { parts, query }) => {
      const { command, press, layout, platform } = query;
      if (command !== undefined) return historyIn(acting, parts.slug, { command });
      if (press === undefined) return refuse('no-press', 'Specify a command, or a shortcut in stored form.');
      const on = { ...(layout !== undefined && { layout }), ...(platform !== undefined && { platform }) };
      return historyIn(acting, parts.slug, { press, ...on });
    },

    /** A keyset carried to another release: a new one there, with what waits for a decision named in it. */
    'POST /api/keysets/:id/carry': async (acting, { parts, body }) => ({
      id: await carryKeyset(acting, parts.id, body),
    }),
    'DELETE /api/keysets/:id/open/:position': (acting, { parts }) => closeWaiting(acting, parts.id, parts.position),

    'POST /api/apps/:slug/notes': (acting, { parts, body }) => makeNotes(acting, parts.slug, body),
    'GET /api/notes/:id': (acting, { parts }) => notesAt(acting, parts.id),
    'PUT /api/notes/:id': (acting, { parts, body }) => changeNotes(acting, parts.id, body),
    'POST /api/notes/:id/editions': async (acting, { parts, body }) =>
      new Json(await weigher.ask(acting, { what: 'issue notes', id: parts.id, asked: body })),

    'GET /api/apps/:slug/impact': async (acting, { parts }) =>
      new Json(await weigher.ask(acting, { what: 'stale', slug: parts.slug })),
    'POST /api/apps/:slug/reissue': async (acting, { parts, body }) =>
      new Json(await weigher.ask(acting, { what: 'issue anew', slug: parts.slug, asked: body })),
  } satisfies Partial<ActHandlers>;
}
