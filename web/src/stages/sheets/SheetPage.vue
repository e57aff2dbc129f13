<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import { onBeforeRouteLeave } from 'vue-router';
import IndexLine from '../../parts/IndexLine.vue';
import ProblemList from '../../parts/ProblemList.vue';
import EditionLanguage from '../../parts/EditionLanguage.vue';
import DeleteThing from '../../parts/DeleteThing.vue';
import SheetView from '../../parts/SheetView.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SectionRows from './SectionRows.vue';
import { move, useSheet } from './useSheet.ts';

const workspace = useWorkspace();
const { route, router, platform, style, luggage } = usePlace();
const { sheet, problems, unsaved, busy, body, load, change, save, publish, addRow, addSection } = useSheet(() =>
  Number(route.params['sheet']),
);
onMounted(load);
watch(() => route.params['sheet'], load);
onBeforeRouteLeave(() => !unsaved.value || confirm('The sheet has unsaved changes. Leave without saving?'));

const section = ref(0);
const newTitle = ref('');
const used = computed(() => new Set(sheet.value?.sections.flatMap((one) => one.rows.map((row) => row.command)) ?? []));
const rowsInAll = computed(() => sheet.value?.sections.reduce((sum, one) => sum + one.rows.length, 0) ?? 0);
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
async function gone() {
  unsaved.value = false;
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
      <p class="mid">{{ rowsInAll }} lines</p>
      <h3>Add commands to</h3>
      <IndexLine
        v-for="(one, index) in sheet.sections"
        :key="index"
        :on="index === section"
        :count="one.rows.length"
        @click="section = index"
        >{{ one.title || 'without a title' }}</IndexLine
      >
      <form class="add" @submit.prevent="makeSection(newTitle)">
        <ElInput
          v-model="newTitle"
          size="small"
          aria-label="Title of a new section"
          placeholder="New section"
          maxlength="120"
        />
        <button class="btn" type="submit">Add</button>
      </form>
    </template>

    <h1>
      {{ sheet.title
      }}<small
        >{{ workspace.keyset(sheet.keysetId)?.name }} ·
        {{ sheet.editions.length ? `edition ${sheet.editions[0]!.number} is out` : 'not published' }}</small
      >
    </h1>
    <div class="tools">
      <span>Shown as on A4, upright</span>
      <span class="end">
        <span role="status" class="state">{{ busy ? 'Saving…' : unsaved ? 'Not saved yet' : 'Saved' }}</span>
        <button type="button" class="btn" :disabled="!unsaved || busy" @click="save">Save</button>
        <button type="button" class="btn primary" :disabled="busy || rowsInAll === 0" @click="publish">
          Publish edition {{ (sheet.editions[0]?.number ?? 0) + 1 }}
        </button>
      </span>
    </div>
    <ProblemList :problems="problems" />
    <div class="desk" tabindex="0" role="region" aria-label="Preview of the page">
      <article class="page">
        <h2 class="title">{{ sheet.title }}</h2>
        <p class="mid">{{ body.app }} {{ body.release }} with the {{ body.keyset.name }} · edition {{ body.number }}</p>
        <p v-if="sheet.intro" class="intro">{{ sheet.intro }}</p>
        <StateNote v-if="rowsInAll === 0" title="An empty page"
          ><p>Add a section, then put commands into it from the margin.</p></StateNote
        >
        <SheetView v-else :body="body" :language="body.language" :platform="platform" :how="style" />
        <p class="credit">{{ sheet.credit }}</p>
      </article>
    </div>

    <template #margin>
      <template v-if="sheet.editions.length">
        <h2>Published</h2>
        <p v-for="edition in sheet.editions" :key="edition.number">
          <a :href="edition.path" target="_blank" rel="noopener">Edition {{ edition.number }}</a>
          <span class="mid figures">{{ edition.publishedAt.slice(0, 10) }}</span>
        </p>
        <p><RouterLink :to="{ name: 'handouts', query: luggage }">All handouts</RouterLink></p>
      </template>
      <h2 :class="{ next: sheet.editions.length }">
        {{ sheet.sections[section]?.title ?? 'No section yet' }}
      </h2>
      <SectionRows
        v-if="sheet.sections[section]"
        :section="sheet.sections[section]!"
        :used="used"
        :keyset="sheet.keysetId"
        :platform="platform"
        :how="style"
        @change="(act) => change((draft) => act(draft.sections[section]!))"
        @add="(command) => addRow(section, command)"
      />
      <div v-if="sheet.sections[section]" class="actions">
        <button type="button" class="btn" :disabled="section === 0" @click="sectionUp">Section up</button>
        <button type="button" class="btn" @click="removeSection">Remove section</button>
      </div>
      <h3>The sheet itself</h3>
      <div class="field">
        <EditionLanguage
          :model-value="sheet.language"
          @update:model-value="(language) => change((draft) => (draft.language = language))"
        />
      </div>
      <label class="field"
        >Title<ElInput
          :model-value="sheet.title"
          maxlength="120"
          @update:model-value="(title) => change((draft) => (draft.title = String(title)))"
      /></label>
      <label class="field"
        >Above the sections<ElInput
          :model-value="sheet.intro"
          type="textarea"
          :rows="2"
          maxlength="1000"
          @update:model-value="(intro) => change((draft) => (draft.intro = String(intro)))"
      /></label>
      <label class="field"
        >Credit and licence<ElInput
          :model-value="sheet.credit"
          type="textarea"
          :rows="2"
          maxlength="240"
          @update:model-value="(credit) => change((draft) => (draft.credit = String(credit)))"
      /></label>
      <div class="actions"><DeleteThing kind="sheet" :id="sheet.id" :name="sheet.title" @deleted="gone" /></div>
    </template>
  </StageFrame>
</template>

<style scoped>
.add {
  display: flex;
  gap: 6px;
  margin: 10px 12px 0 0;
}
.add .btn {
  height: 24px;
  padding: 0 8px;
}
.state {
  align-self: center;
}
.desk {
  flex: 1;
  min-height: 0;
  overflow: auto;
  margin: 0 -18px;
  padding: 20px;
  background: var(--desk);
}
.page {
  width: 794px;
  min-height: 1123px;
  margin: 0 auto;
  padding: 45px;
  background: var(--sheet);
  zoom: 0.86;
}
.title {
  font: 700 28px/1.1 var(--head);
}
.intro {
  margin: 6px 0;
}
.page :deep(.sections) {
  margin-top: 16px;
  columns: 3;
  column-gap: 22px;
}
.page :deep(.entry) {
  grid-template-columns: 92px minmax(0, 1fr);
}
.credit {
  margin-top: 18px;
  color: var(--mid);
  font-size: 12px;
}
.next {
  margin-top: 20px;
}
.field {
  display: grid;
  gap: 3px;
  margin-bottom: 8px;
}
</style>
