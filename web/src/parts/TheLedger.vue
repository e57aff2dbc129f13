<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import { useVirtualizer } from '@tanstack/vue-virtual';
import type { Platform, Style } from '@crib/core/keys';
import type { ContextTree } from '@crib/core/catalogue';
import type { Command } from '@crib/core/contract';
import LedgerCell from './LedgerCell.vue';
import type { LedgerColumn, LedgerRow } from './ledger.ts';

/**
 * One table whose rows are commands and whose columns are keysets. Only the rows in sight are in the page; arrow keys
 * move as the ARIA grid pattern says, Enter goes to the margin.
 */
const props = defineProps<{
  label: string;
  rows: readonly LedgerRow[];
  columns: readonly LedgerColumn[];
  selected: number | null;
  platform: Platform;
  how: Style;
  tree: ContextTree;
  /** A shortcut on its way into a cell of the selected row. */
  pending?: { column: number; text: string } | null;
}>();
const emit = defineEmits<{ select: [command: number]; enter: [command: number] }>();

const scroller = ref<HTMLElement | null>(null);
const virtual = useVirtualizer(
  computed(() => ({
    count: props.rows.length,
    getScrollElement: () => scroller.value,
    estimateSize: (index: number) => (props.rows[index]?.kind === 'group' ? 27 : 34),
    getItemKey: (index: number) => props.rows[index]?.key ?? index,
    overscan: 4,
  })),
);
const items = computed(() => virtual.value.getVirtualItems());

const cursorRow = computed(() =>
  props.rows.findIndex((row) => row.kind === 'command' && row.command.id === props.selected),
);
const cursorColumn = ref(0);
const template = computed(() => `minmax(220px, 1.6fr) repeat(${props.columns.length}, minmax(150px, 1fr))`);
const cellId = (row: number, column: number) => `cell-${row}-${column}`;
const active = computed(() => (cursorRow.value < 0 ? undefined : cellId(cursorRow.value, cursorColumn.value)));

const reveal = (align: 'auto' | 'center') =>
  cursorRow.value >= 0 && virtual.value.scrollToIndex(cursorRow.value, { align });
watch(cursorRow, () => reveal('auto'));
onMounted(() => requestAnimationFrame(() => reveal('center')));

/** The nearest command row from `from` on, in a direction. */
function commandFrom(from: number, step: 1 | -1): number {
  let row = Math.max(0, Math.min(props.rows.length - 1, from));
  while (props.rows[row] && props.rows[row]!.kind !== 'command') row += step;
  return row;
}
function go(row: number) {
  const target = props.rows[row];
  if (target?.kind === 'command') emit('select', target.command.id);
}

const PAGE = 14;
function onKey(event: KeyboardEvent) {
  const { ctrlKey, key } = event;
  const row = cursorRow.value;
  const last = props.rows.length - 1;
  const moves: Record<string, () => void> = {
    ArrowDown: () => go(commandFrom(row + 1, 1)),
    ArrowUp: () => go(commandFrom(row < 0 ? 0 : row - 1, row <= 1 ? 1 : -1)),
    PageDown: () => go(commandFrom(row + PAGE, row + PAGE > last ? -1 : 1)),
    PageUp: () => go(commandFrom(row - PAGE, 1)),
    ArrowRight: () => (cursorColumn.value = Math.min(props.columns.length, cursorColumn.value + 1)),
    ArrowLeft: () => (cursorColumn.value = Math.max(0, cursorColumn.value - 1)),
    Home: () => (ctrlKey ? go(commandFrom(0, 1)) : (cursorColumn.value = 0)),
    End: () => (ctrlKey ? go(commandFrom(last, -1)) : (cursorColumn.value = props.columns.length)),
    Enter: () => props.selected !== null && emit('enter', props.selected),
  };
  const move = moves[key];
  if (!move || event.altKey || event.metaKey) return;
  event.preventDefault();
  move();
}

const commandAt = (index: number) => (props.rows[index] as { command: Command }).command;
defineExpose({ focus: () => scroller.value?.focus() });
</script>

<template>
  <div
    ref="scroller"
    class="ledger"
    role="grid"
    tabindex="0"
    :aria-label="label"
    :aria-rowcount="rows.length + 1"
    :aria-colcount="columns.length + 1"
    :aria-activedescendant="active"
    @keydown="onKey"
  >
    <div class="head" role="row" aria-rowindex="1" :style="{ gridTemplateColumns: template }">
      <span role="columnheader">Command</span>
      <span v-for="column in columns" :key="column.id" role="columnheader">
        {{ column.title }}<small>{{ column.sub }}</small>
      </span>
    </div>
    <div class="body" role="rowgroup" :style="{ height: `${virtual.getTotalSize()}px` }">
      <template v-for="item in items" :key="String(item.key)">
        <div
          v-if="rows[item.index]?.kind === 'group'"
          class="row group"
          role="row"
          :aria-rowindex="item.index + 2"
          :style="{ transform: `translateY(${item.start}px)` }"
        >
          <span role="gridcell" :aria-colspan="columns.length + 1">{{
            (rows[item.index] as { title: string }).title
          }}</span>
        </div>
        <div
          v-else-if="rows[item.index]"
          class="row"
          role="row"
          :aria-rowindex="item.index + 2"
          :aria-selected="item.index === cursorRow"
          :class="{ selected: item.index === cursorRow }"
          :style="{ transform: `translateY(${item.start}px)`, gridTemplateColumns: template }"
          @click="go(item.index)"
        >
          <span
            :id="cellId(item.index, 0)"
            class="name"
            role="gridcell"
            :class="{ cursor: item.index === cursorRow && cursorColumn === 0 }"
          >
            {{ commandAt(item.index).label }}
          </span>
          <span
            v-for="(column, at) in columns"
            :id="cellId(item.index, at + 1)"
            :key="column.id"
            role="gridcell"
            class="cell"
            :class="{ cursor: item.index === cursorRow && cursorColumn === at + 1 }"
          >
            <span v-if="pending && item.index === cursorRow && pending.column === column.id" class="dashed">{{
              pending.text
            }}</span>
            <LedgerCell
              v-else
              :command="commandAt(item.index)"
              :column="column"
              :platform="platform"
              :how="how"
              :tree="tree"
            />
          </span>
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.ledger {
  flex: 1;
  min-height: 0;
  overflow: auto;
  margin-right: -18px;
}
.ledger:focus-visible {
  outline-offset: -2px;
}
.head {
  position: sticky;
  top: 0;
  z-index: 1;
  display: grid;
  align-items: end;
  border-bottom: 1.5px solid var(--ink);
  background: var(--sheet);
  font: 600 12px var(--mono);
}
.head > span {
  padding: 6px 8px;
}
.head small {
  display: block;
  color: var(--mid);
  font: 400 11px var(--mono);
}
.body {
  position: relative;
}
.row {
  position: absolute;
  top: 0;
  left: 0;
  display: grid;
  width: 100%;
  height: 34px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
  cursor: default;
}
.row.group {
  height: 27px;
  background: var(--paper);
  color: var(--mid);
  font: 600 12px var(--mono);
}
.row > span {
  overflow: hidden;
  padding: 0 8px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.row.group > span {
  grid-column: 1 / -1;
}
.name {
  font-weight: 500;
}
.cell {
  display: flex;
  align-items: center;
  gap: 5px;
  height: 100%;
}
.selected {
  background: var(--tide-wash);
  box-shadow: inset 3px 0 0 var(--tide);
}
.ledger:focus-visible .cursor {
  box-shadow: inset 0 0 0 1.5px var(--tide);
}
:deep(.dashed),
.dashed {
  padding: 1px 8px;
  border: 1.5px dashed var(--tide);
  font: 560 12.5px var(--mono);
}
</style>
