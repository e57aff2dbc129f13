<script setup lang="ts">
/** What the forms of keys say; those of a comparison only where there is one. */
defineProps<{ compared?: boolean }>();
</script>

<template>
  <div class="foot">
    <span><kbd class="chip">A</kbd> as shipped</span>
    <span><kbd class="chip yours">A</kbd> yours</span>
    <template v-if="compared">
      <span><kbd class="chip new-here">A</kbd> new here</span>
      <span><kbd class="chip new-meaning">A</kbd> same keys, other command</span>
    </template>
    <span><kbd class="chip fixed">A</kbd> cannot be changed</span>
    <span>↑ ↓ move · Enter opens the margin</span>
    <slot />
  </div>
</template>
