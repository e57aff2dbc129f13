<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { onBeforeRouteUpdate } from 'vue-router';
import { readSets, writtenSets } from '@crib/core/crosswalk';
import type { WordSectionSaid } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import IndexLine from '../../parts/IndexLine.vue';
import ProblemList from '../../parts/ProblemList.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import { holdUnsaved, mayLeave } from '../../composables/unsaved.ts';
import { useDoing } from '../../composables/useDoing.ts';
import { usePlace } from '../../composables/usePlace.ts';
import MigrationIndex from './MigrationIndex.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** The words that proposals take for one another, by field: each line a set of words of one meaning. */
const { kept, set } = usePlace();
const sections = shallowRef<readonly WordSectionSaid[] | null>(null);
const problem = shallowRef<Problem | null>(null);
const { problems, said, busy, doing } = useDoing();
const text = ref('');
const named = ref('');
const at = kept('section');
const NEW = '+';
const selected = computed(
  () => sections.value?.find((one) => one.name === at.value) ?? (at.value === NEW ? null : sections.value?.[0]) ?? null,
);
const stands = computed(() => (selected.value ? writtenSets(selected.value.sets) : ''));
const read = computed(() => readSets(text.value));
const changed = computed(() => text.value.trim() !== stands.value.trim());
async function load() {
  problem.value = null;
  try {
    sections.value = await ask('GET /api/words');
  } catch (error) {
    problem.value = problemsOf(error)[0] ?? null;
  }
}
void load();
watch([selected, stands], () => (text.value = stands.value), { immediate: true });
const send = (work: () => Promise<WordSectionSaid[]>, sentence: string) =>
  doing(async () => void (sections.value = await work()), sentence);
async function save() {
  const name = selected.value?.name ?? named.value.trim();
  if (read.value.problems.length) return (problems.value = read.value.problems);
  await send(
    () => ask('PUT /api/words', {}, { name, revision: selected.value?.revision ?? 0, sets: read.value.sets }),
    'Saved. Suggestions now use these synonyms.',
  );
  if (problems.value.length || selected.value) return;
  text.value = stands.value;
  await set({ section: name }, true);
}
const restore = () =>
  send(
    () => ask('DELETE /api/words/:name', { name: selected.value!.name }),
    selected.value!.shipped ? 'Section reset.' : 'Section deleted.',
  );
holdUnsaved(
  () => changed.value,
  () => (text.value = stands.value),
);
onBeforeRouteUpdate((to, from) => to.query['section'] === from.query['section'] || mayLeave());
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index>
        <MigrationIndex :crosswalk="null" />
        <h3>Sections</h3>
        <IndexLine
          v-for="one in sections ?? []"
          :key="one.name"
          :on="one.name === selected?.name"
          :count="one.sets.length"
          @click="set({ section: one.name })"
          >{{ one.name }}</IndexLine
        >
        <IndexLine :on="at === NEW" @click="set({ section: NEW })">New section</IndexLine>
      </template>
      <StateNote v-if="problem" first :problem="problem" @again="load" />
      <StateNote v-else-if="!sections" first loading />
      <template v-else>
        <PageHead
          >Synonyms<template #beside
            ><small>{{ selected ? selected.name : 'new section' }}</small></template
          ></PageHead
        >
        <ElInput
          v-model="text"
          type="textarea"
          :rows="24"
          resize="none"
          class="words"
          spellcheck="false"
          :aria-label="`Synonyms, ${selected?.name ?? 'new section'}`"
          placeholder="sounding depth fathom"
        />
        <div class="foot">
          <span>{{ counted(read.sets.length, 'group') }}, one per line</span>
        </div>
      </template>
      <template #margin>
        <form v-if="sections" class="make" @submit.prevent="save">
          <h2>{{ selected?.name ?? 'New section' }}</h2>
          <p class="under">
            {{
              !selected
                ? 'Your own subject area: terms your programs use.'
                : !selected.shipped
                  ? 'Added in this workspace.'
                  : selected.revision
                    ? 'Included with Crib; edited in this workspace.'
                    : 'As it ships with Crib.'
            }}
          </p>
          <p>Each line is a group of synonyms. Suggestions treat them as equal.</p>
          <FormField v-if="!selected" label="Name"
            ><ElInput v-model="named" maxlength="60" placeholder="Plotting room"
          /></FormField>
          <ProblemList :problems="problems" />
          <p role="status">{{ said }}</p>
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="busy || !changed || (!selected && !named.trim())">
              Save
            </button>
            <button v-if="selected?.revision" type="button" class="btn" :disabled="busy" @click="restore">
              {{ selected.shipped ? 'Reset section' : 'Delete section' }}
            </button>
          </div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.words {
  margin-top: 14px;
}
.words :deep(textarea) {
  font: 13.5px/1.7 var(--mono);
}
</style>
