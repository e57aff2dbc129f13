<script setup lang="ts">
import { watch } from 'vue';
import { useRoute } from 'vue-router';
import MastHead from './parts/MastHead.vue';
import { followAddress } from './stores/place.ts';
import { useSession } from './stores/session.ts';
import { useWorkspace } from './stores/workspace.ts';

const route = useRoute();
const session = useSession();
const workspace = useWorkspace();
followAddress();

watch(
  () => [route.params['app'], route.params['release']] as const,
  ([app, release]) => {
    const known = workspace.app?.slug === app && workspace.catalogue?.release.label === release;
    if (typeof app === 'string' && typeof release === 'string' && !known) void workspace.open(app, release);
  },
  { immediate: true },
);
</script>

<template>
  <div class="frame">
    <MastHead v-if="session.editor" />
    <RouterView />
  </div>
</template>

<style>
.frame {
  display: grid;
  grid-template-rows: auto 1fr;
  height: 100%;
  min-width: 1024px;
}
.frame > *:last-child {
  min-height: 0;
}
</style>
