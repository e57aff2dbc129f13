import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import type { EditionBody, KeptRecipe, PublishedEdition } from '@crib/core/contract';
import { refuse, type Problem } from '@crib/core/error';
import { benchWith, planPreset, readPreset } from '@crib/core/preset';
import { ask, problemsOf } from '../../api/client.ts';
import { asking } from '../../composables/asking.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** What stands on the bench: the bytes of a preset as a learner has them, and what a recipe reads out of them. */
export function useTryOut(asked: Ref<string>, wanted: Ref<string>) {
  const workspace = useWorkspace();
  const { platform, appSlug } = usePlace();
  const recipes = shallowRef<readonly KeptRecipe[]>([]);
  const editions = shallowRef<readonly (PublishedEdition & { title: string })[]>([]);
  const problems = shallowRef<readonly Problem[]>([]);
  const bytes = shallowRef<Uint8Array | null>(null);
  const sheet = shallowRef<EditionBody | null>(null);
  const loaded = ref('');
  /** The recipe that wrote what is loaded; empty where nobody knows. */
  const writtenBy = ref('');
  const chosen = computed(
    () => recipes.value.find((one) => one.recipe.name === wanted.value)?.recipe ?? recipes.value[0]?.recipe,
  );
  const guarded = async (turn: () => () => boolean, work: (last: () => boolean) => Promise<void>) => {
    const last = turn();
    problems.value = [];
    try {
      await work(last);
    } catch (error) {
      if (last()) problems.value = problemsOf(error);
    }
  };
  const known = asking();
  watch(
    () => workspace.catalogue,
    () =>
      guarded(known, async (last) => {
        if (!workspace.app || !workspace.catalogue) return;
        const all = await ask('GET /api/apps/:slug/recipes', { slug: appSlug.value });
        const sheets = workspace.app.sheets.filter((one) => one.editions && workspace.keyset(one.keysetId));
        const lists = await Promise.all(sheets.map((one) => ask('GET /api/sheets/:id/editions', { id: one.id })));
        if (!last()) return;
        recipes.value = all;
        editions.value = lists.flatMap((list, at) => list.map((one) => ({ ...one, title: sheets[at]!.title })));
      }),
    { immediate: true },
  );
  const edition = asking();
  // A file may be chosen while one is on its way: the last choice holds.
  const choice = asking();
  /** Loads the preset file of an edition, with its sheet. */
  watch(
    [asked, platform, editions, chosen],
    ([address, on]) =>
      guarded(edition, async (last) => {
        const wantedStill = choice();
        [bytes.value, sheet.value, loaded.value, writtenBy.value] = [null, null, '', ''];
        if (!address || !editions.value.some((one) => one.address === address)) return;
        const { body, files } = await ask('GET /public/editions/:address', { address });
        const here = files.filter((one) => one.platform === on && !one.back);
        const file = here.find((one) => one.recipe === chosen.value?.name) ?? here[0];
        const answer = file && (await fetch(`/public/editions/${address}/files/${encodeURIComponent(file.name)}`));
        if (answer && !answer.ok) refuse('unreachable', 'The file could not be loaded. Try again in a moment.');
        const content = answer && new Uint8Array(await answer.arrayBuffer());
        if (!last()) return;
        if (body.format === 'crib-sheet') sheet.value = body;
        if (content && wantedStill()) [bytes.value, loaded.value, writtenBy.value] = [content, file.name, file.recipe];
      }),
    { immediate: true },
  );
  const take = (file: File) =>
    guarded(choice, async (last) => {
      const content = new Uint8Array(await file.arrayBuffer());
      if (last()) [bytes.value, loaded.value, writtenBy.value] = [content, file.name, ''];
    });
  /** Nothing else of the keyset is known on the bench. */
  const read = computed(() => {
    const { catalogue } = workspace;
    if (!bytes.value || !chosen.value || !catalogue) return { plan: null, problems: [] };
    const by = writtenBy.value;
    try {
      const recipe = by ? recipes.value.find((one) => one.recipe.name === by)?.recipe : chosen.value;
      if (!recipe) return refuse('not-found', `The preset format “${by}” of this file no longer exists.`);
      const found = readPreset(recipe, bytes.value, catalogue, platform.value);
      return {
        plan: planPreset(recipe, found, catalogue, platform.value, workspace.keyboardOn(platform.value)),
        problems: [],
      };
    } catch (error) {
      return { plan: null, problems: problemsOf(error) };
    }
  });
  return {
    recipes: computed(() => recipes.value.map((one) => one.recipe.name)),
    chosen,
    editions,
    sheet,
    loaded,
    take,
    problems: computed(() => [...problems.value, ...read.value.problems]),
    plan: computed(() => read.value.plan),
    bench: computed(
      () => workspace.opened && benchWith(workspace.opened, workspace.keyboardOn(platform.value), read.value.plan),
    ),
  };
}
