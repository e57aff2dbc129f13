<script setup lang="ts">
import { reactive, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import type { Problem } from '@crib/core/error';
import { KNOWN_PLATFORMS, platformName } from '@crib/core/keys';
import type { AppOverview } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import { useWorkspace } from '../../stores/workspace.ts';
import FormField from '../../parts/FormField.vue';

/** Adds an app, or a release of one. */
const props = defineProps<{ apps: readonly AppOverview[]; releaseOf: string | null }>();
const emit = defineEmits<{ made: []; app: [] }>();
const router = useRouter();
const workspace = useWorkspace();

const making = ref<'app' | 'release'>('app');
const form = reactive({
  name: '',
  role: 'taught' as 'taught' | 'source',
  platforms: ['windows', 'macos'],
  app: '',
  label: '',
  on: '',
});
const problems = shallowRef<readonly Problem[]>([]);
const slug = (name: string) =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60);

function addRelease(app: string) {
  making.value = 'release';
  form.app = app;
}
watch(
  () => props.releaseOf,
  (app) => app && addRelease(app),
);
async function make() {
  problems.value = [];
  try {
    if (making.value === 'app') {
      const { name, role, platforms } = form;
      const app = await ask('POST /api/apps', {}, { slug: slug(name), name, role, platforms });
      addRelease(app.slug);
      form.name = '';
      emit('made');
      return;
    }
    const release = await ask(
      'POST /api/apps/:slug/releases',
      { slug: form.app },
      {
        label: form.label,
        releasedOn: form.on || null,
      },
    );
    form.label = '';
    await workspace.open(form.app, release.label);
    await router.push({ name: 'import', params: { app: form.app, release: release.label } });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
function another() {
  making.value = 'app';
  emit('app');
}
</script>

<template>
  <form class="make" @submit.prevent="make">
    <template v-if="making === 'app'">
      <h2>Add a program</h2>
      <FormField label="Name"><ElInput v-model="form.name" maxlength="80" required /></FormField>
      <fieldset>
        <legend>Use</legend>
        <label><input v-model="form.role" type="radio" value="taught" /> We teach it</label>
        <label><input v-model="form.role" type="radio" value="source" /> Learners migrate from it</label>
      </fieldset>
      <fieldset>
        <legend>Platforms</legend>
        <ElCheckboxGroup v-model="form.platforms">
          <ElCheckbox
            v-for="platform in KNOWN_PLATFORMS"
            :key="platform"
            :value="platform"
            :label="platformName(platform)"
          />
        </ElCheckboxGroup>
      </fieldset>
    </template>
    <template v-else>
      <h2>Add a release</h2>
      <p class="under">{{ apps.find((app) => app.slug === form.app)?.name }}</p>
      <FormField label="Version"><ElInput v-model="form.label" maxlength="40" required placeholder="7.0" /></FormField>
      <FormField label="Release date"><ElInput v-model="form.on" type="date" /></FormField>
    </template>
    <ProblemList :problems="problems" />
    <div class="actions">
      <button class="btn primary" type="submit">
        {{ making === 'app' ? 'Add program' : 'Add release' }}
      </button>
      <button v-if="making === 'release'" class="btn" type="button" @click="another">Add a program instead</button>
    </div>
  </form>
</template>

<style scoped>
fieldset label {
  display: flex;
  gap: 8px;
}
input[type='radio'] {
  width: 14px;
  height: 14px;
  margin: 2px 0 0;
  border: 1.5px solid var(--ink);
  border-radius: 50%;
  appearance: none;
}
input[type='radio']:checked {
  border: 4.5px solid var(--tide);
}
</style>
