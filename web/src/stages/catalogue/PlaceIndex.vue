<script setup lang="ts">
import { computed } from 'vue';
import type { Command } from '@crib/core/contract';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import PlatformSwitches from './PlatformSwitches.vue';

/** The index of a ledger: what is in hand, and the places where shortcuts work with the commands at home in each. */
const props = defineProps<{ title: string; under: string; commands: readonly Command[] }>();
const workspace = useWorkspace();
const { route } = usePlace();

const counts = computed(() => {
  const map = new Map<number, number>();
  for (const command of props.commands) map.set(command.home, (map.get(command.home) ?? 0) + 1);
  return map;
});
const where = computed(() => String(route.query['where'] ?? ''));
const to = (context: string) => ({ query: { ...route.query, where: context || undefined } });
</script>

<template>
  <h2>{{ title }}</h2>
  <p class="mid">{{ under }}</p>
  <PlatformSwitches />
  <h3>Where it works</h3>
  <IndexLine :to="to('')" :on="where === ''" :count="commands.length">All places</IndexLine>
  <IndexLine
    v-for="context in workspace.tree?.inOrder ?? []"
    :key="context.id"
    :to="to(String(context.id))"
    :on="where === String(context.id)"
    :depth="workspace.tree!.depth(context.id)"
    :count="counts.get(context.id) ?? 0"
  >
    {{ context.name }}
  </IndexLine>
  <slot />
</template>
