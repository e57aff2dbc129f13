<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Platform } from '@crib/core/keys';
import type { Shown } from '../../words/chips.ts';
import type { SheetSection } from '@crib/core/contract';
import KeyChip from '../../parts/KeyChip.vue';
import { useWorkspace } from '../../stores/workspace.ts';
import { VueDraggable } from 'vue-draggable-plus';
import { move } from './useSheet.ts';

/** The lines of a section, in order, and putting commands in. */
const props = defineProps<{
  section: SheetSection;
  used: ReadonlySet<number>;
  keyset: number;
  platform: Platform;
  how: Shown;
}>();
const emit = defineEmits<{ change: [act: (section: SheetSection) => void]; add: [command: number] }>();
const workspace = useWorkspace();

const wanted = ref('');
const found = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean);
  const all = workspace.catalogue?.commands ?? [];
  return words.length
    ? all.filter((one) => words.every((word) => one.label.toLowerCase().includes(word))).slice(0, 12)
    : [];
});
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const keysOf = (command: number) => [
  ...new Set(
    workspace
      .effectiveOf(props.keyset, props.platform)
      .of(command)
      .map((one) => one.shortcut),
  ),
];
</script>

<template>
  <p class="under">Rows in print order</p>
  <VueDraggable
    :model-value="section.rows"
    handle=".grip"
    :animation="0"
    @update:model-value="(rows: SheetSection['rows']) => emit('change', (one) => (one.rows = rows))"
  >
    <div v-for="(row, at) in section.rows" :key="`${row.command} ${at}`" class="row">
      <div class="pair">
        <b class="grip">{{ label(row.command) }}</b>
        <span>
          <button
            type="button"
            class="btn plain"
            :aria-label="`Move ${label(row.command)} up`"
            :disabled="at === 0"
            @click="emit('change', (one) => move(one.rows, at, -1))"
          >
            ↑
          </button>
          <button
            type="button"
            class="btn plain"
            :aria-label="`Move ${label(row.command)} down`"
            :disabled="at === section.rows.length - 1"
            @click="emit('change', (one) => move(one.rows, at, 1))"
          >
            ↓
          </button>
          <button
            type="button"
            class="btn plain"
            :aria-label="`Remove ${label(row.command)} from the sheet`"
            @click="emit('change', (one) => one.rows.splice(at, 1))"
          >
            Remove
          </button>
        </span>
      </div>
      <ElInput
        :model-value="row.note"
        size="small"
        :aria-label="`Note to ${label(row.command)}`"
        placeholder="note"
        maxlength="240"
        @update:model-value="(note) => emit('change', (one) => (one.rows[at]!.note = String(note)))"
      />
    </div>
  </VueDraggable>
  <h3><label for="wanted">Add commands</label></h3>
  <ElInput id="wanted" v-model="wanted" placeholder="Search commands" clearable />
  <button v-for="command in found" :key="command.id" type="button" class="found" @click="emit('add', command.id)">
    <span>{{ command.label }}</span>
    <span v-if="used.has(command.id)" class="mid">add again</span>
    <KeyChip v-for="key in keysOf(command.id).slice(0, 1)" :key="key" :shortcut="key" :platform="platform" :how="how" />
  </button>
  <p v-if="wanted && !found.length" class="mid">No matching commands.</p>
</template>

<style scoped>
.row {
  padding: 4px 0 8px;
  border-bottom: 1px solid var(--rule);
}
.grip {
  cursor: grab;
}
.row .btn {
  margin-left: 8px;
}
.found {
  display: flex;
  width: 100%;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 5px 6px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.found:hover:not(:disabled) {
  background: var(--tide-wash);
}
</style>
