<script setup lang="ts">
import { platformName } from '@crib/core/keys';
import { useWorkspace } from '../stores/workspace.ts';
import SelectField from './SelectField.vue';

/** Chooses one of the release's platforms, or all of them: an empty text. */
defineProps<{ size?: 'small' }>();
const platform = defineModel<string>({ required: true });
const workspace = useWorkspace();
</script>

<template>
  <SelectField
    v-model="platform"
    :size="size ?? 'default'"
    label="Platform"
    placeholder="all platforms"
    :choices="[
      { value: '', label: 'all platforms' },
      ...(workspace.catalogue?.release.platforms ?? []).map((one) => ({ value: one, label: platformName(one) })),
    ]"
  />
</template>
