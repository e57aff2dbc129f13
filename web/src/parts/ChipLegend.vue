<template>
  <div class="foot">
    <span><kbd class="chip">A</kbd> as shipped</span>
    <span><kbd class="chip yours">A</kbd> yours</span>
    <span><kbd class="chip fixed">A</kbd> cannot be changed</span>
    <span>↑ ↓ move · Enter opens the margin</span>
    <slot />
  </div>
</template>
