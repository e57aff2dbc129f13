<script setup lang="ts">
import { computed } from 'vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import KeysetIndex from './KeysetIndex.vue';

/** What all views of one keyset share: the keyset of the address, its index, and what stands there when it is not. */
const props = defineProps<{ layered?: boolean }>();
const workspace = useWorkspace();
const { route, releaseLabel, luggage } = usePlace();
const keyset = computed(() => workspace.keyset(Number(route.params['keyset'])));
const there = computed(() => keyset.value && (!props.layered || keyset.value.kind === 'custom'));
</script>

<template>
  <ReleaseGate>
    <StateNote v-if="!there || !keyset" whole :title="keyset ? 'Built-in keysets are read-only' : 'Keyset not found'">
      <p v-if="keyset">Create a custom keyset based on it to change shortcuts.</p>
      <RouterLink class="btn" :to="{ name: 'keysets', query: luggage }">Back to keysets</RouterLink>
    </StateNote>
    <StageFrame v-else :wide="!$slots['margin']">
      <template #index>
        <h2>{{ keyset.name }}</h2>
        <p class="mid views">on {{ workspace.app?.name }} {{ releaseLabel }}</p>
        <KeysetIndex :keyset="keyset.id" :custom="keyset.kind === 'custom'" />
        <slot name="index" />
      </template>
      <slot />
      <template v-if="$slots['margin']" #margin><slot name="margin" /></template>
    </StageFrame>
  </ReleaseGate>
</template>
