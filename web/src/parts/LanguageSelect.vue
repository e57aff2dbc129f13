<script setup lang="ts">
import { computed } from 'vue';
import { languagesOf } from '@crib/core/catalogue';
import { useWorkspace } from '../stores/workspace.ts';
import { languageName } from '../words/languages.ts';

/** Chooses an interface language, one that is known or another by its tag; an empty text is none. */
defineProps<{ none: string; size?: 'small' }>();
const language = defineModel<string>({ required: true });
const workspace = useWorkspace();
const COMMON = ['de', 'fr', 'es', 'it', 'pt-BR', 'sv', 'da', 'nb', 'pl', 'ja'];
const known = computed(() => [...new Set([...(workspace.stored ? languagesOf(workspace.stored) : []), ...COMMON])]);
</script>

<template>
  <ElSelect
    v-model="language"
    :size="size ?? 'default'"
    filterable
    allow-create
    default-first-option
    :placeholder="none"
    aria-label="Interface language"
  >
    <ElOption value="" :label="none" />
    <ElOption v-for="one in known" :key="one" :value="one" :label="languageName(one)" />
  </ElSelect>
</template>
