<script setup lang="ts">
import { platformName } from '@crib/core/keys';
import { useWorkspace } from '../stores/workspace.ts';

/** Chooses one of the release's platforms, or all of them: an empty text. */
defineProps<{ size?: 'small' }>();
const platform = defineModel<string>({ required: true });
const workspace = useWorkspace();
</script>

<template>
  <ElSelect v-model="platform" :size="size ?? 'default'" aria-label="On which platform" placeholder="all platforms">
    <ElOption value="" label="all platforms" />
    <ElOption
      v-for="one in workspace.catalogue?.release.platforms ?? []"
      :key="one"
      :value="one"
      :label="platformName(one)"
    />
  </ElSelect>
</template>
