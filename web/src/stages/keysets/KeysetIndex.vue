<script setup lang="ts">
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../composables/usePlace.ts';

/** What can be looked at of one keyset, and done with it. */
const props = defineProps<{ keyset: number; custom: boolean }>();
const { route, luggage } = usePlace();
const VIEWS = [
  ['keyset', 'Edits', false],
  ['clashes', 'Clashes', false],
  ['room', 'Room left', false],
  ['reach', 'Reach and runs', false],
  ['move', 'Move a run of keys', true],
  ['trace', 'Trace a press', false],
  ['argued', 'Side by side', false],
  ['history', 'History', true],
  ['carry', 'Carry forward', true],
  ['about', 'Name, copies, file', false],
] as const;
const to = (name: string) => ({ name, params: { keyset: props.keyset }, query: luggage.value });
</script>

<template>
  <template v-for="[name, title, layers] in VIEWS" :key="name">
    <IndexLine v-if="custom || !layers" :to="to(name)" :on="route.name === name">{{ title }}</IndexLine>
  </template>
</template>
