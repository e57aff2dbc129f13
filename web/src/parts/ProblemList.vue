<script setup lang="ts">
import type { Problem } from '@crib/core/error';

/** Problems where they concern the reader, announced as they come. */
defineProps<{ problems: readonly Problem[] }>();
</script>

<template>
  <ul v-if="problems.length" class="problems" role="alert">
    <li v-for="problem in problems" :key="problem.sentence">{{ problem.sentence }}</li>
  </ul>
</template>

<style scoped>
.problems {
  margin: 10px 0;
  padding: 8px 10px;
  background: var(--flag-wash);
  box-shadow: inset 3px 0 0 var(--flag);
  color: var(--flag-ink);
  list-style: none;
}
</style>
