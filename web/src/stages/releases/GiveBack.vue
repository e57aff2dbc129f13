<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Command } from '@crib/core/contract';
import { show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import GiveTo from '../keysets/GiveTo.vue';

/** Gives a command back keys that it had, in the custom keyset in hand, where it does not have them now. */
const props = defineProps<{
  /** The command as it is in the release in hand. */
  command: Command;
  had: readonly { readonly shortcut: string; readonly context: number }[];
}>();
const workspace = useWorkspace();
const { customInHand: keyset, platform, style } = usePlace();
const done = ref('');
watch(
  () => props.command.id,
  () => (done.value = ''),
);
const former = computed(() => {
  if (!keyset.value || props.command.fixed) return [];
  const has = new Set(
    workspace
      .effectiveOf(keyset.value.id, platform.value)
      .of(props.command.id)
      .map((one) => one.shortcut),
  );
  const known = new Map(props.had.map((one) => [one.shortcut, one]));
  return [...known.values()].filter((one) => !has.has(one.shortcut)).slice(0, 3);
});
const there = (context: number) =>
  workspace.tree?.inOrder.some((one) => one.id === context) ? context : props.command.home;
</script>

<template>
  <template v-if="keyset && former.length">
    <h3>Restore the old shortcut</h3>
    <GiveTo
      v-for="one in former"
      :key="`${command.id} ${one.shortcut}`"
      :keyset="keyset"
      :command="command"
      :shortcut="one.shortcut"
      :context="there(one.context)"
      back
      :after="() => (done = `${command.label} has ${show(one.shortcut, platform, style)} again in ${keyset!.name}.`)"
    />
  </template>
  <p v-if="done" role="status">{{ done }}</p>
</template>
