<script setup lang="ts">
import type { Sheet } from '@crib/core/contract';
import EditionLanguage from '../../parts/EditionLanguage.vue';
import FormField from '../../parts/FormField.vue';

/** What a sheet says besides its sections, and in which language. */
type Texts = Pick<Sheet, 'title' | 'intro' | 'credit' | 'terms' | 'independence' | 'language'>;
defineProps<{ sheet: Texts }>();
const emit = defineEmits<{ change: [part: Partial<Texts>] }>();
const FIELDS = [
  { name: 'title', says: 'Title', most: 120, rows: 0, hint: '' },
  { name: 'intro', says: 'Introduction', most: 1000, rows: 2, hint: '' },
  { name: 'credit', says: 'Credit and licence', most: 240, rows: 2, hint: '' },
  { name: 'terms', says: 'Terms of use', most: 240, rows: 0, hint: '' },
  {
    name: 'independence',
    says: 'Disclaimer',
    most: 240,
    rows: 0,
    hint: 'Not produced or reviewed by the software vendor',
  },
] as const;
</script>

<template>
  <div class="field">
    <EditionLanguage :model-value="sheet.language" @update:model-value="(language) => emit('change', { language })" />
  </div>
  <FormField v-for="{ name, says, most, rows, hint } in FIELDS" :key="name" class="field" :label="says"
    ><ElInput
      :model-value="sheet[name]"
      :type="rows ? 'textarea' : 'text'"
      :rows="rows || 1"
      :maxlength="most"
      :placeholder="hint"
      @update:model-value="(text) => emit('change', { [name]: String(text) })"
  /></FormField>
</template>

<style scoped>
.field {
  display: grid;
  gap: 4px;
  margin-bottom: 10px;
}
</style>
