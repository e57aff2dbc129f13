import { putAwayOf } from '../acts/bin.ts';
import * as acts from '../acts/correcting.ts';
import type { ActHandlers } from './routes.ts';

/** Correcting the catalogue by hand. */
export function editingRoutes() {
  return {
    'PUT /api/apps/:slug': (acting, { parts, body }) => acts.correctApp(acting, parts.slug, body),
    'PUT /api/releases/:id': (acting, { parts, body }) => acts.correctRelease(acting, parts.id, body),

    'POST /api/releases/:id/commands': async (acting, { parts, body }) => ({
      id: await acts.makeCommand(acting, parts.id, body),
    }),
    'PUT /api/releases/:id/commands': async (acting, { parts, body }) => {
      await acts.correctAll(acting, parts.id, body);
      return { corrected: body.commands.length };
    },
    'PUT /api/releases/:id/details': async (acting, { parts, body }) => {
      await acts.detailAll(acting, parts.id, body);
      return { corrected: body.commands.length };
    },
    'DELETE /api/releases/:id/commands': (acting, { parts, body }) =>
      acts.dropCommands(acting, parts.id, body.commands),
    'DELETE /api/releases/:id/commands/:command': (acting, { parts }) =>
      acts.dropCommands(acting, parts.id, [parts.command]),

    'PUT /api/releases/:id/contexts/:context': (acting, { parts, body }) =>
      acts.correctPlace(acting, parts.id, parts.context, body),
    'DELETE /api/releases/:id/contexts/:context': (acting, { parts }) =>
      acts.dropPlace(acting, parts.id, parts.context),

    'POST /api/apps/:slug/groups': async (acting, { parts, body }) => ({
      id: await acts.keepGroup(acting, parts.slug, body),
    }),
    'PUT /api/apps/:slug/groups/:id': async (acting, { parts, body }) => ({
      id: await acts.keepGroup(acting, parts.slug, body, parts.id),
    }),
    'DELETE /api/apps/:slug/groups/:id': (acting, { parts }) => putAwayOf(acting, parts.slug, 'group', parts.id),

    'POST /api/apps/:slug/runs': async (acting, { parts, body }) => ({
      id: await acts.keepRun(acting, parts.slug, body),
    }),
    'PUT /api/apps/:slug/runs/:id': async (acting, { parts, body }) => ({
      id: await acts.keepRun(acting, parts.slug, body, parts.id),
    }),
    'DELETE /api/apps/:slug/runs/:id': (acting, { parts }) => putAwayOf(acting, parts.slug, 'run', parts.id),

    'PUT /api/apps/:slug/uses': (acting, { parts, body }) => acts.keepUses(acting, parts.slug, body),
    'POST /api/apps/:slug/merge': (acting, { parts, body }) => acts.merge(acting, parts.slug, body),
    'POST /api/apps/:slug/split': async (acting, { parts, body }) => ({
      id: await acts.split(acting, parts.slug, body),
    }),

    'POST /api/apps/:slug/shipped': async (acting, { parts, body }) => ({
      id: await acts.makeShipped(acting, parts.slug, body),
    }),
    'PUT /api/keysets/:id': (acting, { parts, body }) => acts.correctKeyset(acting, parts.id, body),
    'POST /api/keysets/:id/bindings': async (acting, { parts, body }) => ({
      ids: await acts.state(acting, parts.id, body),
    }),
    'PUT /api/keysets/:id/bindings': async (acting, { parts, body }) => {
      await acts.noteBindings(acting, parts.id, body);
      return { corrected: body.bindings.length };
    },
    'DELETE /api/keysets/:id/bindings': (acting, { parts, body }) => acts.unstate(acting, parts.id, body.ids),
    'POST /api/releases/:id/trials': async (acting, { parts, body }) => ({
      changed: await acts.keepTrials(acting, parts.id, body),
    }),
    'POST /api/releases/:id/findings': (acting, { parts, body }) => acts.keepFinding(acting, parts.id, body),
    'POST /api/keysets/:id/corrections': async (acting, { parts, body }) => ({
      id: await acts.appendCorrection(acting, parts.id, body),
    }),

    'POST /api/releases/:id/corrections': (acting, { parts, body }) => acts.correctFacts(acting, parts.id, body),
    'POST /api/releases/:id/wordings': (acting, { parts, body }) => acts.wordAll(acting, parts.id, body),

    'GET /api/system-keys': (acting) => acts.systemKeys(acting),
    'PUT /api/system-keys': (acting, { body }) => acts.keepSystemKeys(acting, body),

    'POST /api/apps/:slug/views': (acting, { parts, body }) => acts.keepView(acting, parts.slug, body),
    'DELETE /api/apps/:slug/views/:id': (acting, { parts }) => acts.forgetView(acting, parts.slug, parts.id),
  } satisfies Partial<ActHandlers>;
}
