<script setup lang="ts">
import { ref, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import type { SavedView } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';
import IndexLine from '../../parts/IndexLine.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Views of the ledger under a name: columns, order, what it is narrowed to. */
const workspace = useWorkspace();
const { route, appSlug } = usePlace();
const name = ref('');
const naming = ref(false);
const problems = shallowRef<readonly Problem[]>([]);

const same = (view: SavedView) => {
  const { row: _row, ...now } = route.query;
  return JSON.stringify(Object.entries(now).sort()) === JSON.stringify(Object.entries(view.query).sort());
};
async function save() {
  problems.value = [];
  const query = Object.fromEntries(
    Object.entries(route.query).flatMap(([key, value]) =>
      key !== 'row' && typeof value === 'string' ? [[key, value] as const] : [],
    ),
  );
  try {
    await ask('POST /api/apps/:slug/views', { slug: appSlug.value }, { name: name.value, query });
    naming.value = false;
    name.value = '';
    await workspace.reload();
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
async function drop(view: SavedView) {
  await ask('DELETE /api/apps/:slug/views/:id', { slug: appSlug.value, id: view.id });
  await workspace.reload();
}
</script>

<template>
  <h3>Saved views</h3>
  <div v-for="view in workspace.app?.views ?? []" :key="view.id" class="view">
    <IndexLine :to="{ query: view.query }" :on="same(view)">{{ view.name }}</IndexLine>
    <button type="button" class="btn plain" :aria-label="`Forget the view ${view.name}`" @click="drop(view)">✕</button>
  </div>
  <form v-if="naming" class="naming" @submit.prevent="save">
    <ElInput v-model="name" size="small" maxlength="80" required aria-label="View name" placeholder="View name" />
    <button type="submit" class="btn plain">Save</button>
  </form>
  <button v-else type="button" class="btn plain" @click="naming = true">Save this view</button>
  <ProblemList :problems="problems" />
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  padding-right: 12px;
}
.view .btn {
  border: 0;
  color: var(--mid);
  font-size: 12px;
}
.naming {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
  padding-right: 12px;
}
</style>
