import { z } from 'zod';
import { SentEdition } from '../sheets.ts';
import * as over from '../releases.ts';
import * as told from '../responses.ts';
import { route } from './route.ts';

const list = z.array;

/** From release to release: lineage, history, release notes, and what is out of date. */
export const RELEASES = {
  'GET /api/apps/:slug/lineage': route({
    does: 'Renames, splits and merges',
    may: 'look at',
    gives: list(over.LineageLink),
  }),
  'PUT /api/apps/:slug/lineage': route({
    does: 'Confirms or rejects renames, splits and merges',
    may: 'edit',
    takes: over.SentLineage,
    gives: list(over.LineageLink),
  }),
  'GET /api/apps/:slug/history': route({
    does: 'A command or a shortcut through all releases',
    may: 'look at',
    asks: over.HistoryAsked,
    gives: list(over.CommandState),
  }),
  'POST /api/apps/:slug/notes': route({
    does: 'Creates change notes',
    may: 'edit',
    takes: over.NewNotes,
    gives: over.ChangeNotes,
    adds: true,
  }),
  'GET /api/notes/:id': route({ does: 'Change notes', may: 'look at', gives: told.NotesFound }),
  'PUT /api/notes/:id': route({
    does: 'Changes change notes',
    may: 'edit',
    takes: over.SentNotes,
    gives: over.ChangeNotes,
  }),
  'POST /api/notes/:id/editions': route({
    does: 'Publishes change notes',
    may: 'publish',
    takes: SentEdition,
    gives: told.PublishedEdition,
    adds: true,
    heavy: true,
  }),
  'GET /api/apps/:slug/impact': route({
    does: 'Editions that are out of date',
    may: 'look at',
    gives: list(over.StaleEdition),
  }),
  'POST /api/apps/:slug/reissue': route({
    does: 'Publishes outdated editions again',
    may: 'publish',
    takes: over.SentReissue,
    gives: list(told.PublishedEdition),
    adds: true,
    heavy: true,
  }),
};
