<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router';

/** A line of the index: what it is, how many there are, and where it leads. */
defineProps<{ to: RouteLocationRaw; on?: boolean; depth?: number; count?: number | string }>();
</script>

<template>
  <RouterLink
    class="line"
    :to="to"
    :class="{ on }"
    :style="{ paddingLeft: `${(depth ?? 0) * 14 + 20}px` }"
    :aria-current="on ? 'true' : undefined"
  >
    <span><slot /></span>
    <span v-if="count !== undefined" class="figures">{{ count }}</span>
  </RouterLink>
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  margin-left: -20px;
  padding: 3px 10px 3px 20px;
  text-decoration: none;
}
.line:hover {
  background: var(--tide-wash);
}
.line:focus-visible {
  outline-offset: -2px;
}
.on {
  background: var(--tide-wash);
  box-shadow: inset 3px 0 0 var(--tide);
  font-weight: 700;
}
.figures {
  color: var(--mid);
  font-size: 12px;
  font-weight: 400;
}
</style>
