<script setup lang="ts">
import type { Problem } from '@crib/core/error';

/** What stands where nothing else can: loading, an error with the next step, or an empty view. */
defineProps<{
  loading?: boolean;
  problem?: Problem | null;
  title?: string;
  /** It is all there is on the page. */
  whole?: boolean;
  /** It is all there is beside the index. */
  first?: boolean;
}>();
defineEmits<{ again: [] }>();
</script>

<template>
  <component :is="whole ? 'main' : 'section'" :id="whole ? 'work' : undefined" class="note" :class="{ whole }">
    <div class="lines" :role="problem ? 'alert' : 'status'">
      <template v-if="problem">
        <component :is="whole || first ? 'h1' : 'h2'">Something went wrong</component>
        <p>{{ problem.sentence }}</p>
        <button class="btn" type="button" @click="$emit('again')">Try again</button>
      </template>
      <template v-else-if="loading">
        <component :is="whole || first ? 'h1' : 'h2'">Loading…</component>
      </template>
      <template v-else>
        <component :is="whole || first ? 'h1' : 'h2'" v-if="title">{{ title }}</component>
        <slot />
      </template>
    </div>
  </component>
</template>

<style scoped>
.note {
  padding: 48px 20px;
}
.whole {
  background: var(--sheet);
}
.lines {
  display: grid;
  justify-items: start;
  gap: 10px;
  max-width: 52ch;
}
</style>
