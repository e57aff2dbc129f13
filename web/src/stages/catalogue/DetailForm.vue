<script setup lang="ts">
import { computed } from 'vue';
import type { Command } from '@crib/core/contract';
import ProblemList from '../../parts/ProblemList.vue';
import { useDraft } from '../../parts/useDraft.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from './useSaving.ts';

/** What helps to use a command: it can be added to a sealed release too, since nothing that was shipped changes by it. */
const props = defineProps<{ command: Command }>();
const workspace = useWorkspace();
const { problems, said, busy, send } = useSaving();

const { form, sending } = useDraft(
  `details in ${workspace.catalogue!.release.id}`,
  () => props.command.id,
  () => {
    const { states, presses, ...stored } = workspace.asStored(props.command.id) ?? props.command;
    const { step, sign, satisfiedBy, setting, keyList, keyListSince, unshown, argumentOf, argument } = stored;
    const lists = { states: states.join('; '), presses: presses.join('; ') };
    return { ...lists, step, sign, satisfiedBy, setting, keyList, keyListSince, unshown, argumentOf, argument };
  },
);
const parts = (text: string) =>
  text
    .split(';')
    .map((one) => one.trim())
    .filter(Boolean);
/** The commands that it can be an argument of. */
const wholes = computed(() =>
  workspace.catalogue!.commands.filter((one) => !one.argumentOf && one.id !== props.command.id),
);
const lists = computed(() => [...new Set(workspace.catalogue!.commands.map((one) => one.keyList))].filter(Boolean));
async function save() {
  const { release } = workspace.catalogue!;
  const { states, presses, ...lines } = form;
  const done = sending();
  if (!lines.argumentOf) lines.argument = '';
  const commands = [{ id: props.command.id, ...lines, states: parts(states), presses: parts(presses) }];
  if (await send('PUT /api/releases/:id/details', { id: release.id }, { commands }, 'Saved.')) done();
}
</script>

<template>
  <form class="make" @submit.prevent="save">
    <div>
      <h2>{{ command.label }}</h2>
      <p class="under">Helps to use it. Nothing that was shipped changes by it.</p>
    </div>
    <label>The user sees<ElInput v-model="form.sign" maxlength="240" placeholder="a cross at the pointer" /></label>
    <label>Goes through<ElInput v-model="form.states" placeholder="day; dusk; night, parted by ;" /></label>
    <label>Each press<ElInput v-model="form.presses" placeholder="a minute; five minutes, parted by ;" /></label>
    <label>Steps by<ElInput v-model="form.step" maxlength="120" placeholder="0.1 m; ×10 with Shift" /></label>
    <label
      >What it needs is done by
      <ElSelect
        v-model="form.satisfiedBy"
        filterable
        clearable
        aria-label="What it needs is done by"
        placeholder="nothing"
      >
        <ElOption
          v-for="one in workspace.catalogue?.commands ?? []"
          :key="one.id"
          :value="one.name"
          :label="one.label"
        />
      </ElSelect>
    </label>
    <label
      >Setting that changes it<ElInput
        v-model="form.setting"
        maxlength="240"
        placeholder="Snap step, shipped 0.1, under Preferences › Drawing"
    /></label>
    <label
      >Its key is changed in
      <ElSelect
        v-model="form.keyList"
        filterable
        allow-create
        clearable
        default-first-option
        aria-label="Its key is changed in"
        placeholder="which of the program’s lists"
      >
        <ElOption v-for="one in lists" :key="one" :value="one" :label="one" />
      </ElSelect>
    </label>
    <label>In that list since<ElInput v-model="form.keyListSince" maxlength="40" placeholder="7.0.2" /></label>
    <label
      >It is an argument of
      <ElSelect
        v-model="form.argumentOf"
        filterable
        clearable
        aria-label="It is an argument of"
        placeholder="no command"
      >
        <ElOption v-for="one in wholes" :key="one.id" :value="one.name" :label="one.label" />
      </ElSelect>
    </label>
    <label v-if="form.argumentOf">Its value<ElInput v-model="form.argument" maxlength="120" placeholder="5 m" /></label>
    <ElCheckbox v-model="form.unshown" label="Works though the program does not show it" />
    <ProblemList :problems="problems" />
    <p role="status">{{ said }}</p>
    <div class="actions"><button type="submit" class="btn primary" :disabled="busy">Save</button></div>
  </form>
</template>
