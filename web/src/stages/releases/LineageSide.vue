<script setup lang="ts">
import KeyChip from '../../parts/KeyChip.vue';
import { usePlace } from '../../composables/usePlace.ts';

/** A command, or a place, as one release has it. */
defineProps<{ name: string; menu: string; keys: readonly string[] }>();
const { platform, style } = usePlace();
</script>

<template>
  <span>
    <b>{{ name }}</b>
    <small v-if="menu">{{ menu }}</small>
    <KeyChip v-for="key in keys" :key="key" :shortcut="key" :platform="platform" :how="style" />
  </span>
</template>

<style scoped>
b,
small {
  display: block;
}
small {
  margin-bottom: 3px;
  color: var(--mid);
  font-size: 12px;
}
</style>
