import { Router, type Request } from 'express';
import type { z } from 'zod';
import {
  LanguageTag,
  NewPoint,
  SentChange,
  SentState,
  SentStep,
  type Catalogue,
  type CustomKeyset,
  type EditPlace,
  type Keyset,
  type KeysetHistory,
  type NewKeyset,
} from '@crib/core/contract';
import { catalogueIn } from '@crib/core/catalogue';
import { CribError, problem, refuse } from '@crib/core/error';
import {
  applyChange,
  changeBetween,
  clashSentence,
  clashes,
  consequences,
  layerAt,
  placeKey,
  settingFrom,
  shownKeys,
  steps,
  unfitEdits,
  type Change,
  type Setting,
} from '@crib/core/keyset';
import { layoutById, showStored, type Layout } from '@crib/core/keys';
import { releaseOf } from '../store/apps.ts';
import { customOf, loadCatalogue, releaseOfKeyset } from '../store/catalogue.ts';
import { inSnapshot, inTransaction, type Db, type Pool } from '../store/db.ts';
import {
  editedSince,
  historyOf,
  insertKeyset,
  insertPoint,
  lockKeyset,
  writeChange,
  type Making,
} from '../store/keysets.ts';
import { WithDetails, idIn, sent } from './errors.ts';
import { editorId } from './session.ts';

/** How many clashes are listed at once. */
const MOST_CLASHES = 10_000;

/** Keysets: looking, changing, and asking what gets in the way of what. */
export function keysetRoutes(pool: Pool): Router {
  const router = Router();

  router.get('/keysets/:id', async (req, res) => {
    const { catalogue, id } = await inSnapshot(pool, (db) => catalogueOf(db, idIn(req.params)));
    res.json(catalogue.keysets.find((keyset) => keyset.id === id));
  });

  router.get('/keysets/:id/clashes', async (req, res) => {
    const { catalogue, id } = await inSnapshot(pool, (db) => catalogueOf(db, idIn(req.params)));
    const setting = settingOf(
      catalogueIn(catalogue, languageIn(req.query['language'])),
      id,
      layoutsIn(req.query['layouts']),
    );
    const label = (command: number) => setting.commands.get(command)?.label ?? '';
    const found = clashes(setting)
      .slice(0, MOST_CLASHES)
      .map((clash) => ({
        ...clash,
        sentence: clashSentence(setting, clash),
        parties: clash.parties.map((held) => ({
          command: held.command,
          label: label(held.command),
          context: setting.tree.get(held.context).name,
          shortcut: held.shortcut,
          keys: showStored(held.shortcut, clash.platforms[0]!),
        })),
      }));
    res.json(found);
  });

  router.post('/keysets/:id/changes/preview', async (req, res) => {
    const asked = sent(SentChange, req.body);
    const { catalogue, id } = await inSnapshot(pool, (db) => catalogueOf(db, idIn(req.params)));
    const setting = settingOf(catalogueIn(catalogue, asked.language), id, layoutsNamed(asked.layouts));
    const { refusals, consequences: following } = consequences(setting, asked);
    const revision = customOf(catalogue, id).revision;
    res.json({
      revision,
      refusals,
      consequences: following.map((one) => one.sentence),
      shown: shownKeys(following),
    });
  });

  router.post('/keysets/:id/changes', async (req, res) => {
    const id = idIn(req.params);
    const asked = sent(SentChange, req.body);
    const saved = await inTransaction(pool, async (db) => {
      // What a keyset shows through must not move while its change is weighed.
      await releaseOf(db, await releaseOfKeyset(db, id), 'FOR SHARE');
      await lockKeyset(db, id);
      const { catalogue } = await catalogueOf(db, id);
      const keyset = customOf(catalogue, id);
      refuseOthers(keyset, editorId(req));
      const setting = settingOf(catalogueIn(catalogue, asked.language), id, layoutsNamed(asked.layouts));
      const outcome = consequences(setting, asked);
      const [first, ...more] = outcome.refusals;
      if (first) throw new CribError(first, ...more);
      refuseUnseen(keyset, asked, outcome.consequences);
      refuseOvertaking(keyset, asked, await editedSince(db, id, asked.revision));
      await writeChange(db, keyset, outcome.change, { editorId: editorId(req), kind: 'edit', why: asked.why });
      const after = await catalogueOf(db, id);
      return {
        keyset: customOf(after.catalogue, id),
        consequences: outcome.consequences.map((one) => one.sentence),
      };
    });
    res.json(saved);
  });

  router.get('/keysets/:id/history', async (req, res) => {
    const id = idIn(req.params);
    const history = await inSnapshot(pool, async (db) => {
      await releaseOfKeyset(db, id);
      return historyOf(db, id);
    });
    res.json(history);
  });
  /** A change that leads to a state the keyset was in before, or that a file describes: what it follows is not weighed. */
  const restating = (req: Request, revision: number, by: Making, changeOf: ChangeOf) =>
    inTransaction(pool, async (db) => {
      const id = idIn(req.params);
      await releaseOf(db, await releaseOfKeyset(db, id), 'FOR SHARE');
      await lockKeyset(db, id);
      const { catalogue } = await catalogueOf(db, id);
      const keyset = customOf(catalogue, id);
      refuseOthers(keyset, by.editorId);
      if (keyset.revision !== revision)
        refuse('changed-meanwhile', 'The keyset was changed meanwhile. Look at what was done, then try again.');
      const change = changeOf(keyset, await historyOf(db, id));
      const [first, ...more] = unfitEdits(change.put, settingOf(catalogue, id));
      if (first) throw new CribError(first, ...more);
      await writeChange(db, keyset, change, by);
      return { keyset: customOf((await catalogueOf(db, id)).catalogue, id), consequences: [] };
    });
  const stepping = (req: Request, kind: 'undo' | 'redo') => {
    const by = { editorId: editorId(req), kind, why: '' };
    return restating(req, sent(SentStep, req.body).revision, by, (keyset, history) => stepOf(kind, keyset, history));
  };
  router.post('/keysets/:id/undo', async (req, res) => {
    res.json(await stepping(req, 'undo'));
  });
  router.post('/keysets/:id/redo', async (req, res) => {
    res.json(await stepping(req, 'redo'));
  });
  router.post('/keysets/:id/state', async (req, res) => {
    const asked = sent(SentState, req.body);
    const by: Making =
      'to' in asked
        ? { editorId: editorId(req), kind: 'put back', why: `As it was at revision ${asked.to}.` }
        : { editorId: editorId(req), kind: 'loaded', why: asked.why };
    const changeOf: ChangeOf = (keyset, { entries }) =>
      changeBetween(keyset.edits, 'to' in asked ? layerAt(keyset.edits, entries, asked.to) : asked.edits);
    res.json(await restating(req, asked.revision, by, changeOf));
  });
  router.post('/keysets/:id/points', async (req, res) => {
    const id = idIn(req.params);
    const point = sent(NewPoint, req.body);
    await inTransaction(pool, async (db) => {
      const keyset = customOf((await catalogueOf(db, id)).catalogue, id);
      if (point.revision > keyset.revision) refuse('not-found', `The keyset has no revision ${point.revision} yet.`);
      await insertPoint(db, id, point, editorId(req));
    });
    res.status(201).json(await historyOf(pool, id));
  });
  return router;
}

type ChangeOf = (keyset: CustomKeyset, history: KeysetHistory) => Change;

/** The change that undoes the last one that holds, or does the last one undone again. */
function stepOf(kind: 'undo' | 'redo', keyset: CustomKeyset, { entries }: KeysetHistory): Change {
  const revision = steps(entries.toReversed())[kind];
  const found = entries.find((one) => one.revision === revision);
  if (!found) return refuse('nothing-to-do', `There is nothing to ${kind}.`);
  return kind === 'undo' ? found.inverse : changeBetween(keyset.edits, applyChange(keyset.edits, found.change).edits);
}

/** A new layer, with the edits it begins with. */
export async function makeKeyset(
  db: Db,
  appId: number,
  asked: z.output<typeof NewKeyset>,
  editor: number,
): Promise<number> {
  const id = await insertKeyset(db, appId, asked, editor);
  if (!asked.edits.length) return id;
  const { catalogue } = await catalogueOf(db, id);
  const [first, ...more] = unfitEdits(asked.edits, settingOf(catalogue, id));
  if (first) throw new CribError(first, ...more);
  const change = { put: asked.edits, remove: [] };
  await writeChange(db, customOf(catalogue, id), change, { editorId: editor, kind: 'loaded', why: asked.why });
  return id;
}

/** A keyset that belongs to somebody is changed by nobody else. */
export function refuseOthers({ name, owner }: Keyset, editor: number): void {
  if (owner && owner.id !== editor)
    refuse('not-yours', `“${name}” belongs to ${owner.name}. Make a layer of your own on top of it.`);
}

/**
 * A save does what the editor was shown, or nothing: other consequences, or another hand at the same place since,
 * come back with the difference.
 */
function refuseUnseen(
  keyset: CustomKeyset,
  asked: ReturnType<typeof SentChange.parse>,
  following: ReturnType<typeof consequences>['consequences'],
) {
  const now = shownKeys(following);
  const shown = new Set(asked.shown);
  const unseen = now.filter((key) => !shown.has(key));
  const overtaken = [...shown].filter((key) => !now.includes(key));
  if (unseen.length === 0 && overtaken.length === 0) return;
  const details = following.map((one, index) => ({
    key: shownKeys([one])[0] ?? String(index),
    sentence: one.sentence,
  }));
  const since = keyset.revision === asked.revision ? '' : ' The keyset was changed meanwhile.';
  const sentence = unseen.length
    ? `This would also do what you were not shown: ${details
        .filter((one) => unseen.includes(one.key))
        .map((one) => one.sentence)
        .join(' ')}${since}`
    : `This would no longer do all you were shown.${since}`;
  throw new WithDetails(problem('other-consequences', sentence), {
    revision: keyset.revision,
    consequences: details,
  });
}

/** An edit that came meanwhile at the very place is not written over unseen. */
function refuseOvertaking(
  keyset: CustomKeyset,
  asked: ReturnType<typeof SentChange.parse>,
  since: readonly EditPlace[],
) {
  const places = new Set([...asked.put, ...asked.remove].map(placeKey));
  if (!since.some((place) => places.has(placeKey(place)))) return;
  const sentence = 'Somebody has edited this command meanwhile. Look at what it has now, then save again.';
  throw new WithDetails(problem('other-consequences', sentence), {
    revision: keyset.revision,
    consequences: [],
  });
}

async function catalogueOf(db: Db, id: number) {
  return { id, catalogue: await loadCatalogue(db, await releaseOfKeyset(db, id)) };
}

/** The layouts that a request names, by their ids; the US one when it names none. */
function layoutsIn(asked: unknown): Layout[] {
  return layoutsNamed(typeof asked === 'string' ? asked.split(',').filter(Boolean) : []);
}
function layoutsNamed(ids: readonly string[]): Layout[] {
  return ids.map((id) => layoutById(id) ?? refuse('no-layout', `There is no layout “${id}”.`));
}

/** The interface language that a request names. */
function languageIn(asked: unknown): string | null {
  return asked === undefined ? null : sent(LanguageTag, asked);
}

function settingOf(catalogue: Catalogue, keysetId: number, layouts: readonly Layout[] = []): Setting {
  return settingFrom(catalogue, keysetId, { layouts });
}
