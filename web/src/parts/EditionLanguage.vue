<script setup lang="ts">
import { LEARNER_LANGUAGES, type LearnerLanguage } from '@crib/core/words';
import { languageName } from '../words/languages.ts';

/** The language that editions are written in: their fixed words, sentences and key names. */
const language = defineModel<LearnerLanguage>({ required: true });
</script>

<template>
  <label
    >Written in
    <ElSelect v-model="language" aria-label="Written in">
      <ElOption v-for="one in LEARNER_LANGUAGES" :key="one" :value="one" :label="languageName(one)" />
    </ElSelect>
  </label>
</template>
