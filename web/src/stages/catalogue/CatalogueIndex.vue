<script setup lang="ts">
import { computed } from 'vue';
import { commandCount } from '@crib/core/catalogue';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** The views of the catalogue stage beside the ledger. */
const workspace = useWorkspace();
const { route, appSlug, releaseLabel, luggage } = usePlace();
const params = computed(() => ({ app: appSlug.value, release: releaseLabel.value }));
const views = computed(() => [
  { name: 'catalogue', title: 'All commands', count: commandCount(workspace.catalogue?.commands ?? []) },
  { name: 'contexts', title: 'Contexts', count: workspace.catalogue?.contexts.length },
  { name: 'groups', title: 'Command groups', count: workspace.catalogue?.groups.length },
  { name: 'tasks', title: 'Tasks', count: workspace.catalogue?.runs.length },
  { name: 'usage', title: 'Usage', count: new Set(workspace.catalogue?.uses.map((one) => one.command)).size },
  { name: 'comments', title: 'Comments', count: undefined },
  { name: 'verification', title: 'Verification round', count: undefined },
  { name: 'key-handling', title: 'Key handling', count: undefined },
  { name: 'reserved', title: 'Reserved shortcuts', count: workspace.catalogue?.systemKeys.length },
]);
</script>

<template>
  <h2>{{ workspace.app?.name }}</h2>
  <p class="mid views">{{ releaseLabel }}, {{ workspace.catalogue?.release.sealedAt ? 'sealed' : 'open' }}</p>
  <IndexLine
    v-for="one in views"
    :key="one.name"
    :to="{ name: one.name, params, query: luggage }"
    :on="route.name === one.name"
    v-bind="one.count === undefined ? {} : { count: one.count }"
    >{{ one.title }}</IndexLine
  >
</template>
