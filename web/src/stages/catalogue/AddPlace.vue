<script setup lang="ts">
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { reactive, ref, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import type { ContextTree } from '@crib/core/catalogue';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import { useWorkspace } from '../../stores/workspace.ts';
import FormField from '../../parts/FormField.vue';

/** Adds a place where shortcuts work to an open release. */
const props = defineProps<{ release: number; tree: ContextTree }>();
const workspace = useWorkspace();
const form = reactive({ name: '', parent: props.tree.root.id, takesText: false });
const problems = shallowRef<readonly Problem[]>([]);
const added = ref('');

async function add() {
  problems.value = [];
  added.value = '';
  try {
    await ask('POST /api/releases/:id/contexts', { id: props.release }, { ...form });
    added.value = `Context “${form.name}” added.`;
    form.name = '';
    form.takesText = false;
    await workspace.reload();
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <form class="make" @submit.prevent="add">
    <h3>Add a context</h3>
    <FormField label="Name"
      ><ElInput v-model="form.name" maxlength="80" required placeholder="a window, a mode, a tool"
    /></FormField>
    <FormField label="Parent context"><PlaceSelect v-model="form.parent" label="Parent context" /></FormField>
    <ElCheckbox v-model="form.takesText" label="Typing goes into a text field here" />
    <ProblemList :problems="problems" />
    <p role="status">{{ added }}</p>
    <div class="actions"><button class="btn" type="submit">Add context</button></div>
  </form>
</template>
