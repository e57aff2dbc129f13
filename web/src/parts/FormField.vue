<script setup lang="ts">
import { provide, toRef } from 'vue';
import { FIELD_LABEL } from './field-label.ts';

/** What is typed or chosen, with what it is called; the name is read aloud with it, and a press on it goes there. */
const props = defineProps<{ label: string }>();
provide(FIELD_LABEL, toRef(props, 'label'));
</script>

<template>
  <label>{{ label }} <slot></slot></label>
</template>
