<script setup lang="ts">
import { computed } from 'vue';
import { languagesOf } from '@crib/core/catalogue';
import { LAYOUTS, platformName } from '@crib/core/keys';
import { languageName } from '../../parts/languages.ts';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Platform, layout, interface language, and how keys are written: a switch changes every key shown, everywhere. */
const workspace = useWorkspace();
const { platform, style, layout, language } = usePlace();
const languages = computed(() => (workspace.stored ? languagesOf(workspace.stored) : []));
</script>

<template>
  <label class="pick"
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
  <label class="pick"
    >Layout
    <ElSelect v-model="layout" size="small" aria-label="Layout" filterable>
      <ElOption v-for="one in LAYOUTS" :key="one.id" :value="one.id" :label="one.name" />
    </ElSelect>
  </label>
  <label v-if="languages.length" class="pick"
    >Language
    <ElSelect v-model="language" size="small" aria-label="Interface language" placeholder="its own">
      <ElOption value="" label="its own" />
      <ElOption v-for="one in languages" :key="one" :value="one" :label="languageName(one)" />
    </ElSelect>
  </label>
  <label class="pick"
    >Keys in
    <ElSelect v-model="style" size="small" aria-label="Keys in words or symbols">
      <ElOption value="words" label="words" />
      <ElOption value="symbols" label="symbols" />
      <ElOption value="pressed" label="as pressed" />
    </ElSelect>
  </label>
</template>
