<script setup lang="ts">
import { computed, ref, type StyleValue } from 'vue';
import { COLUMN_WIDTH, type LedgerColumn } from './ledger.ts';

/** The heads of a ledger's columns: moved, pinned, resized and taken out there, by pointer or by keyboard. */
const props = defineProps<{
  columns: readonly LedgerColumn[];
  stick: (at: number) => StyleValue;
  arranged?: boolean | undefined;
  widths?: Readonly<Record<number, number>> | undefined;
  pinned: number;
}>();
const emit = defineEmits<{
  arrange: [columns: readonly number[]];
  resize: [column: number, width: number];
  pin: [count: number];
}>();
const COLUMN_KEYS = 'Drag to reorder. Keyboard: Alt+arrows move, Shift+arrows resize, P pins, Delete hides the column';

const ids = computed(() => props.columns.map((column) => column.id));
/** Moves a column by one place, or to where it was dropped. */
function moveColumn(from: number, to: number) {
  if (to < 0 || to >= ids.value.length || from === to) return;
  const order = ids.value.filter((_, at) => at !== from);
  order.splice(to, 0, ids.value[from]!);
  emit('arrange', order);
}
const dragged = ref(-1);
let begun: { column: LedgerColumn; x: number; width: number } | null = null;
function grab(event: PointerEvent, column: LedgerColumn) {
  const head = (event.target as HTMLElement).parentElement!;
  begun = { column, x: event.clientX, width: head.offsetWidth };
  (event.target as HTMLElement).setPointerCapture(event.pointerId);
}
function pull(event: PointerEvent) {
  if (begun) emit('resize', begun.column.id, Math.max(80, Math.round(begun.width + event.clientX - begun.x)));
}
/** The keys of a column's head: Alt with the arrows moves it, Shift with the arrows makes it wider or narrower. */
function onHeadKey(event: KeyboardEvent, at: number) {
  const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  const column = props.columns[at]!;
  const wide = props.widths?.[column.id] ?? COLUMN_WIDTH;
  if (step && event.altKey) moveColumn(at, at + step);
  else if (step && event.shiftKey) emit('resize', column.id, Math.max(80, wide + step * 20));
  else if (event.key === 'Delete' && ids.value.length > 1)
    emit(
      'arrange',
      ids.value.filter((id) => id !== column.id),
    );
  else if (event.key === 'p') emit('pin', props.pinned === at + 1 ? 0 : at + 1);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div class="head" role="row" aria-rowindex="1">
    <span role="columnheader" aria-colindex="1" class="name">Command</span>
    <span
      v-for="(column, at) in columns"
      :key="column.id"
      role="columnheader"
      :aria-colindex="at + 2"
      :style="stick(at)"
      :class="{ arranged, pinned: at < pinned, over: dragged >= 0 && dragged !== at }"
      @dragover.prevent
      @drop.prevent="(moveColumn(dragged, at), (dragged = -1))"
    >
      <button
        v-if="arranged"
        type="button"
        class="title"
        draggable="true"
        :aria-label="`Column ${column.title}`"
        :title="COLUMN_KEYS"
        @keydown="onHeadKey($event, at)"
        @dragstart="dragged = at"
        @dragend="dragged = -1"
      >
        {{ column.title }}
      </button>
      <template v-else>{{ column.title }}</template>
      <small>{{ at < pinned ? 'pinned, ' : '' }}{{ column.sub }}</small>
      <i
        v-if="arranged"
        class="grip"
        aria-hidden="true"
        @pointerdown.prevent="grab($event, column)"
        @pointermove="pull"
        @pointerup="begun = null"
      />
    </span>
  </div>
</template>

<style scoped>
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
.head small {
  display: block;
  color: var(--mid);
  font: 400 11px var(--mono);
}
.head > span {
  position: relative;
  padding: 6px 8px;
  background: var(--sheet);
}
.head > .name {
  position: sticky;
}
.title {
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: grab;
}
.over {
  box-shadow: inset 1.5px 0 0 var(--rule);
}
.grip {
  position: absolute;
  top: 4px;
  right: 0;
  bottom: 4px;
  width: 7px;
  border-right: 1.5px solid var(--rule);
  cursor: col-resize;
  touch-action: none;
}
.grip:hover {
  border-color: var(--tide);
}
.name {
  left: 0;
  z-index: 2;
}
.pinned {
  border-right: 1px solid var(--rule);
}
</style>
