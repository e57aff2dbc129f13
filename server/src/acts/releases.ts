import type { z } from 'zod';
import type {
  ChangeNotes,
  CommandState,
  LineageLink,
  NewNotes,
  SentCarry,
  SentLineage,
  SentNotes,
} from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { layoutById, platformName, readStored, US } from '@crib/core/keys';
import { canonicalText, keyboardOf } from '@crib/core/press';
import { appBySlug } from '../store/apps.ts';
import { customOf, releaseOfKeyset } from '../store/catalogue.ts';
import { closeOpen, markCarried } from '../store/keysets.ts';
import { insertNotes, updateNotes } from '../store/notes.ts';
import { commandsWith, kinOf, lineageOf, saveLineage, shippedShortcuts, statesOf } from '../store/releases.ts';
import { act, look, type Acting } from './acting.ts';
import { newKeyset } from './keysets.ts';
import { refuseUnlessMay } from './may.ts';

/** All that was said of the lineage of an app’s commands and places. */
export const lineageIn = (acting: Acting, slug: string): Promise<LineageLink[]> =>
  look(acting, async (db) => lineageOf(db, (await appBySlug(db, slug)).id));

export const sayLineage = (acting: Acting, slug: string, asked: SentLineage): Promise<LineageLink[]> =>
  act(acting, 'said what became of what', async (db) => {
    const app = await appBySlug(db, slug);
    await saveLineage(db, app.id, asked, acting.actor);
    return lineageOf(db, app.id);
  });

/** What the history is asked of: a command by the program’s id, or a press on a keyboard. */
export type HistoryQuestion =
  { readonly command: string } | { readonly press: string; readonly layout?: string; readonly platform?: string };

/** What the releases of an app shipped for a command and its kin, or for all that ever had a press. */
export const historyIn = (acting: Acting, slug: string, asked: HistoryQuestion): Promise<CommandState[]> =>
  look(acting, async (db) => {
    const app = await appBySlug(db, slug);
    if ('command' in asked) return statesOf(db, app.id, await kinOf(db, app.id, asked.command));
    if ('code' in readStored(asked.press))
      return refuse('no-press', 'Specify a command, or a shortcut in stored form.');
    const layout = layoutById(asked.layout ?? US.id) ?? US;
    const platform = asked.platform ?? app.platforms[0]!;
    if (!app.platforms.includes(platform))
      refuse('no-platform', `${app.name} does not support ${platformName(platform)}.`);
    const keyboard = keyboardOf(layout, platform);
    const wanted = canonicalText(asked.press, keyboard);
    const alike = (await shippedShortcuts(db, app.id)).filter((one) => canonicalText(one, keyboard) === wanted);
    return statesOf(db, app.id, await commandsWith(db, app.id, alike));
  });

/** A keyset carried to another release: a new one there, with what waits for a decision named in it. */
export const carryKeyset = (acting: Acting, from: number, sent: z.output<typeof SentCarry>): Promise<number> =>
  act(acting, 'carried the keyset forward', async (db) => {
    const { revision, open, ...asked } = sent;
    const release = await releaseOfKeyset(db, from);
    const source = customOf((await acting.catalogues.opened(db, release)).catalogue, from);
    refuseUnlessMay(acting.who, 'carry', source);
    if (source.revision !== revision)
      refuse('changed-meanwhile', 'Someone else changed this keyset. Review the changes and try again.');
    if ((await releaseOfKeyset(db, asked.baseId)) === release)
      refuse('same-release', 'Choose a different release to carry the keyset forward to.');
    const why = `Carried forward from “${source.name}”.`;
    const made = await newKeyset(acting, db, source.appId, { ...asked, mine: false, why });
    await markCarried(db, made, from, open);
    return made;
  });

/** Takes an edit off the list of those that wait for a decision. */
export const closeWaiting = (acting: Acting, id: number, position: number): Promise<void> =>
  act(acting, 'decided what waited', async (db) => {
    const { catalogue } = await acting.catalogues.opened(db, await releaseOfKeyset(db, id));
    refuseUnlessMay(acting.who, 'change', customOf(catalogue, id));
    if (!Number.isInteger(position)) refuse('not-found', 'This item has already been decided.');
    await closeOpen(db, id, position);
  });

export const makeNotes = (acting: Acting, slug: string, asked: z.output<typeof NewNotes>): Promise<ChangeNotes> =>
  act(acting, 'wrote change notes', async (db) => insertNotes(db, (await appBySlug(db, slug)).id, asked));

export const changeNotes = (acting: Acting, id: number, asked: z.output<typeof SentNotes>): Promise<ChangeNotes> =>
  act(acting, 'wrote change notes', (db) => updateNotes(db, id, asked));
