<script setup lang="ts">
import type { Outcome } from '@crib/core/keyset';
import { say } from '@crib/core/words';
import { show } from '../../words/chips.ts';

/** What follows from a change: why it cannot be made, then what it does to others; the slot says it where nothing does. */
defineProps<{ outcome: Outcome }>();
/** Keys as they are shown everywhere: on the layout in hand. */
const spelling = { showKeys: (stored: string, on: string) => show(stored, on) };
const WARNING = new Set([
  'taken from',
  'waits',
  'cannot be pressed',
  'blocks',
  'blocked',
  'system',
  'typing',
  'lopsided',
  'own replaced',
]);
const MOST = 60;
</script>

<template>
  <h3>Consequences</h3>
  <ul class="follows" aria-live="polite">
    <li v-for="one in outcome.refusals.slice(0, MOST)" :key="one.sentence">
      <b class="no" aria-hidden="true">■</b><span>{{ one.sentence }}</span>
    </li>
    <li v-for="one in outcome.consequences.slice(0, MOST)" :key="say(one.said)">
      <b :class="WARNING.has(one.kind) ? 'no' : 'ok'" aria-hidden="true">{{
        WARNING.has(one.kind) ? '△' : '○'
      }}</b><span>{{ say(one.said, spelling) }}</span>
    </li>
    <slot />
    <li v-if="!outcome.refusals.length && !outcome.consequences.length">
      <b class="ok" aria-hidden="true">○</b><span><slot name="free" /></span>
    </li>
  </ul>
</template>

<style>
.follows {
  margin: 0;
  padding: 0;
  list-style: none;
}
.follows li {
  display: grid;
  grid-template-columns: 14px 1fr;
  gap: 8px;
  margin-bottom: 4px;
  line-height: 1.35;
}
.follows .ok {
  color: var(--tide);
}
.follows .no {
  color: var(--flag);
}
</style>
