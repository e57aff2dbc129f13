<script setup lang="ts">
import StateNote from './StateNote.vue';
import { usePlace } from '../composables/usePlace.ts';
import { useWorkspace } from '../stores/workspace.ts';

/** Lets a view in only when the release that its address names is there; says what is the matter until then. */
const workspace = useWorkspace();
const { appSlug, releaseLabel } = usePlace();
</script>

<template>
  <StateNote
    v-if="workspace.problem"
    whole
    :problem="workspace.problem"
    @again="workspace.open(appSlug, releaseLabel)"
  />
  <slot v-else-if="workspace.catalogue && workspace.tree" :catalogue="workspace.catalogue" :tree="workspace.tree" />
  <StateNote v-else-if="workspace.loading" whole loading />
  <StateNote v-else whole title="Release not found">
    <RouterLink class="btn" :to="{ name: 'desk' }">Back to the desk</RouterLink>
  </StateNote>
</template>
