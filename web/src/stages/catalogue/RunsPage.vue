<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue';
import DeleteThing from '../../parts/DeleteThing.vue';
import KeyChip from '../../parts/KeyChip.vue';
import OrderList from '../../parts/OrderList.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CatalogueIndex from './CatalogueIndex.vue';
import RunCompared from './RunCompared.vue';
import { useSaving } from './useSaving.ts';

/** Runs: commands in the order a task uses them, each with its keys. */
const workspace = useWorkspace();
const { route, kept, set, platform, style, appSlug, luggage } = usePlace();
const { problems, said, busy, send } = useSaving();
const asked = kept('run');
const runs = computed(() => workspace.catalogue?.runs ?? []);
const making = computed(() => asked.value === 'new');
const run = computed(() =>
  making.value ? null : (runs.value.find((one) => String(one.id) === asked.value) ?? runs.value[0] ?? null),
);
const shown = computed(() => workspace.custom.at(-1) ?? workspace.shipped!);
const keysOf = (id: number) => [
  ...new Set(
    workspace
      .effectiveOf(shown.value.id, platform.value)
      .of(id)
      .map((held) => held.shortcut),
  ),
];
const label = (id: number) => workspace.commands.get(id)?.label ?? 'not in this release';

const form = reactive({ name: '' });
/** Steps have a number of their own: a command may come several times. */
const steps = ref<{ at: number; command: number }[]>([]);
let next = 0;
const stepOf = (command: number) => ({ at: next++, command });
watch(
  run,
  (one) => {
    form.name = one?.name ?? '';
    steps.value = (one?.steps ?? []).map(stepOf);
  },
  { immediate: true },
);
const adding = ref<number | null>(null);
function add() {
  if (adding.value === null) return;
  steps.value.push(stepOf(adding.value));
  adding.value = null;
}
async function save() {
  const body = { name: form.name, steps: steps.value.map((one) => one.command) };
  const base = `/api/apps/${appSlug.value}/runs`;
  const saved = run.value
    ? await send<{ id: number }>('PUT', `${base}/${run.value.id}`, body, 'Saved.')
    : await send<{ id: number }>('POST', base, body, 'Made.');
  if (saved) asked.value = String(saved.id);
}
async function gone() {
  asked.value = '';
  await workspace.reload();
}
</script>

<template>
  <ReleaseGate v-slot="{ catalogue }">
    <StageFrame>
      <template #index>
        <CatalogueIndex />
        <h3>Runs</h3>
        <IndexLine
          v-for="one in runs"
          :key="one.id"
          :to="{ query: { ...route.query, run: String(one.id) } }"
          :on="one.id === run?.id"
          :count="one.steps.length"
          >{{ one.name }}</IndexLine
        >
      </template>
      <h1>{{ run ? run.name : 'Runs' }}<small>commands in the order a task uses them</small></h1>
      <div class="tools">
        <span>Keys as in {{ shown.name }}</span>
        <span class="end">
          <RouterLink
            v-if="run"
            class="btn"
            :to="{ name: 'catalogue', query: { ...luggage, group: 'run', run: String(run.id) } }"
            >The ledger in this order</RouterLink
          >
          <button type="button" class="btn" @click="set({ run: 'new' })">Make a run</button>
        </span>
      </div>
      <StateNote v-if="steps.length === 0" title="No step yet">
        <p>Choose the commands that the task uses, one after another, in the margin.</p>
      </StateNote>
      <div v-else class="work-list">
        <OrderList v-model="steps" ruled :name="(step) => label(step.command)" :key-of="(step) => step.at">
          <template #default="{ item, at }">
            <span class="step"
              ><span class="figures mid">{{ at + 1 }}</span
              ><span>{{ label(item.command) }}</span>
              <span class="chips">
                <KeyChip
                  v-for="key in keysOf(item.command)"
                  :key="key"
                  :shortcut="key"
                  :platform="platform"
                  :how="style"
                />
                <span v-if="keysOf(item.command).length === 0" class="mid">none</span>
              </span></span
            >
          </template>
        </OrderList>
        <RunCompared :steps="steps.map((step) => step.command)" />
      </div>
      <template #margin>
        <form class="make" @submit.prevent="save">
          <h2>{{ run ? 'Correct it' : 'Make a run' }}</h2>
          <label
            >Name<ElInput v-model="form.name" maxlength="120" required placeholder="Plotting a harbour approach"
          /></label>
          <label
            >Next step
            <ElSelect v-model="adding" filterable aria-label="Next step" placeholder="a command" @change="add">
              <ElOption v-for="one in catalogue.commands" :key="one.id" :value="one.id" :label="one.label" />
            </ElSelect>
          </label>
          <ProblemList :problems="problems" />
          <p role="status">{{ said }}</p>
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="busy || !form.name">
              {{ run ? 'Save' : 'Make it' }}
            </button>
            <DeleteThing v-if="run" kind="run" :id="run.id" :name="run.name" @deleted="gone" />
          </div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.work-list {
  overflow-y: auto;
}
.step {
  display: grid;
  grid-template-columns: 34px 1fr 1fr;
  gap: 12px;
  align-items: center;
}
.chips {
  display: flex;
  gap: 5px;
}
</style>
