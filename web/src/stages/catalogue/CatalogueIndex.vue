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
  { name: 'catalogue', title: 'The ledger', count: commandCount(workspace.catalogue?.commands ?? []) },
  { name: 'places', title: 'Places', count: workspace.catalogue?.contexts.length },
  { name: 'groups', title: 'Pairs and families', count: workspace.catalogue?.groups.length },
  { name: 'runs', title: 'Runs', count: workspace.catalogue?.runs.length },
  { name: 'uses', title: 'Use counts', count: new Set(workspace.catalogue?.uses.map((one) => one.command)).size },
  { name: 'remarks', title: 'Remarks', count: undefined },
  { name: 'round', title: 'Verification round', count: undefined },
  { name: 'policy', title: 'Key policy', count: undefined },
  { name: 'system-keys', title: 'System keys', count: workspace.catalogue?.systemKeys.length },
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
