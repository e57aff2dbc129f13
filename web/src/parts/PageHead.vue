<template>
  <!-- The name of a page, and the smaller text beside it: two elements, so that they are not read as one. -->
  <header class="page-head">
    <h1><slot /></h1>
    <p v-if="$slots['beside']" class="beside"><slot name="beside" /></p>
  </header>
</template>

<style scoped>
.page-head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 10px;
  min-width: 0;
}
.beside {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  min-width: 0;
  color: var(--mid);
}
.beside :deep(small) {
  display: inline;
  font: 400 14px var(--text);
}
</style>
