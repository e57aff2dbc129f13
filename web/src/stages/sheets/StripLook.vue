<script setup lang="ts">
import type { SheetLook } from '@crib/core/contract';
import { BOARDS, LAYOUTS, usualBoard, type Platform } from '@crib/core/keys';
import { layoutInHand } from '../../words/chips.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** For which keyboard strips and labels for keycaps are made, if a sheet has them. */
const props = defineProps<{ look: SheetLook; platform: Platform }>();
const emit = defineEmits<{ change: [part: Pick<SheetLook, 'strips'>] }>();
const turn = (on: boolean) =>
  emit('change', {
    strips: on ? { layout: layoutInHand.value.id, board: usualBoard(layoutInHand.value, props.platform).id } : null,
  });
const set = (part: Partial<NonNullable<SheetLook['strips']>>) =>
  emit('change', { strips: { ...props.look.strips!, ...part } });
</script>

<template>
  <h2>Strips and key labels</h2>
  <p class="under">
    Strips fit above the function or number keys; labels fit on the keys. They show every single-step shortcut on this
    sheet.
  </p>
  <ElCheckbox
    :model-value="look.strips !== null"
    label="Publish with the sheet"
    @update:model-value="(on) => turn(Boolean(on))"
  />
  <template v-if="look.strips">
    <FormField class="field" label="Keyboard"
      ><SelectField
        :model-value="look.strips.board"
        size="small"
        label="Keyboard"
        @update:model-value="(board: string) => set({ board })"
        :choices="BOARDS.map((one) => ({ value: one.id, label: one.name }))"
    /></FormField>
    <FormField class="field" label="Layout"
      ><SelectField
        :model-value="look.strips.layout"
        filterable
        size="small"
        label="Layout"
        @update:model-value="(layout: string) => set({ layout })"
        :choices="LAYOUTS.map((one) => ({ value: one.id, label: one.name }))"
    /></FormField>
    <p class="mid">Print at 100%. Check with the ruler on the page.</p>
  </template>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 90px 1fr;
  gap: 8px;
  align-items: center;
  margin: 6px 0;
}
</style>
