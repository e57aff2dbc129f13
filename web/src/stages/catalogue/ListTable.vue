<script setup lang="ts">
import { computed, ref } from 'vue';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { MEANINGS, meaningName, type ColumnMeaning } from '@crib/core/list';
import type { ListReport } from '@crib/core/contract';
import SelectField from '../../parts/SelectField.vue';

/** The lines of a list as they stand in the file, under what their columns were understood to mean. */
const props = defineProps<{
  report: ListReport;
  rows: ListReport['rows'];
  platforms: readonly string[];
  line: number | null;
  cells: Readonly<Record<string, string>>;
}>();
const emit = defineEmits<{ meaning: [column: number, meaning: string]; choose: [line: number] }>();

const meanings = computed<ColumnMeaning[]>(() => [
  ...MEANINGS,
  ...props.platforms.map((one): ColumnMeaning => `shortcut ${one}`),
  'left out',
]);
const scroller = ref<HTMLElement | null>(null);
const virtual = useVirtualizer(
  computed(() => ({
    count: props.rows.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => 29,
    overscan: 12,
  })),
);
const width = (meaning: string) => (meaning === 'left out' ? 'minmax(0, 0.6fr)' : 'minmax(0, 1fr)');
const shape = computed(() => ({
  gridTemplateColumns: `44px ${props.report.columns.map((column) => width(column.meaning)).join(' ')}`,
  minWidth: `${44 + 104 * props.report.columns.length}px`,
}));
const labelAt = computed(() => props.report.columns.findIndex((column) => column.meaning === 'label'));
const isKeys = (meaning: string) => meaning.startsWith('shortcut');
</script>

<template>
  <div
    ref="scroller"
    class="raw"
    tabindex="0"
    role="table"
    aria-label="Rows of the list"
    :aria-rowcount="rows.length + 1"
  >
    <div class="head" role="row" :style="shape">
      <span role="columnheader">row</span>
      <span
        v-for="(column, index) in report.columns"
        :key="index"
        role="columnheader"
        :class="{ off: column.meaning === 'left out' }"
      >
        <SelectField
          size="small"
          :model-value="column.meaning"
          :label="`Meaning of ${column.heading}`"
          @update:model-value="(meaning: string) => emit('meaning', index, meaning)"
          :choices="meanings.map((one) => ({ value: one, label: meaningName(one) }))"
        />
        <small>{{ column.heading || 'no heading' }}</small>
      </span>
    </div>
    <div role="rowgroup" class="body" :style="{ height: `${virtual.getTotalSize()}px` }">
      <template v-for="item in virtual.getVirtualItems()" :key="item.index">
        <div
          v-if="rows[item.index]"
          role="row"
          class="row"
          :class="[rows[item.index]!.state, { on: rows[item.index]!.line === line }]"
          :style="{ ...shape, transform: `translateY(${item.start}px)` }"
          @click="rows[item.index]!.state === 'problem' && emit('choose', rows[item.index]!.line)"
        >
          <span role="rowheader" class="figures"
            >{{ rows[item.index]!.line
            }}<i v-if="rows[item.index]!.state === 'problem'" class="sr-only">, question</i></span
          >
          <span
            v-for="(column, index) in report.columns"
            :key="index"
            role="cell"
            :class="{ figures: isKeys(column.meaning), off: column.meaning === 'left out' }"
            >{{ cells[`${rows[item.index]!.line}:${index}`] ?? rows[item.index]!.cells[index] ?? ''
            }}<small v-if="index === labelAt && rows[item.index]!.section" class="section">{{
              rows[item.index]!.section
            }}</small></span
          >
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.raw {
  flex: 1;
  min-height: 0;
  overflow: auto;
  margin-right: -18px;
  font-size: 13px;
}
.head {
  position: sticky;
  top: 0;
  z-index: 1;
  display: grid;
  width: 100%;
  align-items: end;
  border-bottom: 1.5px solid var(--ink);
  background: var(--sheet);
}
.head > span {
  padding: 4px 8px 6px 0;
}
.head > span:first-child,
small {
  color: var(--mid);
  font: 400 11px var(--mono);
}
.section {
  display: inline;
  margin-left: 8px;
}
small {
  display: block;
  margin-top: 3px;
}
.head :deep(.el-select__wrapper) {
  border-bottom: 1.5px solid var(--ink);
  background: none;
  box-shadow: none !important;
  padding: 0 2px;
  font-weight: 600;
}
.head :deep(.el-select__wrapper.is-focused) {
  border-bottom-color: var(--tide);
}
.head .off :deep(.el-select__wrapper) {
  border-bottom-color: var(--rule);
  font-weight: 400;
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
  height: 29px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
}
.row > span {
  overflow: hidden;
  padding-right: 8px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.row > span:first-child {
  padding-left: 6px;
  color: var(--mid);
  font-size: 11px;
}
.row .figures {
  font-size: 12.5px;
}
.off {
  color: var(--mid);
}
.problem {
  background: var(--flag-wash);
  cursor: pointer;
}
.problem.on {
  box-shadow: inset 3px 0 0 var(--flag);
}
.new {
  box-shadow: inset 3px 0 0 var(--tide-wash);
}
.changed {
  background: var(--sun-wash);
}
</style>
