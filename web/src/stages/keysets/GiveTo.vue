<script setup lang="ts">
import { computed, toRef, watch } from 'vue';
import type { Command, CustomKeyset } from '@crib/core/contract';
import ProblemList from '../../parts/ProblemList.vue';
import { show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import FollowUps from './FollowUps.vue';
import WhatFollows from './WhatFollows.vue';
import { useEdit } from './useEdit.ts';

/** Gives a command a press that is known already, with one button: what follows from it is told first. */
const props = defineProps<{
  keyset: CustomKeyset;
  command: Command;
  shortcut: string;
  context: number;
  /** It had the keys before. */
  back?: boolean;
  /** Called when it is saved; the button may be gone by then. */
  after?: () => void;
}>();
const { platform, style } = usePlace();
const edit = useEdit(toRef(props, 'keyset'), toRef(props, 'command'));
watch(
  () => [props.command.id, props.shortcut, props.context],
  () => {
    edit.shortcut.value = props.shortcut;
    edit.context.value = props.context;
  },
  { immediate: true },
);
const { outcome, owner, problems, saved, busy } = edit;
const keys = computed(() => show(props.shortcut, platform.value, style.value));
async function finish(done: Promise<boolean>) {
  const { after } = props;
  if (await done) after?.();
}
</script>

<template>
  <div class="give">
    <WhatFollows v-if="outcome" :outcome="outcome"><template #free>No other command is affected</template></WhatFollows>
    <FollowUps
      v-if="owner && outcome && !outcome.refusals.length"
      :setting="edit.setting.value"
      :owner="owner"
      :taken="shortcut"
      :own="edit.main.value"
      :platform="platform"
      :how="style"
      :disabled="busy"
      @follow="(up) => finish(edit.saveWith(up))"
    />
    <button
      v-else-if="outcome"
      type="button"
      class="btn primary"
      :disabled="busy || outcome.refusals.length > 0"
      @click="finish(edit.save('set'))"
    >
      {{ back ? 'Restore' : 'Assign' }} {{ keys }} in {{ keyset.name }}
    </button>
    <ProblemList :problems="problems" />
    <p v-if="saved" role="status">{{ saved }}</p>
  </div>
</template>

<style scoped>
.give {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.give :deep(.btn) {
  height: auto;
  min-height: 30px;
  white-space: normal;
}
</style>
