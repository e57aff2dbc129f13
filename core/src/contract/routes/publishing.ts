import { z } from 'zod';
import { Id } from '../entities.ts';
import { KeptRecipe, Recipe, SentRecipe } from '../recipe.ts';
import {
  EditionStanding,
  EndedReport,
  LearnerReport,
  SentEdition,
  SentListing,
  SentShelf,
  SentWithdrawal,
  Shelf,
} from '../sheets.ts';
import * as sent from '../requests.ts';
import * as told from '../responses.ts';
import { route } from './route.ts';

const list = z.array;

/** Sheets, editions, preset files, and what learners report. */
export const PUBLISHING = {
  'GET /api/apps/:slug/recipes': route({
    does: 'The preset formats',
    may: 'look at',
    gives: list(KeptRecipe),
  }),
  'POST /api/apps/:slug/recipes': route({
    does: 'Adds a preset format',
    may: 'edit',
    takes: Recipe,
    gives: z.object({ id: Id, name: z.string() }),
    adds: true,
  }),
  'PUT /api/recipes/:id': route({ does: 'Changes a preset format', may: 'edit', takes: SentRecipe }),
  'POST /api/apps/:slug/sheets': route({
    does: 'Creates a sheet',
    may: 'edit',
    takes: sent.NewSheet,
    gives: told.SheetMade,
    adds: true,
  }),
  'GET /api/sheets/:id': route({ does: 'A sheet', may: 'look at', gives: told.SheetFound }),
  'PUT /api/sheets/:id': route({ does: 'Changes a sheet', may: 'edit', takes: sent.SentSheet, gives: told.SheetMade }),
  'GET /api/sheets/:id/editions': route({
    does: 'The editions of a sheet',
    may: 'look at',
    gives: list(told.PublishedEdition),
  }),
  'POST /api/sheets/:id/editions': route({
    does: 'Publishes a sheet',
    may: 'publish',
    takes: SentEdition,
    gives: told.PublishedEdition,
    adds: true,
    heavy: true,
  }),
  'POST /api/editions/:address/withdrawal': route({
    does: 'Withdraws an edition',
    may: 'publish',
    takes: SentWithdrawal,
    gives: EditionStanding,
    adds: true,
  }),
  'GET /api/apps/:slug/reports': route({ does: 'The reports of learners', may: 'look at', gives: list(LearnerReport) }),
  'POST /api/reports/:id/end': route({ does: 'Closes a report', may: 'comment', takes: EndedReport }),
  'PUT /api/listed/:address': route({
    does: 'Lists an edition in the public index',
    may: 'publish',
    takes: SentListing,
  }),
  'GET /api/shelf': route({ does: 'The public index', may: 'look at', gives: Shelf.nullable() }),
  'PUT /api/shelf': route({ does: 'Opens or closes the public index', may: 'publish', takes: SentShelf, gives: Shelf }),
  'GET /api/apps/:slug/site.zip': route({ does: 'The latest editions as a download for a website', may: 'look at' }),
};
