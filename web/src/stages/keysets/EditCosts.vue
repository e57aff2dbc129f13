<script setup lang="ts">
import { computed } from 'vue';
import type { Edit } from '@crib/core/contract';
import { useWorkspace } from '../../stores/workspace.ts';
import PastCost from '../releases/PastCost.vue';
import { useCosts } from '../releases/useCosts.ts';

/** What an edit that is being made would have cost at past releases: those are fetched when there is one. */
const props = defineProps<{ edit: Edit }>();
const workspace = useWorkspace();
const { costs } = useCosts(
  computed(() => [props.edit]),
  computed(() => workspace.catalogue?.release.id),
);
const cost = computed(() => [...costs.value.values()][0] ?? null);
</script>

<template><PastCost :cost="cost" /></template>
