<script setup lang="ts">
import { onMounted, reactive, ref, shallowRef } from 'vue';
import type { Shelf } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** The public index of everything that is published and listed, if it is wished, and its feed. */
const shelf = shallowRef<Shelf | null>(null);
const loaded = ref(false);
const problems = shallowRef<readonly Problem[]>([]);
const form = reactive({ title: '', open: false });
const origin = location.origin;
async function work(act: () => Promise<Shelf | null>) {
  problems.value = [];
  try {
    shelf.value = await act();
    loaded.value = true;
    if (shelf.value) Object.assign(form, { title: shelf.value.title, open: shelf.value.open });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
const load = () => work(() => ask('GET /api/shelf'));
onMounted(load);
const save = () => work(() => ask('PUT /api/shelf', {}, { title: form.title.trim(), open: form.open }));
</script>

<template>
  <PageHead
    >Public index<template #beside
      ><small>{{ shelf?.open ? 'anyone with the link can open it' : 'closed' }}</small></template
    ></PageHead
  >
  <ProblemList :problems="problems" />
  <StateNote v-if="!loaded && !problems.length" loading />
  <form v-else class="make" @submit.prevent="save">
    <p>
      One page with the latest edition of each sheet and of the change notes, and a feed. To hide an edition, untick it
      in its details.
    </p>
    <FormField label="Title"
      ><ElInput v-model="form.title" maxlength="120" placeholder="Our reference sheets"
    /></FormField>
    <ElCheckbox v-model="form.open" label="Anyone with the link can open it" />
    <p v-if="shelf?.open">
      <a :href="shelf.path" target="_blank" rel="noopener">{{ origin }}{{ shelf.path }}</a>
      · <a :href="`${shelf.path}/feed.atom`">Feed</a>
    </p>
    <div class="actions">
      <button type="submit" class="btn primary" :disabled="!form.title.trim()">Save</button>
    </div>
  </form>
</template>

<style scoped>
form {
  max-width: 560px;
}
</style>
