import { Router } from 'express';
import { NewNotes, SentCarry, SentLineage, SentNotes, SentReissue } from '@crib/core/contract';
import { layoutById, platformName, readStored, storedPress, US } from '@crib/core/keys';
import { refuse } from '@crib/core/error';
import { appBySlug } from '../store/apps.ts';
import { customOf, loadCatalogue, releaseOfKeyset } from '../store/catalogue.ts';
import { inSnapshot, inTransaction, type Db, type Pool } from '../store/db.ts';
import { closeOpen, markCarried } from '../store/keysets.ts';
import { insertNotes, loadNotes, updateNotes } from '../store/notes.ts';
import { commandsWith, kinOf, lineageOf, saveLineage, shippedShortcuts, statesOf } from '../store/releases.ts';
import { editionsOf } from '../store/sheets.ts';
import { reissue, staleEditions } from '../publish/impact.ts';
import { publishNotes } from '../publish/notes.ts';
import { idIn, sent } from './errors.ts';
import { makeKeyset, refuseOthers } from './keysets.ts';
import { editorId } from './session.ts';

/** From release to release: lineage, history, carrying forward, change notes, and what is out of date. */
export function releaseRoutes(pool: Pool): Router {
  const router = Router();
  const appId = async (db: Db, slug: string) => (await appBySlug(db, slug)).id;

  router.get('/apps/:slug/lineage', async (req, res) => {
    res.json(await lineageOf(pool, await appId(pool, req.params.slug)));
  });
  router.put('/apps/:slug/lineage', async (req, res) => {
    const asked = sent(SentLineage, req.body);
    const said = await inTransaction(pool, async (db) => {
      const app = await appId(db, req.params.slug);
      await saveLineage(db, app, asked, editorId(req));
      return lineageOf(db, app);
    });
    res.json(said);
  });

  /** What the releases shipped for a command (`command`), or for all that ever had a press (`press`, on a keyboard). */
  router.get('/apps/:slug/history', async (req, res) => {
    const { command, press, layout, platform } = req.query;
    const found = await inSnapshot(pool, async (db) => {
      const app = await appBySlug(db, req.params.slug);
      if (typeof command === 'string') return statesOf(db, app.id, await kinOf(db, app.id, command));
      if (typeof press !== 'string' || 'code' in readStored(press))
        return refuse('no-press', 'Ask for the history of a command, or of a press in the stored form.');
      const board = layoutById(typeof layout === 'string' ? layout : US.id) ?? US;
      const on = typeof platform === 'string' ? platform : app.platforms[0]!;
      if (!app.platforms.includes(on)) refuse('no-platform', `${app.name} does not run on ${platformName(on)}.`);
      const wanted = storedPress(press, board, on);
      const alike = (await shippedShortcuts(db, app.id)).filter((one) => storedPress(one, board, on) === wanted);
      return statesOf(db, app.id, await commandsWith(db, app.id, alike));
    });
    res.json(found);
  });

  /** A keyset carried to another release: a new one there, with what waits for a decision named in it. */
  router.post('/keysets/:id/carry', async (req, res) => {
    const from = idIn(req.params);
    const { revision, open, ...asked } = sent(SentCarry, req.body);
    const id = await inTransaction(pool, async (db) => {
      const release = await releaseOfKeyset(db, from);
      const source = customOf(await loadCatalogue(db, release), from);
      if (source.revision !== revision)
        refuse('changed-meanwhile', 'The keyset was changed meanwhile. Look at what becomes of it again.');
      if ((await releaseOfKeyset(db, asked.baseId)) === release)
        refuse('same-release', 'A keyset is carried to another release than its own.');
      const why = `Carried forward from “${source.name}”.`;
      const made = await makeKeyset(db, source.appId, { ...asked, mine: false, why }, editorId(req));
      await markCarried(db, made, from, open);
      return made;
    });
    res.status(201).json({ id });
  });
  router.delete('/keysets/:id/open/:position', async (req, res) => {
    const id = idIn(req.params);
    await inTransaction(pool, async (db) => {
      refuseOthers(customOf(await loadCatalogue(db, await releaseOfKeyset(db, id)), id), editorId(req));
      const position = Number(req.params.position);
      if (!Number.isInteger(position)) refuse('not-found', 'That is not waiting any more.');
      await closeOpen(db, id, position);
    });
    res.status(204).end();
  });

  router.post('/apps/:slug/notes', async (req, res) => {
    const asked = sent(NewNotes, req.body);
    res.status(201).json(await insertNotes(pool, await appId(pool, req.params.slug), asked));
  });
  router.get('/notes/:id', async (req, res) => {
    const notes = await loadNotes(pool, idIn(req.params));
    res.json({ ...notes, editions: await editionsOf(pool, { notesId: notes.id }) });
  });
  router.put('/notes/:id', async (req, res) => {
    const asked = sent(SentNotes, req.body);
    res.json(await inTransaction(pool, (db) => updateNotes(db, idIn(req.params), asked)));
  });
  router.post('/notes/:id/editions', async (req, res) => {
    const id = idIn(req.params);
    res.status(201).json(await inTransaction(pool, (db) => publishNotes(db, id, editorId(req))));
  });

  router.get('/apps/:slug/impact', async (req, res) => {
    res.json(await inSnapshot(pool, async (db) => staleEditions(db, await appId(db, req.params.slug))));
  });
  router.post('/apps/:slug/reissue', async (req, res) => {
    const asked = sent(SentReissue, req.body);
    const made = await inTransaction(pool, async (db) =>
      reissue(db, await appId(db, req.params.slug), asked, editorId(req)),
    );
    res.status(201).json(made);
  });
  return router;
}
