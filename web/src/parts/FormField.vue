<script setup lang="ts">
import { provide, toRef } from 'vue';
import { FIELD_LABEL } from './field-label.ts';

/** A control with its label. Clicking the label focuses the control, and a control inside can inject the label as its name. */
const props = defineProps<{ label: string }>();
provide(FIELD_LABEL, toRef(props, 'label'));
</script>

<template>
  <label>{{ label }} <slot></slot></label>
</template>
