<script setup lang="ts">
import { onMounted, shallowRef } from 'vue';
import type { Binned } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';

/** What was deleted, and can be brought back. */
const emit = defineEmits<{ back: [] }>();
const lines = shallowRef<readonly Binned[]>([]);
const problems = shallowRef<readonly Problem[]>([]);
async function load() {
  try {
    lines.value = await ask<Binned[]>('GET', '/api/bin');
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
onMounted(load);
async function back(one: Binned) {
  problems.value = [];
  try {
    await ask('POST', `/api/bin/${one.id}/back`);
    await load();
    emit('back');
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
defineExpose({ load });
</script>

<template>
  <template v-if="lines.length">
    <h3>Deleted</h3>
    <div v-for="one in lines" :key="one.id" class="pair">
      <span
        >{{ one.name
        }}<small class="mid">
          {{ one.kind === 'app' ? 'app' : `${one.kind}, ${one.app}` }}, {{ one.daysLeft }} days left</small
        ></span
      >
      <button type="button" class="btn plain" :aria-label="`Bring ${one.name} back`" @click="back(one)">
        Bring back
      </button>
    </div>
    <ProblemList :problems="problems" />
  </template>
</template>
