import * as history from '../acts/history.ts';
import * as acts from '../acts/review.ts';
import type { ActHandlers } from './routes.ts';

/** Working together: proposals and their answers, remarks, who is here, and what was done. */
export function reviewRoutes() {
  return {
    'GET /api/apps/:slug/proposals': (acting, { parts }) => acts.proposalsIn(acting, parts.slug),
    'POST /api/keysets/:id/proposals': (acting, { parts, body }) => acts.propose(acting, parts.id, body),
    'POST /api/proposals/:id/answer': (acting, { parts, body }) => acts.answer(acting, parts.id, body),
    'POST /api/proposals/:id/withdrawal': (acting, { parts }) => acts.withdrawProposal(acting, parts.id),

    'GET /api/apps/:slug/remarks': (acting, { parts }) => acts.remarksIn(acting, parts.slug),
    'POST /api/apps/:slug/remarks': (acting, { parts, body }) => acts.remark(acting, parts.slug, body),
    'POST /api/remarks/:id/end': (acting, { parts }) => acts.closeRemark(acting, parts.id),

    'POST /api/here': (acting, { body }) => acts.meet(acting, body),

    'GET /api/acts': (acting, { query }) => history.actsHere(acting, query),
    'GET /api/acts/:id/rows': (acting, { parts }) => history.actRows(acting, parts.id),
    'POST /api/acts/:id/undo': (acting, { parts }) => history.takeBackList(acting, parts.id),
  } satisfies Partial<ActHandlers>;
}
