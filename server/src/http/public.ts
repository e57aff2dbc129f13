import { Router, urlencoded, type RequestHandler, type Response } from 'express';
import { PublicEdition, SentReport, recipeSchema } from '@crib/core/contract';
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
import { SIGN_IN_BODY } from './bodies.ts';
import { sent } from './errors.ts';
import { sendPacked } from './packed.ts';
import { openapi } from './openapi.ts';

/** Forms of editions as files: what each ends in, how it is counted, and what it is called. */
const FORMS: readonly (readonly [string, string, Counted])[] = [
  ['csv', 'sheet.csv', 'csv'],
  ['md', 'sheet.md', 'md'],
  ['pdf', 'sheet.pdf', 'pdf'],
  ['strips.pdf', 'strips.pdf', 'strips'],
];

/** What learners get without an account: published editions, by their address, and nothing else; and what they report. */
export function publicRoutes(
  reading: Reading,
  writers: Pool,
  room: ReadingRoom,
  counter: Counter,
  site: string,
  packer: Packer,
  secret: string,
): Router {
  const router = Router();
  router.use((_req, res, next) => {
    res.set({ 'Cache-Control': 'no-cache', 'X-Robots-Tag': 'noindex' });
    next();
  });

  const description = JSON.stringify(openapi(site));
  router.get('/openapi.json', (_req, res) => void res.type('json').send(description));
  router.get('/recipe.schema.json', (_req, res) => void res.json(recipeSchema()));
  router.get('/editions/:address', async (req, res) => {
    const {
      id,
      slug: _slug,
      newest: _newest,
      strips: _strips,
      tools: _tools,
      known: _known,
      earlier: _earlier,
      ...edition
    } = await room.edition(req.params.address);
    res.json({ ...edition, standing: await reading((db) => standingOf(db, id)) } satisfies PublicEdition);
  });
  router.get('/editions/:address/sheet.json', async (req, res) => {
    const { body, slug, address } = await reading((db) => editionAt(db, req.params.address));
    counter.add(address, 'json');
    download(res, `${slug}.json`, 'application/json', body);
  });
  /** An edition with one of its forms, both from where the edition is. */
  const withForm = (address: string, ending: string) =>
    reading(async (db) => {
      const { id, slug } = await editionAt(db, address);
      const { withdrawn } = await standingOf(db, id);
      return { slug, withdrawn: withdrawn !== null, form: await formAt(db, id, ending) };
    });
  // Made when the edition was published: nothing is computed for a reader.
  for (const [ending, name, counted] of FORMS) {
    router.get(`/editions/:address/${name}`, async (req, res) => {
      const address = String(req.params['address']);
      const { slug, form, withdrawn } = await withForm(address, ending);
      // A file that was withdrawn answers with the page that says so; from there it is still to be had.
      if (!('kept' in req.query) && withdrawn) return res.redirect(`/s/${slug}/${address}`);
      if (!form) return refuse('not-found', 'This sheet is not published in that form.');
      counter.add(address, counted);
      download(res, `${slug}.${ending}`, form.type, form.content);
    });
  }
  // It never changes: whoever has it need not ask again.
  router.get('/editions/:address/program.json', async (req, res) => {
    const { form } = await withForm(req.params.address, 'program.json');
    if (!form) return refuse('not-found', 'This edition was published without what its tools need.');
    res.set({ 'Content-Type': form.type, 'Cache-Control': 'public, max-age=31536000, immutable' }).end(form.content);
  });
  router.get('/editions/:address/files/:name', async (req, res) => {
    const { address, name } = req.params;
    const content = await reading(async (db) => fileBytes(db, (await editionAt(db, address)).id, name));
    counter.add(address, 'preset');
    download(res, name, 'application/octet-stream', content);
  });
  router.get('/editions/:address/presets.zip', async (req, res) => {
    const edition = await room.edition(req.params.address);
    if (edition.files.length === 0) return refuse('not-found', 'This edition has no preset files.');
    counter.add(edition.address, 'preset');
    download(res, `${edition.slug}-presets.zip`, 'application/zip', await presetZip(reading, edition));
  });
  // So many of a kind a minute from one address, whichever process they come to; the address itself is kept nowhere.
  const atMost =
    (most: number, kind: string, sentence: string): RequestHandler =>
    async (req, _res, next) => {
      if ((await paceOf(writers, `${kind} ${blurred(secret, req.ip ?? '')}`)) > most) refuse('too-many', sentence);
      next();
    };
  const fewFolders = atMost(12, 'site', 'You have downloaded many folders in the last minute. Wait one, then go on.');
  router.get('/editions/:address/site.zip', fewFolders, async (req, res) => {
    const { slug, address, body } = await room.edition(String(req.params['address']));
    const stamp = await reading((db) => standingStamp(db, [address]));
    await sendPacked(res, packer, `${slug}.zip`, { title: body.title, addresses: [address], stamp });
    counter.add(address, 'site');
  });

  const slowDown = atMost(6, 'report', 'You have sent many reports in the last minute. Wait one, then send the next.');
  router.post(
    '/editions/:address/reports',
    slowDown,
    urlencoded({ extended: false, limit: '8kb' }),
    SIGN_IN_BODY,
    async (req, res) => {
      const { id, slug, address } = await room.edition(String(req.params['address']));
      await report(writers, id, sent(SentReport, req.body));
      // A form without a script comes back to its page.
      if (req.is('urlencoded')) res.redirect(303, `/s/${slug}/${address}?reported#report`);
      else res.status(201).json({});
    },
  );
  return router;
}

function download(res: Response, name: string, type: string, content: string | Buffer) {
  res.attachment(name);
  res.set('Content-Type', type);
  res.end(typeof content === 'string' ? Buffer.from(content, 'utf8') : content);
}
