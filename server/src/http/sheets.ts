import { Router } from 'express';
import { SentSheet } from '@crib/core/contract';
import { publishSheet } from '../publish/publish.ts';
import { inTransaction, type Pool } from '../store/db.ts';
import { editionsOf, loadSheet, updateSheet } from '../store/sheets.ts';
import { idIn, sent } from './errors.ts';
import { editorId } from './session.ts';

/** Sheets and their editions. */
export function sheetRoutes(pool: Pool): Router {
  const router = Router();

  router.get('/sheets/:id', async (req, res) => {
    const { releaseId, ...sheet } = await loadSheet(pool, idIn(req.params));
    res.json({ ...sheet, releaseId, editions: await editionsOf(pool, { sheetId: sheet.id }) });
  });
  router.put('/sheets/:id', async (req, res) => {
    const id = idIn(req.params);
    const asked = sent(SentSheet, req.body);
    res.json(
      await inTransaction(pool, async (db) => {
        await updateSheet(db, id, asked);
        return loadSheet(db, id);
      }),
    );
  });
  router.get('/sheets/:id/editions', async (req, res) => {
    res.json(await editionsOf(pool, { sheetId: (await loadSheet(pool, idIn(req.params))).id }));
  });
  router.post('/sheets/:id/editions', async (req, res) => {
    const id = idIn(req.params);
    res.status(201).json(await inTransaction(pool, (db) => publishSheet(db, id, editorId(req))));
  });
  return router;
}
