import { changeKeyset, historyAt, keysetAt, pinPoint, stateKeyset, stepKeyset, weighChange } from '../acts/keysets.ts';
import type { Weigher } from '../weighing/weigher.ts';
import { Json, type ActHandlers } from './routes.ts';

/** Keysets: looking, changing, and asking what gets in the way of what. */
export function keysetRoutes(weigher: Weigher) {
  return {
    'GET /api/keysets/:id': (acting, { parts }) => keysetAt(acting, parts.id),
    'GET /api/keysets/:id/clashes': async (acting, { parts, query }) => {
      const { language = null, layouts } = query;
      return new Json(await weigher.ask(acting, { what: 'clashes', keyset: parts.id, language, layouts }));
    },
    'POST /api/keysets/:id/changes/preview': (acting, { parts, body }) => weighChange(acting, parts.id, body),
    'POST /api/keysets/:id/changes': (acting, { parts, body }) => changeKeyset(acting, parts.id, body),
    'GET /api/keysets/:id/history': (acting, { parts }) => historyAt(acting, parts.id),
    'POST /api/keysets/:id/undo': (acting, { parts, body }) => stepKeyset(acting, parts.id, 'undo', body.revision),
    'POST /api/keysets/:id/redo': (acting, { parts, body }) => stepKeyset(acting, parts.id, 'redo', body.revision),
    'POST /api/keysets/:id/state': (acting, { parts, body }) => stateKeyset(acting, parts.id, body),
    'POST /api/keysets/:id/points': (acting, { parts, body }) => pinPoint(acting, parts.id, body),
  } satisfies Partial<ActHandlers>;
}
