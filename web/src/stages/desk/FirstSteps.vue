<script setup lang="ts">
import { shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import PageHead from '../../parts/PageHead.vue';
import { useWorkspace } from '../../stores/workspace.ts';

/** An empty desk teaches how to begin: with one’s own program, with a list at hand, or with a sample. */
const emit = defineEmits<{ made: [] }>();
const router = useRouter();
const workspace = useWorkspace();
const problems = shallowRef<readonly Problem[]>([]);
async function sample() {
  problems.value = [];
  try {
    const app = await ask(
      'POST /api/apps',
      {},
      {
        slug: 'hedgerow',
        name: 'Hedgerow',
        role: 'taught',
        platforms: ['windows', 'macos'],
      },
    );
    const release = await ask('POST /api/apps/:slug/releases', { slug: app.slug }, { label: '1', releasedOn: null });
    await workspace.open(app.slug, release.label);
    await router.push({ name: 'import', params: { app: app.slug, release: release.label }, query: { sample: '1' } });
  } catch (error) {
    problems.value = problemsOf(error);
    emit('made');
  }
}
</script>

<template>
  <PageHead
    >Desk<template #beside><small>three ways to start</small></template></PageHead
  >
  <ol class="ways">
    <li>
      <h2>With the program you teach</h2>
      <p>
        Add the program in the panel on the right, then add a release. Import its list of shortcuts, or add commands one
        by one.
      </p>
    </li>
    <li>
      <h2>With a list you have</h2>
      <p>
        A spreadsheet, a web page, Markdown or plain text: add the program and its release, then import the file or
        paste the list. Crib shows what it understood and asks about anything unclear. Nothing is saved until you
        confirm.
      </p>
    </li>
    <li>
      <h2>With a sample</h2>
      <p>
        Hedgerow is a made-up garden planner with 24 commands. Its list opens in the import view, so you can see how
        importing works before you decide.
      </p>
      <button type="button" class="btn primary" @click="sample">Import the sample list</button>
      <ProblemList :problems="problems" />
    </li>
  </ol>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 24px;
  max-width: 64ch;
  margin: 24px 0 0;
  padding-left: 24px;
  font: 650 18px var(--head);
}
.ways p {
  margin: 4px 0 10px;
  font: 400 14px/1.45 var(--text);
}
</style>
