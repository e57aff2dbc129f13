<script setup lang="ts">
import { LIST_FORMATS } from '@crib/core/contract';
import { computed, onMounted, ref } from 'vue';
import { MENU_SIGNS, delimiterName } from '@crib/core/list';
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
import { useReading } from './useReading.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

const workspace = useWorkspace();
const { route, router, kept, appSlug, releaseLabel, luggage } = usePlace();
const reading = useReading(() => workspace.catalogue!.release.id);
const { source, answers, report, problems, busy, done, ready, into, language } = reading;
const shippedSets = computed(() => (workspace.stored?.keysets ?? []).filter((one) => one.kind === 'shipped'));
onMounted(() => {
  if (route.query['sample'] && workspace.catalogue) void reading.takeText(SAMPLE_LIST, 'the sample list');
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
    ? `a ${delimiterName(found.delimiter)} between columns`
    : LIST_FORMATS[found.format].name;
  const heading = found.unheaded ? 'no line of headings' : 'one line is the heading';
  return [between, found.encoding, heading].filter(Boolean).join(', ');
});
const filter = kept('lines', 'all');
const FILTERS = [
  ['all', 'All lines'],
  ['problem', 'Need you'],
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
const words = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;
</script>

<template>
  <ReleaseGate v-slot="{ catalogue }">
    <StageFrame>
      <template #index>
        <h2>Reading in</h2>
        <p class="mid">{{ source || 'a list of shortcuts' }}</p>
        <h3>Into</h3>
        <p>{{ workspace.app?.name }} {{ releaseLabel }}</p>
        <FormField class="pick" label="Keyset"
          ><SelectField
            :model-value="into ?? workspace.shipped?.id"
            size="small"
            label="Shipped keyset"
            @update:model-value="(id: number) => retarget(() => (into = id))"
            :choices="shippedSets.map((one) => ({ value: one.id, label: one.name }))"
        /></FormField>
        <FormField class="pick" label="Language"
          ><LanguageSelect
            :model-value="language"
            size="small"
            none="its own"
            @update:model-value="(tag) => retarget(() => (language = tag))"
        /></FormField>
        <template v-if="report">
          <h3>Lines</h3>
          <IndexLine
            v-for="[value, name] in FILTERS"
            :key="value"
            :on="filter === value"
            :count="counts.get(value) ?? 0"
            @click="filter = value"
            >{{ name }}</IndexLine
          >
          <IndexLine :on="filter === 'gone'" :count="report.counts.gone" @click="filter = 'gone'"
            >No longer listed</IndexLine
          >
        </template>
      </template>

      <template v-if="done">
        <h1>{{ done.nothingToDo ? 'Nothing was changed' : 'Taken in' }}</h1>
        <StateNote v-if="done.nothingToDo" title="The catalogue says the same already">
          <p>All {{ done.counts.sameBindings }} shortcuts of the list stand in {{ releaseLabel }} as they are.</p>
          <button type="button" class="btn" @click="toCatalogue">To the catalogue</button>
        </StateNote>
        <StateNote
          v-else
          :title="`${words(done.counts.newCommands, 'new command', 'new commands')}, ${words(done.counts.newBindings, 'new shortcut', 'new shortcuts')}`"
        >
          <p>
            {{ words(done.counts.changedCommands, 'command', 'commands') }} changed,
            {{ words(answers.drop.length, 'shortcut', 'shortcuts') }} deleted, {{ done.counts.sameBindings }} as they
            were.
          </p>
          <button type="button" class="btn primary" @click="toCatalogue">Look at the ledger</button>
        </StateNote>
      </template>
      <template v-else-if="!report">
        <h1>Read a list in<small>nothing is stored until you take it in</small></h1>
        <StateNote v-if="catalogue.release.sealedAt && !language" :title="`${releaseLabel} is sealed`">
          <p>
            What it ships is not written to any more. Choose a language on the left to add its words to the commands, or
            open another release.
          </p>
          <RouterLink class="btn" :to="{ name: 'desk' }">To the desk</RouterLink>
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
        <h1>
          {{
            report.problems.length
              ? `${words(report.problems.length + report.moreProblems, 'thing needs', 'things need')} you`
              : report.nothingToDo
                ? 'Nothing new in it'
                : 'Ready to take in'
          }}<small>nothing is stored until you take it in</small>
        </h1>
        <div class="tools">
          <span class="recognised">{{ recognised }}</span>
          <FormField v-if="report.tables.length > 1" label="Table"
            ><SelectField
              size="small"
              :model-value="report.table"
              label="Table of the file"
              style="width: 170px"
              @update:model-value="(index: number) => reading.takeTable(index)"
              :choices="
                report.tables.map((one, index) => ({
                  value: index,
                  label: `${one.title || `Table ${index + 1}`}, ${one.rows} rows`,
                }))
              "
          /></FormField>
          <FormField v-if="report.columns.some((one) => one.meaning === 'menu')" label="Menu steps parted by"
            ><SelectField
              size="small"
              :model-value="report.menuSign || ' '"
              label="What parts the steps of menu paths"
              style="width: 96px"
              @update:model-value="(sign: string) => reading.partMenus(sign.trim())"
              :choices="[{ value: ' ', label: 'nothing' }, ...MENU_SIGNS]"
          /></FormField>
          <span class="end">
            <button type="button" class="btn" @click="reading.forget()">Leave it</button>
            <button type="button" class="btn primary" :disabled="!ready || busy !== ''" @click="finish">
              {{ busy === 'taking in' ? 'Taking in…' : `Take in ${report.counts.rows} lines` }}
            </button>
          </span>
        </div>
        <div v-if="filter === 'gone'" class="lines" tabindex="0" role="region" aria-label="No longer listed">
          <p v-if="report.gone.length === 0" class="mid">The list names every shortcut that its commands have.</p>
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
                ? 'Columns mean what they meant when such a list was last taken in.'
                : 'Columns were recognised from their headings and contents.'
            }}
            Choose another meaning above a column to change it.</span
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
