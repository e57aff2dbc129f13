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
    does: 'The crosswalks of an app',
    may: 'look at',
    gives: list(CrosswalkOverview),
  }),
  'POST /api/crosswalks': route({
    does: 'Begins a crosswalk',
    may: 'edit',
    takes: NewCrosswalk,
    gives: Made,
    adds: true,
  }),
  'GET /api/crosswalks/:id': route({ does: 'A crosswalk', may: 'look at', gives: Crosswalk }),
  'DELETE /api/crosswalks/:id': route({ does: 'Deletes one that nothing was judged in', may: 'edit' }),
  'PUT /api/crosswalks/:id/judgements': route({
    does: 'Judges counterparts',
    may: 'edit',
    takes: SentJudgements,
    gives: Crosswalk,
  }),
  'GET /api/crosswalks/:id/by-way': route({
    does: 'What answers by way of third programs',
    may: 'look at',
    gives: list(ByWay),
  }),
  'POST /api/crosswalks/:id/proposals': route({
    does: 'Proposes counterparts',
    may: 'look at',
    takes: ProposalsAsked,
    gives: list(ProposedFor),
    heavy: true,
  }),
  'GET /api/words': route({ does: 'Words of one meaning', may: 'look at', gives: list(WordSectionSaid) }),
  'PUT /api/words': route({
    does: 'Writes a section of them',
    may: 'edit',
    takes: SentWords,
    gives: list(WordSectionSaid),
  }),
  'DELETE /api/words/:name': route({ does: 'A section as it ships again', may: 'edit', gives: list(WordSectionSaid) }),
};
