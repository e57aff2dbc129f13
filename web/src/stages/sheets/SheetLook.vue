<script setup lang="ts">
import { computed } from 'vue';
import { ROW_PARTS, SHEET_PAPERS, type SheetLook } from '@crib/core/contract';
import { leastAt } from '@crib/core/sheet';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** How a sheet is set: paper, columns, pages, how large the type has to be, and what a row says. */
const props = defineProps<{ look: SheetLook }>();
const emit = defineEmits<{ change: [part: Partial<SheetLook>] }>();
const PAPERS: Record<SheetLook['paper'], string> = {
  a4: 'A4',
  letter: 'Letter',
  a3: 'A3 poster',
  pocket: 'Pocket card, folded',
};
const PARTS: Record<(typeof ROW_PARTS)[number], string> = {
  place: 'Where it works',
  menu: 'Menu path',
  note: 'Note',
  'memory aid': 'Memory aid',
  origin: 'Built-in shortcut',
  needs: 'Requirements',
  then: 'Follow-up',
  sign: 'What the user sees',
  states: 'States and repeated presses',
  advice: 'Recommended alternative',
  lesson: 'Lesson',
  reason: 'Reason for an edit',
};
const least = computed(() =>
  props.look.distance === null ? '' : `at least ${Math.ceil(4 * leastAt(props.look.distance)) / 4} pt`,
);
/** What a sheet has besides its rows, or has not. */
const BESIDES = {
  sideBySide: 'All platforms side by side',
  ticks: 'Checkbox before each row',
  marks: 'Checkboxes: use it / want to learn / not for me',
  code: 'QR code with link',
  legend: 'Legend',
  marksNew: 'Mark what is new since the last edition',
} as const satisfies Partial<Record<keyof SheetLook, string>>;
const toggle = (part: (typeof ROW_PARTS)[number], on: boolean) =>
  emit('change', { parts: ROW_PARTS.filter((one) => (one === part ? on : props.look.parts.includes(one))) });
</script>

<template>
  <h3>Paper</h3>
  <FormField class="field" label="Size"
    ><SelectField
      :model-value="look.paper"
      size="small"
      label="Paper"
      @update:model-value="(paper: SheetLook['paper']) => emit('change', { paper })"
      :choices="SHEET_PAPERS.map((one) => ({ value: one, label: PAPERS[one] }))"
  /></FormField>
  <ElCheckbox
    v-if="look.paper !== 'pocket'"
    :model-value="look.landscape"
    label="Landscape"
    @update:model-value="(on) => emit('change', { landscape: Boolean(on) })"
  />
  <FormField v-if="look.paper !== 'pocket'" class="field" label="Columns"
    ><ElInputNumber
      :model-value="look.columns"
      :min="1"
      :max="5"
      size="small"
      controls-position="right"
      @update:model-value="(columns: number | undefined) => emit('change', { columns: columns ?? 3 })"
  /></FormField>
  <FormField class="field" label="Maximum pages"
    ><ElInputNumber
      :model-value="look.pages"
      :min="1"
      :max="12"
      size="small"
      controls-position="right"
      @update:model-value="(pages: number | undefined) => emit('change', { pages: pages ?? 1 })"
  /></FormField>
  <FormField class="field" label="Reading distance (cm)"
    ><ElInputNumber
      :model-value="look.distance ?? undefined"
      :min="20"
      :max="600"
      :step="10"
      size="small"
      controls-position="right"
      placeholder="any"
      @update:model-value="(distance: number | undefined) => emit('change', { distance: distance ?? null })"
  /></FormField>
  <p v-if="least" class="mid">{{ least }} to be readable at this distance</p>
  <ElCheckbox
    :model-value="look.largePrint"
    label="Large print, 16 pt or more"
    @update:model-value="(on) => emit('change', { largePrint: Boolean(on) })"
  />
  <h3>Show in each row</h3>
  <ElCheckbox
    v-for="part in ROW_PARTS"
    :key="part"
    :model-value="look.parts.includes(part)"
    :label="PARTS[part]"
    @update:model-value="(on) => toggle(part, Boolean(on))"
  />
  <h3>Also show</h3>
  <ElCheckbox
    v-for="(label, flag) in BESIDES"
    :key="flag"
    :model-value="look[flag]"
    :label="label"
    @update:model-value="(on) => emit('change', { [flag]: Boolean(on) })"
  />
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 8px;
  align-items: center;
  margin-bottom: 6px;
}
.el-checkbox {
  display: flex;
  height: auto;
  min-height: 28px;
}
</style>
