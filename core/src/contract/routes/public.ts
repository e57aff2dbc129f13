import { z } from 'zod';
import { EditionProgram } from '../program.ts';
import { DemoAccount } from '../people.ts';
import { PublicEdition, SentReport } from '../sheets.ts';
import { route } from './route.ts';

/** What needs no account. */
export const PUBLIC = {
  'GET /public/openapi.json': route({ does: 'This description', may: 'anybody', gives: z.looseObject({}) }),
  'GET /public/demo': route({ does: 'The accounts of the demo', may: 'anybody', gives: z.array(DemoAccount) }),
  'GET /public/recipe.schema.json': route({
    does: 'What a recipe is, as JSON Schema',
    may: 'anybody',
    gives: z.looseObject({}),
  }),
  'GET /public/editions/:address': route({ does: 'An edition', may: 'anybody', gives: PublicEdition }),
  'GET /public/editions/:address/sheet.json': route({ does: 'Its body, as it was hashed', may: 'anybody' }),
  'GET /public/editions/:address/program.json': route({
    does: 'What its tools compute from',
    may: 'anybody',
    gives: EditionProgram,
  }),
  'GET /public/editions/:address/files/:name': route({ does: 'A preset file', may: 'anybody' }),
  'GET /public/editions/:address/presets.zip': route({ does: 'Its preset files together', may: 'anybody' }),
  'GET /public/editions/:address/site.zip': route({ does: 'It as a folder for a website', may: 'anybody' }),
  'GET /public/editions/:address/sheet.csv': route({ does: 'It as a list', may: 'anybody' }),
  'GET /public/editions/:address/sheet.md': route({ does: 'It as Markdown', may: 'anybody' }),
  'GET /public/editions/:address/sheet.pdf': route({ does: 'It on paper', may: 'anybody' }),
  'GET /public/editions/:address/strips.pdf': route({ does: 'Strips and labels of it', may: 'anybody' }),
  'POST /public/editions/:address/reports': route({
    does: 'Reports a line',
    may: 'anybody',
    takes: SentReport,
    gives: z.object({}),
    adds: true,
    size: 'small',
  }),
};
