<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue';
import { flatten, stackOf, takenApart } from '@crib/core/keyset';
import { stackFile } from '@crib/core/preset';
import type { Edit, Member } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import { ask } from '../../api/client.ts';
import { download } from '../../api/download.ts';
import DeleteThing from '../../parts/DeleteThing.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { useDraft } from '../../composables/useDraft.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useSession } from '../../stores/session.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from '../../composables/useSaving.ts';
import KeysetFrame from './KeysetFrame.vue';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** A keyset as a thing: its name and note, whose it is, copies of it, and its file. */
const workspace = useWorkspace();
const session = useSession();
const { route, router, appSlug, releaseLabel, luggage } = usePlace();
const keyset = computed(() => workspace.keyset(Number(route.params['keyset'])));
const custom = computed(() => (keyset.value?.kind === 'custom' ? keyset.value : null));
const { problems, said, busy, send } = useSaving();
const { form, sending } = useDraft(
  'keyset',
  () => keyset.value?.id,
  () => ({
    name: keyset.value?.name ?? '',
    note: keyset.value?.note ?? '',
    mine: keyset.value?.owner?.id === session.editor?.id,
  }),
);
/** Whoever made it, and owners of the workspace, say whose it is and whether it is locked. */
const gives = computed(() => session.may('manage') || keyset.value?.madeBy === session.editor?.id);
const members = shallowRef<readonly Member[]>([]);
onMounted(async () => (members.value = (await ask('GET /api/people').catch(() => null))?.members ?? []));
const give = (body: object, sentence: string) => send('PUT /api/keysets/:id', { id: keyset.value!.id }, body, sentence);
const foreign = computed(
  () => keyset.value?.locked || (keyset.value?.owner && keyset.value.owner.id !== session.editor?.id),
);
async function save() {
  const { name, note } = form;
  const done = sending();
  if (await send('PUT /api/keysets/:id', { id: keyset.value!.id }, { name, note }, 'Settings saved.')) done();
}
const layers = computed(() => (keyset.value ? stackOf(keyset.value, workspace.catalogue!.keysets) : null));

async function make(name: string, baseId: number, edits: readonly Edit[], why: string) {
  const body = { name, baseId, edits, why, note: form.note, mine: form.mine };
  const made = await send('POST /api/apps/:slug/keysets', { slug: appSlug.value }, body, `Keyset “${name}” created.`);
  return made?.id ?? null;
}
const go = (id: number | null) =>
  id &&
  router.push({
    name: 'keyset',
    params: { app: appSlug.value, release: releaseLabel.value, keyset: id },
    query: luggage.value,
  });
const taken = (name: string) => workspace.catalogue!.keysets.some((one) => one.name === name);
const freeName = (name: string) => {
  if (!taken(name)) return name;
  let n = 2;
  while (taken(`${name} ${n}`)) n++;
  return `${name} ${n}`;
};
const copy = async () => go(await make(freeName(`${keyset.value!.name}, copy`), keyset.value!.id, [], ''));
/** All layers as one over what is shipped: the reasons stay. */
async function detach() {
  const { shipped, layers: all } = layers.value!;
  const edits = all.reduce<Edit[]>((below, layer) => flatten(below, layer.edits), []);
  const name = freeName(`${keyset.value!.name}, merged`);
  await go(await make(name, shipped.id, edits, `Merged copy of ${all.at(-2)?.name ?? shipped.name}.`));
}
const by = ref<'category' | 'place'>('category');
const parts = computed(() => {
  const subjectOf = (edit: Edit) =>
    by.value === 'place'
      ? workspace.tree!.get(edit.context).name
      : (workspace.commands.get(edit.command)?.category ?? '') || 'No category';
  return custom.value ? [...takenApart(custom.value.edits, subjectOf)] : [];
});
/** A layer for each subject, one over the other, that together do what this one does. */
async function apart() {
  let on: number | null = custom.value!.baseId;
  const { name } = custom.value!;
  for (const [subject, edits] of parts.value) {
    if (on === null) return;
    on = await make(freeName(`${name}: ${subject}`.slice(0, 76)), on, edits, `Split from ${name}.`);
  }
  await go(on);
}
function saveFile() {
  const name = custom.value!.name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-');
  const text = JSON.stringify(stackFile(workspace.stored!, custom.value!), null, 2);
  download(`${name}.crib-keyset.json`, 'application/json', text);
}
async function gone() {
  await router.push({ name: 'keysets', query: luggage.value });
  await workspace.reload();
}
</script>

<template>
  <KeysetFrame>
    <template v-if="keyset">
      <PageHead
        >Settings<template #beside
          ><small>{{ keyset.name }}</small
          ><small
            >{{ keyset.owner ? `only ${keyset.owner.name}` : 'shared' }}{{ keyset.locked ? ', locked' : '' }}</small
          ></template
        ></PageHead
      >
      <div class="about">
        <form class="make" @submit.prevent="save">
          <FormField label="Name"
            ><ElInput v-model="form.name" maxlength="80" required :disabled="Boolean(foreign)"
          /></FormField>
          <FormField label="Purpose"
            ><ElInput v-model="form.note" type="textarea" :rows="4" maxlength="1000" :disabled="Boolean(foreign)"
          /></FormField>
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="busy || Boolean(foreign)">Save</button>
          </div>
          <ProblemList :problems="problems" />
          <p role="status">{{ said }}</p>
        </form>
        <div v-if="custom && gives" class="make">
          <FormField label="Who can edit"
            ><SelectField
              :model-value="keyset.owner?.id ?? 0"
              :disabled="busy"
              @update:model-value="
                (id: number) => give({ owner: id || null }, id ? 'It is theirs now.' : 'It is the school’s now.')
              "
              :choices="[
                { value: 0, label: 'Everyone: all editors can edit' },
                ...members.map((one) => ({ value: one.id, label: `Only ${one.name}` })),
              ]"
          /></FormField>
          <ElCheckbox
            :model-value="keyset.locked ?? false"
            :disabled="busy"
            label="Locked (read-only)"
            @update:model-value="(locked) => give({ locked: Boolean(locked) }, locked ? 'Locked.' : 'Unlocked.')"
          />
        </div>
        <h2>Based on</h2>
        <ol v-if="layers" class="stack">
          <li v-for="layer in layers.layers.toReversed()" :key="layer.id">
            <RouterLink :to="{ name: 'keyset', params: { keyset: layer.id }, query: luggage }">{{
              layer.name
            }}</RouterLink>
            <span class="mid">{{ counted(layer.edits.length, 'edit') }}</span>
          </li>
          <li>
            <RouterLink :to="{ name: 'keyset', params: { keyset: layers.shipped.id }, query: luggage }">{{
              layers.shipped.name
            }}</RouterLink>
            <span class="mid">{{ counted(layers.shipped.bindings.length, 'shortcut') }}</span>
          </li>
        </ol>
      </div>
    </template>
    <template v-if="keyset" #margin>
      <h2>Copies and files</h2>
      <p class="under">A copy is a new keyset based on this one; later changes here carry through to it.</p>
      <div class="actions">
        <button type="button" class="btn" :disabled="busy" @click="copy">Create a keyset based on this</button>
      </div>
      <template v-if="custom">
        <h3>Merge layers</h3>
        <p>Merges all layers into one keyset based directly on the built-in one. Reasons are kept.</p>
        <div class="actions">
          <button type="button" class="btn" :disabled="busy" @click="detach">Create merged copy</button>
        </div>
        <h3>Split into layers</h3>
        <FormField class="pick" label="Split by"
          ><SelectField v-model="by" size="small" label="Split by" :choices="['category', 'place']"
        /></FormField>
        <div v-for="[subject, edits] in parts" :key="subject" class="pair">
          <span>{{ subject }}</span><span class="figures">{{ edits.length }}</span>
        </div>
        <div class="actions">
          <button type="button" class="btn" :disabled="busy || parts.length < 2" @click="apart">
            Split into {{ counted(parts.length, 'layer') }}
          </button>
        </div>
        <h3>File</h3>
        <p>Includes layers and reasons. Import it elsewhere under Keysets.</p>
        <div class="actions"><button type="button" class="btn" @click="saveFile">Export file</button></div>
        <template v-if="keyset.kind === 'custom'">
          <h3>Delete</h3>
          <div class="actions"><DeleteThing kind="keyset" :id="keyset.id" :name="keyset.name" @deleted="gone" /></div>
        </template>
      </template>
    </template>
  </KeysetFrame>
</template>

<style scoped>
.about {
  max-width: 620px;
  margin-top: 14px;
  overflow-y: auto;
}
.about h2 {
  margin-top: 22px;
  font-size: 17px;
}
.stack {
  margin: 8px 0;
  padding: 0;
  list-style: none;
}
.stack li {
  display: flex;
  justify-content: space-between;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
