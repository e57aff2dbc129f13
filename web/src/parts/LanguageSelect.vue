<script setup lang="ts">
import { computed } from 'vue';
import { languagesOf } from '@crib/core/catalogue';
import { useWorkspace } from '../stores/workspace.ts';
import { languageName } from '../words/languages.ts';
import SelectField from './SelectField.vue';

/** Chooses an interface language, one that is known or another by its tag; an empty text is none. */
defineProps<{ none: string; size?: 'small' }>();
const language = defineModel<string>({ required: true });
const workspace = useWorkspace();
const COMMON = ['de', 'fr', 'es', 'it', 'pt-BR', 'sv', 'da', 'nb', 'pl', 'ja'];
const known = computed(() => [...new Set([...(workspace.stored ? languagesOf(workspace.stored) : []), ...COMMON])]);
</script>

<template>
  <SelectField
    v-model="language"
    :size="size ?? 'default'"
    filterable
    allow-create
    default-first-option
    :placeholder="none"
    label="Interface language"
    :choices="[{ value: '', label: none }, ...known.map((one) => ({ value: one, label: languageName(one) }))]"
  />
</template>
