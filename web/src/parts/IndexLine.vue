<script setup lang="ts">
import { RouterLink, type RouteLocationRaw } from 'vue-router';

/** A line of the index: what it is, how many there are, and where it leads; without that it is pressed. */
defineProps<{ to?: RouteLocationRaw; on?: boolean; depth?: number; count?: number | string }>();
</script>

<template>
  <component
    :is="to ? RouterLink : 'button'"
    class="line"
    :class="{ on }"
    :style="{ paddingLeft: `${(depth ?? 0) * 14 + 20}px` }"
    v-bind="to ? { to, 'aria-current': on ? 'true' : undefined } : { type: 'button', 'aria-pressed': on }"
  >
    <span><slot /></span>
    <span v-if="count !== undefined" class="figures">{{ count }}</span>
  </component>
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: calc(100% + 20px);
  margin-left: -20px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
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
