import { Router, type Request } from 'express';
import { z } from 'zod';
import {
  Id,
  NewCommand,
  NewCorrection,
  NewShipped,
  NewView,
  SentApp,
  SentBindings,
  SentCommands,
  SentContext,
  SentGroup,
  SentKeyset,
  SentMerge,
  SentRelease,
  SentRun,
  SentSplit,
  SentSystemKeys,
  SentTrials,
  SentUses,
  type Catalogue,
  type Editor,
} from '@crib/core/contract';
import { appBySlug, releaseOf, updateApp, updateRelease } from '../store/apps.ts';
import { loadCatalogue, releaseOfKeyset } from '../store/catalogue.ts';
import { inTransaction, type Db, type Pool } from '../store/db.ts';
import { editorOf } from '../store/editors.ts';
import {
  addCommand,
  correctCommands,
  correctContext,
  dropGroup,
  dropRun,
  mergeCommands,
  removeCommand,
  removeContext,
  saveGroup,
  saveRun,
  saveUses,
  splitCommand,
} from '../store/editing.ts';
import {
  deleteBindings,
  insertBindings,
  insertCorrection,
  insertShipped,
  saveTrials,
  shippedOf,
  updateKeyset,
} from '../store/shipped.ts';
import { dropView, saveSystemKeys, saveView, systemDifferences, systemKeysOf } from '../store/views.ts';
import { idIn, sent } from './errors.ts';
import { refuseOthers } from './keysets.ts';
import { editorId } from './session.ts';

/** Correcting the catalogue by hand. */
export function editingRoutes(pool: Pool): Router {
  const router = Router();
  /** Work on a release that nobody else changes meanwhile. */
  const onRelease = <Result>(id: number, work: (db: Db, catalogue: Catalogue) => Promise<Result>) =>
    inTransaction(pool, async (db) => {
      await releaseOf(db, id, 'FOR UPDATE');
      return work(db, await loadCatalogue(db, id));
    });
  const onKeyset = <Result>(id: number, work: (db: Db, catalogue: Catalogue) => Promise<Result>) =>
    inTransaction(pool, async (db) => {
      const release = await releaseOfKeyset(db, id);
      await releaseOf(db, release, 'FOR UPDATE');
      return work(db, await loadCatalogue(db, release));
    });
  const onApp = <Result>(slug: string, work: (db: Db, appId: number) => Promise<Result>) =>
    inTransaction(pool, async (db) => work(db, (await appBySlug(db, slug)).id));
  const number = (req: Request, name: string) => idIn({ id: req.params[name] });

  router.put('/apps/:slug', async (req, res) => {
    const asked = sent(SentApp, req.body);
    await onApp(req.params.slug, (db, app) => updateApp(db, app, asked));
    res.json(await appBySlug(pool, req.params.slug));
  });
  router.put('/releases/:id', async (req, res) => {
    res.json(await updateRelease(pool, idIn(req.params), sent(SentRelease, req.body)));
  });

  router.post('/releases/:id/commands', async (req, res) => {
    const asked = sent(NewCommand, req.body);
    const id = await onRelease(idIn(req.params), (db, catalogue) => addCommand(db, catalogue, asked));
    res.status(201).json({ id });
  });
  router.put('/releases/:id/commands', async (req, res) => {
    const { commands } = sent(SentCommands, req.body);
    await onRelease(idIn(req.params), (db, catalogue) => correctCommands(db, catalogue, commands));
    res.json({ corrected: commands.length });
  });
  router.delete('/releases/:id/commands/:command', async (req, res) => {
    const id = idIn(req.params);
    await onRelease(id, (db) => removeCommand(db, id, number(req, 'command')));
    res.status(204).end();
  });

  router.put('/releases/:id/contexts/:context', async (req, res) => {
    const asked = sent(SentContext, req.body);
    await onRelease(idIn(req.params), (db, catalogue) => correctContext(db, catalogue, number(req, 'context'), asked));
    res.status(204).end();
  });
  router.delete('/releases/:id/contexts/:context', async (req, res) => {
    const id = idIn(req.params);
    await onRelease(id, (db) => removeContext(db, id, number(req, 'context')));
    res.status(204).end();
  });

  router.post('/apps/:slug/groups', async (req, res) => {
    const group = sent(SentGroup, req.body);
    res.status(201).json({ id: await onApp(req.params.slug, (db, app) => saveGroup(db, app, group)) });
  });
  router.put('/apps/:slug/groups/:id', async (req, res) => {
    const group = sent(SentGroup, req.body);
    res.json({ id: await onApp(req.params.slug, (db, app) => saveGroup(db, app, group, idIn(req.params))) });
  });
  router.delete('/apps/:slug/groups/:id', async (req, res) => {
    await onApp(req.params.slug, (db, app) => dropGroup(db, app, idIn(req.params)));
    res.status(204).end();
  });

  router.post('/apps/:slug/runs', async (req, res) => {
    const run = sent(SentRun, req.body);
    res.status(201).json({ id: await onApp(req.params.slug, (db, app) => saveRun(db, app, run)) });
  });
  router.put('/apps/:slug/runs/:id', async (req, res) => {
    const run = sent(SentRun, req.body);
    res.json({ id: await onApp(req.params.slug, (db, app) => saveRun(db, app, run, idIn(req.params))) });
  });
  router.delete('/apps/:slug/runs/:id', async (req, res) => {
    await onApp(req.params.slug, (db, app) => dropRun(db, app, idIn(req.params)));
    res.status(204).end();
  });

  router.put('/apps/:slug/uses', async (req, res) => {
    const asked = sent(SentUses, req.body);
    await onApp(req.params.slug, (db, app) => saveUses(db, app, asked));
    res.status(204).end();
  });

  router.post('/apps/:slug/merge', async (req, res) => {
    const asked = sent(SentMerge, req.body);
    await onApp(req.params.slug, (db, app) => mergeCommands(db, app, asked));
    res.status(204).end();
  });
  router.post('/apps/:slug/split', async (req, res) => {
    const asked = sent(SentSplit, req.body);
    res.status(201).json({ id: await onApp(req.params.slug, (db, app) => splitCommand(db, app, asked)) });
  });

  router.post('/apps/:slug/shipped', async (req, res) => {
    const asked = sent(NewShipped, req.body);
    res.status(201).json({ id: await onApp(req.params.slug, (db, app) => insertShipped(db, app, asked)) });
  });
  router.put('/keysets/:id', async (req, res) => {
    const asked = sent(SentKeyset, req.body);
    await onKeyset(idIn(req.params), (db, { keysets }) => {
      refuseOthers(
        keysets.find((one) => one.id === idIn(req.params))!,
        editorId(req),
      );
      return updateKeyset(db, idIn(req.params), asked, editorId(req));
    });
    res.status(204).end();
  });
  router.post('/keysets/:id/bindings', async (req, res) => {
    const id = idIn(req.params);
    const { bindings } = sent(SentBindings, req.body);
    const made = await onKeyset(id, async (db, catalogue) =>
      insertBindings(db, shippedOf(catalogue, id), bindings, await signedInEditor(db, req)),
    );
    res.status(201).json({ ids: made });
  });
  router.delete('/keysets/:id/bindings', async (req, res) => {
    const id = idIn(req.params);
    const { ids } = sent(z.strictObject({ ids: z.array(Id).min(1).max(5000) }), req.body);
    await onKeyset(id, (db, catalogue) => deleteBindings(db, shippedOf(catalogue, id), ids));
    res.status(204).end();
  });
  router.post('/releases/:id/trials', async (req, res) => {
    const id = idIn(req.params);
    const asked = sent(SentTrials, req.body);
    const changed = await inTransaction(pool, async (db) =>
      saveTrials(db, (await releaseOf(db, id)).id, asked, await signedInEditor(db, req)),
    );
    res.json({ changed });
  });
  router.post('/keysets/:id/corrections', async (req, res) => {
    const id = idIn(req.params);
    const asked = sent(NewCorrection, req.body);
    const made = await onKeyset(id, (db, catalogue) =>
      insertCorrection(db, shippedOf(catalogue, id), asked, editorId(req)),
    );
    res.status(201).json({ id: made });
  });

  router.get('/system-keys', async (_req, res) => {
    const keys = await systemKeysOf(pool, ['windows', 'macos', 'linux']);
    res.json({ keys, differences: await systemDifferences(pool) });
  });
  router.put('/system-keys', async (req, res) => {
    const asked = sent(SentSystemKeys, req.body);
    await inTransaction(pool, (db) => saveSystemKeys(db, asked));
    res.status(204).end();
  });

  router.post('/apps/:slug/views', async (req, res) => {
    const view = sent(NewView, req.body);
    res.status(201).json(await onApp(req.params.slug, (db, app) => saveView(db, app, view, editorId(req))));
  });
  router.delete('/apps/:slug/views/:id', async (req, res) => {
    await onApp(req.params.slug, (db, app) => dropView(db, app, idIn(req.params)));
    res.status(204).end();
  });
  return router;
}

async function signedInEditor(db: Db, req: Request): Promise<Editor> {
  return (await editorOf(db, editorId(req)))!;
}
