import type { z } from 'zod';
import type {
  App,
  Catalogue,
  Editor,
  NewCommand,
  NewCorrection,
  NewShipped,
  NewView,
  Release,
  SavedView,
  SentAids,
  SentApp,
  SentBindings,
  SentCommands,
  SentContext,
  SentDetailsOf,
  SentFacts,
  SentWordings,
  SentFinding,
  SentGroup,
  SentKeyset,
  SentMerge,
  SentRelease,
  SentRun,
  SentSplit,
  SentSystemKeys,
  SentTrials,
  SentUses,
} from '@crib/core/contract';
import { argumentFault, correctedFacts } from '@crib/core/catalogue';
import { refuse } from '@crib/core/error';
import { KNOWN_PLATFORMS, platformName } from '@crib/core/keys';
import { correctedTo, restated } from '@crib/core/keyset';
import { appBySlug, releaseOf, updateApp, updateRelease } from '../store/apps.ts';
import { releaseOfKeyset } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import { editorOf, standingIn } from '../store/people.ts';
import {
  addCommand,
  correctCommands,
  correctContext,
  detailCommands,
  mergeCommands,
  removeCommands,
  removeContext,
  saveGroup,
  saveRun,
  saveUses,
  splitCommand,
  addWordings,
  correctFact,
} from '../store/editing.ts';
import {
  deleteBindings,
  insertBindings,
  insertCorrection,
  insertShipped,
  noteBindings as noteShortcuts,
  restateBindings,
  saveTrials,
  shippedOf,
  updateKeyset,
} from '../store/shipped.ts';
import { dropView, saveSystemKeys, saveView, systemDifferences, systemKeysOf } from '../store/views.ts';
import { act, look, type Acting } from './acting.ts';
import type { ActName } from '@crib/core/contract';
import { refuseUnlessMay } from './may.ts';

/** Correcting the catalogue by hand: one function an act. */

/** Work on a release that nobody else changes meanwhile. */
const alone =
  (releaseOfThis: (db: Db, id: number) => Promise<number>) =>
  <Result>(acting: Acting, doing: ActName, id: number, work: (db: Db, catalogue: Catalogue) => Promise<Result>) =>
    act(acting, doing, async (db) => {
      const release = await releaseOfThis(db, id);
      await releaseOf(db, release, 'FOR UPDATE');
      return work(db, (await acting.catalogues.opened(db, release)).catalogue);
    });
const onRelease = alone((_db, id) => Promise.resolve(id));
const onKeyset = alone(releaseOfKeyset);
const onApp = <Result>(
  acting: Acting,
  doing: ActName,
  slug: string,
  work: (db: Db, appId: number) => Promise<Result>,
) => act(acting, doing, async (db) => work(db, (await appBySlug(db, slug, 'FOR UPDATE')).id));
const actorOf = async (acting: Acting, db: Db): Promise<Editor> => (await editorOf(db, acting.actor))!;

export const correctApp = (acting: Acting, slug: string, asked: z.output<typeof SentApp>): Promise<App> =>
  onApp(acting, 'corrected the program', slug, async (db, app) => {
    await updateApp(db, app, asked);
    return appBySlug(db, slug);
  });
export const correctRelease = (acting: Acting, id: number, asked: z.output<typeof SentRelease>): Promise<Release> =>
  act(acting, 'corrected the release', (db) => updateRelease(db, id, asked));

export const makeCommand = (acting: Acting, release: number, asked: z.output<typeof NewCommand>): Promise<number> =>
  onRelease(acting, 'added a command', release, (db, catalogue) => addCommand(db, catalogue, asked));
export const correctAll = (
  acting: Acting,
  release: number,
  { commands }: z.output<typeof SentCommands>,
): Promise<void> =>
  onRelease(acting, 'corrected commands', release, (db, catalogue) => correctCommands(db, catalogue, commands));

/** Details, which no shipped key depends on: sealed releases take them too. */
export const detailAll = (acting: Acting, id: number, { commands }: z.output<typeof SentDetailsOf>): Promise<void> =>
  onRelease(acting, 'said more of commands', id, (db, catalogue) => {
    const named = new Map(catalogue.commands.map((one) => [one.name, one]));
    const byId = new Map(catalogue.commands.map((one) => [one.id, one]));
    for (const { id: command, argumentOf, argument } of commands) {
      const known = byId.get(command);
      const now = known && {
        name: known.name,
        argumentOf: argumentOf ?? known.argumentOf,
        argument: argument ?? known.argument,
      };
      const fault = now && argumentFault(now, (name) => named.get(name));
      if (fault) refuse('wrong-argument', fault);
    }
    return detailCommands(db, catalogue, commands);
  });
/** Takes commands out of a release with their shortcuts: all of them, or none. */
export const dropCommands = (acting: Acting, release: number, commands: readonly number[]): Promise<void> =>
  act(acting, 'deleted commands', async (db) => {
    await releaseOf(db, release, 'FOR UPDATE');
    await removeCommands(db, release, commands);
  });

export const correctPlace = (
  acting: Acting,
  release: number,
  place: number,
  asked: z.output<typeof SentContext>,
): Promise<void> =>
  onRelease(acting, 'corrected a place', release, (db, catalogue) => correctContext(db, catalogue, place, asked));
export const dropPlace = (acting: Acting, release: number, place: number): Promise<void> =>
  act(acting, 'deleted a place', async (db) => {
    await releaseOf(db, release, 'FOR UPDATE');
    await removeContext(db, release, place);
  });

export const keepGroup = (acting: Acting, slug: string, group: z.output<typeof SentGroup>, id?: number) =>
  onApp(acting, 'grouped commands', slug, (db, app) => saveGroup(db, app, group, id));
export const keepRun = (acting: Acting, slug: string, run: z.output<typeof SentRun>, id?: number) =>
  onApp(acting, 'kept a run', slug, (db, app) => saveRun(db, app, run, id));
export const keepUses = (acting: Acting, slug: string, asked: z.output<typeof SentUses>): Promise<void> =>
  onApp(acting, 'counted uses', slug, (db, app) => saveUses(db, app, asked));

export const merge = (acting: Acting, slug: string, asked: z.output<typeof SentMerge>): Promise<void> =>
  onApp(acting, 'merged two commands', slug, (db, app) => mergeCommands(db, app, asked));
export const split = (acting: Acting, slug: string, asked: z.output<typeof SentSplit>): Promise<number> =>
  onApp(acting, 'split a command', slug, (db, app) => splitCommand(db, app, asked));

export const makeShipped = (acting: Acting, slug: string, asked: z.output<typeof NewShipped>): Promise<number> =>
  onApp(acting, 'added a shipped keyset', slug, (db, app) => insertShipped(db, app, asked));
export const correctKeyset = (acting: Acting, id: number, asked: z.output<typeof SentKeyset>): Promise<void> =>
  onKeyset(acting, 'changed what is said of the keyset', id, async (db, { keysets }) => {
    const keyset = keysets.find((one) => one.id === id)!;
    const { mine, owner, locked, ...said } = asked;
    const gives = [mine, owner, locked].some((one) => one !== undefined);
    if (gives) refuseUnlessMay(acting.who, 'give', keyset);
    if (typeof owner === 'number' && !(await standingIn(db, acting.who.workspace.id, owner)))
      refuse('not-found', 'The new owner must be a member of this workspace.');
    // Whoever may say whose it is need not own it for that; to rename it, they do.
    if (Object.values(said).some((one) => one !== undefined))
      refuseUnlessMay(acting.who, keyset.kind === 'custom' ? 'change' : 'look at', keyset);
    return updateKeyset(db, id, asked, acting.actor);
  });
export const state = (acting: Acting, id: number, { bindings }: z.output<typeof SentBindings>): Promise<number[]> =>
  onKeyset(acting, 'stated shortcuts', id, async (db, catalogue) =>
    insertBindings(db, shippedOf(catalogue, id), bindings, await actorOf(acting, db)),
  );
/** Notes and memory aids of shipped shortcuts: sealed releases take them too. */
export const noteBindings = (acting: Acting, id: number, asked: z.output<typeof SentAids>): Promise<void> =>
  onKeyset(acting, 'noted shortcuts', id, (db, catalogue) => noteShortcuts(db, shippedOf(catalogue, id), asked));

export const unstate = (acting: Acting, id: number, ids: readonly number[]): Promise<void> =>
  onKeyset(acting, 'deleted shortcuts', id, (db, catalogue) => deleteBindings(db, shippedOf(catalogue, id), ids));
export const keepTrials = (acting: Acting, release: number, asked: z.output<typeof SentTrials>): Promise<number> =>
  act(acting, 'tried keys', async (db) =>
    saveTrials(db, (await releaseOf(db, release)).id, asked, await actorOf(acting, db)),
  );
/** What was found otherwise in a round: a sealed release is corrected by dated lines, an open one states it anew. */
export const keepFinding = (acting: Acting, release: number, asked: z.output<typeof SentFinding>): Promise<void> =>
  onRelease(
    acting,
    'corrected what was shipped',
    release,
    async (db, { keysets, release: { sealedAt, platforms } }) => {
      const keyset = keysets.find(
        (one) => one.kind === 'shipped' && one.bindings.some(({ id }) => id === asked.binding),
      );
      if (keyset?.kind !== 'shipped') return refuse('not-found', 'Shortcut not found in this release.');
      const { platform, build, shortcut } = asked;
      const binding = keyset.bindings.find((one) => one.id === asked.binding)!;
      if (!platforms.includes(platform) || (binding.platform ?? platform) !== platform)
        refuse('other-platform', `That shortcut does not apply to ${platformName(platform)}.`);
      const finding = { binding, platform, shortcut };
      const reason = `Verified on ${platformName(platform)}${build ? `, build ${build}` : ''}: ${shortcut ? 'on another key' : 'does nothing'}.`;
      const { command, language, note, memoryAid, contexts } = binding;
      if (sealedAt !== null) {
        for (const { context, now } of correctedTo(keyset, finding))
          await insertCorrection(db, keyset, { command, context, platform, now: [...now], reason }, acting.actor);
        return;
      }
      const provenance = { kind: 'tried' as const, source: reason, build, platform };
      const found = { command, contexts, platform, language, shortcut: shortcut ?? '', note, memoryAid, provenance };
      await restateBindings(db, keyset, restated(keyset, finding, platforms), found, await actorOf(acting, db));
    },
  );
/** Corrects what a sealed release says of a command, a place, its policy or its default, each thing by a dated line. */
export const correctFacts = (acting: Acting, id: number, asked: SentFacts): Promise<void> =>
  onRelease(acting, 'corrected what was shipped', id, async (db, catalogue) => {
    const found = correctedFacts(asked, catalogue);
    if (found.length === 0) refuse('nothing-new', 'The release already has this value.');
    for (const one of found) await correctFact(db, id, one, asked.reason, acting.actor);
  });

/** Adds words in other interface languages to a command: sealed releases take them too. */
export const wordAll = (acting: Acting, id: number, asked: z.output<typeof SentWordings>): Promise<void> =>
  onRelease(acting, 'worded commands', id, (db) => addWordings(db, id, asked));

export const appendCorrection = (acting: Acting, id: number, asked: z.output<typeof NewCorrection>): Promise<number> =>
  onKeyset(acting, 'corrected what was shipped', id, (db, catalogue) =>
    insertCorrection(db, shippedOf(catalogue, id), asked, acting.actor),
  );

export const systemKeys = (acting: Acting) =>
  look(acting, async (db) => ({
    keys: await systemKeysOf(db, KNOWN_PLATFORMS),
    differences: await systemDifferences(db),
  }));
export const keepSystemKeys = (acting: Acting, asked: z.output<typeof SentSystemKeys>): Promise<void> =>
  act(acting, 'kept system keys', (db) => saveSystemKeys(db, asked));
export const keepView = (acting: Acting, slug: string, view: z.output<typeof NewView>): Promise<SavedView> =>
  act(acting, 'saved a view', async (db) => saveView(db, (await appBySlug(db, slug)).id, view, acting.actor));
export const forgetView = (acting: Acting, slug: string, id: number): Promise<void> =>
  act(acting, 'deleted a view', async (db) => dropView(db, (await appBySlug(db, slug)).id, id));
