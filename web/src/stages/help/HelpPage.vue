<script setup lang="ts">
import { html, chapters } from 'virtual:guide';
import IndexLine from '../../parts/IndexLine.vue';
import PageHead from '../../parts/PageHead.vue';
import StageFrame from '../../parts/StageFrame.vue';

/** The guide, shipped with the application: docs/guide.md. */
</script>

<template>
  <StageFrame>
    <template #index>
      <h2>Chapters</h2>
      <IndexLine v-for="one in chapters" :key="one.id" :to="{ name: 'help', hash: `#${one.id}` }">{{
        one.title
      }}</IndexLine>
    </template>
    <PageHead
      >Help<template #beside><small>the guide to Crib</small></template></PageHead
    >
    <!-- Made from a file of the application, not from anything that users write. -->
    <!-- eslint-disable-next-line vue/no-v-html -->
    <article class="guide" tabindex="0" aria-label="Guide" v-html="html" />
  </StageFrame>
</template>

<style scoped>
.guide {
  max-width: 78ch;
  min-height: 0;
  overflow: auto;
  padding: 4px 4px 40px;
}
.guide :deep(h2) {
  margin: 26px 0 6px;
  scroll-margin-top: 8px;
}
.guide :deep(p),
.guide :deep(li) {
  margin: 6px 0;
  font-size: 15px;
  line-height: 1.5;
}
.guide :deep(img) {
  width: 100%;
  margin: 8px 0;
  border: 1px solid var(--rule);
}
</style>
