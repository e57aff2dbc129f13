<script setup lang="ts">
import FirstDay from '../../parts/FirstDay.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import { useWorkspace } from '../../stores/workspace.ts';
import ReleasesFrame from './ReleasesFrame.vue';
import ReleasesIndex from './ReleasesIndex.vue';
import { useComparison } from './useComparison.ts';

/** The first day after a release, for hands trained on the one before it. */
const workspace = useWorkspace();
const { compared, problem, ready, load, old, now, labelOf } = useComparison();
const named = (keyset: typeof old.value) => (keyset?.isDefault ? labelOf(keyset.releaseId) : `${keyset?.name}`);
</script>

<template>
  <ReleaseGate v-if="compared && now">
    <FirstDay
      :before="named(old)"
      :after="`${workspace.app?.name} ${named(now)}`"
      :old="compared.sides[0]"
      :harms="compared.harms"
      :now="compared.now"
      :keyset="now.id"
      :lineage="compared.lineage"
      :runs="compared.old.catalogue.runs"
    >
      <template #index>
        <h2>{{ workspace.app?.name }}</h2>
        <ReleasesIndex />
      </template>
    </FirstDay>
  </ReleaseGate>
  <ReleasesFrame v-else :ready="ready" :problem="problem" @again="load" />
</template>
