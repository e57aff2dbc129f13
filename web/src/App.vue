<script setup lang="ts">
import { watch } from 'vue';
import { useRoute } from 'vue-router';
import LineInHand from './parts/LineInHand.vue';
import OwnKeys from './own-keys/OwnKeys.vue';
import { focusOn } from './keyboard/focus.ts';
import MastHead from './parts/MastHead.vue';
import { followAddress } from './composables/usePlace.ts';
import { useSession } from './stores/session.ts';
import { useWorkspace } from './stores/workspace.ts';

const route = useRoute();
const session = useSession();
const workspace = useWorkspace();
followAddress();

watch(
  () => [route.params['app'], route.params['release']] as const,
  ([app, release]) => {
    // What is on its way is of another release: it is not what this address asks for.
    const known = !workspace.loading && workspace.app?.slug === app && workspace.catalogue?.release.label === release;
    if (typeof app === 'string' && typeof release === 'string' && !known) void workspace.open(app, release);
  },
  { immediate: true },
);
</script>

<template>
  <div class="frame">
    <template v-if="session.editor">
      <a class="skip btn primary" href="#work" @click.prevent="focusOn('ledger')">Skip to content</a>
      <MastHead />
      <LineInHand />
      <OwnKeys />
    </template>
    <RouterView />
  </div>
</template>

<style>
.skip {
  position: absolute;
  top: -60px;
  left: 8px;
  z-index: 9;
}
.skip:focus {
  top: 8px;
}
.frame {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  height: 100%;
  min-width: 1024px;
}
.frame > *:last-child {
  grid-row: -2;
  min-height: 0;
}
</style>
