<script setup lang="ts">
import { onMounted, shallowRef } from 'vue';
import type { Binned } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import { BIN_NAMES } from '../../words/bin.ts';
import ProblemList from '../../parts/ProblemList.vue';

/** What was deleted, and can be brought back. */
const emit = defineEmits<{ back: [] }>();
const lines = shallowRef<readonly Binned[]>([]);
const problems = shallowRef<readonly Problem[]>([]);
async function load() {
  try {
    lines.value = await ask('GET /api/bin');
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
onMounted(load);
async function back(one: Binned) {
  problems.value = [];
  try {
    await ask('POST /api/bin/:id/back', { id: one.id });
    await load();
    emit('back');
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
/** Whose days are over, and which is still here, has a history or editions: those are never lost. */
const left = (days: number) => (days === 0 ? 'kept in the activity log' : `${counted(days, 'day')} left`);
defineExpose({ load });
</script>

<template>
  <template v-if="lines.length">
    <h3>Deleted</h3>
    <div v-for="one in lines" :key="one.id" class="pair">
      <span
        >{{ one.name
        }}<small class="mid">
          {{ [BIN_NAMES[one.kind], ...(one.kind === 'app' ? [] : [one.app]), left(one.daysLeft)].join(', ') }}</small
        ></span
      >
      <button type="button" class="btn plain" :aria-label="`Restore ${one.name}`" @click="back(one)">Restore</button>
    </div>
    <ProblemList :problems="problems" />
  </template>
</template>
