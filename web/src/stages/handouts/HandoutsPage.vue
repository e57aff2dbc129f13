<script setup lang="ts">
import { dayOf } from '../../words/moments.ts';
import { computed, shallowRef, watch } from 'vue';
import type { RouteLocationRaw } from 'vue-router';
import type { AppOverview, PublishedEdition } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import { fetchAnswer, useAnswer } from '../../api/queries.ts';
import { useAsked } from '../../composables/useAsked.ts';
import StageFrame from '../../parts/StageFrame.vue';
import CopyText from '../../parts/CopyText.vue';
import StateNote from '../../parts/StateNote.vue';
import IndexLine from '../../parts/IndexLine.vue';
import AnswerPanel from './AnswerPanel.vue';
import EditionMargin from './EditionMargin.vue';
import PresetFiles from './PresetFiles.vue';
import ReportList from './ReportList.vue';
import ShelfPanel from './ShelfPanel.vue';
import PageHead from '../../parts/PageHead.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

interface Line extends PublishedEdition {
  title: string;
  /** What it is an edition of. */
  of: string;
  /** Where it is made. */
  to: RouteLocationRaw;
}
const workspace = useWorkspace();
const { releaseLabel, luggage, kept, set, appSlug } = usePlace();
const view = kept('view');
const {
  answer: reported,
  failed: unheard,
  load: loadReports,
} = useAnswer('GET /api/apps/:slug/reports', () => (appSlug.value ? { slug: appSlug.value } : null));
const reports = computed(() => reported.value ?? []);
const waiting = computed(() => reports.value.filter((one) => !one.outcome).length);
const asked = kept('report');
const answered = computed(() => reports.value.find((one) => String(one.id) === asked.value) ?? null);
/** Editions of sheets: what a learner can have in hand, the newest first. */
const sheets = computed(() =>
  (lines.value ?? [])
    .filter((one) => one.of.startsWith('sheet'))
    .toSorted((a, b) => (a.publishedAt < b.publishedAt ? 1 : -1)),
);
const at = kept('row');
const selected = computed(() => lines.value?.find((one) => one.address === at.value) ?? lines.value?.[0] ?? null);
const earlier = computed(() =>
  (lines.value ?? []).filter((one) => one.of === selected.value?.of && one.number < selected.value.number),
);
const lines = shallowRef<Line[] | null>(null);
const origin = location.origin;

async function published(app: AppOverview): Promise<Line[]> {
  const sheets = app.sheets.filter((sheet) => sheet.editions && workspace.keyset(sheet.keysetId));
  // Change notes stand with the release they lead to.
  const notes = app.notes.filter((one) => one.editions && workspace.keyset(one.nowKeyset));
  const [lists, told] = await Promise.all([
    Promise.all(sheets.map((one) => fetchAnswer('GET /api/sheets/:id/editions', { id: one.id }))),
    Promise.all(notes.map((one) => fetchAnswer('GET /api/notes/:id', { id: one.id }))),
  ]);
  const query = luggage.value;
  return [
    ...sheets.flatMap(({ id, title }, at) =>
      lists[at]!.map((one) => ({
        ...one,
        title,
        of: `sheet ${id}`,
        to: { name: 'sheet', params: { sheet: id }, query },
      })),
    ),
    ...notes.flatMap(({ id, title }, at) =>
      told[at]!.editions.map((one) => ({
        ...one,
        title,
        of: `notes ${id}`,
        to: { name: 'notes', params: { notes: id }, query },
      })),
    ),
  ];
}
const { failed, load } = useAsked(
  () => (workspace.app && workspace.catalogue ? published(workspace.app) : null),
  (found) => (lines.value = found),
);
watch(() => workspace.catalogue, load, { immediate: true });
</script>

<template>
  <StateNote whole v-if="failed ?? unheard" :problem="(failed ?? unheard)!" @again="(load(), loadReports())" />
  <StateNote whole v-else-if="!lines" loading />
  <StageFrame v-else>
    <template #index>
      <h2>{{ workspace.app?.name }}</h2>
      <p class="mid">{{ releaseLabel }}</p>
      <IndexLine :on="view === ''" :count="lines.length" @click="set({ view: '' }, true)">Editions</IndexLine>
      <IndexLine :on="view === 'reports'" :count="waiting" @click="set({ view: 'reports' }, true)"
        >Learner reports</IndexLine
      >
      <IndexLine :on="view === 'answer'" @click="set({ view: 'answer', report: '' }, true)">Answer a learner</IndexLine>
      <IndexLine :on="view === 'presets'" @click="set({ view: 'presets' }, true)">Preset files</IndexLine>
      <IndexLine :on="view === 'index'" @click="set({ view: 'index' }, true)">Public index</IndexLine>
      <IndexLine :to="{ name: 'try-out', query: luggage }">Try-out</IndexLine>
      <IndexLine :to="{ name: 'out-of-date', query: luggage }">Out of date</IndexLine>
      <h3>For a website</h3>
      <p>
        <a class="btn plain" :href="`/api/apps/${appSlug}/site.zip`" download>Download latest editions (ZIP)</a>
      </p>
    </template>
    <ReportList v-if="view === 'reports'" :reports="reports" @ended="loadReports" />
    <AnswerPanel v-else-if="view === 'answer'" :editions="sheets" :report="answered" />
    <PresetFiles v-else-if="view === 'presets'" />
    <ShelfPanel v-else-if="view === 'index'" />
    <template v-else>
      <PageHead
        >Handouts<template #beside
          ><small>{{ counted(lines.length, 'edition') }}</small></template
        ></PageHead
      >
      <StateNote v-if="lines.length === 0" title="Nothing published yet">
        <p>Publish a sheet to see its link and files here.</p>
        <RouterLink class="btn" :to="{ name: 'sheets', query: luggage }">Go to sheets</RouterLink>
      </StateNote>
      <div v-else class="lines">
        <table>
          <thead>
            <tr>
              <th scope="col">Title</th>
              <th scope="col">Edition</th>
              <th scope="col">Published</th>
              <th scope="col" class="count">Opened</th>
              <th scope="col" class="count">Downloaded</th>
              <th scope="col">Link for learners</th>
              <th scope="col"><span class="sr-only">Copy</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in lines" :key="line.address" :class="{ chosen: line === selected }">
              <th scope="row">
                <RouterLink :to="line.to">{{ line.title }}</RouterLink>
              </th>
              <td>
                <button
                  type="button"
                  class="btn plain figures"
                  :aria-pressed="line === selected"
                  @click="set({ row: line.address }, true)"
                >
                  {{ line.number }}{{ line.withdrawn ? ', withdrawn' : '' }}
                </button>
              </td>
              <td class="figures">{{ dayOf(line.publishedAt) }}</td>
              <td class="figures count">{{ line.opened }}</td>
              <td class="figures count">{{ line.downloaded }}</td>
              <td class="figures address">
                <a :href="line.path" target="_blank" rel="noopener">{{ line.path }}</a>
              </td>
              <td>
                <CopyText class="plain" :text="origin + line.path"
                  >Copy<span class="sr-only"> link to {{ line.title }}</span></CopyText
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="foot">
        <span>Editions never change. Anyone with the link can open them without an account.</span>
        <span>Views are counted anonymously.</span>
      </div>
    </template>
    <template #margin>
      <EditionMargin v-if="selected && view === ''" :edition="selected" :earlier="earlier" @changed="load" />
    </template>
  </StageFrame>
</template>

<style scoped>
td {
  font-size: 12.5px;
}
.count {
  text-align: right;
}
td.figures {
  white-space: nowrap;
}
td.address {
  white-space: normal;
}
</style>
