<script setup lang="ts">
import { LEARNER_LANGUAGES, type LearnerLanguage } from '@crib/core/words';
import { languageName } from '../words/languages.ts';
import SelectField from './SelectField.vue';
import FormField from './FormField.vue';

/** The language that editions are written in: their fixed words, sentences and key names. */
const language = defineModel<LearnerLanguage>({ required: true });
</script>

<template>
  <FormField label="Written in"
    ><SelectField
      v-model="language"
      :choices="LEARNER_LANGUAGES.map((one) => ({ value: one, label: languageName(one) }))"
  /></FormField>
</template>
