<script lang="ts">
/** One choice of a list: what it stands for, and how it is written. */
interface Choice {
  readonly value: string | number | boolean;
  readonly label: string;
  readonly disabled?: boolean;
}
</script>
<script setup lang="ts" generic="Value extends string | number | boolean | object | null">
import { computed, inject } from 'vue';
import { FIELD_LABEL } from './field-label.ts';

/**
 * A list of choices, of which one is taken or, with `multiple`, several. A text stands for itself, null for nothing. In
 * a field of a form it has the field's name.
 */
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
