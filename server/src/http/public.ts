import { Router, type Response } from 'express';
import { PublicEdition, type ChangesBody, type EditionBody } from '@crib/core/contract';
import { changesCsv, changesMarkdown, sheetCsv } from '@crib/core/sheet';
import { refuse } from '@crib/core/error';
import { changesPdf } from '../publish/changes-pdf.ts';
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
      body: PublicEdition.shape.body.parse(JSON.parse(body)),
    };
    res.json(edition);
  });
  router.get('/editions/:address/sheet.json', async (req, res) => {
    const { body, slug } = await editionAt(pool, req.params.address);
    download(res, `${slug}.json`, 'application/json', body);
  });
  router.get('/editions/:address/sheet.csv', async (req, res) => {
    const { body, slug } = await editionAt(pool, req.params.address);
    const text = bodyIn(body);
    const csv = text.format === 'crib-changes' ? changesCsv(text) : sheetCsv(text);
    download(res, `${slug}.csv`, 'text/csv; charset=utf-8', csv);
  });
  router.get('/editions/:address/sheet.md', async (req, res) => {
    const { body, slug } = await editionAt(pool, req.params.address);
    download(res, `${slug}.md`, 'text/markdown; charset=utf-8', changesMarkdown(changesIn(body)));
  });
  router.get('/editions/:address/sheet.pdf', async (req, res) => {
    const { body, slug } = await editionAt(pool, req.params.address);
    download(res, `${slug}.pdf`, 'application/pdf', await changesPdf(changesIn(body)));
  });
  router.get('/editions/:address/files/:name', async (req, res) => {
    const { id } = await editionAt(pool, req.params.address);
    download(res, req.params.name, 'application/octet-stream', await fileText(pool, id, req.params.name));
  });
  return router;
}

const bodyIn = (text: string): EditionBody | ChangesBody => PublicEdition.shape.body.parse(JSON.parse(text));

/** The body of change notes: a sheet is not made in these forms. */
function changesIn(text: string): ChangesBody {
  const body = bodyIn(text);
  return body.format === 'crib-changes' ? body : refuse('not-found', 'This sheet is not published in that form.');
}

function download(res: Response, name: string, type: string, content: string | Buffer) {
  res.attachment(name);
  res.set('Content-Type', type);
  res.end(typeof content === 'string' ? Buffer.from(content, 'utf8') : content);
}
