<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import type { Problem } from '@crib/core/error';
import { platformName } from '@crib/core/keys';
import { recipeFrom, writePreset } from '@crib/core/preset';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import { useAnswer } from '../../api/queries.ts';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import LearnRecipe from './LearnRecipe.vue';
import ReadPresetFile from './ReadPresetFile.vue';
import SelectField from '../../parts/SelectField.vue';
import PageHead from '../../parts/PageHead.vue';

/** Recipes of preset files: each edited as data, beside the file that it writes of the keyset in hand; and files read by it. */
const workspace = useWorkspace();
const { appSlug, platform, kept, set } = usePlace();
const {
  answer: recipes,
  failed,
  load,
} = useAnswer('GET /api/apps/:slug/recipes', () => (appSlug.value ? { slug: appSlug.value } : null));
const problems = shallowRef<readonly Problem[]>([]);
const text = ref('');
const at = kept('recipe');
const one = computed(() => recipes.value?.find((each) => String(each.id) === at.value) ?? recipes.value?.[0] ?? null);
watch(one, (now) => (text.value = now ? JSON.stringify(now.recipe, null, 2) : ''), { immediate: true });

/** The recipe as it is written, or what is wrong with it and where. */
const written = computed(() => {
  try {
    return { recipe: recipeFrom(text.value), wrong: [] };
  } catch (error) {
    return { recipe: null, wrong: problemsOf(error).map((one) => one.sentence) };
  }
});
const unsaved = computed(() => one.value !== null && text.value !== JSON.stringify(one.value.recipe, null, 2));
const keysets = computed(() => workspace.catalogue?.keysets ?? []);
const chosen = ref(0);
const keyset = computed(() => workspace.keyset(chosen.value) ?? workspace.custom.at(-1) ?? keysets.value[0]);
/** The file that the recipe writes now. */
const example = computed(() => {
  const { recipe } = written.value;
  const { catalogue } = workspace;
  if (!recipe || !catalogue || !keyset.value) return null;
  try {
    return writePreset(recipe, keyset.value, catalogue, platform.value, { edition: 1 });
  } catch (error) {
    return { name: '', text: problemsOf(error)[0]!.sentence, losses: [], fault: null };
  }
});
const lines = computed(() => (example.value?.text ?? '').split(/\r?\n/));
const MOST = 60;
async function save() {
  problems.value = [];
  try {
    await ask(
      'PUT /api/recipes/:id',
      { id: one.value!.id },
      { revision: one.value!.revision, recipe: written.value.recipe },
    );
    await load();
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
async function learnt(id: number) {
  await load();
  void set({ recipe: String(id) }, true);
}
</script>

<template>
  <PageHead
    >Preset files<template #beside
      ><small v-if="one">{{ one.recipe.name }}</small></template
    ></PageHead
  >
  <ProblemList :problems="failed ? [failed, ...problems] : problems" />
  <StateNote v-if="!recipes && !failed" loading />
  <div v-else-if="!one" class="scroll" tabindex="0" role="region" aria-label="First preset format">
    <StateNote title="No preset format yet">
      <p>A preset format describes the program’s shortcut files. Create one from a sample file, or via the API.</p>
    </StateNote>
    <LearnRecipe @made="learnt" />
  </div>
  <div v-else class="scroll" tabindex="0" role="region" aria-label="Preset format and an example">
    <div class="tools">
      <SelectField
        v-if="recipes!.length > 1"
        :model-value="String(one.id)"
        size="small"
        label="Preset format"
        style="width: 220px"
        @update:model-value="(id: string) => set({ recipe: id }, true)"
        :choices="recipes!.map((each) => ({ value: String(each.id), label: each.recipe.name }))"
      />
      <span role="status">{{ unsaved ? 'Unsaved changes' : 'Saved' }}</span>
      <button type="button" class="btn primary" :disabled="!unsaved || !written.recipe" @click="save">Save</button>
    </div>
    <div class="sides">
      <label
        >Preset format
        <textarea v-model="text" class="code" rows="24" spellcheck="false"></textarea>
        <span v-for="wrong in written.wrong" :key="wrong" class="wrong" role="alert">{{ wrong }}</span>
      </label>
      <div>
        <label class="of"
          >Example with keyset
          <SelectField
            :model-value="keyset?.id"
            size="small"
            label="Keyset of the example"
            @update:model-value="(id: number) => (chosen = id)"
            :choices="keysets.map((each) => ({ value: each.id, label: each.name }))"
          />
          <span class="mid">on {{ platformName(platform) }}</span>
        </label>
        <p v-if="example?.fault" class="wrong" role="alert">{{ example.fault.sentence }}</p>
        <pre v-if="example" class="code" tabindex="0" role="region" aria-label="Example file">{{
          lines.slice(0, MOST).join('\n')
        }}</pre>
        <p v-if="lines.length > MOST" class="mid">and {{ counted(lines.length - MOST, 'more line') }}</p>
        <h2 class="lost">Not supported by the file format</h2>
        <p v-if="!example?.losses.length" class="mid">Everything is included.</p>
        <p v-for="loss in example?.losses.slice(0, 12)" :key="loss">{{ loss }}</p>
        <p v-if="(example?.losses.length ?? 0) > 12" class="mid">and {{ example!.losses.length - 12 }} more</p>
      </div>
    </div>
    <ReadPresetFile v-if="written.recipe" :recipe="written.recipe" />
    <LearnRecipe @made="learnt" />
  </div>
</template>

<style scoped>
.scroll {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
}
.sides > * {
  display: block;
  min-width: 0;
}
.code {
  box-sizing: border-box;
  width: 100%;
  margin: 4px 0;
  padding: 8px;
  border: 1px solid var(--rule);
  border-radius: 0;
  background: var(--paper);
  color: var(--ink);
  font: 400 12px/1.45 var(--mono);
}
pre.code {
  max-height: 360px;
  overflow: auto;
}
.of {
  display: flex;
  gap: 8px;
  align-items: center;
}
.of .el-select {
  width: 180px;
}
.lost {
  margin: 10px 0 4px;
  font-size: 15px;
}
.wrong {
  display: block;
  color: var(--flag);
}
</style>
