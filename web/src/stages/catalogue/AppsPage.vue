<script setup lang="ts">
import { onMounted, reactive, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { Problem } from '@crib/core/error';
import { platformName } from '@crib/core/keys';
import type { App, AppOverview, Release } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { useWorkspace } from '../../stores/workspace.ts';

const router = useRouter();
const workspace = useWorkspace();
const apps = shallowRef<AppOverview[] | null>(null);
const failed = shallowRef<Problem | null>(null);

async function load() {
  failed.value = null;
  try {
    const list = await ask<App[]>('GET', '/api/apps');
    apps.value = await Promise.all(list.map((app) => ask<AppOverview>('GET', `/api/apps/${app.slug}`)));
  } catch (error) {
    failed.value = problemsOf(error)[0]!;
  }
}
onMounted(load);

const ALL = ['windows', 'macos', 'linux'];
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
async function make() {
  problems.value = [];
  try {
    if (making.value === 'app') {
      const { name, role, platforms } = form;
      const app = await ask<App>('POST', '/api/apps', { slug: slug(name), name, role, platforms });
      addRelease(app.slug);
      form.name = '';
      await load();
      return;
    }
    const release = await ask<Release>('POST', `/api/apps/${form.app}/releases`, {
      label: form.label,
      releasedOn: form.on || null,
    });
    form.label = '';
    await workspace.open(form.app, release.label);
    await router.push({ name: 'reading', params: { app: form.app, release: release.label } });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <StageFrame>
    <template #index>
      <h2>Apps</h2>
      <p class="mid">{{ apps ? `${apps.length} in the catalogue` : '' }}</p>
    </template>

    <h1>Apps and releases</h1>
    <StateNote v-if="failed" :problem="failed" @again="load" />
    <StateNote v-else-if="!apps" loading />
    <StateNote v-else-if="apps.length === 0" title="The catalogue is empty">
      <p>Begin with the program you teach: name it in the margin, then read its list of shortcuts in.</p>
    </StateNote>
    <div v-else class="apps">
      <section v-for="app in apps" :key="app.id">
        <h2>
          {{ app.name }}
          <small
            >{{ app.role === 'taught' ? 'taught' : 'learners come from it' }} ·
            {{ app.platforms.map(platformName).join(', ') }}</small
          >
        </h2>
        <table>
          <caption class="sr-only">
            Releases of
            {{
              app.name
            }}
          </caption>
          <thead>
            <tr>
              <th scope="col">Release</th>
              <th scope="col">Of</th>
              <th scope="col">Commands</th>
              <th scope="col">Shipped shortcuts</th>
              <th scope="col">Custom sets</th>
              <th scope="col">State</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="release in app.releases" :key="release.id">
              <th scope="row">
                <RouterLink :to="{ name: 'catalogue', params: { app: app.slug, release: release.label } }">{{
                  release.label
                }}</RouterLink>
              </th>
              <td class="figures">{{ release.releasedOn ?? 'no date' }}</td>
              <td class="figures">{{ release.commands }}</td>
              <td class="figures">{{ release.bindings }}</td>
              <td class="figures">
                {{ app.keysets.filter((set) => set.kind === 'custom' && set.releaseId === release.id).length }}
              </td>
              <td>{{ release.sealedAt ? 'sealed' : 'open' }}</td>
            </tr>
            <tr v-if="app.releases.length === 0">
              <td colspan="6" class="mid">No release yet</td>
            </tr>
          </tbody>
        </table>
        <button type="button" class="btn plain" @click="addRelease(app.slug)">Add a release</button>
      </section>
    </div>

    <template #margin>
      <form class="make" @submit.prevent="make">
        <template v-if="making === 'app'">
          <h2>Add an app</h2>
          <label>Name<ElInput v-model="form.name" maxlength="80" required /></label>
          <fieldset>
            <legend>It is</legend>
            <label><input v-model="form.role" type="radio" value="taught" /> taught here</label>
            <label><input v-model="form.role" type="radio" value="source" /> one that learners come from</label>
          </fieldset>
          <fieldset>
            <legend>It runs on</legend>
            <ElCheckboxGroup v-model="form.platforms">
              <ElCheckbox v-for="platform in ALL" :key="platform" :value="platform" :label="platformName(platform)" />
            </ElCheckboxGroup>
          </fieldset>
        </template>
        <template v-else>
          <h2>Add a release</h2>
          <p class="under">of {{ apps?.find((app) => app.slug === form.app)?.name }}</p>
          <label>Version label<ElInput v-model="form.label" maxlength="40" required placeholder="7.0" /></label>
          <label>Released on<ElInput v-model="form.on" type="date" /></label>
        </template>
        <ProblemList :problems="problems" />
        <div class="actions">
          <button class="btn primary" type="submit">
            {{ making === 'app' ? 'Add the app' : 'Add the release' }}
          </button>
          <button v-if="making === 'release'" class="btn" type="button" @click="making = 'app'">
            Add an app instead
          </button>
        </div>
      </form>
    </template>
  </StageFrame>
</template>

<style scoped>
.apps {
  display: grid;
  align-content: start;
  gap: 28px;
  margin-top: 16px;
  overflow-y: auto;
}
h2 small {
  margin-left: 8px;
  color: var(--mid);
  font: 400 13px var(--text);
}
fieldset {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  border: 0;
}
fieldset label {
  display: flex;
  gap: 8px;
}
.el-checkbox-group {
  display: grid;
  gap: 6px;
  font-size: inherit;
}
legend {
  margin-bottom: 4px;
  padding: 0;
  font-weight: 600;
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
