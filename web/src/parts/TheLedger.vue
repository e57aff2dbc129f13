<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import { useEventListener } from '@vueuse/core';
import { useVirtualizer } from '@tanstack/vue-virtual';
import type { Platform } from '@crib/core/keys';
import type { Shown } from '../words/chips.ts';
import type { ContextTree } from '@crib/core/catalogue';
import type { Command } from '@crib/core/contract';
import LedgerCell from './LedgerCell.vue';
import LedgerHead from './LedgerHead.vue';
import { COLUMN_WIDTH, type LedgerColumn, type LedgerRow } from './ledger.ts';
import { useGrid } from '../composables/useGrid.ts';

/**
 * One table whose rows are commands and whose columns are keysets. Only the rows in sight are in the page; arrow keys
 * move as the ARIA grid pattern says, with Shift they mark rows, Enter goes to the margin. Columns are moved, pinned and
 * resized at their heads, by pointer or by keyboard.
 */
const props = defineProps<{
  label: string;
  rows: readonly LedgerRow[];
  columns: readonly LedgerColumn[];
  selected: number | null;
  platform: Platform;
  how: Shown;
  tree: ContextTree;
  /** Rows that are marked besides the one selected. */
  marked?: ReadonlySet<number>;
  /** Columns can be moved, pinned, resized and taken out. */
  arranged?: boolean;
  widths?: Readonly<Record<number, number>>;
  pinned?: number;
  /** A shortcut on its way into a cell of the selected row. */
  pending?: { column: number; text: string } | null;
}>();
const emit = defineEmits<{
  select: [command: number];
  enter: [command: number];
  mark: [commands: ReadonlySet<number>];
  arrange: [columns: readonly number[]];
  resize: [column: number, width: number];
  pin: [count: number];
}>();

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
const NAME = 240;
/** Pinned columns, and those that were resized, have a width of their own; the others share what is left. */
const widthOf = (column: LedgerColumn, at: number) =>
  props.widths?.[column.id]
    ? `${props.widths[column.id]}px`
    : at < (props.pinned ?? 0)
      ? `${COLUMN_WIDTH}px`
      : `minmax(${COLUMN_WIDTH}px, 1fr)`;
const template = computed(() => `minmax(${NAME}px, 1.4fr) ${props.columns.map(widthOf).join(' ')}`);
const least = computed(
  () => NAME + props.columns.reduce((sum, column) => sum + (props.widths?.[column.id] ?? COLUMN_WIDTH), 0),
);
/** Where a pinned column stays while the others are scrolled; the names always stay. */
function stick(at: number) {
  if (!props.pinned || at >= props.pinned) return undefined;
  const left = props.columns
    .slice(0, at)
    .reduce((sum, column) => sum + (props.widths?.[column.id] ?? COLUMN_WIDTH), NAME);
  return { position: 'sticky' as const, left: `${left}px`, zIndex: 1 };
}
const shape = computed(() => ({ gridTemplateColumns: template.value, minWidth: `${least.value}px` }));

/** What of the width is in sight; cells beside it stay empty until they are scrolled to. */
const sight = ref({ left: 0, width: Infinity });
function look() {
  const { scrollLeft = 0, clientWidth = Infinity } = scroller.value ?? {};
  if (scrollLeft !== sight.value.left || clientWidth !== sight.value.width)
    sight.value = { left: scrollLeft, width: clientWidth };
}
const inSight = computed(() => {
  const { left, width } = sight.value;
  let from = NAME;
  return props.columns.map((column, at) => {
    const begins = from;
    from += props.widths?.[column.id] ?? COLUMN_WIDTH;
    const near = begins < left + width + COLUMN_WIDTH && from > left - COLUMN_WIDTH;
    return least.value <= width || at < (props.pinned ?? 0) || near || at + 1 === cursorColumn.value;
  });
});

/** Whether columns lie beyond the right edge. */
const further = computed(() => least.value - sight.value.left > sight.value.width + 1);

const cellId = (row: number, column: number) => `cell-${row}-${column}`;
const active = computed(() => (cursorRow.value < 0 ? undefined : cellId(cursorRow.value, cursorColumn.value)));

const reveal = (align: 'auto' | 'center') =>
  cursorRow.value >= 0 && virtual.value.scrollToIndex(cursorRow.value, { align });
watch(cursorRow, () => reveal('auto'));
onMounted(() => {
  look();
  requestAnimationFrame(() => reveal('center'));
});
useEventListener('resize', look);

const { onKey, clicked, isMarked } = useGrid({
  rows: () => props.rows,
  columns: () => props.columns.length,
  selected: () => props.selected,
  marked: () => props.marked,
  focused: (target) => target === scroller.value,
  cursorRow,
  cursorColumn,
  select: (id) => emit('select', id),
  enter: (id) => emit('enter', id),
  mark: (ids) => emit('mark', ids),
});

const commandAt = (index: number) => (props.rows[index] as { command: Command }).command;
defineExpose({ focus: () => scroller.value?.focus() });
</script>

<template>
  <div
    ref="scroller"
    class="ledger"
    :class="{ further }"
    role="grid"
    tabindex="0"
    :aria-label="label"
    :aria-rowcount="rows.length + 1"
    :aria-colcount="columns.length + 1"
    aria-multiselectable="true"
    :aria-activedescendant="active"
    @keydown="onKey"
    @scroll.passive="look"
    @mousedown.shift.prevent="scroller?.focus()"
  >
    <LedgerHead
      :columns="columns"
      :style="shape"
      :stick="stick"
      :arranged="arranged"
      :widths="widths"
      :pinned="pinned ?? 0"
      @arrange="(ids) => emit('arrange', ids)"
      @resize="(id, width) => emit('resize', id, width)"
      @pin="(count) => emit('pin', count)"
    />
    <div class="body" role="rowgroup" :style="{ height: `${virtual.getTotalSize()}px`, minWidth: `${least}px` }">
      <!-- Keyed by place, not by command: what is found anew is written into the rows that stand there. -->
      <template v-for="item in items" :key="item.index">
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
          :aria-selected="item.index === cursorRow || isMarked(item.index)"
          :class="{ selected: item.index === cursorRow, marked: isMarked(item.index) }"
          :style="{ transform: `translateY(${item.start}px)`, ...shape }"
          @click="clicked($event, item.index)"
        >
          <span
            :id="cellId(item.index, 0)"
            class="name"
            role="gridcell"
            aria-colindex="1"
            :class="{ cursor: item.index === cursorRow && cursorColumn === 0 }"
          >
            {{ commandAt(item.index).label }}
          </span>
          <span
            v-for="(column, at) in columns"
            :id="cellId(item.index, at + 1)"
            :key="column.key ?? column.id"
            role="gridcell"
            :aria-colindex="at + 2"
            class="cell"
            :style="stick(at)"
            :class="{ cursor: item.index === cursorRow && cursorColumn === at + 1 }"
          >
            <template v-if="!inSight[at]" />
            <span v-else-if="pending && item.index === cursorRow && pending.column === column.id" class="dashed">{{
              pending.text
            }}</span>
            <!-- Most cells of a wide ledger say that nothing differs: a word, without a component. -->
            <span v-else-if="column.cell(commandAt(item.index)).word === 'as base'" class="same">{{
              column.asBase
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
.same {
  color: var(--mid);
  font: 400 12px var(--mono);
}
.ledger {
  flex: 1;
  min-height: 0;
  overflow: auto;
  margin-right: -18px;
}
.ledger:focus-visible {
  outline-offset: -2px;
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
  background: var(--sheet);
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
  position: sticky;
  left: 0;
  z-index: 1;
  background: inherit;
  font-weight: 500;
}
.pinned {
  border-right: 1px solid var(--rule);
}
.cell {
  display: flex;
  background: inherit;
  flex-wrap: wrap;
  align-content: flex-start;
  align-items: center;
  gap: 14px 5px;
  height: 100%;
}
.row > .cell {
  padding-top: 6px;
}
/* More columns than fit: the edge says so, and the table scrolls. */
.ledger.further {
  border-right: 4px double var(--mid);
}
.marked {
  background: var(--tide-wash);
}
.selected {
  background: var(--tide-wash);
}
.selected > .name {
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
