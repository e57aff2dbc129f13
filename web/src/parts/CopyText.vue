<script setup lang="ts">
import { ref, watch } from 'vue';
import { useClipboard } from '@vueuse/core';

/** A button that copies a text, and says whether it did. */
const props = defineProps<{ text: string; disabled?: boolean }>();
const said = ref('');
watch(
  () => props.text,
  () => (said.value = ''),
);
// A page without TLS copies in the old way.
const { copy } = useClipboard({ legacy: true });
async function copyText() {
  try {
    await copy(props.text);
    said.value = 'Copied';
  } catch {
    said.value = 'Your browser blocked copying. Select the text and copy it yourself.';
  }
}
</script>

<template>
  <button type="button" class="btn" :disabled="disabled" @click="copyText">
    <template v-if="said">{{ said }}</template><slot v-else />
  </button>
</template>
