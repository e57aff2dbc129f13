<script setup lang="ts">
import type { Problem } from '@crib/core/error';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ReleasesIndex from './ReleasesIndex.vue';

/** What all views of the releases share: the index, and what stands there until what they need is loaded. */
defineProps<{ ready: boolean; problem: Problem | null; platforms?: boolean }>();
defineEmits<{ again: [] }>();
const workspace = useWorkspace();
const { releaseLabel } = usePlace();
</script>

<template>
  <ReleaseGate>
    <StageFrame :wide="!$slots['margin']">
      <template #index>
        <h2>{{ workspace.app?.name }}</h2>
        <p class="mid views">up to {{ releaseLabel }}</p>
        <ReleasesIndex />
        <slot name="index" />
      </template>
      <StateNote v-if="problem" first :problem="problem" @again="$emit('again')" />
      <StateNote v-else-if="!ready" first loading />
      <slot v-else />
      <template v-if="$slots['margin']" #margin>
        <slot v-if="ready && !problem" name="margin" />
      </template>
    </StageFrame>
  </ReleaseGate>
</template>
