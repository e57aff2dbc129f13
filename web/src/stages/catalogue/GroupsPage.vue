<script setup lang="ts">
import { computed } from 'vue';
import type { CommandGroup } from '@crib/core/contract';
import DeleteThing from '../../parts/DeleteThing.vue';
import KeyChip from '../../parts/KeyChip.vue';
import OrderList from '../../parts/OrderList.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { useDraft } from '../../composables/useDraft.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CatalogueIndex from './CatalogueIndex.vue';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** Pairs, families, slots and ways: what belongs together, in order, with the keys each member has. */
const workspace = useWorkspace();
const { kept, platform, style, appSlug, keysetInHand, luggage } = usePlace();
const { problems, said, busy, send } = useSaving();
const chosen = kept('set');
const groups = computed(() => workspace.catalogue?.groups ?? []);
const group = computed(() => groups.value.find((one) => String(one.id) === chosen.value) ?? null);
const shown = computed(() => workspace.keyset(keysetInHand.value) ?? workspace.shipped!);
const keysOf = (id: number) => [
  ...new Set(
    workspace
      .effectiveOf(shown.value.id, platform.value)
      .of(id)
      .map((held) => held.shortcut),
  ),
];
const label = (id: number) => workspace.commands.get(id)?.label ?? 'not in this release';
/** Of a pair or a family some have a key and some have none; of several ways one key is enough. */
const lopsided = (one: CommandGroup) => {
  if (one.kind === 'ways' || one.kind === 'chooser') return false;
  const keyed = one.members.filter((id) => keysOf(id).length > 0).length;
  return keyed > 0 && keyed < one.members.length;
};

const empty = (): Omit<CommandGroup, 'id'> => ({
  kind: 'pair',
  name: '',
  members: [],
  twin: null,
  advised: null,
  because: '',
});
const { form, sending } = useDraft(
  `group of ${appSlug.value}`,
  () => group.value?.id ?? 'new',
  () => {
    const { id: _id, ...said } = group.value ?? { id: 0, ...empty() };
    return said;
  },
);
async function save() {
  const slug = appSlug.value;
  const { kind, name, members, twin, advised, because } = form;
  const ways = kind === 'ways';
  const sent = {
    kind,
    name,
    members,
    twin,
    advised: ways ? advised : null,
    because: ways || kind === 'chooser' ? because : '',
  };
  const done = sending();
  const saved = group.value
    ? await send('PUT /api/apps/:slug/groups/:id', { slug, id: group.value.id }, sent, 'Group saved.')
    : await send('POST /api/apps/:slug/groups', { slug }, sent, 'Group created.');
  if (!saved) return;
  done();
  chosen.value = String(saved.id);
}
async function gone() {
  chosen.value = '';
  await workspace.reload();
}
const KINDS = {
  pair: 'pair',
  family: 'family',
  slots: 'slots',
  ways: 'alternatives',
  chooser: 'context-dependent shortcut',
} as const;
/** Numbered alike, so that another can be numbered alongside. */
const TWINNED = new Set<CommandGroup['kind']>(['family', 'slots']);
const twins = computed(() => groups.value.filter((one) => TWINNED.has(one.kind) && one.id !== group.value?.id));
</script>

<template>
  <ReleaseGate v-slot="{ catalogue }">
    <StageFrame>
      <template #index><CatalogueIndex /></template>
      <PageHead
        >Command groups<template #beside><small>same in all releases</small></template></PageHead
      >
      <div class="tools">
        <span>Shortcuts shown: {{ shown.name }}</span>
        <span class="end"><button type="button" class="btn" @click="chosen = ''">New group</button></span>
      </div>
      <StateNote v-if="groups.length === 0" title="No groups yet">
        <p>Mark opposites as a pair and numbered commands as a family; Crib then flags missing shortcuts.</p>
      </StateNote>
      <LineTable v-else label="Groups" :columns="['Group', 'Type', 'Members and their shortcuts']">
        <tr v-for="one in groups" :key="one.id" :class="{ on: one.id === group?.id }">
          <th scope="row">
            <button type="button" class="btn plain" @click="chosen = String(one.id)">{{ one.name }}</button>
          </th>
          <td>{{ KINDS[one.kind] }}<small v-if="lopsided(one)" class="half">some without a shortcut</small></td>
          <td class="members">
            <span v-for="id in one.members" :key="id" class="member">
              <RouterLink
                v-if="workspace.commands.has(id)"
                :to="{ name: 'command', params: { command: workspace.commands.get(id)!.name }, query: luggage }"
                >{{ label(id) }}</RouterLink><span v-else class="mid">{{ label(id) }}</span>
              <KeyChip v-for="key in keysOf(id)" :key="key" :shortcut="key" :platform="platform" :how="style" />
              <span v-if="keysOf(id).length === 0" class="mid">none</span>
            </span>
          </td>
        </tr>
      </LineTable>
      <template #margin>
        <form class="make" @submit.prevent="save">
          <h2>{{ group ? group.name : 'New group' }}</h2>
          <FormField label="Name"><ElInput v-model="form.name" maxlength="120" required /></FormField>
          <FormField label="Type"
            ><SelectField
              v-model="form.kind"
              :choices="[
                { value: 'pair', label: 'Pair: two opposite commands' },
                { value: 'family', label: 'Family: a numbered or ordered series' },
                { value: 'slots', label: 'Slots: the key belongs to the slot, whatever the user puts in it' },
                { value: 'ways', label: 'Alternatives: several commands for the same result' },
                { value: 'chooser', label: 'Context-dependent: one shortcut, the program picks the command' },
              ]"
          /></FormField>
          <FormField label="Members"
            ><SelectField
              v-model="form.members"
              multiple
              filterable
              collapse-tags
              :choices="catalogue.commands.map((one) => ({ value: one.id, label: one.label }))"
          /></FormField>
          <OrderList v-model="form.members" :name="label" :key-of="(id) => id" />
          <FormField v-if="TWINNED.has(form.kind) && twins.length" label="Matching group"
            ><SelectField
              :model-value="form.twin ?? 0"
              @update:model-value="(value: number) => (form.twin = value || null)"
              :choices="[{ value: 0, label: 'none' }, ...twins.map((one) => ({ value: one.id, label: one.name }))]"
          /></FormField>
          <FormField v-if="form.kind === 'chooser'" label="What the choice depends on"
            ><ElInput
              v-model="form.because"
              maxlength="500"
              required
              placeholder="the selection, or what is under the pointer"
          /></FormField>
          <template v-if="form.kind === 'ways'">
            <FormField label="Recommended"
              ><SelectField
                :model-value="form.advised ?? 0"
                @update:model-value="(value: number) => (form.advised = value || null)"
                :choices="[
                  { value: 0, label: 'calculated automatically' },
                  ...form.members.map((id) => ({ value: id, label: label(id) })),
                ]"
            /></FormField>
            <FormField v-if="form.advised" label="Reason"
              ><ElInput v-model="form.because" type="textarea" :rows="2" maxlength="500"
            /></FormField>
          </template>
          <ProblemList :problems="problems" />
          <p role="status">{{ said }}</p>
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="busy || form.members.length < 2">
              {{ group ? 'Save' : 'Create group' }}
            </button>
            <DeleteThing v-if="group" kind="group" :id="group.id" :name="group.name" @deleted="gone" />
          </div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
tr.on {
  background: var(--tide-wash);
}
.members {
  height: auto;
  padding: 6px 8px;
}
.member {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  margin: 2px 14px 2px 0;
}
.half {
  display: block;
  color: var(--flag-ink);
}
</style>
