<script setup lang="ts">
/** What is typed or chosen, with what it is called; the name is read aloud with it, and a press on it goes there. */
defineProps<{ label: string }>();
</script>

<template>
  <label>{{ label }} <slot></slot></label>
</template>
