<script setup lang="ts">
import { computed } from 'vue';
import { decisionFor, type Decision, type Outcome } from '@crib/core/release';
import type { useDecisions } from '../../composables/useDecisions.ts';

/** Keep, follow, or later: what is done with one edit on its way to another release. */
const props = defineProps<{ outcome: Outcome; decisions: ReturnType<typeof useDecisions> }>();
const decided = computed<Decision>(() => props.decisions.of(props.outcome.edit) ?? decisionFor(props.outcome));
const can = computed(() => ({ keep: props.outcome.put !== null && props.outcome.kind !== 'not accepted' }));
const decide = (what: 'keep' | 'follow' | 'later') => props.decisions.decide([props.outcome.edit], { what });
const WORDS = { keep: 'Keep mine', follow: 'Use new default', later: 'Decide later' } as const;
const HINTS = { keep: 'keep your shortcut', follow: 'drop this edit', later: 'listed as undecided' } as const;
</script>

<template>
  <div class="decide" role="group" aria-label="Decision">
    <template v-for="what in ['keep', 'follow', 'later'] as const" :key="what">
      <button
        v-if="what !== 'keep' || can.keep"
        type="button"
        class="btn"
        :class="{ primary: decided.what === what }"
        :aria-pressed="decided.what === what"
        :title="HINTS[what]"
        @click="decide(what)"
      >
        {{ WORDS[what] }}
      </button>
    </template>
    <span v-if="decided.what === 'other'" class="mid">something else</span>
  </div>
</template>

<style scoped>
.decide {
  display: flex;
  align-items: center;
  gap: 6px;
}
</style>
