import * as acts from '../acts/crosswalks.ts';
import type { Matcher } from '../matching/matcher.ts';
import type { ActHandlers } from './routes.ts';

/** Crosswalks between programs, and the words that proposals go by. */
export function crosswalkRoutes(matcher: Matcher) {
  return {
    'GET /api/apps/:slug/crosswalks': (acting, { parts }) => acts.crosswalksIn(acting, parts.slug),
    'POST /api/crosswalks': async (acting, { body }) => ({ id: await acts.makeCrosswalk(acting, body) }),
    'GET /api/crosswalks/:id': (acting, { parts }) => acts.crosswalk(acting, parts.id),
    'PUT /api/crosswalks/:id/judgements': (acting, { parts, body }) => acts.judge(acting, parts.id, body),
    'DELETE /api/crosswalks/:id': (acting, { parts }) => acts.dropCrosswalk(acting, parts.id),
    'GET /api/crosswalks/:id/by-way': (acting, { parts }) => acts.byWay(acting, parts.id),
    'POST /api/crosswalks/:id/proposals': (acting, { parts, body }) => acts.proposals(acting, matcher, parts.id, body),
    'GET /api/words': (acting) => acts.words(acting),
    'PUT /api/words': (acting, { body }) => acts.writeWords(acting, body),
    'DELETE /api/words/:name': (acting, { parts }) => acts.restoreWords(acting, parts.name),
  } satisfies Partial<ActHandlers>;
}
