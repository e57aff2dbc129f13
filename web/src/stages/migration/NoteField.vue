<script setup lang="ts">
import { ref, watch } from 'vue';

/** A note that is written and then kept, once the field is left. */
const props = defineProps<{ note: string; title: string }>();
const emit = defineEmits<{ keep: [note: string] }>();
const draft = ref('');
watch(
  () => props.note,
  (note) => (draft.value = note),
  { immediate: true },
);
</script>

<template>
  <ElInput v-model="draft" size="small" maxlength="500" :aria-label="title" @change="emit('keep', draft)" />
</template>
