<script setup lang="ts">
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../composables/usePlace.ts';

/** What can be looked at of one keyset, and done with it. */
const props = defineProps<{ keyset: number; custom: boolean }>();
const { route, luggage } = usePlace();
const VIEWS = [
  ['keyset', 'Edits', false],
  ['conflicts', 'Conflicts', false],
  ['free', 'Free shortcuts', false],
  ['hand-travel', 'Hand travel', false],
  ['move', 'Move several shortcuts', true],
  ['trace', 'Trace a key press', false],
  ['compare', 'Compare keysets', false],
  ['history', 'History', true],
  ['carry', 'Carry forward', true],
  ['settings', 'Settings', false],
] as const;
const to = (name: string) => ({ name, params: { keyset: props.keyset }, query: luggage.value });
</script>

<template>
  <template v-for="[name, title, layers] in VIEWS" :key="name">
    <IndexLine v-if="custom || !layers" :to="to(name)" :on="route.name === name">{{ title }}</IndexLine>
  </template>
</template>
