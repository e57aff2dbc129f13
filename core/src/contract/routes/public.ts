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
    does: 'The JSON Schema of preset formats',
    may: 'anybody',
    gives: z.looseObject({}),
  }),
  'GET /public/editions/:address': route({ does: 'An edition', may: 'anybody', gives: PublicEdition }),
  'GET /public/editions/:address/sheet.json': route({ does: 'The edition’s body in canonical form', may: 'anybody' }),
  'GET /public/editions/:address/program.json': route({
    does: 'The data for the edition’s tools',
    may: 'anybody',
    gives: EditionProgram,
  }),
  'GET /public/editions/:address/files/:name': route({ does: 'A preset file', may: 'anybody' }),
  'GET /public/editions/:address/presets.zip': route({ does: 'All preset files of an edition', may: 'anybody' }),
  'GET /public/editions/:address/site.zip': route({ does: 'An edition as a download for a website', may: 'anybody' }),
  'GET /public/editions/:address/sheet.csv': route({ does: 'An edition as CSV', may: 'anybody' }),
  'GET /public/editions/:address/sheet.md': route({ does: 'An edition as Markdown', may: 'anybody' }),
  'GET /public/editions/:address/sheet.pdf': route({ does: 'An edition as PDF', may: 'anybody' }),
  'GET /public/editions/:address/strips.pdf': route({ does: 'The keyboard strips of an edition', may: 'anybody' }),
  'POST /public/editions/:address/reports': route({
    does: 'Reports a mistake',
    may: 'anybody',
    takes: SentReport,
    gives: z.object({}),
    adds: true,
    size: 'small',
  }),
};
