<script setup lang="ts">
import { computed } from 'vue';
import {
  SHEET_ORDERS,
  type SheetFacts,
  type SheetFigure,
  type SheetRule,
  type SheetSection,
} from '@crib/core/contract';
import { layoutInHand } from '../../words/chips.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** What fills a section: by hand, or a rule with what it names; and in which order. */
const props = defineProps<{ section: SheetSection; facts: SheetFacts; custom: boolean }>();
const emit = defineEmits<{ change: [act: (section: SheetSection) => void] }>();
const workspace = useWorkspace();
type By = SheetRule['by'];
const RULES: Record<By, string> = {
  category: 'A category',
  place: 'All shortcuts in a context',
  run: 'A task, step by step',
  changed: 'Changed in this release',
  edits: 'All edits in the keyset',
  'edits since': 'Edits since the last edition',
  used: 'Most used',
  key: 'One key with all its modifiers',
  fixed: 'Fixed shortcuts',
  stuck: 'Emergency keys (Esc, Undo …)',
  coming: 'Coming from another program',
};
const ORDERS: Record<(typeof SHEET_ORDERS)[number], string> = {
  given: 'manual',
  menu: 'by menu',
  category: 'by category',
  alphabet: 'by name',
  key: 'by key',
};
const catalogue = computed(() => workspace.catalogue);
const categories = computed(() => [
  ...new Set((catalogue.value?.commands ?? []).map((one) => one.category).filter(Boolean)),
]);
const can = computed(() =>
  (Object.keys(RULES) as By[]).filter((by) =>
    by === 'run'
      ? catalogue.value?.runs.length
      : by === 'coming'
        ? props.facts.coming.length
        : by === 'edits' || by === 'edits since'
          ? props.custom
          : true,
  ),
);
/** A rule with the first of what it can name. */
function begun(by: By): SheetRule {
  switch (by) {
    case 'category':
      return { by, category: categories.value[0] ?? '' };
    case 'place':
      return { by, context: catalogue.value!.contexts[0]!.id };
    case 'run':
      return { by, run: catalogue.value!.runs[0]!.id };
    case 'used':
      return { by, most: 12 };
    case 'key':
      return { by, key: 'S' };
    case 'coming':
      return { by, crosswalk: props.facts.coming[0]!.crosswalk };
    default:
      return { by };
  }
}
/** Drawings stand in place of rows, for the layout in hand. */
const FIGURES: Record<SheetFigure['of'], string> = { reach: 'Keyboard map', room: 'Table of free shortcuts' };
const choose = (by: By | 'hand' | SheetFigure['of']) =>
  emit('change', (one) => {
    one.figure = by === 'reach' || by === 'room' ? { of: by, layout: layoutInHand.value.id, context: null } : null;
    one.rule = by === 'hand' || by === 'reach' || by === 'room' ? null : begun(by);
  });
const inPlace = (context: number) => emit('change', (one) => (one.figure = one.figure && { ...one.figure, context }));
const named = (rule: SheetRule) => emit('change', (one) => (one.rule = rule));
</script>

<template>
  <FormField class="field" label="Fill"
    ><SelectField
      :model-value="section.figure?.of ?? section.rule?.by ?? 'hand'"
      size="small"
      @update:model-value="choose"
      :choices="[
        { value: 'hand', label: 'manually' },
        ...can.map((by) => ({ value: by, label: RULES[by] })),
        ...Object.entries(FIGURES).map(([value, label]) => ({ value, label })),
      ]"
  /></FormField>
  <FormField v-if="section.figure" class="field" label="Context"
    ><SelectField
      :model-value="section.figure.context ?? workspace.tree?.root.id"
      size="small"
      label="Context of the chart"
      @update:model-value="inPlace"
      :choices="(workspace.tree?.inOrder ?? []).map((one) => ({ value: one.id, label: one.name }))"
  /></FormField>
  <template v-if="section.rule">
    <SelectField
      v-if="section.rule.by === 'category'"
      :model-value="section.rule.category"
      filterable
      size="small"
      label="Category"
      @update:model-value="(category: string) => named({ by: 'category', category })"
      :choices="categories"
    />
    <SelectField
      v-else-if="section.rule.by === 'place'"
      :model-value="section.rule.context"
      filterable
      size="small"
      label="Context"
      @update:model-value="(context: number) => named({ by: 'place', context })"
      :choices="(workspace.tree?.inOrder ?? []).map((one) => ({ value: one.id, label: workspace.tree!.path(one.id) }))"
    />
    <SelectField
      v-else-if="section.rule.by === 'run'"
      :model-value="section.rule.run"
      size="small"
      label="Task"
      @update:model-value="(run: number) => named({ by: 'run', run })"
      :choices="(catalogue?.runs ?? []).map((one) => ({ value: one.id, label: one.name }))"
    />
    <ElInputNumber
      v-else-if="section.rule.by === 'used'"
      :model-value="section.rule.most"
      :min="1"
      :max="100"
      size="small"
      controls-position="right"
      aria-label="Number of rows"
      @update:model-value="(most: number | undefined) => named({ by: 'used', most: most ?? 12 })"
    />
    <ElInput
      v-else-if="section.rule.by === 'key'"
      :model-value="section.rule.key"
      size="small"
      maxlength="40"
      aria-label="Key"
      @update:model-value="(key) => key && named({ by: 'key', key: String(key) })"
    />
    <SelectField
      v-else-if="section.rule.by === 'coming'"
      :model-value="section.rule.crosswalk"
      size="small"
      label="Previous program"
      @update:model-value="(crosswalk: number) => named({ by: 'coming', crosswalk })"
      :choices="facts.coming.map((one) => ({ value: one.crosswalk, label: one.from }))"
    />
  </template>
  <FormField class="field" label="Sort"
    ><SelectField
      :model-value="section.sort"
      size="small"
      @update:model-value="(sort: SheetSection['sort']) => emit('change', (one) => (one.sort = sort))"
      :choices="SHEET_ORDERS.map((one) => ({ value: one, label: ORDERS[one] }))"
  /></FormField>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  align-items: center;
  margin: 6px 0;
}
</style>
