<script setup lang="ts">
import type { Recipe } from '@crib/core/contract';
import { useStudy } from './useStudy.ts';

/** A file of one’s own, and, where there are several, the recipe that reads it. */
defineProps<{ title: string; recipes: readonly Recipe[]; recipe: Recipe | undefined }>();
const emit = defineEmits<{ take: [file: File | undefined]; by: [recipe: string] }>();
const { t } = useStudy();
</script>

<template>
  <label class="file"
    >{{ title }}<input type="file" @change="emit('take', ($event.target as HTMLInputElement).files?.[0])"
  /></label>
  <label v-if="recipes.length > 1"
    >{{ t('own.format') }}
    <select :value="recipe?.name" @change="emit('by', ($event.target as HTMLSelectElement).value)">
      <option v-for="one in recipes" :key="one.name">{{ one.name }}</option>
    </select></label
  >
</template>
