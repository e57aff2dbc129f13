<script setup lang="ts">
import { computed, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Leads to the change notes of a comparison; begins them where there are none yet. */
const props = defineProps<{ old: number; now: number; title: string }>();
const workspace = useWorkspace();
const { router, appSlug, luggage } = usePlace();
const problems = shallowRef<readonly Problem[]>([]);
const present = computed(() =>
  workspace.app?.notes.find((one) => one.oldKeyset === props.old && one.nowKeyset === props.now),
);
async function write() {
  problems.value = [];
  try {
    const { old, now, title } = props;
    const id =
      present.value?.id ??
      (await ask('POST /api/apps/:slug/notes', { slug: appSlug.value }, { oldKeyset: old, nowKeyset: now, title })).id;
    if (!present.value) await workspace.reload();
    await router.push({ name: 'notes', params: { notes: id }, query: luggage.value });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <button type="button" class="btn primary" @click="write">
    {{ present ? 'Open change notes' : 'Write change notes' }}
  </button>
  <ProblemList :problems="problems" />
</template>
