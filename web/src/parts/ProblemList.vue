<script setup lang="ts">
import type { Problem } from '@crib/core/error';

/** Problems where they concern the reader, announced as they come. */
defineProps<{ problems: readonly Problem[] }>();
</script>

<template>
  <div v-if="problems.length" class="problems" role="alert">
    <ul>
      <li v-for="problem in problems" :key="problem.sentence">{{ problem.sentence }}</li>
    </ul>
  </div>
</template>

<style scoped>
.problems {
  margin: 10px 0;
  padding: 8px 10px;
  background: var(--flag-wash);
  box-shadow: inset 3px 0 0 var(--flag);
  color: var(--flag-ink);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
