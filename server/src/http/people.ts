import * as acts from '../acts/people.ts';
import type { ActHandlers } from './routes.ts';

/** Who is in the workspace, invitations, and tokens of the API. */
export function peopleRoutes() {
  return {
    'GET /api/people': (acting) => acts.peopleHere(acting),
    'PUT /api/workspace': (acting, { body }) => acts.changeWorkspace(acting, body),
    'POST /api/workspaces': async (acting, { body }) => ({ id: await acts.makeWorkspace(acting, body.name) }),
    'POST /api/invitations': (acting, { body }) => acts.invite(acting, body),
    'DELETE /api/invitations/:id': (acting, { parts }) => acts.uninvite(acting, parts.id),
    'PUT /api/members/:id': (acting, { parts, body }) => acts.changeMember(acting, parts.id, body),
    'DELETE /api/members/:id': (acting, { parts }) => acts.removeMember(acting, parts.id),
    'GET /api/tokens': (acting) => acts.tokensHere(acting),
    'POST /api/tokens': (acting, { body }) => acts.makeToken(acting, body),
    'DELETE /api/tokens/:id': (acting, { parts }) => acts.endToken(acting, parts.id),
  } satisfies Partial<ActHandlers>;
}
