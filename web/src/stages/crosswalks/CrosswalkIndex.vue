<script setup lang="ts">
import type { Crosswalk } from '@crib/core/contract';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** The views of a crosswalk. */
defineProps<{ crosswalk: Crosswalk | null }>();
const workspace = useWorkspace();
const { route, luggage } = usePlace();
const VIEWS = [
  ['judging', 'Judging'],
  ['tied-places', 'Places'],
  ['plan', 'The plan'],
  ['translator', 'Translator'],
  ['move-day', 'The first day'],
  ['hands', 'Hands in both'],
] as const;
</script>

<template>
  <h2>{{ workspace.app?.name }}</h2>
  <p v-if="crosswalk" class="mid views">from {{ crosswalk.from.name }} to {{ crosswalk.to.name }}</p>
  <IndexLine :to="{ name: 'crosswalks', query: luggage }" :on="route.name === 'crosswalks'">All crosswalks</IndexLine>
  <IndexLine :to="{ name: 'words', query: luggage }" :on="route.name === 'words'">Words of one meaning</IndexLine>
  <template v-if="crosswalk">
    <IndexLine
      v-for="[name, title] in VIEWS"
      :key="name"
      :to="{ name, params: { crosswalk: crosswalk.id }, query: luggage }"
      :on="route.name === name"
      >{{ title }}</IndexLine
    >
  </template>
</template>
