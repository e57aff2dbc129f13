<script setup lang="ts">
import { say } from '@crib/core/words';
import type { EditCost } from '@crib/core/release';

/** What one edit has cost, or would have, at past releases. */
defineProps<{ cost: EditCost | null }>();
</script>

<template>
  <template v-if="cost && cost.steps">
    <h3>Effort at past releases</h3>
    <p v-if="!cost.at.length" class="mid">
      None: it would have carried over unchanged {{ cost.steps === 1 ? 'once' : `${cost.steps} times` }}.
    </p>
    <p v-for="one in cost.at" :key="one.to">From {{ one.from }} to {{ one.to }}: {{ say(one.outcome.said) }}</p>
  </template>
</template>
