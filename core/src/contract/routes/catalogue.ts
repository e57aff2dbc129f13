import { z } from 'zod';
import { Desk } from '../desk.ts';
import { App, Catalogue, Context, Release } from '../entities.ts';
import * as edit from '../editing.ts';
import * as sent from '../requests.ts';
import * as told from '../responses.ts';
import { Corrected, Layouts, Made, route } from './route.ts';

const list = z.array;

/** Programs, their releases, and what is catalogued of them. */
export const CATALOGUE = {
  'GET /api/apps': route({ does: 'The programs of the workspace', may: 'look at', gives: list(App) }),
  'POST /api/apps': route({ does: 'Adds a program', may: 'edit', takes: sent.NewApp, gives: App, adds: true }),
  'GET /api/apps/:slug': route({
    does: 'A program with its releases, keysets and sheets',
    may: 'look at',
    gives: told.AppOverview,
  }),
  'PUT /api/apps/:slug': route({
    does: 'Changes a program',
    may: 'edit',
    takes: edit.SentApp,
    gives: App,
  }),
  'GET /api/apps/:slug/desk': route({
    does: 'The open tasks of a program',
    may: 'look at',
    asks: Layouts,
    gives: Desk,
  }),
  'POST /api/apps/:slug/releases': route({
    does: 'Adds a release',
    may: 'edit',
    takes: sent.NewRelease,
    gives: Release,
    adds: true,
  }),
  'GET /api/releases/:id': route({
    does: 'A release with its catalogue',
    may: 'look at',
    gives: Catalogue,
  }),
  'PUT /api/releases/:id': route({
    does: 'Changes a release',
    may: 'edit',
    takes: edit.SentRelease,
    gives: Release,
    size: 'large',
  }),
  'POST /api/releases/:id/seal': route({ does: 'Seals a release', may: 'edit', gives: Release }),
  'GET /api/releases/:id/contexts': route({ does: 'The contexts of a release', may: 'look at', gives: list(Context) }),
  'POST /api/releases/:id/contexts': route({
    does: 'Adds a context',
    may: 'edit',
    takes: sent.NewContext,
    gives: Context,
    adds: true,
    size: 'large',
  }),
  'PUT /api/releases/:id/contexts/:context': route({
    does: 'Changes a context',
    may: 'edit',
    takes: edit.SentContext,
    size: 'large',
  }),
  'DELETE /api/releases/:id/contexts/:context': route({ does: 'Deletes a context', may: 'edit' }),
  'POST /api/releases/:id/list/preview': route({
    does: 'Previews a list import',
    may: 'look at',
    takes: sent.SentList,
    gives: told.ListReport,
    heavy: true,
    size: 'list',
  }),
  'POST /api/releases/:id/list': route({
    does: 'Imports a list',
    may: 'edit',
    takes: sent.SentList,
    gives: told.ListReport,
    adds: true,
    heavy: true,
    size: 'list',
  }),
  'POST /api/releases/:id/commands': route({
    does: 'Adds a command',
    may: 'edit',
    takes: edit.NewCommand,
    gives: Made,
    adds: true,
    size: 'large',
  }),
  'PUT /api/releases/:id/commands': route({
    does: 'Changes commands',
    may: 'edit',
    takes: edit.SentCommands,
    gives: Corrected,
    size: 'large',
  }),
  'PUT /api/releases/:id/details': route({
    does: 'Adds details to commands',
    may: 'edit',
    takes: edit.SentDetailsOf,
    gives: Corrected,
    size: 'large',
  }),
  'DELETE /api/releases/:id/commands': route({
    does: 'Deletes commands',
    may: 'edit',
    takes: edit.CommandsOf,
    size: 'large',
  }),
  'DELETE /api/releases/:id/commands/:command': route({ does: 'Deletes a command', may: 'edit' }),
  'POST /api/releases/:id/trials': route({
    does: 'Marks shortcuts as verified',
    may: 'edit',
    takes: edit.SentTrials,
    gives: z.object({ changed: z.int() }),
    size: 'large',
  }),
  'POST /api/releases/:id/findings': route({
    does: 'Records a shortcut that differs from the list',
    may: 'edit',
    takes: edit.SentFinding,
    size: 'large',
  }),
  'POST /api/releases/:id/corrections': route({
    does: 'Corrects a sealed release',
    may: 'edit',
    takes: edit.SentFacts,
    size: 'large',
  }),
  'POST /api/releases/:id/wordings': route({
    does: 'Adds labels in other languages',
    may: 'edit',
    takes: edit.SentWordings,
    size: 'large',
  }),
  'POST /api/apps/:slug/groups': route({
    does: 'Adds a group of commands',
    may: 'edit',
    takes: edit.SentGroup,
    gives: Made,
    adds: true,
  }),
  'PUT /api/apps/:slug/groups/:id': route({ does: 'Changes a group', may: 'edit', takes: edit.SentGroup, gives: Made }),
  'DELETE /api/apps/:slug/groups/:id': route({ does: 'Deletes a group', may: 'edit' }),
  'POST /api/apps/:slug/runs': route({
    does: 'Adds a task',
    may: 'edit',
    takes: edit.SentRun,
    gives: Made,
    adds: true,
  }),
  'PUT /api/apps/:slug/runs/:id': route({ does: 'Changes a task', may: 'edit', takes: edit.SentRun, gives: Made }),
  'DELETE /api/apps/:slug/runs/:id': route({ does: 'Deletes a task', may: 'edit' }),
  'PUT /api/apps/:slug/uses': route({ does: 'Sets usage counts', may: 'edit', takes: edit.SentUses }),
  'POST /api/apps/:slug/merge': route({ does: 'Merges two commands', may: 'edit', takes: edit.SentMerge }),
  'POST /api/apps/:slug/split': route({
    does: 'Splits a command',
    may: 'edit',
    takes: edit.SentSplit,
    gives: Made,
    adds: true,
  }),
  'POST /api/apps/:slug/shipped': route({
    does: 'Adds a built-in keyset',
    may: 'edit',
    takes: edit.NewShipped,
    gives: Made,
    adds: true,
  }),
  'GET /api/system-keys': route({
    does: 'Shortcuts reserved by operating systems',
    may: 'look at',
    gives: told.SystemKeysFound,
  }),
  'PUT /api/system-keys': route({
    does: 'Sets the reserved shortcuts that differ here',
    may: 'edit',
    takes: edit.SentSystemKeys,
  }),
  'POST /api/apps/:slug/views': route({
    does: 'Saves a view',
    may: 'edit',
    takes: edit.NewView,
    gives: edit.SavedView,
    adds: true,
  }),
  'DELETE /api/apps/:slug/views/:id': route({ does: 'Deletes a view', may: 'edit' }),
};
