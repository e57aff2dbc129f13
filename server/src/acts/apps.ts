import type { z } from 'zod';
import { SheetSection } from '@crib/core/contract';
import type {
  App,
  NewApp,
  AppOverview,
  Catalogue,
  Context,
  KeptPlan,
  NewContext,
  NewKeyset,
  NewRelease,
  KeptRecipe,
  Recipe,
  SentRecipe,
  Release,
} from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import {
  appBySlug,
  contextsOf,
  insertApp,
  insertContext,
  insertRelease,
  listApps,
  overview,
  releaseOf,
  sealRelease,
} from '../store/apps.ts';
import { insertRecipe, recipesOf, updateRecipe } from '../store/recipes.ts';
import { insertSheet, loadSheet, updateSheet } from '../store/sheets.ts';
import { act, look, type Acting } from './acting.ts';
import { newKeyset, newLayers, openedOf } from './keysets.ts';

export const appsAll = (acting: Acting): Promise<App[]> => look(acting, listApps);

export const makeApp = (acting: Acting, asked: z.output<typeof NewApp>): Promise<App> =>
  act(acting, 'added the program', (db) => insertApp(db, asked));

export const appAt = (acting: Acting, slug: string): Promise<AppOverview> => look(acting, (db) => overview(db, slug));

/** A release more; those that are made at once come one after another. */
export const makeRelease = (acting: Acting, slug: string, asked: z.output<typeof NewRelease>): Promise<Release> =>
  act(acting, 'added the release', async (db) => {
    const app = await appBySlug(db, slug, 'FOR UPDATE');
    const strange = asked.platforms?.find((platform) => !app.platforms.includes(platform));
    if (strange) refuse('no-platform', `${app.name} does not support ${strange}.`);
    return insertRelease(db, app, asked);
  });

export const catalogueAt = (acting: Acting, release: number): Promise<Catalogue> =>
  look(acting, async (db) => (await acting.catalogues.opened(db, release)).catalogue);

export const seal = (acting: Acting, release: number): Promise<Release> =>
  act(acting, 'sealed the release', (db) => sealRelease(db, release));

export const placesIn = (acting: Acting, release: number): Promise<Context[]> =>
  look(acting, async (db) => contextsOf(db, (await releaseOf(db, release)).id));

export const makePlace = (acting: Acting, id: number, asked: z.output<typeof NewContext>): Promise<Context> =>
  act(
    acting,
    'added a place',
    async (db) => {
      const release = await releaseOf(db, id, 'FOR UPDATE');
      const contexts = await contextsOf(db, release.id);
      const parent = asked.parent ?? contexts.find((context) => context.parent === null)!.id;
      if (!contexts.some((context) => context.id === parent))
        refuse('not-found', `This release has no context ${parent}.`);
      return insertContext(db, release, { ...asked, parent });
    },
    { about: asked.name, release: id },
  );

export const makeKeyset = (acting: Acting, slug: string, asked: z.output<typeof NewKeyset>): Promise<number> =>
  act(acting, 'added the keyset', async (db) => newKeyset(acting, db, (await appBySlug(db, slug)).id, asked));

export const recipesIn = (acting: Acting, slug: string): Promise<KeptRecipe[]> =>
  look(acting, async (db) => recipesOf(db, (await appBySlug(db, slug)).id));

export const makeRecipe = (acting: Acting, slug: string, recipe: Recipe): Promise<number> =>
  act(acting, 'added a recipe', async (db) => insertRecipe(db, (await appBySlug(db, slug)).id, recipe));

export const changeRecipe = (
  acting: Acting,
  id: number,
  { revision, recipe }: z.output<typeof SentRecipe>,
): Promise<void> => act(acting, 'changed a recipe', (db) => updateRecipe(db, id, revision, recipe));

/** Keeps a plan: all its layers and sheets, or nothing. */
export const keepPlan = (acting: Acting, slug: string, { steps, ...asked }: KeptPlan): Promise<number[]> =>
  act(acting, 'kept a plan', async (db) => {
    const app = await appBySlug(db, slug);
    const base = await openedOf(acting, db, asked.baseId);
    const layers = steps.map(({ name, edits }) => ({ name, edits, note: '', mine: false }));
    const made = await newLayers(acting, db, app.id, base, asked, layers);
    for (const [index, { name, edits, sheet }] of steps.entries()) {
      if (sheet === null) continue;
      const keysetId = made[index]!;
      const id = await insertSheet(db, app.id, keysetId, name);
      const rows = [...new Set(edits.map((one) => one.command))].map((command) => ({ command, note: '' }));
      const section = SheetSection.parse({ title: sheet, rows });
      await updateSheet(db, id, { ...(await loadSheet(db, id)), sections: [section] });
    }
    return made;
  });
