import { urlencoded, type RequestHandler, type Response } from 'express';
import { recipeSchema } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { report } from '../acts/learners.ts';
import type { Counted, Counter } from '../publish/counting.ts';
import { presetZip } from '../publish/preset-zip.ts';
import type { ReadingRoom } from '../publish/reading.ts';
import type { Packer } from '../packing/packer.ts';
import type { Pool } from '../store/db.ts';
import type { Reading } from '../store/replica.ts';
import { blurred } from '../entry/secrets.ts';
import { paceOf } from '../store/entry.ts';
import { editionAt, fileBytes, formAt, standingOf, standingStamp } from '../store/editions.ts';
import { sendPacked } from './zip.ts';
import { openapi } from './openapi.ts';
import { ANSWERED, Json, type Call, type OpenHandlers } from './routes.ts';

/** What learners get without an account: published editions, by their address, and nothing else; and what they report. */
export function publicRoutes({
  reading,
  writers,
  room,
  counter,
  site,
  packer,
  secret,
}: {
  readonly reading: Reading;
  readonly writers: Pool;
  readonly room: ReadingRoom;
  readonly counter: Counter;
  readonly site: string;
  readonly packer: Packer;
  readonly secret: string;
}) {
  const description = JSON.stringify(openapi(site));
  /** An edition with one of its forms, both from where the edition is. */
  const withForm = (address: string, ending: string) =>
    reading(async (db) => {
      const { id, slug } = await editionAt(db, address);
      const { withdrawn } = await standingOf(db, id);
      return { slug, withdrawn: withdrawn !== null, form: await formAt(db, id, ending) };
    });
  /** Made when the edition was published: nothing is computed for a reader. */
  const asFile =
    (ending: string, counted: Counted) =>
    async ({
      parts: { address },
      req,
      res,
    }: Pick<Call<'GET /public/editions/:address/sheet.csv'>, 'parts' | 'req' | 'res'>) => {
      const { slug, form, withdrawn } = await withForm(address, ending);
      // A file that was withdrawn answers with the page that says so; from there it is still to be had.
      if (!('kept' in req.query) && withdrawn) res.redirect(`/s/${slug}/${address}`);
      else {
        if (!form) return refuse('not-found', 'This format is not available for this sheet.');
        counter.add(address, counted);
        download(res, `${slug}.${ending}`, form.type, form.content);
      }
      return ANSWERED;
    };
  const handlers = {
    'GET /public/openapi.json': () => new Json(description),
    'GET /public/recipe.schema.json': () => new Json(JSON.stringify(recipeSchema())),
    'GET /public/editions/:address': async ({ parts }) => {
      const {
        id,
        slug: _slug,
        newest: _newest,
        strips: _strips,
        tools: _tools,
        known: _known,
        earlier: _earlier,
        ...edition
      } = await room.edition(parts.address);
      return { ...edition, standing: await reading((db) => standingOf(db, id)) };
    },
    'GET /public/editions/:address/sheet.json': async ({ parts, res }) => {
      const { body, slug, address } = await reading((db) => editionAt(db, parts.address));
      counter.add(address, 'json');
      download(res, `${slug}.json`, 'application/json', body);
      return ANSWERED;
    },
    // It never changes: whoever has it need not ask again.
    'GET /public/editions/:address/program.json': async ({ parts, res }) => {
      const program = await room.program(parts.address);
      if (program === null) return refuse('not-found', 'Tools are not available for this edition.');
      res
        .set({ 'Content-Type': 'application/json', 'Cache-Control': 'public, max-age=31536000, immutable' })
        .end(program);
      return ANSWERED;
    },
    'GET /public/editions/:address/files/:name': async ({ parts, res }) => {
      const { address, name } = parts;
      const content = await reading(async (db) => fileBytes(db, (await editionAt(db, address)).id, name));
      counter.add(address, 'preset');
      download(res, name, 'application/octet-stream', content);
      return ANSWERED;
    },
    'GET /public/editions/:address/presets.zip': async ({ parts, res }) => {
      const edition = await room.edition(parts.address);
      if (edition.files.length === 0) return refuse('not-found', 'This edition has no preset files.');
      counter.add(edition.address, 'preset');
      download(res, `${edition.slug}-presets.zip`, 'application/zip', await presetZip(reading, edition));
      return ANSWERED;
    },
    'GET /public/editions/:address/site.zip': async ({ parts, res }) => {
      const { slug, address, body } = await room.edition(parts.address);
      const stamp = await reading((db) => standingStamp(db, [address]));
      await sendPacked(res, packer, `${slug}.zip`, { title: body.title, addresses: [address], stamp });
      counter.add(address, 'site');
      return ANSWERED;
    },

    'GET /public/editions/:address/sheet.csv': asFile('csv', 'csv'),
    'GET /public/editions/:address/sheet.md': asFile('md', 'md'),
    'GET /public/editions/:address/sheet.pdf': asFile('pdf', 'pdf'),
    'GET /public/editions/:address/strips.pdf': asFile('strips.pdf', 'strips'),
    'POST /public/editions/:address/reports': async ({ parts, body, req, res }) => {
      const { id, slug, address } = await room.edition(parts.address);
      await report(writers, id, body);
      // A form without a script comes back to its page.
      if (!req.is('urlencoded')) return {};
      res.redirect(303, `/s/${slug}/${address}?reported#report`);
      return ANSWERED;
    },
  } satisfies Partial<OpenHandlers>;

  // So many of a kind a minute from one address, whichever process they come to; the address itself is kept nowhere.
  const atMost =
    (most: number, kind: string, sentence: string): RequestHandler =>
    async (req, _res, next) => {
      if ((await paceOf(writers, `${kind} ${blurred(secret, req.ip ?? '')}`)) > most) refuse('too-many', sentence);
      next();
    };
  const before = {
    'GET /public/editions/:address/site.zip': [atMost(12, 'site', 'Too many downloads. Please wait a minute.')],
    'POST /public/editions/:address/reports': [
      atMost(6, 'report', 'Too many reports. Please wait a minute.'),
      urlencoded({ extended: false, limit: '8kb' }),
    ],
  };
  return { handlers, before };
}

function download(res: Response, name: string, type: string, content: string | Buffer) {
  res.attachment(name);
  res.set('Content-Type', type);
  res.end(typeof content === 'string' ? Buffer.from(content, 'utf8') : content);
}
