import { Router, type Response } from 'express';
import { EditionBody, type PublicEdition } from '@crib/core/contract';
import { sheetCsv } from '@crib/core/sheet';
import type { Pool } from '../store/db.ts';
import { editionAt, fileText, filesOf } from '../store/sheets.ts';

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
      body: EditionBody.parse(JSON.parse(body)),
    };
    res.json(edition);
  });
  router.get('/editions/:address/sheet.json', async (req, res) => {
    const { body, slug } = await editionAt(pool, req.params.address);
    download(res, `${slug}.json`, 'application/json', body);
  });
  router.get('/editions/:address/sheet.csv', async (req, res) => {
    const { body, slug } = await editionAt(pool, req.params.address);
    download(res, `${slug}.csv`, 'text/csv; charset=utf-8', sheetCsv(EditionBody.parse(JSON.parse(body))));
  });
  router.get('/editions/:address/files/:name', async (req, res) => {
    const { id } = await editionAt(pool, req.params.address);
    download(res, req.params.name, 'application/octet-stream', await fileText(pool, id, req.params.name));
  });
  return router;
}

function download(res: Response, name: string, type: string, text: string) {
  res.attachment(name);
  res.set('Content-Type', type);
  res.end(Buffer.from(text, 'utf8'));
}
