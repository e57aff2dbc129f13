import { Router, type Response } from 'express';
import { PublicEdition } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import type { Pool } from '../store/db.ts';
import { editionAt, fileText, filesOf, formAt, standingOf } from '../store/sheets.ts';

/** What learners get without an account: published editions, by their address, and nothing else. */
export function publicRoutes(pool: Pool): Router {
  const router = Router();
  router.use((_req, res, next) => {
    res.set({ 'Cache-Control': 'public, max-age=300', 'X-Robots-Tag': 'noindex' });
    next();
  });

  router.get('/editions/:address', async (req, res) => {
    const { id, body, hash, address, howToLoad } = await editionAt(pool, req.params.address);
    const files = await filesOf(pool, id);
    const edition: PublicEdition = {
      address,
      hash,
      howToLoad,
      files,
      standing: await standingOf(pool, id),
      body: PublicEdition.shape.body.parse(JSON.parse(body)),
    };
    res.json(edition);
  });
  router.get('/editions/:address/sheet.json', async (req, res) => {
    const { body, slug } = await editionAt(pool, req.params.address);
    download(res, `${slug}.json`, 'application/json', body);
  });
  // Made when the edition was published: nothing is computed for a reader.
  for (const ending of ['csv', 'md', 'pdf'] as const) {
    router.get(`/editions/:address/sheet.${ending}`, async (req, res) => {
      const { id, slug, address } = await editionAt(pool, String(req.params['address']));
      // A file that was withdrawn answers with the page that says so; from there it is still to be had.
      if (!('kept' in req.query) && (await standingOf(pool, id)).withdrawn)
        return res.redirect(`/s/${slug}/${address}`);
      const form = await formAt(pool, id, ending);
      if (!form) return refuse('not-found', 'This sheet is not published in that form.');
      download(res, `${slug}.${ending}`, form.type, form.content);
    });
  }
  router.get('/editions/:address/files/:name', async (req, res) => {
    const { id } = await editionAt(pool, req.params.address);
    download(res, req.params.name, 'application/octet-stream', await fileText(pool, id, req.params.name));
  });
  return router;
}

function download(res: Response, name: string, type: string, content: string | Buffer) {
  res.attachment(name);
  res.set('Content-Type', type);
  res.end(typeof content === 'string' ? Buffer.from(content, 'utf8') : content);
}
