<script setup lang="ts">
import { computed } from 'vue';
import { DETAIL_FIELDS, type Command, type CommandDetails, type CommandField } from '@crib/core/contract';
import ProblemList from '../../parts/ProblemList.vue';
import { useDraft } from '../../composables/useDraft.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** What helps to use a command: it can be added to a sealed release too, since nothing that was shipped changes by it. */
const props = defineProps<{ command: Command }>();
const workspace = useWorkspace();
const { problems, said, busy, send } = useSaving();

/** Lists are edited as text, with semicolons between their items. */
const FIELDS = Object.entries(DETAIL_FIELDS) as [keyof CommandDetails, CommandField][];
const stored = () => workspace.asStored(props.command.id) ?? props.command;
const { form, sending } = useDraft(
  `details in ${workspace.catalogue!.release.id}`,
  () => props.command.id,
  () =>
    Object.fromEntries(
      FIELDS.map(([field]) => {
        const value = stored()[field];
        return [field, Array.isArray(value) ? value.join('; ') : value];
      }),
    ) as Record<keyof CommandDetails, string | boolean>,
);
/** The form’s text fields. */
const texts = form as Record<keyof CommandDetails, string>;
const parts = (items: string) =>
  items
    .split(';')
    .map((one) => one.trim())
    .filter(Boolean);
/** The commands that it can be an argument of. */
const wholes = computed(() =>
  workspace.catalogue!.commands.filter((one) => !one.argumentOf && one.id !== props.command.id),
);
/** The choices for a field. */
function choices(field: keyof CommandDetails, { asks }: CommandField): { value: string; label: string }[] {
  const { commands } = workspace.catalogue!;
  if (asks?.from === 'values in use')
    return [...new Set(commands.map((one) => String(one[field])))]
      .filter(Boolean)
      .map((value) => ({ value, label: value }));
  return (asks?.from === 'whole commands' ? wholes.value : commands).map((one) => ({
    value: one.name,
    label: one.label,
  }));
}
const shown = computed(() =>
  FIELDS.flatMap(([field, facts]) => {
    const where = facts.asks?.where as keyof CommandDetails | undefined;
    return facts.asks && (!where || form[where]) ? [{ field, facts, asks: facts.asks }] : [];
  }),
);
async function save() {
  const { release } = workspace.catalogue!;
  const done = sending();
  const details = Object.fromEntries(
    FIELDS.map(([field, { kind, asks }]) => {
      if (asks?.where && !form[asks.where as keyof CommandDetails]) form[field] = '';
      return [field, kind === 'list' ? parts(String(form[field])) : form[field]];
    }),
  );
  const commands = [{ id: props.command.id, ...(details as Partial<CommandDetails>) }];
  if (await send('PUT /api/releases/:id/details', { id: release.id }, { commands }, 'Details saved.')) done();
}
</script>

<template>
  <form class="make" @submit.prevent="save">
    <div>
      <h2>{{ command.label }}</h2>
      <p class="under">Extra help for learners. Does not change the built-in data.</p>
    </div>
    <template v-for="{ field, facts, asks } in shown" :key="field">
      <ElCheckbox v-if="facts.kind === 'flag'" v-model="form[field]" :label="asks.label" />
      <FormField v-else-if="asks.from" :label="asks.label"
        ><SelectField
          v-model="texts[field]"
          filterable
          clearable
          :allow-create="asks.from === 'values in use'"
          :default-first-option="asks.from === 'values in use'"
          :placeholder="asks.example ?? ''"
          :choices="choices(field, facts)"
      /></FormField>
      <FormField v-else :label="asks.label"
        ><ElInput
          v-model="texts[field]"
          :maxlength="facts.kind === 'list' ? undefined : facts.most"
          :placeholder="asks.example ?? ''"
      /></FormField>
    </template>
    <ProblemList :problems="problems" />
    <p role="status">{{ said }}</p>
    <div class="actions"><button type="submit" class="btn primary" :disabled="busy">Save</button></div>
  </form>
</template>
