import { z } from 'zod';
import {
  ByWay,
  Crosswalk,
  CrosswalkOverview,
  NewCrosswalk,
  ProposalsAsked,
  ProposedFor,
  SentJudgements,
  SentWords,
  WordSectionSaid,
} from '../crosswalks.ts';
import { Made, route } from './route.ts';

const list = z.array;

/** Crosswalks between programs, and synonyms. */
export const CROSSWALKS = {
  'GET /api/apps/:slug/crosswalks': route({
    does: 'The mappings of a program',
    may: 'look at',
    gives: list(CrosswalkOverview),
  }),
  'POST /api/crosswalks': route({
    does: 'Creates a mapping',
    may: 'edit',
    takes: NewCrosswalk,
    gives: Made,
    adds: true,
  }),
  'GET /api/crosswalks/:id': route({ does: 'A mapping', may: 'look at', gives: Crosswalk }),
  'DELETE /api/crosswalks/:id': route({ does: 'Deletes an unused mapping', may: 'edit' }),
  'PUT /api/crosswalks/:id/judgements': route({
    does: 'Records matches',
    may: 'edit',
    takes: SentJudgements,
    gives: Crosswalk,
  }),
  'GET /api/crosswalks/:id/by-way': route({
    does: 'Matches through a third program',
    may: 'look at',
    gives: list(ByWay),
  }),
  'POST /api/crosswalks/:id/proposals': route({
    does: 'Suggests matches',
    may: 'look at',
    takes: ProposalsAsked,
    gives: list(ProposedFor),
    heavy: true,
  }),
  'GET /api/words': route({ does: 'The synonyms', may: 'look at', gives: list(WordSectionSaid) }),
  'PUT /api/words': route({
    does: 'Changes a section of the synonyms',
    may: 'edit',
    takes: SentWords,
    gives: list(WordSectionSaid),
  }),
  'DELETE /api/words/:name': route({
    does: 'Restores the default synonyms of a section',
    may: 'edit',
    gives: list(WordSectionSaid),
  }),
};
