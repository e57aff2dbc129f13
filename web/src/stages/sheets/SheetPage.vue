<script setup lang="ts">
import { dayOf } from '../../words/moments.ts';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import IndexLine from '../../parts/IndexLine.vue';
import ProblemList from '../../parts/ProblemList.vue';
import DeleteThing from '../../parts/DeleteThing.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ProofPanel from './ProofPanel.vue';
import RuledRows from './RuledRows.vue';
import SectionRows from './SectionRows.vue';
import SectionRule from './SectionRule.vue';
import SheetLook from './SheetLook.vue';
import SheetPaper from './SheetPaper.vue';
import SheetTexts from './SheetTexts.vue';
import StripLook from './StripLook.vue';
import type { SheetLayout } from '@crib/core/sheet';
import { counted } from '@crib/core/words';
import { move, useSheet } from './useSheet.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

const workspace = useWorkspace();
const { route, router, kept, set, platform, style, luggage } = usePlace();
const {
  sheet,
  problems,
  unsaved,
  forget,
  busy,
  body,
  findings,
  proofNow,
  because,
  fix,
  load,
  change,
  save,
  publish,
  addRow,
  addSection,
} = useSheet(() => Number(route.params['sheet']));
onMounted(load);
watch(() => route.params['sheet'], load);
// The address may name another release than the one the sheet’s keyset belongs to: go there.
watch([sheet, () => workspace.catalogue], () => {
  const { app, catalogue } = workspace;
  const of = app?.keysets.find((one) => one.id === sheet.value?.keysetId)?.releaseId;
  const release = app?.releases.find((one) => one.id === of);
  if (!release || !catalogue || catalogue.release.id === release.id) return;
  void router.replace({ params: { ...route.params, release: release.label }, query: route.query });
});

const section = ref(0);
const newTitle = ref('');
const used = computed(() => new Set(sheet.value?.sections.flatMap((one) => one.rows.map((row) => row.command)) ?? []));
const rowsInAll = computed(() => body.value?.sections.reduce((sum, one) => sum + one.rows.length, 0) ?? 0);
const isEmpty = computed(() => rowsInAll.value === 0 && !body.value?.sections.some((one) => one.figures.length));
/** What the margin holds: the section in hand, or how the page is set. */
const view = kept('view', 'section');
const layout = shallowRef<SheetLayout | null>(null);
const zoom = kept('zoom', '100');
const pageAsked = kept('page');
const pages = computed(() => layout.value?.pages.length ?? 0);
const page = computed(() => Math.max(1, Math.min(pages.value, Number(pageAsked.value) || 1)));
const turn = (by: number) => set({ page: String(page.value + by) }, true);
const custom = computed(() => workspace.keyset(sheet.value?.keysetId ?? 0)?.kind === 'custom');
const written = computed(() => (style.value === 'symbols' ? 'symbols' : 'words'));
const fitted = computed(() => {
  const found = layout.value;
  if (!found) return '';
  const pages = counted(found.pages.length, 'page');
  if (!found.fits) return `${pages}: too long, even at the smallest size (${found.size} pt)`;
  return `${found.size} pt, ${pages}${found.broken ? `, ${counted(found.broken, 'section')} split across columns` : ''}`;
});
function makeSection(title: string) {
  if (!title.trim()) return;
  addSection(title.trim());
  section.value = (sheet.value?.sections.length ?? 1) - 1;
  newTitle.value = '';
}
function sectionUp() {
  change((draft) => move(draft.sections, section.value, -1));
  section.value--;
}
function removeSection() {
  change((draft) => draft.sections.splice(section.value, 1));
  section.value = Math.max(0, section.value - 1);
}
/** What is wrong is shown first, unless it was said why it stays. */
async function issue() {
  const unnamed = proofNow().some((one) => one.wrong && !because.value.get(one.key)?.trim());
  await (unnamed ? set({ view: 'proof' }, true) : publish());
}
async function gone() {
  forget();
  await router.push({ name: 'sheets', query: luggage.value });
  await workspace.reload();
}
</script>

<template>
  <StateNote whole v-if="!sheet && problems.length" :problem="problems[0]!" @again="load" />
  <StateNote whole v-else-if="!sheet || !workspace.catalogue || !body" loading />
  <StageFrame v-else>
    <template #index>
      <h2>Sections</h2>
      <p class="mid">{{ counted(rowsInAll, 'row') }}</p>
      <IndexLine :on="view === 'look'" @click="set({ view: 'look' }, true)">Page setup</IndexLine>
      <IndexLine :on="view === 'strips'" @click="set({ view: 'strips' }, true)">Strips and key labels</IndexLine>
      <IndexLine :on="view === 'proof'" :count="findings.length" @click="set({ view: 'proof' }, true)">Check</IndexLine>
      <h3>Edit section</h3>
      <IndexLine
        v-for="(one, index) in sheet.sections"
        :key="index"
        :on="view === 'section' && index === section"
        :count="body.sections[index]?.rows.length ?? 0"
        @click="((section = index), set({ view: '' }, true))"
        >{{ one.title || 'Untitled' }}</IndexLine
      >
      <form class="add" @submit.prevent="makeSection(newTitle)">
        <ElInput
          v-model="newTitle"
          size="small"
          aria-label="Title of a new section"
          placeholder="New section"
          maxlength="120"
        />
        <button class="btn" type="submit">Add section</button>
      </form>
      <template v-if="sheet.editions.length">
        <h3>Published</h3>
        <p v-for="edition in sheet.editions" :key="edition.number">
          <a :href="edition.path" target="_blank" rel="noopener">Edition {{ edition.number }}</a>
          <span class="mid figures published">{{ dayOf(edition.publishedAt) }}</span>
        </p>
        <p><RouterLink :to="{ name: 'handouts', query: luggage }">All handouts</RouterLink></p>
      </template>
    </template>

    <PageHead>
      {{ sheet.title
      }}<template #beside
        ><small
          >{{ workspace.keyset(sheet.keysetId)?.name }} ·
          {{ sheet.editions.length ? `edition ${sheet.editions[0]!.number} published` : 'not published' }}</small
        ></template
      ></PageHead
    >
    <div class="tools">
      <span role="status">{{ fitted }}</span>
      <SelectField
        :model-value="zoom"
        size="small"
        style="width: 92px"
        label="Zoom"
        @update:model-value="(value: string) => set({ zoom: value === '100' ? '' : value }, true)"
        :choices="['60', '80', '100', '130', '180'].map((one) => ({ value: one, label: `${one}%` }))"
      />
      <span v-if="pages > 1" class="turning">
        <button type="button" class="btn plain" :disabled="page <= 1" aria-label="Previous page" @click="turn(-1)">
          ←
        </button>
        <span class="figures">page {{ page }} of {{ pages }}</span>
        <button type="button" class="btn plain" :disabled="page >= pages" aria-label="Next page" @click="turn(1)">
          →
        </button>
      </span>
      <span class="end">
        <span role="status" class="state">{{ busy ? 'Saving…' : unsaved ? 'Unsaved changes' : 'Saved' }}</span>
        <button type="button" class="btn" :disabled="!unsaved || busy" @click="save">Save</button>
        <button type="button" class="btn primary" :disabled="busy || isEmpty" @click="issue">
          Publish edition {{ (sheet.editions[0]?.number ?? 0) + 1 }}
        </button>
      </span>
    </div>
    <ProblemList :problems="problems" />
    <StateNote v-if="isEmpty" title="Empty sheet"
      ><p>Add a section, then fill it with a rule or pick commands in the panel.</p></StateNote
    >
    <SheetPaper
      v-else
      :body="body"
      :platform="platform"
      :how="written"
      :zoom="Number(zoom)"
      :section="section"
      :strips="view === 'strips'"
      :page="page"
      @layout="(now) => (layout = now)"
      @choose="(at) => ((section = at), set({ view: '' }, true))"
    />

    <template #margin>
      <ProofPanel
        v-if="view === 'proof'"
        :findings="findings"
        :because="because"
        :sections="sheet.sections"
        @fix="fix"
        @because="(key, text) => because.set(key, text)"
        @choose="(at) => (section = at)"
      />
      <StripLook
        v-else-if="view === 'strips'"
        :look="sheet.look"
        :platform="platform"
        @change="(part) => change((draft) => Object.assign(draft.look, part))"
      />
      <template v-else-if="view === 'look'">
        <h2>Page setup</h2>
        <SheetTexts :sheet="sheet" @change="(part) => change((draft) => Object.assign(draft, part))" />
        <SheetLook :look="sheet.look" @change="(part) => change((draft) => Object.assign(draft.look, part))" />
        <div class="actions"><DeleteThing kind="sheet" :id="sheet.id" :name="sheet.title" @deleted="gone" /></div>
      </template>
      <template v-else>
        <h2>{{ sheet.sections[section]?.title || 'No section yet' }}</h2>
        <template v-if="sheet.sections[section]">
          <FormField class="field" label="Title"
            ><ElInput
              :model-value="sheet.sections[section]!.title"
              maxlength="120"
              @update:model-value="(title) => change((draft) => (draft.sections[section]!.title = String(title)))"
          /></FormField>
          <SectionRule
            :section="sheet.sections[section]!"
            :facts="sheet.facts"
            :custom="custom"
            @change="(act) => change((draft) => act(draft.sections[section]!))"
          />
        </template>
        <RuledRows
          v-if="sheet.sections[section]?.rule"
          :section="sheet.sections[section]!"
          :facts="sheet.facts"
          :keyset="sheet.keysetId"
          @change="(act) => change((draft) => act(draft.sections[section]!))"
        />
        <SectionRows
          v-else-if="sheet.sections[section] && !sheet.sections[section]!.figure"
          :section="sheet.sections[section]!"
          :used="used"
          :keyset="sheet.keysetId"
          :platform="platform"
          :how="style"
          @change="(act) => change((draft) => act(draft.sections[section]!))"
          @add="(command) => addRow(section, command)"
        />
        <div v-if="sheet.sections[section]" class="actions">
          <button type="button" class="btn" :disabled="section === 0" @click="sectionUp">Move section up</button>
          <button type="button" class="btn" @click="removeSection">Remove section</button>
        </div>
      </template>
    </template>
  </StageFrame>
</template>

<style scoped>
.add {
  display: grid;
  justify-items: start;
  gap: 6px;
  margin: 10px 12px 0 0;
}
.add .btn {
  height: 24px;
  padding: 0 8px;
}
.published {
  margin-left: 8px;
}
.state {
  align-self: center;
}
.field {
  display: grid;
  gap: 3px;
  margin-bottom: 8px;
}
</style>
