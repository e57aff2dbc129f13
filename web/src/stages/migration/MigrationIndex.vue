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
  ['mapping', 'Mapping'],
  ['matched-contexts', 'Contexts'],
  ['plan', 'Plan'],
  ['translator', 'Translator'],
  ['move-day', 'First-day problems'],
  ['both-programs', 'Using both programs'],
] as const;
</script>

<template>
  <h2>{{ workspace.app?.name }}</h2>
  <p v-if="crosswalk" class="mid views">from {{ crosswalk.from.name }} to {{ crosswalk.to.name }}</p>
  <IndexLine :to="{ name: 'migration', query: luggage }" :on="route.name === 'migration'">All mappings</IndexLine>
  <IndexLine :to="{ name: 'synonyms', query: luggage }" :on="route.name === 'synonyms'">Synonyms</IndexLine>
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
