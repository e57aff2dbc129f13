import type { z } from 'zod';
import type {
  CustomKeyset,
  Keyset,
  KeysetHistory,
  NewKeyset,
  NewPoint,
  SavedChange,
  SentChange,
  SentState,
} from '@crib/core/contract';
import { refuse, refuseAny } from '@crib/core/error';
import {
  applyChange,
  changeBetween,
  clashSaid,
  clashes,
  consequences,
  layerAt,
  layerOver,
  overfilled,
  settingAfter,
  settingWith,
  shownKeys,
  steps,
  unfitEdits,
  type Change,
  type Opened,
  type Setting,
} from '@crib/core/keyset';
import { US, layoutById, showStored, type Layout } from '@crib/core/keys';
import { say } from '@crib/core/words';
import { releaseOf } from '../store/apps.ts';
import { customOf, releaseOfKeyset } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import {
  editedSince,
  historyOf,
  insertKeyset,
  insertPoint,
  lockChain,
  writeChange,
  type Making,
} from '../store/keysets.ts';
import { act, look, type Acting } from './acting.ts';
import { refuseUnlessMay, type OwnedAction } from './may.ts';
import { refuseOvertaking, refuseUnseen } from './consequences-shown.ts';

/** How many clashes are listed at once. */
const MOST_CLASHES = 10_000;

/** The layouts that are named, by their ids; the US one when none is. */
function layoutsNamed(ids: readonly string[]): Layout[] {
  return ids.length ? ids.map((id) => layoutById(id) ?? refuse('no-layout', `Unknown layout “${id}”.`)) : [US];
}

/** A keyset weighed on the layouts of learners and the platforms of its release. */
export function settingOf({ catalogues }: Acting, opened: Opened, id: number, layouts: readonly string[]): Setting {
  return opened.setting(id, catalogues.keyboards(layoutsNamed(layouts), opened.catalogue.release.platforms));
}

export async function openedOf(
  { catalogues }: Acting,
  db: Db,
  id: number,
  language: string | null = null,
): Promise<Opened> {
  return catalogues.openedIn(db, await releaseOfKeyset(db, id), language);
}

export const keysetAt = (acting: Acting, id: number): Promise<Keyset> =>
  look(acting, async (db) => (await openedOf(acting, db, id)).keyset(id)!);

/** What gets in the way of what in a keyset, in sentences. */
export async function clashesIn(acting: Acting, id: number, language: string | null, layouts: readonly string[]) {
  const opened = await look(acting, (db) => openedOf(acting, db, id, language));
  const setting = settingOf(acting, opened, id, layouts);
  const label = (command: number) => setting.commands.get(command)?.label ?? '';
  return clashes(setting)
    .slice(0, MOST_CLASHES)
    .map((clash) => ({
      ...clash,
      sentence: say(clashSaid(setting, clash)),
      parties: clash.parties.map((held) => ({
        command: held.command,
        label: label(held.command),
        context: setting.tree.get(held.context).name,
        shortcut: held.shortcut,
        keys: showStored(held.shortcut, clash.platforms[0]!),
      })),
    }));
}

type Asked = z.output<typeof SentChange>;

/** What would follow from a change. */
export async function weighChange(acting: Acting, id: number, asked: Asked) {
  const opened = await look(acting, (db) => openedOf(acting, db, id, asked.language));
  const { refusals, consequences: following } = consequences(settingOf(acting, opened, id, asked.layouts), asked);
  return {
    revision: customOf(opened.catalogue, id).revision,
    refusals,
    consequences: following.map((one) => say(one.said)),
    shown: shownKeys(following),
  };
}

/** Locks a keyset with all that it shows through, none of which may move while its change is weighed. */
export async function held(
  acting: Acting,
  db: Db,
  id: number,
  language: string | null = null,
  as: OwnedAction = 'change',
) {
  await releaseOf(db, await releaseOfKeyset(db, id), 'FOR SHARE');
  await lockChain(db, id);
  const opened = await openedOf(acting, db, id, language);
  const keyset = customOf(opened.catalogue, id);
  refuseUnlessMay(acting.who, as, keyset);
  return { opened, keyset };
}

const saved = ({ id, revision }: CustomKeyset, change: Change, sentences: readonly string[] = []): SavedChange => ({
  id,
  revision: revision + 1,
  change: { put: [...change.put], remove: [...change.remove] },
  consequences: [...sentences],
});

/** Weighs a change at the revision that holds now, and makes it if it does what was shown; the keyset is held. */
export async function writeShown(
  acting: Acting,
  db: Db,
  id: number,
  asked: Asked,
  by: { readonly editorId: number; readonly as: OwnedAction },
): Promise<SavedChange> {
  const { opened, keyset } = await held(acting, db, id, asked.language, by.as);
  const outcome = consequences(settingOf(acting, opened, id, asked.layouts), asked);
  refuseAny(outcome.refusals);
  refuseUnseen(keyset, asked, outcome.consequences);
  refuseOvertaking(keyset, asked, await editedSince(db, id, asked.revision));
  await writeChange(db, keyset, outcome.change, { editorId: by.editorId, kind: 'edit', why: asked.why });
  return saved(
    keyset,
    outcome.change,
    outcome.consequences.map((one) => say(one.said)),
  );
}

/** Changes a keyset: it does what the editor was shown, or nothing. */
export const changeKeyset = (acting: Acting, id: number, asked: Asked): Promise<SavedChange> =>
  act(
    acting,
    'changed the keyset',
    (db) => writeShown(acting, db, id, asked, { editorId: acting.actor, as: 'change' }),
    { why: asked.why || asked.put.map((one) => one.reason).find(Boolean) || '' },
  );

/** A change that leads to a state the keyset was in before, or that a file describes: what it follows is not weighed. */
const restate = (
  acting: Acting,
  id: number,
  revision: number,
  by: Omit<Making, 'editorId'>,
  changeOf: (keyset: CustomKeyset, history: KeysetHistory) => Change,
): Promise<SavedChange> =>
  act(acting, 'changed the keyset', async (db) => {
    const { opened, keyset } = await held(acting, db, id);
    if (keyset.revision !== revision)
      refuse('changed-meanwhile', 'Someone else changed this keyset. Review the changes and try again.');
    const change = changeOf(keyset, await historyOf(db, id));
    const { platforms } = opened.catalogue.release;
    const setting = settingOf(acting, opened, id, []);
    refuseAny(unfitEdits(change.put, setting, platforms));
    // Where the keyset has been before, it may be again.
    if (by.kind === 'loaded') refuseAny(overfilled(setting, change));
    await writeChange(db, keyset, change, { ...by, editorId: acting.actor });
    return saved(keyset, change);
  });

/** Takes the last change back that holds, or makes the last one taken back again. */
export const stepKeyset = (acting: Acting, id: number, kind: 'undo' | 'redo', revision: number): Promise<SavedChange> =>
  restate(acting, id, revision, { kind, why: '' }, (keyset, { entries }) => {
    const found = entries.find((one) => one.revision === steps(entries.toReversed())[kind]);
    if (!found) return refuse('nothing-to-do', `Nothing to ${kind}.`);
    return kind === 'undo' ? found.inverse : changeBetween(keyset.edits, applyChange(keyset.edits, found.change).edits);
  });

/** Puts a keyset back as it was at a revision, or as a file has it. */
export function stateKeyset(acting: Acting, id: number, asked: z.output<typeof SentState>): Promise<SavedChange> {
  const by =
    'to' in asked
      ? { kind: 'put back' as const, why: `Restored revision ${asked.to}.` }
      : { kind: 'loaded' as const, why: asked.why };
  return restate(acting, id, asked.revision, by, (keyset, { entries }) =>
    changeBetween(keyset.edits, 'to' in asked ? layerAt(keyset.edits, entries, asked.to) : asked.edits),
  );
}

export const historyAt = (acting: Acting, id: number): Promise<KeysetHistory> =>
  look(acting, async (db) => {
    await releaseOfKeyset(db, id);
    return historyOf(db, id);
  });

/** Gives a state of a keyset a name. */
export async function pinPoint(acting: Acting, id: number, point: z.output<typeof NewPoint>): Promise<KeysetHistory> {
  await act(acting, 'named a state of the keyset', async (db) => {
    const keyset = customOf((await openedOf(acting, db, id)).catalogue, id);
    if (keyset.owner || keyset.locked) refuseUnlessMay(acting.who, keyset.locked ? 'give' : 'propose', keyset);
    if (point.revision > keyset.revision) refuse('not-found', `This keyset has no revision ${point.revision} yet.`);
    await insertPoint(db, id, point, acting.actor);
  });
  return historyAt(acting, id);
}

type Made = z.output<typeof NewKeyset>;

/** A new layer, with the edits it begins with; the caller holds the transaction. */
export async function newKeyset(acting: Acting, db: Db, appId: number, asked: Made): Promise<number> {
  const base = asked.edits.length ? await openedOf(acting, db, asked.baseId) : null;
  if (!base) return insertKeyset(db, appId, asked, acting.actor);
  const [id] = await newLayers(acting, db, appId, base, asked, [asked]);
  return id!;
}

/** Layers on a keyset, each over the one before, with the edits they begin with; the caller holds the transaction. */
export async function newLayers(
  acting: Acting,
  db: Db,
  appId: number,
  base: Opened,
  { baseId, why }: Pick<Made, 'baseId' | 'why'>,
  layers: readonly Pick<Made, 'name' | 'note' | 'mine' | 'edits'>[],
): Promise<number[]> {
  const { platforms } = base.catalogue.release;
  const made: number[] = [];
  let below = settingOf(acting, base, baseId, []);
  for (const layer of layers) {
    const id = await insertKeyset(db, appId, { ...layer, why, baseId: made.at(-1) ?? baseId }, acting.actor);
    const setting = settingWith(below, layerOver(below.weighed.stack, []));
    const change: Change = { put: layer.edits, remove: [] };
    refuseAny([...unfitEdits(change.put, setting, platforms), ...overfilled(setting, change)]);
    await writeChange(db, { id, edits: [] }, change, { editorId: acting.actor, kind: 'loaded', why });
    made.push(id);
    below = settingAfter(setting, change);
  }
  return made;
}
