<script setup lang="ts">
import { computed, ref } from 'vue';
import { canonicalOn } from '@crib/core/press';
import DeleteThing from '../../parts/DeleteThing.vue';
import KeyChip from '../../parts/KeyChip.vue';
import KeyField from '../../parts/KeyField.vue';
import OrderList from '../../parts/OrderList.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { useDraft } from '../../composables/useDraft.ts';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CatalogueIndex from './CatalogueIndex.vue';
import RunCompared from './RunCompared.vue';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** Runs: commands in the order a task uses them, each with its keys. */
const workspace = useWorkspace();
const { route, kept, set, platform, style, appSlug, keysetInHand, luggage } = usePlace();
const { problems, said, busy, send } = useSaving();
const asked = kept('run');
const runs = computed(() => workspace.catalogue?.runs ?? []);
const making = computed(() => asked.value === 'new');
const run = computed(() =>
  making.value ? null : (runs.value.find((one) => String(one.id) === asked.value) ?? runs.value[0] ?? null),
);
const shown = computed(() => workspace.keyset(keysetInHand.value) ?? workspace.shipped!);
const keysOf = (id: number) => [
  ...new Set(
    workspace
      .effectiveOf(shown.value.id, platform.value)
      .of(id)
      .map((held) => held.shortcut),
  ),
];
const label = (id: number) => workspace.commands.get(id)?.label ?? 'not in this release';

/** Steps have a number of their own: a command may come several times. */
interface Step {
  at: number;
  command: number;
}
const { form, sending } = useDraft(
  `run of ${appSlug.value}`,
  () => run.value?.id ?? 'new',
  () => ({
    name: run.value?.name ?? '',
    steps: (run.value?.steps ?? []).map((command, at): Step => ({ at, command })),
  }),
);
const steps = computed({
  get: () => form.steps,
  set: (list: Step[]) => (form.steps = list),
});
const stepOf = (command: number): Step => ({ at: 1 + Math.max(-1, ...form.steps.map((one) => one.at)), command });
const adding = ref<number | null>(null);
function add() {
  if (adding.value === null) return;
  steps.value.push(stepOf(adding.value));
  adding.value = null;
}
/** All members of a group, or all commands of a category, in their order. */
const bundles = computed(() => {
  const commands = workspace.catalogue?.commands ?? [];
  const categories = [...new Set(commands.map((one) => one.category))].filter(Boolean);
  return [
    ...(workspace.catalogue?.groups ?? []).map(({ id, name, members }) => ({ key: `group ${id}`, name, members })),
    ...categories.map((name) => ({
      key: `category ${name}`,
      name: `all of ${name}`,
      members: commands.filter((one) => one.category === name).map((one) => one.id),
    })),
  ];
});
const bundle = ref('');
function addAll() {
  const found = bundles.value.find((one) => one.key === bundle.value);
  for (const id of found?.members ?? []) if (workspace.commands.has(id)) steps.value.push(stepOf(id));
  bundle.value = '';
}
/** Who answers to keys that are pressed in the order of the task; several are asked about. */
const pressed = ref('');
const answering = computed(() => {
  const keyboard = workspace.keyboardOn(platform.value);
  const asked = pressed.value ? canonicalOn(pressed.value, keyboard) : null;
  if (!asked) return [];
  const found = workspace.weighedOf(shown.value.id).answering(asked, keyboard);
  return [...new Set(found.filter((one) => one.whole).map((one) => one.held.command))];
});
function takePressed(stored: string) {
  pressed.value = stored;
  if (answering.value.length === 1) choosePressed(answering.value[0]!);
}
function choosePressed(id: number) {
  steps.value.push(stepOf(id));
  pressed.value = '';
}
async function save() {
  const body = { name: form.name, steps: steps.value.map((one) => one.command) };
  const slug = appSlug.value;
  const done = sending();
  const saved = run.value
    ? await send('PUT /api/apps/:slug/runs/:id', { slug, id: run.value.id }, body, 'Task saved.')
    : await send('POST /api/apps/:slug/runs', { slug }, body, 'Task created.');
  if (!saved) return;
  done();
  asked.value = String(saved.id);
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
        <h3>Tasks</h3>
        <IndexLine
          v-for="one in runs"
          :key="one.id"
          :to="{ query: { ...route.query, run: String(one.id) } }"
          :on="one.id === run?.id"
          :count="one.steps.length"
          >{{ one.name }}</IndexLine
        >
      </template>
      <PageHead
        >{{ run ? run.name : 'Tasks'
        }}<template #beside><small>commands in the order people use them</small></template></PageHead
      >
      <div class="tools">
        <span>Shortcuts shown: {{ shown.name }}</span>
        <span class="end">
          <RouterLink
            v-if="run"
            class="btn"
            :to="{ name: 'catalogue', query: { ...luggage, group: 'run', run: String(run.id) } }"
            >Show commands in this order</RouterLink
          >
          <button type="button" class="btn" @click="set({ run: 'new' })">New task</button>
        </span>
      </div>
      <StateNote v-if="steps.length === 0" title="No steps yet">
        <p>Add the commands of the task in the panel on the right, one after another.</p>
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
          <h2>{{ run ? 'Edit task' : 'New task' }}</h2>
          <FormField label="Name"
            ><ElInput v-model="form.name" maxlength="120" required placeholder="Plotting a harbour approach"
          /></FormField>
          <FormField label="Next step"
            ><SelectField
              v-model="adding"
              filterable
              placeholder="search commands"
              @change="add"
              :choices="catalogue.commands.map((one) => ({ value: one.id, label: one.label }))"
          /></FormField>
          <FormField label="Add a whole group"
            ><SelectField
              v-model="bundle"
              filterable
              placeholder="group or category"
              @change="addAll"
              :choices="bundles.map((one) => ({ value: one.key, label: one.name }))"
          /></FormField>
          <KeyField
            :model-value="pressed"
            title="Or press the shortcuts in order"
            :platform="platform"
            :how="style"
            :typed-letters="catalogue.app.keyPolicy.typedLetters"
            @update:model-value="takePressed"
          >
            <p v-if="pressed && answering.length === 0" role="status">Not assigned in {{ shown.name }}.</p>
            <div v-else-if="answering.length > 1" role="group" aria-label="Choose a command">
              <button
                v-for="id in answering"
                :key="id"
                type="button"
                class="btn plain which"
                @click="choosePressed(id)"
              >
                {{ label(id) }}
              </button>
            </div>
          </KeyField>
          <ProblemList :problems="problems" />
          <p role="status">{{ said }}</p>
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="busy || !form.name">
              {{ run ? 'Save' : 'Create task' }}
            </button>
            <DeleteThing v-if="run" kind="run" :id="run.id" :name="run.name" @deleted="gone" />
          </div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.which {
  margin-right: 12px;
}
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
