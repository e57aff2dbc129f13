<script setup lang="ts">
import { familyName } from '@crib/core/catalogue';
import { SHIPPED_FLAGS, type CommandGroup, type SentCommand, type SentSheet } from '@crib/core/contract';
import { ask } from '../../api/client.ts';
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { computed, ref, watch } from 'vue';
import { platformName } from '@crib/core/keys';
import { counted } from '@crib/core/words';
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
    `${counted(length, 'command')} updated.`,
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
    `Verified on ${platformName(platform.value)}.`,
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
      ? await send('POST /api/apps/:slug/runs', { slug }, { name, steps: ids }, 'Task created.')
      : await send('POST /api/apps/:slug/groups', { slug }, { kind: kind.value, name, members: ids }, 'Group created.');
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
  await send('PUT /api/sheets/:id', { id: there.id }, body, `${counted(rows.length, 'command')} added to “${title}”.`);
}
const removing = ref(false);
async function remove() {
  const ids = commands.value.map((one) => one.id);
  const { release } = workspace.catalogue!;
  removing.value = false;
  await send(
    'DELETE /api/releases/:id/commands',
    { id: release.id },
    { commands: ids },
    `${counted(ids.length, 'command')} deleted.`,
  );
}
</script>

<template>
  <h2>{{ counted(commands.length, 'command') }} selected</h2>
  <p class="under">
    {{
      commands
        .slice(0, 4)
        .map((one) => one.label)
        .join(', ')
    }}{{ commands.length > 4 ? ' …' : '' }}
  </p>
  <form v-if="open" class="make" @submit.prevent="save">
    <FormField label="Change for all"
      ><SelectField
        v-model="field"
        label="Field to change"
        :choices="[
          { value: 'category', label: 'Category' },
          { value: 'home', label: 'Where it works' },
          { value: 'flag', label: 'Flag' },
          { value: 'replace', label: 'Find and replace in labels and menus' },
        ]"
    /></FormField>
    <ElInput
      v-if="field === 'category'"
      v-model="category"
      maxlength="120"
      aria-label="Category"
      placeholder="Category"
    />
    <PlaceSelect v-if="field === 'home'" v-model="home" label="Where it works" />
    <template v-if="field === 'flag'">
      <SelectField v-model="flag" label="Flag" :choices="SHIPPED_FLAGS" />
      <ElCheckbox v-model="on" label="Set" />
    </template>
    <template v-if="field === 'replace'">
      <ElInput v-model="from" aria-label="Find" placeholder="find" />
      <ElInput v-model="to" aria-label="Replace with" placeholder="replace with" />
    </template>
    <div class="actions">
      <button type="submit" class="btn primary" :disabled="busy || sent.length === 0">
        Update {{ counted(sent.length, 'command') }}
      </button>
    </div>
  </form>
  <p v-else class="mid">Sealed release: built-in data is read-only.</p>
  <h3>Verified</h3>
  <div class="actions">
    <button type="button" class="btn" :disabled="busy || bindings.length === 0" @click="tried">
      Mark {{ bindings.length }} as verified on {{ platformName(platform) }}
    </button>
  </div>
  <h3>Create a group</h3>
  <form class="make" @submit.prevent="group">
    <SelectField
      v-model="kind"
      label="Type"
      :choices="[
        { value: 'family', label: 'Family, in this order' },
        { value: 'pair', label: 'Pair of opposites' },
        { value: 'slots', label: 'Slots that users fill' },
        { value: 'ways', label: 'Alternatives' },
        { value: 'run', label: 'Task, in this order' },
      ]"
    />
    <ElInput v-model="groupName" maxlength="120" required aria-label="Name of the group" placeholder="Keep … view" />
    <div class="actions">
      <button type="submit" class="btn" :disabled="busy">{{ kind === 'run' ? 'Create task' : 'Create group' }}</button>
    </div>
  </form>
  <template v-if="sheets.length">
    <h3>Add to a sheet</h3>
    <SelectField v-model="sheet" label="Sheet" :choices="sheets.map((one) => ({ value: one.id, label: one.title }))" />
    <div class="actions">
      <button type="button" class="btn" :disabled="busy || sheet === null" @click="putOn">
        Add {{ counted(commands.length, 'command') }}
      </button>
    </div>
  </template>
  <template v-if="open">
    <h3>Delete</h3>
    <div class="actions">
      <button type="button" class="btn" :disabled="busy" @click="removing = true">
        Delete {{ counted(commands.length, 'command') }}
      </button>
    </div>
    <ElDialog v-model="removing" :title="`Delete ${counted(commands.length, 'command')}?`" width="420">
      <p>This also deletes their shortcuts in this release. Other releases are not affected. This cannot be undone.</p>
      <template #footer>
        <button type="button" class="btn" @click="removing = false">Cancel</button>
        <button type="button" class="btn primary" style="margin-left: 8px" @click="remove">
          Delete {{ counted(commands.length, 'command') }}
        </button>
      </template>
    </ElDialog>
  </template>
  <ProblemList :problems="problems" />
  <p role="status">{{ said }}</p>
</template>
