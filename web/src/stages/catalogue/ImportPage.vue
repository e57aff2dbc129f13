<script setup lang="ts">
import { LIST_FORMATS } from '@crib/core/contract';
import { computed, onMounted, ref } from 'vue';
import { MENU_SIGNS, delimiterName } from '@crib/core/list';
import { counted } from '@crib/core/words';
import IndexLine from '../../parts/IndexLine.vue';
import LanguageSelect from '../../parts/LanguageSelect.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { SAMPLE_LIST } from '../desk/sample.ts';
import ListChanges from './ListChanges.vue';
import ListProblem from './ListProblem.vue';
import ListSources from './ListSources.vue';
import ListTable from './ListTable.vue';
import { useImport } from './useImport.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

const workspace = useWorkspace();
const { route, router, kept, appSlug, releaseLabel, luggage } = usePlace();
const reading = useImport(() => workspace.catalogue!.release.id);
const { source, answers, report, problems, busy, done, ready, into, language } = reading;
const shippedSets = computed(() => (workspace.stored?.keysets ?? []).filter((one) => one.kind === 'shipped'));
onMounted(() => {
  if (route.query['sample'] && workspace.catalogue) void reading.takeText(SAMPLE_LIST, 'sample list');
});
/** Into another keyset, or as another language: other shortcuts are missing then. */
function retarget(act: () => void) {
  act();
  answers.drop = [];
  if (report.value) void reading.preview();
}

/** What the list was recognised as, in a sentence. */
const recognised = computed(() => {
  const found = report.value;
  if (!found) return '';
  const between = found.delimiter
    ? `columns separated by ${delimiterName(found.delimiter)}s`
    : LIST_FORMATS[found.format].name;
  const heading = found.unheaded ? 'no header row' : 'header row found';
  return [between, found.encoding, heading].filter(Boolean).join(', ');
});
const filter = kept('lines', 'all');
const FILTERS = [
  ['all', 'All rows'],
  ['problem', 'With questions'],
  ['new', 'New commands'],
  ['changed', 'Changed'],
  ['same', 'Unchanged'],
] as const;
const counts = computed(() => {
  const map = new Map<string, number>([['all', report.value?.rows.length ?? 0]]);
  for (const row of report.value?.rows ?? []) map.set(row.state, (map.get(row.state) ?? 0) + 1);
  return map;
});
const rows = computed(() =>
  (report.value?.rows ?? []).filter((row) => filter.value === 'all' || row.state === filter.value),
);

/** What is no longer listed stays, unless it is ticked. */
function tick(id: number) {
  const { drop } = answers;
  answers.drop = drop.includes(id) ? drop.filter((one) => one !== id) : [...drop, id];
}

const at = ref(0);
const current = computed(() => report.value?.problems[Math.min(at.value, report.value.problems.length - 1)] ?? null);
/** Takes a decision of the reader, and reads the list again with it. */
function decide(act: () => void) {
  act();
  void reading.preview();
}
function choose(line: number) {
  at.value = Math.max(0, report.value?.problems.findIndex((one) => one.place?.line === line) ?? 0);
}
const mean = (index: number, meaning: string) => decide(() => (answers.columns[String(index)] = meaning));
async function finish() {
  await reading.takeIn();
  if (done.value) await workspace.reload();
}
const toCatalogue = () =>
  router.push({
    name: 'catalogue',
    params: { app: appSlug.value, release: releaseLabel.value },
    query: luggage.value,
  });
</script>

<template>
  <ReleaseGate v-slot="{ catalogue }">
    <StageFrame>
      <template #index>
        <h2>Import</h2>
        <p class="mid">{{ source || 'No list chosen yet' }}</p>
        <h3>Import into</h3>
        <p>{{ workspace.app?.name }} {{ releaseLabel }}</p>
        <FormField class="pick" label="Built-in keyset"
          ><SelectField
            :model-value="into ?? workspace.shipped?.id"
            size="small"
            label="Built-in keyset"
            @update:model-value="(id: number) => retarget(() => (into = id))"
            :choices="shippedSets.map((one) => ({ value: one.id, label: one.name }))"
        /></FormField>
        <FormField class="pick" label="Language"
          ><LanguageSelect
            :model-value="language"
            size="small"
            none="Original"
            @update:model-value="(tag) => retarget(() => (language = tag))"
        /></FormField>
        <template v-if="report">
          <h3>Rows</h3>
          <IndexLine
            v-for="[value, name] in FILTERS"
            :key="value"
            :on="filter === value"
            :count="counts.get(value) ?? 0"
            @click="filter = value"
            >{{ name }}</IndexLine
          >
          <IndexLine :on="filter === 'gone'" :count="report.counts.gone" @click="filter = 'gone'"
            >Missing from this list</IndexLine
          >
        </template>
      </template>

      <template v-if="done">
        <h1>{{ done.nothingToDo ? 'No changes' : 'Import complete' }}</h1>
        <StateNote v-if="done.nothingToDo" title="Everything is already in the catalogue">
          <p>All {{ counted(done.counts.sameBindings, 'shortcut') }} in the list already match {{ releaseLabel }}.</p>
          <button type="button" class="btn" @click="toCatalogue">Go to the catalogue</button>
        </StateNote>
        <StateNote
          v-else
          :title="`${counted(done.counts.newCommands, 'new command')}, ${counted(done.counts.newBindings, 'new shortcut')}`"
        >
          <p>
            {{ counted(done.counts.changedCommands, 'command') }} changed,
            {{ counted(answers.drop.length, 'shortcut') }} deleted, {{ done.counts.sameBindings }} unchanged.
          </p>
          <button type="button" class="btn primary" @click="toCatalogue">Show commands</button>
        </StateNote>
      </template>
      <template v-else-if="!report">
        <PageHead
          >Import a list<template #beside><small>nothing is saved until you confirm</small></template></PageHead
        >
        <StateNote v-if="catalogue.release.sealedAt && !language" :title="`${releaseLabel} is sealed`">
          <p>
            This release is sealed. You can still add translations: choose a language on the left. Or open another
            release.
          </p>
          <RouterLink class="btn" :to="{ name: 'desk' }">Back to the desk</RouterLink>
        </StateNote>
        <div v-else class="sources">
          <ListSources @file="reading.takeFile" @text="reading.takeText" />
          <ProblemList :problems="problems" />
          <p v-if="busy" role="status">
            Reading the list… <button type="button" class="btn plain" @click="reading.stop()">Stop</button>
          </p>
        </div>
      </template>
      <template v-else>
        <PageHead>
          {{
            report.problems.length
              ? `${counted(report.problems.length + report.moreProblems, 'question')} to answer`
              : report.nothingToDo
                ? 'Nothing new in this list'
                : 'Ready to import'
          }}<template #beside><small>nothing is saved until you confirm</small></template></PageHead
        >
        <div class="tools">
          <span class="recognised">{{ recognised }}</span>
          <FormField v-if="report.tables.length > 1" label="Table"
            ><SelectField
              size="small"
              :model-value="report.table"
              label="Table"
              style="width: 170px"
              @update:model-value="(index: number) => reading.takeTable(index)"
              :choices="
                report.tables.map((one, index) => ({
                  value: index,
                  label: `${one.title || `Table ${index + 1}`}, ${one.rows} rows`,
                }))
              "
          /></FormField>
          <FormField v-if="report.columns.some((one) => one.meaning === 'menu')" label="Menu path separator"
            ><SelectField
              size="small"
              :model-value="report.menuSign || ' '"
              label="Menu path separator"
              style="width: 96px"
              @update:model-value="(sign: string) => reading.partMenus(sign.trim())"
              :choices="[{ value: ' ', label: 'nothing' }, ...MENU_SIGNS]"
          /></FormField>
          <span class="end">
            <button type="button" class="btn" @click="reading.forget()">Discard</button>
            <button type="button" class="btn primary" :disabled="!ready || busy !== ''" @click="finish">
              {{ busy === 'taking in' ? 'Importing…' : `Import ${counted(report.counts.rows, 'row')}` }}
            </button>
          </span>
        </div>
        <div v-if="filter === 'gone'" class="lines" tabindex="0" role="region" aria-label="Missing from this list">
          <p v-if="report.gone.length === 0" class="mid">No existing shortcuts are missing from this list.</p>
          <table v-else>
            <thead>
              <tr>
                <th scope="col">Delete</th>
                <th scope="col">Command</th>
                <th scope="col">Shortcut</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in report.gone" :key="one.id">
                <td>
                  <ElCheckbox
                    :model-value="answers.drop.includes(one.id)"
                    :aria-label="`Delete ${one.label}, ${one.shortcut}`"
                    @change="tick(one.id)"
                  />
                </td>
                <th scope="row">{{ one.label }}</th>
                <td class="figures">{{ show(one.shortcut, one.platform ?? catalogue.release.platforms[0]!) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <ListTable
          v-else
          :report="report"
          :rows="rows"
          :platforms="catalogue.release.platforms"
          :line="current?.place?.line ?? null"
          :cells="answers.cells"
          @meaning="mean"
          @choose="choose"
        />
        <div class="foot">
          <span
            >{{
              report.remembered
                ? 'Columns set as in your last import of this kind.'
                : 'Columns detected from headings and contents.'
            }}
            Use the menu above a column to change it.</span
          >
          <span role="status">{{ busy === 'reading' ? 'Reading again…' : '' }}</span>
        </div>
      </template>

      <template v-if="report" #margin>
        <ListProblem
          v-if="current"
          :report="report"
          :at="at"
          @go="(index) => (at = index)"
          @read-as="(cell, text) => decide(() => (answers.cells[cell] = text))"
          @add-places="(names) => decide(() => answers.newContexts.push(...names))"
          @leave-out="(line) => decide(() => answers.leaveOut.push(line))"
        />
        <ListChanges v-else v-model="answers.drop" :report="report" :platform="catalogue.release.platforms[0]!" />
        <ProblemList :problems="problems" />
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.sources {
  display: grid;
  align-content: start;
  gap: 22px;
  max-width: 640px;
  margin-top: 18px;
  overflow-y: auto;
}
.recognised::first-letter {
  text-transform: uppercase;
}
</style>
