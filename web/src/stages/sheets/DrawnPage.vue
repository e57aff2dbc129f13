<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';
import morphdom from 'morphdom';

/** A page as core draws it, every text escaped. With each letter typed only what is not as it was is drawn anew. */
const props = defineProps<{ html: string }>();
const page = ref<HTMLElement | null>(null);
onMounted(() => (page.value!.innerHTML = props.html));
watch(
  () => props.html,
  (html) => morphdom(page.value!, `<div>${html}</div>`, { childrenOnly: true }),
  { flush: 'post' },
);
</script>

<template>
  <div ref="page"></div>
</template>
