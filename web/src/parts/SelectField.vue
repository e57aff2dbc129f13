<script lang="ts">
/** An option: its value and its label. */
interface Choice {
  readonly value: string | number | boolean;
  readonly label: string;
  readonly disabled?: boolean;
}
</script>
<script setup lang="ts" generic="Value extends string | number | boolean | object | null">
import { computed, inject } from 'vue';
import { FIELD_LABEL } from './field-label.ts';

/** A select for one choice or, with `multiple`, several. A string is its own label; null is skipped. Without `label`, its name is that of the form field. */
const { choices } = defineProps<{
  label?: string;
  choices: readonly (string | Choice | null)[];
  modelValue: Value | undefined;
}>();
const fieldLabel = inject(FIELD_LABEL, undefined);
const emit = defineEmits<{ 'update:modelValue': [value: Value] }>();
const options = computed(() =>
  choices
    .filter((one) => one !== null)
    .map((one): Choice => (typeof one === 'string' ? { value: one, label: one } : one)),
);
</script>

<template>
  <ElSelect
    :model-value="modelValue"
    :aria-label="label ?? fieldLabel ?? ''"
    @update:model-value="(value: unknown) => emit('update:modelValue', value as Value)"
  >
    <ElOption
      v-for="one in options"
      :key="String(one.value)"
      :value="one.value"
      :label="one.label"
      :disabled="one.disabled ?? false"
    />
  </ElSelect>
</template>
