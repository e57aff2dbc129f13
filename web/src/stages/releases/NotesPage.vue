<script setup lang="ts">
import { dayOf } from '../../words/moments.ts';
import { computed, reactive, ref, shallowRef, watch } from 'vue';
import type { ChangeNotes, PublishedEdition } from '@crib/core/contract';
import {
  arranged,
  arrangement,
  comparedOn,
  noteLines,
  type StandingGroup,
  type StandingLine,
} from '@crib/core/release';
import { changesCsv, changesMarkdown, composeChanges, notesProof, type NotesFinding } from '@crib/core/sheet';
import { ask } from '../../api/client.ts';
import SheetPaper from '../sheets/SheetPaper.vue';
import type { LearnerLanguage } from '@crib/core/words';
import { counted } from '@crib/core/words';
import DeleteThing from '../../parts/DeleteThing.vue';
import EditionLanguage from '../../parts/EditionLanguage.vue';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { download } from '../../api/download.ts';
import { useAsked } from '../../composables/useAsked.ts';
import { useChanges } from '../../composables/unsaved.ts';
import { useDoing } from '../../composables/useDoing.ts';
import { useHands } from '../../composables/useHands.ts';
import { useLineage } from '../../stores/lineage.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import NotesGroup from './NotesGroup.vue';
import NotesProof from './NotesProof.vue';
import ReleasesFrame from './ReleasesFrame.vue';
import { useCatalogues } from './useCatalogues.ts';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** Change notes edited where they stand: order, what is left out, lines of one’s own, reasons; seen as learners will. */
const workspace = useWorkspace();
const lineage = useLineage();
const { route, router, kept, set, platform, style, luggage } = usePlace();
const { rest, typist } = useHands();
const view = kept('view');

const notes = shallowRef<(ChangeNotes & { editions: PublishedEdition[] }) | null>(null);
const { problems, said, busy, doing } = useDoing();
const form = reactive({ title: '', intro: '', credit: '', language: 'en' as LearnerLanguage });
const groups = shallowRef<readonly StandingGroup[]>([]);
const { unsaved, touch, sending, forget } = useChanges();

const releaseOf = (keyset: number | undefined) => workspace.app?.keysets.find((one) => one.id === keyset)?.releaseId;
const wanted = computed(() =>
  [...new Set([releaseOf(notes.value?.oldKeyset), releaseOf(notes.value?.nowKeyset)])].filter(
    (one) => one !== undefined,
  ),
);
const { loaded, ready, problem, load } = useCatalogues(wanted);

const { failed, load: open } = useAsked(
  () => ask('GET /api/notes/:id', { id: Number(route.params['notes']) }),
  (found) => {
    notes.value = found;
    const { title, intro, credit, language } = found;
    Object.assign(form, { title, intro, credit, language });
    forget();
  },
);
watch(
  () => route.params['notes'],
  () => route.name === 'notes' && open(),
  { immediate: true },
);

const sides = computed(() => {
  const { oldKeyset = 0, nowKeyset = 0 } = notes.value ?? {};
  const [old, now] = [loaded.value.get(releaseOf(oldKeyset) ?? 0), loaded.value.get(releaseOf(nowKeyset) ?? 0)];
  return old && now ? { old: { opened: old, keyset: oldKeyset }, now: { opened: now, keyset: nowKeyset } } : null;
});
const lines = computed(() => {
  if (!sides.value) return [];
  const { old, now } = sides.value;
  const keyboards = workspace.keyboardsFor(now.opened.catalogue.release.platforms);
  const hands = { rest: rest.value, typist: typist.value };
  const between = lineage.between(old.opened.catalogue, now.opened.catalogue);
  return noteLines(comparedOn(old, now, between, keyboards, hands));
});
watch(
  () => [lines.value, notes.value, form.language] as const,
  ([found, mine]) => {
    if (mine) groups.value = arranged(found, unsaved.value ? arrangement(groups.value) : mine.groups, form.language);
  },
  { immediate: true },
);
function change(key: string, changed: readonly StandingLine[]) {
  touch();
  groups.value = groups.value.map((one) => (one.key === key ? { ...one, lines: changed } : one));
}
function retitle(key: string, title: string) {
  touch();
  groups.value = groups.value.map((one) => (one.key === key ? { ...one, title } : one));
}
function shift(at: number, by: number) {
  touch();
  const list = [...groups.value];
  list.splice(at + by, 0, ...list.splice(at, 1));
  groups.value = list;
}
const body = computed(() => {
  if (!sides.value || !notes.value) return null;
  const { old, now } = sides.value;
  const named = ({ opened, keyset }: typeof old) => ({
    release: opened.catalogue.release.label,
    keyset: opened.keyset(keyset)?.name ?? '',
  });
  return composeChanges({ ...form, groups: arrangement(groups.value) }, lines.value, {
    app: now.opened.catalogue.app.name,
    old: named(old),
    now: named(now),
    platforms: now.opened.catalogue.release.platforms,
    number: (notes.value.editions[0]?.number ?? 0) + 1,
    publishedOn: new Date().toISOString().slice(0, 10),
  });
});
/** Claims of keys that are not so, and why some of them stay. */
const because = ref(new Map<string, string>());
const findings = computed(() => {
  if (!sides.value) return [];
  const { old, now } = sides.value;
  const keyboards = workspace.keyboardsFor(now.opened.catalogue.release.platforms);
  return notesProof({ ...form, groups: arrangement(groups.value) }, old, now, keyboards);
});
function fix({ fixed }: NotesFinding) {
  if (!fixed) return;
  const { title, intro } = fixed;
  Object.assign(form, { title, intro });
  groups.value = arranged(lines.value, fixed.groups, form.language);
  touch();
}
const counts = computed(() => {
  const all = groups.value.flatMap((one) => one.lines);
  return { all: all.length, out: all.filter((one) => one.out).length, stale: all.filter((one) => one.stale).length };
});

async function send() {
  const { id, revision } = notes.value!;
  const done = sending();
  const sent = { ...form, revision, groups: arrangement(groups.value) };
  const saved = await ask('PUT /api/notes/:id', { id }, sent);
  if (notes.value?.id !== id) return;
  done();
  // What was typed meanwhile stays on top of what is saved now.
  notes.value = unsaved.value ? { ...notes.value, revision: saved.revision } : { ...notes.value, ...saved };
}
const save = () => doing(send, 'Notes saved.');
const publish = () =>
  doing(async () => {
    if (unsaved.value) await send();
    const exceptions = findings.value.flatMap(({ key }) =>
      because.value.get(key)?.trim() ? [{ finding: key, because: because.value.get(key)!.trim() }] : [],
    );
    const made = await ask('POST /api/notes/:id/editions', { id: notes.value!.id }, { exceptions });
    notes.value = { ...notes.value!, editions: [made, ...notes.value!.editions] };
    await workspace.reload();
  }, 'Notes published.');
const handOut = (ending: 'md' | 'csv') =>
  download(
    `what-changes.${ending}`,
    ending === 'md' ? 'text/markdown' : 'text/csv',
    ending === 'md' ? changesMarkdown(body.value!) : changesCsv(body.value!),
  );
async function gone() {
  forget();
  await router.push({ name: 'releases', query: luggage.value });
  await workspace.reload();
}
</script>

<template>
  <ReleasesFrame
    :ready="Boolean(failed) || (notes !== null && ready && body !== null)"
    :problem="failed ?? problem"
    @again="failed ? open() : load()"
  >
    <template v-if="notes && body">
      <PageHead>
        {{ form.title
        }}<template #beside
          ><small
            >from {{ body.old.release }} to {{ body.now.release }},
            {{ counted(counts.all - counts.out - counts.stale, 'line')
            }}<template v-if="counts.out">, {{ counts.out }} excluded</template></small
          ></template
        ></PageHead
      >
      <div class="tools">
        <button
          type="button"
          class="btn plain"
          role="switch"
          :aria-checked="view === 'learner'"
          @click="set({ view: view === 'learner' ? '' : 'learner' })"
        >
          as the learner sees it: {{ view === 'learner' ? 'on' : 'off' }}
        </button>
        <span role="status">{{ unsaved ? 'Unsaved changes' : said }}</span>
        <span class="end">
          <button type="button" class="btn" @click="handOut('md')">Export Markdown</button>
          <button type="button" class="btn" @click="handOut('csv')">Export CSV</button>
          <button type="button" class="btn" :disabled="busy || !unsaved" @click="save">Save</button>
          <button type="button" class="btn primary" :disabled="busy" @click="publish">
            Publish edition {{ body.number }}
          </button>
        </span>
      </div>
      <ProblemList :problems="problems" />
      <SheetPaper
        v-if="view === 'learner'"
        :body="body"
        :platform="platform"
        :how="style === 'symbols' ? 'symbols' : 'words'"
        :zoom="100"
        :section="null"
      />
      <div v-else class="scroll" tabindex="0" role="region" aria-label="Change notes">
        <StateNote v-if="!groups.length" title="No changes between the two">
          <p>You can still add lines of your own.</p>
        </StateNote>
        <NotesGroup
          v-for="(group, at) in groups"
          :key="group.key"
          :group="group"
          :platform="platform"
          :how="style"
          :first="at === 0"
          :last="at === groups.length - 1"
          @change="(list) => change(group.key, list)"
          @title="(title) => retitle(group.key, title)"
          @shift="(by) => shift(at, by)"
        />
      </div>
    </template>
    <template #margin>
      <template v-if="notes && body">
        <h2>Change notes</h2>
        <div class="make">
          <FormField label="Title"><ElInput v-model="form.title" maxlength="120" @input="touch" /></FormField>
          <FormField label="Introduction"
            ><ElInput v-model="form.intro" type="textarea" :rows="4" maxlength="2000" @input="touch"
          /></FormField>
          <EditionLanguage v-model="form.language" @update:model-value="touch" />
          <FormField label="Credit"><ElInput v-model="form.credit" maxlength="240" @input="touch" /></FormField>
        </div>
        <NotesProof
          :findings="findings"
          :because="because"
          @fix="fix"
          @because="(key, text) => because.set(key, text)"
        />
        <h3>Published</h3>
        <p v-if="!notes.editions.length" class="mid">Not published yet.</p>
        <div v-for="one in notes.editions" :key="one.address" class="pair">
          <a :href="one.path" target="_blank">Edition {{ one.number }}, {{ dayOf(one.publishedAt) }}</a>
          <a class="btn plain" :href="`/public/editions/${one.address}/sheet.pdf`" download>PDF</a>
        </div>
        <div class="actions">
          <RouterLink
            class="btn"
            :to="{
              name: 'releases',
              query: { ...luggage, old: String(notes.oldKeyset), now: String(notes.nowKeyset) },
            }"
            >Back to changes</RouterLink
          >
          <DeleteThing kind="notes" :id="notes.id" :name="notes.title" @deleted="gone" />
        </div>
      </template>
    </template>
  </ReleasesFrame>
</template>

<style scoped>
.scroll {
  min-height: 0;
  overflow-y: auto;
  margin-right: -18px;
  padding: 0 18px 20px 0;
}
</style>
