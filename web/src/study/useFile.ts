import { computed, ref, shallowRef } from 'vue';
import { CribError } from '@crib/core/error';
import { planPreset, readPreset } from '@crib/core/preset';
import { asking } from '../composables/asking.ts';
import { useStudy } from './useStudy.ts';

/** A preset file as its bytes are: one of the edition, or one of the learner’s own; and what the recipe reads out of it. */
export function useFile() {
  const { program, edition, opened, platform, keyboard, address, t } = useStudy();
  const bytes = shallowRef<Uint8Array | null>(null);
  const name = ref('');
  const problem = ref('');
  const recipes = computed(() => program.value!.recipes.filter((one) => platform.value in one.platforms));
  const wanted = ref('');
  const recipe = computed(() => recipes.value.find((one) => one.name === wanted.value) ?? recipes.value[0]);
  const offered = computed(() => edition.value!.files.filter((one) => one.platform === platform.value));
  // Another file, or another platform, may be chosen while one is on its way: the last choice holds.
  const turn = asking();
  async function fetched(file: string) {
    const last = turn();
    problem.value = '';
    const known = offered.value.find((one) => one.name === file);
    if (!known) return void ([bytes.value, name.value] = [null, '']);
    try {
      const answer = await fetch(`/public/editions/${address.value}/files/${encodeURIComponent(file)}`);
      if (!answer.ok) throw new Error(String(answer.status));
      const content = new Uint8Array(await answer.arrayBuffer());
      if (last()) [bytes.value, name.value, wanted.value] = [content, file, known.recipe];
    } catch {
      if (last()) problem.value = t('tool.failed');
    }
  }
  async function take(file: File | undefined) {
    if (!file) return;
    const last = turn();
    const content = new Uint8Array(await file.arrayBuffer());
    if (last()) [bytes.value, name.value, problem.value] = [content, file.name, ''];
  }
  const read = computed(() => {
    if (!bytes.value || !recipe.value) return { found: null, plan: null, said: '' };
    try {
      const { catalogue } = opened.value!;
      const found = readPreset(recipe.value, bytes.value, catalogue, platform.value);
      return { found, plan: planPreset(recipe.value, found, catalogue, platform.value, keyboard.value), said: '' };
    } catch (error) {
      if (error instanceof CribError)
        return { found: null, plan: null, said: error.problems.map((one) => one.sentence).join(' ') };
      throw error;
    }
  });
  return {
    bytes,
    name,
    recipe,
    recipes,
    wanted,
    offered,
    fetched,
    take,
    plan: computed(() => read.value.plan),
    found: computed(() => read.value.found),
    problem: computed(() => problem.value || read.value.said),
  };
}
