<script setup lang="ts">
import { ref, watch } from 'vue';

/** A button that copies a text, and says whether it did: a page without TLS may not. */
const props = defineProps<{ text: string; disabled?: boolean }>();
const said = ref('');
watch(
  () => props.text,
  () => (said.value = ''),
);
async function copy() {
  try {
    await navigator.clipboard.writeText(props.text);
    said.value = 'Copied';
  } catch {
    said.value = 'The browser does not let this page copy: mark it and copy it by hand.';
  }
}
</script>

<template>
  <button type="button" class="btn" :disabled="disabled" @click="copy">
    <template v-if="said">{{ said }}</template><slot v-else />
  </button>
</template>
