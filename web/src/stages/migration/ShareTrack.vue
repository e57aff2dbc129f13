<script setup lang="ts">
import { computed } from 'vue';
import type { MoveFigures } from '@crib/core/crosswalk';

/** What becomes of old presses, on one scale: how many stay, mislead, and do nothing. */
const props = defineProps<{ figures: MoveFigures }>();
const percent = (part: number) => (props.figures.all ? Math.round((100 * part) / props.figures.all) : 0);
const parts = computed(() => {
  const { stays, misleads, dead } = props.figures;
  return { stays: percent(stays), misleads: percent(misleads), dead: percent(dead) };
});
</script>

<template>
  <span
    class="track"
    role="img"
    :aria-label="`${parts.stays}% of old shortcuts stay the same, ${parts.misleads}% run another command, ${parts.dead}% do nothing`"
    ><i v-for="(share, name) in parts" :key="name" :class="name" :style="{ width: `${share}%` }"></i
  ></span>
</template>

<style scoped>
.track {
  display: flex;
  height: 12px;
  background: var(--hair);
}
.track i {
  display: block;
  height: 100%;
}
.stays {
  background: var(--ink);
}
.misleads {
  background: var(--flag);
}
.dead {
  background: var(--rule);
}
</style>
