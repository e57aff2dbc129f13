<script setup lang="ts">
/** What the forms of keys say; those of a comparison only where there is one. */
defineProps<{ compared?: boolean }>();
</script>

<template>
  <div class="foot">
    <span><kbd class="chip">A</kbd> built in</span>
    <span><kbd class="chip yours">A</kbd> custom</span>
    <template v-if="compared">
      <span><kbd class="chip new-here">A</kbd> new</span>
      <span><kbd class="chip new-meaning">A</kbd> runs another command now</span>
    </template>
    <span><kbd class="chip fixed">A</kbd> fixed</span>
    <span>↑ ↓ select · Enter opens details</span>
    <slot />
  </div>
</template>
