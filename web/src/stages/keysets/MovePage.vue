<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { readKeyRun, readShortcuts, writeStored, type Modifier } from '@crib/core/keys';
import { consequences, moveRun, type MoveTo } from '@crib/core/keyset';
import type { CommandGroup } from '@crib/core/contract';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ChangeReview from './ChangeReview.vue';
import HeldSelect from './HeldSelect.vue';
import KeysetFrame from './KeysetFrame.vue';
import { useChange } from './useChange.ts';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';

/** Moving a run of keys: a family, or marked commands, to other modifiers, other keys, or another family, in one step. */
const workspace = useWorkspace();
const { route, kept, platform, style, luggage } = usePlace();
const keyset = computed(() => {
  const found = workspace.keyset(Number(route.params['keyset']));
  return found?.kind === 'custom' ? found : null;
});
const change = useChange(computed(() => keyset.value!));
const { problems, busy, said } = change;

const families = computed(() =>
  (workspace.catalogue?.groups ?? []).filter((one) => one.kind === 'family' || one.kind === 'slots'),
);
const groupAsked = kept('group');
const membersAsked = kept('members');
const marked = computed(() =>
  membersAsked.value
    .split(',')
    .map(Number)
    .filter((id) => workspace.commands.has(id)),
);
const group = computed<CommandGroup | null>(
  () =>
    families.value.find((one) => String(one.id) === groupAsked.value) ??
    (marked.value.length ? null : (families.value[0] ?? null)),
);
const members = computed(() => group.value?.members ?? marked.value);
const twin = computed(() => families.value.find((one) => one.id === group.value?.twin) ?? null);
const withTwin = ref(false);

type By = MoveTo['by'];
const by = ref<By>('modifiers');
const held = ref('Shift');
const first = ref('');
const variants = ref(true);
const other = ref<number | null>(null);
const otherFamily = computed(() => families.value.find((one) => one.id === other.value)?.members ?? []);
const excepted = ref<number[]>([]);
const own = ref<Record<number, string>>({});
const reason = ref('');
watch(members, () => {
  excepted.value = [];
  own.value = {};
  problems.value = [];
});

/** Modifiers that keys get on their way from one family to the other; as they are held now, where none is chosen. */
const AS_NOW = 'as now';
const there = ref(AS_NOW);
const here = ref(AS_NOW);
const modifiersOf = (text: string) => (text === AS_NOW ? undefined : (text.split('+').filter(Boolean) as Modifier[]));
const named = computed(() => readKeyRun(first.value, platform.value));
const to = computed<MoveTo | null>(() => {
  if (by.value === 'modifiers') return { by: 'modifiers', held: held.value.split('+').filter(Boolean) as Modifier[] };
  if (by.value === 'keys')
    return named.value?.length ? { by: 'keys', keys: named.value, variants: variants.value } : null;
  if (!otherFamily.value.length) return null;
  return { by: by.value, family: otherFamily.value, there: modifiersOf(there.value), here: modifiersOf(here.value) };
});
const ownKeys = computed(() => {
  const found = new Map<number, string>();
  for (const [command, text] of Object.entries(own.value)) {
    if (!text.trim()) continue;
    const result = readShortcuts(text, { platform: platform.value });
    if (result.kind === 'read' && result.shortcuts.length === 1)
      found.set(Number(command), writeStored(result.shortcuts[0]!));
  }
  return found;
});
const unread = computed(() =>
  Object.entries(own.value).filter(([id, text]) => text.trim() && !ownKeys.value.has(Number(id))),
);
const moved = computed(() =>
  to.value && keyset.value
    ? moveRun(change.setting.value, {
        members: members.value,
        ...(withTwin.value && twin.value && { twin: twin.value.members }),
        to: to.value,
        except: excepted.value,
        own: ownKeys.value,
        reason: reason.value,
      })
    : null,
);
const refused = computed(() =>
  moved.value?.change.put.length ? consequences(change.setting.value, moved.value.change).refusals.length > 0 : true,
);
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
/** Whether a line is of one of the two families: it can be left out, or given a key of its own. */
const isMember = (command: number) =>
  members.value.includes(command) || (to.value !== null && 'family' in to.value && to.value.family.includes(command));
function leaveOut(command: number) {
  excepted.value = excepted.value.includes(command)
    ? excepted.value.filter((one) => one !== command)
    : [...excepted.value, command];
}
async function make() {
  const why = `${group.value?.name ?? `${members.value.length} commands`} moved as a run.${reason.value ? ` ${reason.value}` : ''}`;
  if (await change.make(moved.value!.change, 'Moved in one step.', why)) excepted.value = [];
}
</script>

<template>
  <KeysetFrame layered>
    <template v-if="keyset">
      <h1>
        Move a run of keys<small>{{ keyset.name }}</small>
      </h1>
      <StateNote v-if="!members.length" title="No family is known yet">
        <p>Mark several commands in the ledger with Shift, or make a family of them in the catalogue.</p>
        <RouterLink class="btn" :to="{ name: 'keyset', params: { keyset: keyset.id }, query: luggage }"
          >To the ledger</RouterLink
        >
      </StateNote>
      <template v-else>
        <div class="tools">
          <FormField label="Run"
            ><SelectField
              :model-value="group ? String(group.id) : ''"
              size="small"
              label="Which run"
              style="width: 210px"
              :choices="[
                marked.length ? { value: '', label: `${marked.length} marked commands` } : null,
                ...families.map((one) => ({ value: String(one.id), label: one.name })),
              ]"
              @update:model-value="(id: string) => (groupAsked = id)"
          /></FormField>
          <FormField label="To"
            ><SelectField
              v-model="by"
              size="small"
              label="Where it goes"
              style="width: 210px"
              :choices="[
                { value: 'modifiers', label: 'the same keys with other modifiers' },
                { value: 'keys', label: 'other keys, in order' },
                { value: 'family', label: 'another family, which takes them over' },
                { value: 'swap', label: 'another family, swapping keys' },
              ]"
          /></FormField>
          <FormField v-if="by === 'modifiers'" label="Held"
            ><HeldSelect v-model="held" :platform="platform" style="width: 150px"
          /></FormField>
          <template v-else-if="by === 'keys'">
            <FormField label="Keys"
              ><ElInput
                v-model="first"
                size="small"
                aria-label="Keys in order"
                placeholder="F2..F7, or 1 2 3"
                style="width: 150px"
            /></FormField>
            <ElCheckbox v-model="variants" label="and who else is on these keys" />
          </template>
          <FormField v-else label="Family"
            ><SelectField
              v-model="other"
              size="small"
              label="The other family"
              style="width: 180px"
              :choices="families.filter((each) => each !== group).map((one) => ({ value: one.id, label: one.name }))"
          /></FormField>
          <template v-if="by === 'family' || by === 'swap'">
            <FormField label="Held there"
              ><HeldSelect v-model="there" label="Held there" :platform="platform" :also="AS_NOW" style="width: 150px"
            /></FormField>
            <FormField :label="by === 'swap' ? 'Held here' : 'Stays here'"
              ><HeldSelect
                v-model="here"
                :label="by === 'swap' ? 'Held here' : 'Stays here'"
                :platform="platform"
                :also="AS_NOW"
                :also-says="by === 'swap' ? 'as now' : 'no key'"
                style="width: 150px"
            /></FormField>
          </template>
          <ElCheckbox v-if="twin" v-model="withTwin" :label="`with its twin, ${twin.name}`" />
        </div>
        <p v-if="by === 'keys' && first && !named" role="alert" class="wrong">
          Name keys without modifiers, such as F2..F7 or Q W E.
        </p>
        <LineTable
          v-if="moved"
          label="Effect on each command"
          :columns="['Moves too', 'Command', 'Has', 'Gets', 'Or a key of its own', { hidden: 'Note' }]"
        >
          <tr v-for="line in moved.lines" :key="line.command">
            <td>
              <ElCheckbox
                v-if="isMember(line.command)"
                :model-value="!excepted.includes(line.command)"
                :aria-label="`${label(line.command)} moves too`"
                @change="leaveOut(line.command)"
              />
            </td>
            <th scope="row">{{ label(line.command) }}</th>
            <td>
              <KeyChip v-if="line.old" :shortcut="line.old!" :platform="platform" :how="style" />
              <span v-else class="mid">none</span>
            </td>
            <td>
              <span v-if="line.now === line.old" class="mid">as it is</span>
              <KeyChip v-else-if="line.now" :shortcut="line.now!" :platform="platform" :how="style" state="yours" />
              <span v-else class="dashed">no key</span>
            </td>
            <td>
              <ElInput
                v-if="isMember(line.command) && !excepted.includes(line.command)"
                v-model="own[line.command]"
                size="small"
                :aria-label="`A key of its own for ${label(line.command)}`"
                style="width: 130px"
              />
            </td>
            <td class="mid">{{ line.note }}</td>
          </tr>
        </LineTable>
        <p v-else class="mid">Choose where the keys go to see the effect on each command.</p>
      </template>
    </template>
    <template v-if="keyset" #margin>
      <h2>As one step</h2>
      <p class="under">Everything is changed together, or nothing is; one undo takes it back.</p>
      <FormField class="reason" label="Reason"
        ><ElInput v-model="reason" type="textarea" :rows="3" maxlength="900" aria-label="Reason for the move"
      /></FormField>
      <ChangeReview
        v-if="moved?.change.put.length"
        :setting="change.setting.value"
        :change="moved.change"
        :platform="platform"
        :how="style"
      />
      <ProblemList :problems="[...(moved?.problems ?? []), ...problems]" />
      <p v-if="unread.length" role="alert" class="wrong">
        “{{ unread[0]![1] }}” is not clear: write it as Ctrl+Shift+Y.
      </p>
      <p role="status">{{ said }}</p>
      <div class="actions">
        <button
          type="button"
          class="btn primary"
          :disabled="busy || refused || Boolean(moved?.problems.length) || unread.length > 0"
          @click="make"
        >
          Move {{ moved?.lines.filter((line) => line.now !== line.old).length ?? 0 }}
        </button>
      </div>
    </template>
  </KeysetFrame>
</template>

<style scoped>
.reason {
  display: grid;
  gap: 2px;
  color: var(--mid);
  font-size: 12.5px;
}
.wrong {
  color: var(--flag-ink);
}
.dashed {
  padding: 1px 8px;
  border: 1.5px dashed var(--flag);
  color: var(--flag-ink);
  font: 560 12.5px var(--mono);
}
</style>
