<script setup lang="ts">
import { familyName } from '@crib/core/catalogue';
import { SHIPPED_FLAGS, type CommandGroup, type SentCommand, type SentSheet } from '@crib/core/contract';
import { ask } from '../../api/client.ts';
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { computed, ref, watch } from 'vue';
import { platformName } from '@crib/core/keys';
import ProblemList from '../../parts/ProblemList.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Correcting many commands at once: one thing, the same for all that are marked. */
const props = defineProps<{ marked: ReadonlySet<number> }>();
const workspace = useWorkspace();
const { platform, appSlug } = usePlace();
const { problems, said, busy, send } = useSaving();

const commands = computed(() => [...props.marked].flatMap((id) => workspace.asStored(id) ?? []));
const open = computed(() => workspace.catalogue!.release.sealedAt === null);
const field = ref<'category' | 'home' | 'flag' | 'replace'>('category');
const category = ref('');
const home = ref(workspace.tree!.root.id);
const flag = ref<(typeof SHIPPED_FLAGS)[number]>('fixed');
const on = ref(true);
const [from, to] = [ref(''), ref('')];

const sent = computed(() =>
  commands.value.flatMap((one): SentCommand[] => {
    if (field.value === 'category') return [{ id: one.id, category: category.value }];
    if (field.value === 'home') return [{ id: one.id, home: home.value }];
    if (field.value === 'flag') return [{ id: one.id, [flag.value]: on.value }];
    if (!from.value || !(one.label.includes(from.value) || one.menu.includes(from.value))) return [];
    return [
      {
        id: one.id,
        label: one.label.replaceAll(from.value, to.value),
        menu: one.menu.replaceAll(from.value, to.value),
      },
    ];
  }),
);
async function save() {
  const { length } = sent.value;
  await send(
    'PUT /api/releases/:id/commands',
    { id: workspace.catalogue!.release.id },
    { commands: sent.value },
    `${length} corrected.`,
  );
}
const bindings = computed(() => {
  const { shipped } = workspace;
  return shipped?.kind === 'shipped'
    ? shipped.bindings.filter((one) => props.marked.has(one.command)).map((one) => one.id)
    : [];
});
function tried() {
  const body = { bindings: bindings.value, platform: platform.value };
  return send(
    'POST /api/releases/:id/trials',
    { id: workspace.catalogue!.release.id },
    body,
    `Noted for ${platformName(platform.value)}.`,
  );
}
const named = ref('');
/** Named after what the labels share, until another name is written. */
const groupName = computed({
  get: () => named.value || familyName(commands.value.map((one) => one.label)),
  set: (name: string) => (named.value = name),
});
const kind = ref<CommandGroup['kind'] | 'run'>('family');
async function group() {
  const ids = commands.value.map((one) => one.id);
  const [slug, name] = [appSlug.value, groupName.value];
  const made =
    kind.value === 'run'
      ? await send('POST /api/apps/:slug/runs', { slug }, { name, steps: ids }, 'Made.')
      : await send('POST /api/apps/:slug/groups', { slug }, { kind: kind.value, name, members: ids }, 'Made.');
  if (made) named.value = '';
}

/** Sheets that they can be put on, and the section: the last one, unless another is chosen. */
const sheets = computed(() => {
  const keysets = new Set((workspace.catalogue?.keysets ?? []).map((one) => one.id));
  return (workspace.app?.sheets ?? []).filter((one) => keysets.has(one.keysetId));
});
const sheet = ref<number | null>(null);
watch(
  sheets,
  (list) => (sheet.value = list.some((one) => one.id === sheet.value) ? sheet.value : (list[0]?.id ?? null)),
  { immediate: true },
);
async function putOn() {
  const there = await ask('GET /api/sheets/:id', { id: sheet.value! });
  const { title, keysetId, revision } = there;
  const rows = commands.value.map((one) => ({ command: one.id, note: '', lesson: null }));
  const last = there.sections.at(-1);
  const sections = last
    ? [...there.sections.slice(0, -1), { ...last, rows: [...last.rows, ...rows] }]
    : [
        {
          title: commands.value[0]?.category ?? '',
          rule: null,
          sort: 'given' as const,
          figure: null,
          leftOut: [],
          rows,
        },
      ];
  const body = { title, keysetId, revision, sections } satisfies SentSheet;
  await send('PUT /api/sheets/:id', { id: there.id }, body, `${rows.length} put on “${title}”.`);
}
const removing = ref(false);
async function remove() {
  const ids = commands.value.map((one) => one.id);
  const { release } = workspace.catalogue!;
  removing.value = false;
  await send('DELETE /api/releases/:id/commands', { id: release.id }, { commands: ids }, `${ids.length} removed.`);
}
</script>

<template>
  <h2>{{ commands.length }} commands marked</h2>
  <p class="under">
    {{
      commands
        .slice(0, 4)
        .map((one) => one.label)
        .join(', ')
    }}{{ commands.length > 4 ? ' …' : '' }}
  </p>
  <form v-if="open" class="make" @submit.prevent="save">
    <FormField label="For all of them"
      ><SelectField
        v-model="field"
        label="What to correct"
        :choices="[
          { value: 'category', label: 'the category' },
          { value: 'home', label: 'where they work' },
          { value: 'flag', label: 'a flag' },
          { value: 'replace', label: 'words in label and menu' },
        ]"
    /></FormField>
    <ElInput
      v-if="field === 'category'"
      v-model="category"
      maxlength="120"
      aria-label="Category"
      placeholder="Category"
    />
    <PlaceSelect v-if="field === 'home'" v-model="home" label="Where they work" />
    <template v-if="field === 'flag'">
      <SelectField v-model="flag" label="Flag" :choices="SHIPPED_FLAGS" />
      <ElCheckbox v-model="on" label="they have the flag" />
    </template>
    <template v-if="field === 'replace'">
      <ElInput v-model="from" aria-label="Replace" placeholder="replace" />
      <ElInput v-model="to" aria-label="By" placeholder="by" />
    </template>
    <div class="actions">
      <button type="submit" class="btn primary" :disabled="busy || sent.length === 0">Correct {{ sent.length }}</button>
    </div>
  </form>
  <p v-else class="mid">The release is sealed: what it ships with is not written to any more.</p>
  <h3>Verified</h3>
  <div class="actions">
    <button type="button" class="btn" :disabled="busy || bindings.length === 0" @click="tried">
      {{ bindings.length }} tried on {{ platformName(platform) }}
    </button>
  </div>
  <h3>Group them</h3>
  <form class="make" @submit.prevent="group">
    <SelectField
      v-model="kind"
      label="As"
      :choices="[
        { value: 'family', label: 'a family, in this order' },
        { value: 'pair', label: 'a pair of opposites' },
        { value: 'slots', label: 'slots the user fills' },
        { value: 'ways', label: 'ways to one goal' },
        { value: 'run', label: 'a run, in this order' },
      ]"
    />
    <ElInput v-model="groupName" maxlength="120" required aria-label="Name of the group" placeholder="Keep … view" />
    <div class="actions"><button type="submit" class="btn" :disabled="busy">Make it</button></div>
  </form>
  <template v-if="sheets.length">
    <h3>Put them on a sheet</h3>
    <SelectField
      v-model="sheet"
      label="Which sheet"
      :choices="sheets.map((one) => ({ value: one.id, label: one.title }))"
    />
    <div class="actions">
      <button type="button" class="btn" :disabled="busy || sheet === null" @click="putOn">
        Put {{ commands.length }} on it
      </button>
    </div>
  </template>
  <template v-if="open">
    <h3>Remove them</h3>
    <div class="actions">
      <button type="button" class="btn" :disabled="busy" @click="removing = true">Remove {{ commands.length }}</button>
    </div>
    <ElDialog v-model="removing" :title="`Remove ${commands.length} commands?`" width="420">
      <p>Their shortcuts in this release go with them. Other releases keep theirs. This cannot be undone.</p>
      <template #footer>
        <button type="button" class="btn" @click="removing = false">Cancel</button>
        <button type="button" class="btn primary" style="margin-left: 8px" @click="remove">Remove them</button>
      </template>
    </ElDialog>
  </template>
  <ProblemList :problems="problems" />
  <p role="status">{{ said }}</p>
</template>
