<script setup lang="ts">
import { computed } from 'vue';
import { rowsIn } from '@crib/core/sheet';
import type { SheetFacts, SheetSection } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import { useWorkspace } from '../../stores/workspace.ts';

/** The rows a rule gives: each can be pinned to the top or left out; and what has come and gone since the last edition. */
const props = defineProps<{ section: SheetSection; facts: SheetFacts; keyset: number }>();
const emit = defineEmits<{ change: [act: (section: SheetSection) => void] }>();
const workspace = useWorkspace();
const rows = computed(() =>
  workspace.opened ? rowsIn(props.section, workspace.opened, props.keyset, workspace.keyboards, props.facts) : [],
);
const pinned = computed(() => new Set(props.section.rows.map((one) => one.command)));
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const before = computed(
  () => props.facts.last?.sections.find((one) => one.title === props.section.title)?.rows ?? null,
);
const added = computed(() => {
  const known = new Set(before.value?.map((row) => row.command));
  return before.value
    ? rows.value.filter(({ command }) => !known.has(workspace.commands.get(command)?.name ?? ''))
    : [];
});
const dropped = computed(() => {
  const now = new Set(rows.value.map(({ command }) => workspace.commands.get(command)?.name));
  return (before.value ?? []).filter((row) => !now.has(row.command));
});
const pin = (command: number, note: string) => emit('change', (one) => one.rows.push({ command, note, lesson: null }));
const unpin = (command: number) =>
  emit('change', (one) => (one.rows = one.rows.filter((row) => row.command !== command)));
const leave = (command: number) =>
  emit('change', (one) => {
    one.rows = one.rows.filter((row) => row.command !== command);
    one.leftOut.push(command);
  });
const putBack = (command: number) =>
  emit('change', (one) => (one.leftOut = one.leftOut.filter((id) => id !== command)));
</script>

<template>
  <p class="under">{{ counted(rows.length, 'row') }} from the rule</p>
  <p v-if="added.length || dropped.length" class="mid">
    Since the last edition<template v-if="added.length"
      >: added {{ added.map((one) => label(one.command)).join(', ') }}</template
    ><template v-if="dropped.length">; removed {{ dropped.map((one) => one.label).join(', ') }}</template
    >.
  </p>
  <div v-for="(row, at) in rows" :key="`${row.command} ${at}`" class="row">
    <b>{{ label(row.command) }}</b>
    <span>
      <button
        type="button"
        class="btn plain"
        :aria-label="`${pinned.has(row.command) ? 'unpin' : 'pin'} ${label(row.command)}`"
        @click="pinned.has(row.command) ? unpin(row.command) : pin(row.command, row.note)"
      >
        {{ pinned.has(row.command) ? 'unpin' : 'pin' }}
      </button>
      <button
        type="button"
        class="btn plain"
        :aria-label="`leave out ${label(row.command)}`"
        @click="leave(row.command)"
      >
        leave out
      </button>
    </span>
    <ElInput
      v-if="pinned.has(row.command)"
      :model-value="row.note"
      size="small"
      class="note"
      maxlength="240"
      placeholder="note"
      :aria-label="`Note to ${label(row.command)}`"
      @update:model-value="
        (note) => emit('change', (one) => (one.rows.find((each) => each.command === row.command)!.note = String(note)))
      "
    />
  </div>
  <template v-if="section.leftOut.length">
    <h3>Excluded</h3>
    <p v-for="command in section.leftOut" :key="command" class="row">
      {{ label(command) }}
      <button type="button" class="btn plain" @click="putBack(command)">Include again</button>
    </p>
  </template>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 8px;
  margin: 0;
  padding: 4px 0 6px;
  border-bottom: 1px solid var(--hair);
}
.row .btn {
  margin-left: 8px;
}
.note {
  flex-basis: 100%;
}
</style>
