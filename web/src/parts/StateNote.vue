<script setup lang="ts">
import type { Problem } from '@crib/core/error';

/** What stands where nothing else can: loading, an error with the next step, or an empty view. */
defineProps<{ loading?: boolean; problem?: Problem | null; title?: string }>();
defineEmits<{ again: [] }>();
</script>

<template>
  <section class="note" :role="problem ? 'alert' : 'status'">
    <template v-if="problem">
      <h2>That did not work</h2>
      <p>{{ problem.sentence }}</p>
      <button class="btn" type="button" @click="$emit('again')">Try again</button>
    </template>
    <template v-else-if="loading">
      <h2>Opening the ledger…</h2>
    </template>
    <template v-else>
      <h2 v-if="title">{{ title }}</h2>
      <slot />
    </template>
  </section>
</template>

<style scoped>
.note {
  display: grid;
  justify-items: start;
  gap: 10px;
  max-width: 52ch;
  padding: 48px 20px;
}
</style>
