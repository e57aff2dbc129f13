<script setup lang="ts">
import type { EditionStanding } from '@crib/core/contract';
import { tell, type LearnerLanguage } from '@crib/core/words';

/** What became of an edition since: that it was withdrawn, and which one has taken its place. */
defineProps<{ standing: EditionStanding; language: LearnerLanguage; written: string }>();
</script>

<template>
  <p v-if="standing.withdrawn" class="stands" role="status">
    {{ tell(language, 'page.withdrawn', { on: standing.withdrawn.on }) }}
    <span :lang="written">{{ standing.withdrawn.because }}</span>
  </p>
  <p v-if="standing.newer" class="stands" role="status">
    <a :href="standing.newer.path">{{ tell(language, 'page.newer', { number: standing.newer.number }) }}</a>
  </p>
</template>

<style scoped>
.stands {
  margin: 8px 0;
  padding: 8px 12px;
  background: var(--flag-wash);
  color: var(--flag-ink);
}
.stands a {
  color: inherit;
}
</style>
