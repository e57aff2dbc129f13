<script setup lang="ts">
import { computed } from 'vue';
import type { CustomKeyset } from '@crib/core/contract';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from '../../composables/useSaving.ts';

/** What waits in a keyset since it was carried forward: edits that nobody has decided on, with their reasons. */
const props = defineProps<{ keyset: CustomKeyset }>();
const workspace = useWorkspace();
const { platform, style } = usePlace();
const { problems, busy, send } = useSaving();
const from = computed(() => {
  const line = workspace.app?.keysets.find((one) => one.id === props.keyset.carriedFrom);
  const release = workspace.app?.releases.find((one) => one.id === line?.releaseId);
  return line ? `${line.name} on ${release?.label}` : '';
});
const close = (position: number) =>
  send('DELETE /api/keysets/:id/open/:position', { id: props.keyset.id, position }, undefined, '');
</script>

<template>
  <h3>Undecided edits from {{ from }}</h3>
  <div v-for="one in keyset.open" :key="one.position" class="open">
    <p>
      <b>{{ one.command }}</b>, {{ one.where }}:
      <KeyChip
        v-for="key in one.shortcuts"
        :key="key"
        :shortcut="key"
        :platform="one.platform ?? platform"
        :how="style"
        state="yours"
      />
      {{ one.why }}
    </p>
    <p v-if="one.reason" class="mid">{{ one.reason }}</p>
    <button type="button" class="btn plain" :disabled="busy" @click="close(one.position)">Mark as decided</button>
  </div>
  <ProblemList :problems="problems" />
</template>

<style scoped>
.open {
  margin-bottom: 12px;
}
</style>
