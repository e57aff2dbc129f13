<script setup lang="ts">
import { LAYOUTS, platformName } from '@crib/core/keys';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Platform, layout, and how keys are written: a switch changes every key shown, everywhere. */
const workspace = useWorkspace();
const { platform, style, layout } = usePlace();
</script>

<template>
  <label class="switch"
    >Platform
    <ElSelect v-model="platform" size="small" aria-label="Platform">
      <ElOption
        v-for="one in workspace.catalogue?.release.platforms ?? []"
        :key="one"
        :value="one"
        :label="platformName(one)"
      />
    </ElSelect>
  </label>
  <label class="switch"
    >Layout
    <ElSelect v-model="layout" size="small" aria-label="Layout" filterable>
      <ElOption v-for="one in LAYOUTS" :key="one.id" :value="one.id" :label="one.name" />
    </ElSelect>
  </label>
  <label class="switch"
    >Keys in
    <ElSelect v-model="style" size="small" aria-label="Keys in words or symbols">
      <ElOption value="words" label="words" />
      <ElOption value="symbols" label="symbols" />
      <ElOption value="pressed" label="as pressed" />
    </ElSelect>
  </label>
</template>

<style scoped>
.switch {
  display: grid;
  grid-template-columns: 58px 1fr;
  align-items: center;
  margin: 8px 12px 0 0;
  color: var(--mid);
  font-size: 12.5px;
}
</style>
