import { z } from 'zod';
import { Id, Keyset, LanguageTag } from '../entities.ts';
import { KeysetHistory } from '../history.ts';
import * as edit from '../editing.ts';
import * as people from '../people.ts';
import * as over from '../releases.ts';
import * as sent from '../requests.ts';
import * as told from '../responses.ts';
import { Corrected, Layouts, Made, route } from './route.ts';

const list = z.array;

/** Custom and shipped keysets: changing them, their history, and proposals. */
export const KEYSETS = {
  'POST /api/apps/:slug/keysets': route({
    does: 'Adds a custom keyset',
    may: 'edit',
    takes: sent.NewKeyset,
    gives: Made,
    adds: true,
  }),
  'POST /api/apps/:slug/plans': route({
    does: 'Saves a plan as keysets',
    may: 'edit',
    takes: sent.KeptPlan,
    gives: z.object({ keysets: list(Id) }),
    adds: true,
  }),
  'GET /api/keysets/:id': route({ does: 'A keyset', may: 'look at', gives: Keyset }),
  'PUT /api/keysets/:id': route({
    does: 'Changes a keyset’s name and owner',
    may: 'edit',
    takes: edit.SentKeyset,
    size: 'large',
  }),
  'GET /api/keysets/:id/clashes': route({
    does: 'The conflicts of a keyset',
    may: 'look at',
    asks: Layouts.extend({ language: LanguageTag.optional() }),
    gives: list(told.FoundClash),
  }),
  'POST /api/keysets/:id/changes/preview': route({
    does: 'Previews a change',
    may: 'look at',
    takes: sent.SentChange,
    gives: told.Weighed,
    size: 'large',
  }),
  'POST /api/keysets/:id/changes': route({
    does: 'Changes a keyset',
    may: 'edit',
    takes: sent.SentChange,
    gives: told.SavedChange,
    size: 'large',
  }),
  'GET /api/keysets/:id/history': route({ does: 'The history of a keyset', may: 'look at', gives: KeysetHistory }),
  'POST /api/keysets/:id/undo': route({
    does: 'Undoes the last change',
    may: 'edit',
    takes: sent.SentStep,
    gives: told.SavedChange,
    size: 'large',
  }),
  'POST /api/keysets/:id/redo': route({
    does: 'Redoes the last undone change',
    may: 'edit',
    takes: sent.SentStep,
    gives: told.SavedChange,
    size: 'large',
  }),
  'POST /api/keysets/:id/state': route({
    does: 'Restores an earlier state of a keyset',
    may: 'edit',
    takes: sent.SentState,
    gives: told.SavedChange,
    size: 'large',
  }),
  'POST /api/keysets/:id/points': route({
    does: 'Names the current state',
    may: 'edit',
    takes: sent.NewPoint,
    gives: KeysetHistory,
    adds: true,
    size: 'large',
  }),
  'POST /api/keysets/:id/bindings': route({
    does: 'Adds default shortcuts',
    may: 'edit',
    takes: edit.SentBindings,
    gives: z.object({ ids: list(Id) }),
    adds: true,
    size: 'large',
  }),
  'PUT /api/keysets/:id/bindings': route({
    does: 'Changes notes and memory aids of default shortcuts',
    may: 'edit',
    takes: edit.SentAids,
    gives: Corrected,
    size: 'large',
  }),
  'DELETE /api/keysets/:id/bindings': route({
    does: 'Deletes default shortcuts',
    may: 'edit',
    takes: edit.BindingsOf,
    size: 'large',
  }),
  'POST /api/keysets/:id/corrections': route({
    does: 'Corrects a sealed shortcut',
    may: 'edit',
    takes: edit.NewCorrection,
    gives: Made,
    adds: true,
    size: 'large',
  }),
  'POST /api/keysets/:id/carry': route({
    does: 'Carries a keyset forward to another release',
    may: 'edit',
    takes: over.SentCarry,
    gives: Made,
    adds: true,
    size: 'large',
  }),
  'DELETE /api/keysets/:id/open/:position': route({ does: 'Dismisses an undecided edit', may: 'edit' }),
  'POST /api/keysets/:id/proposals': route({
    does: 'Proposes a change',
    may: 'edit',
    takes: sent.SentChange,
    gives: z.object({ id: Id, edits: z.int() }),
    adds: true,
    size: 'large',
  }),
  'GET /api/apps/:slug/proposals': route({ does: 'The proposals', may: 'look at', gives: list(people.Proposal) }),
  'POST /api/proposals/:id/answer': route({
    does: 'Approves or returns a proposal',
    may: 'review',
    takes: people.SentAnswer,
    gives: told.SavedChange.nullable(),
  }),
  'POST /api/proposals/:id/withdrawal': route({ does: 'Withdraws your own proposal', may: 'edit' }),
};
