<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { readKeyRun, readShortcuts, writeStored, type Modifier } from '@crib/core/keys';
import { consequences, moveRun, type MoveTo } from '@crib/core/keyset';
import type { CommandGroup } from '@crib/core/contract';
import { counted } from '@crib/core/words';
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
import PageHead from '../../parts/PageHead.vue';

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
const AS_NOW = 'unchanged';
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
  const why = `${group.value?.name ?? counted(members.value.length, 'command')} moved together.${reason.value ? ` ${reason.value}` : ''}`;
  if (await change.make(moved.value!.change, 'Shortcuts moved.', why)) excepted.value = [];
}
</script>

<template>
  <KeysetFrame layered>
    <template v-if="keyset">
      <PageHead
        >Move several shortcuts<template #beside
          ><small>{{ keyset.name }}</small></template
        ></PageHead
      >
      <StateNote v-if="!members.length" title="No families yet">
        <p>Select several commands with Shift+click, or create a family in the catalogue.</p>
        <RouterLink class="btn" :to="{ name: 'keyset', params: { keyset: keyset.id }, query: luggage }"
          >Go to all commands</RouterLink
        >
      </StateNote>
      <template v-else>
        <div class="tools">
          <FormField label="Commands to move"
            ><SelectField
              :model-value="group ? String(group.id) : ''"
              size="small"
              label="Commands to move"
              style="width: 210px"
              :choices="[
                marked.length ? { value: '', label: `${marked.length} selected commands` } : null,
                ...families.map((one) => ({ value: String(one.id), label: one.name })),
              ]"
              @update:model-value="(id: string) => (groupAsked = id)"
          /></FormField>
          <FormField label="Move to"
            ><SelectField
              v-model="by"
              size="small"
              label="Move to"
              style="width: 210px"
              :choices="[
                { value: 'modifiers', label: 'Same keys, other modifiers' },
                { value: 'keys', label: 'New keys, in order' },
                { value: 'family', label: 'Hand them to another family' },
                { value: 'swap', label: 'Swap with another family' },
              ]"
          /></FormField>
          <FormField v-if="by === 'modifiers'" label="Modifiers"
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
            <ElCheckbox v-model="variants" label="Include other commands on these keys" />
          </template>
          <FormField v-else label="Family"
            ><SelectField
              v-model="other"
              size="small"
              label="Other family"
              style="width: 180px"
              :choices="families.filter((each) => each !== group).map((one) => ({ value: one.id, label: one.name }))"
          /></FormField>
          <template v-if="by === 'family' || by === 'swap'">
            <FormField label="Modifiers there"
              ><HeldSelect
                v-model="there"
                label="Modifiers there"
                :platform="platform"
                :also="AS_NOW"
                style="width: 150px"
            /></FormField>
            <FormField :label="by === 'swap' ? 'Modifiers here' : 'What stays here'"
              ><HeldSelect
                v-model="here"
                :label="by === 'swap' ? 'Modifiers here' : 'What stays here'"
                :platform="platform"
                :also="AS_NOW"
                :also-says="by === 'swap' ? 'unchanged' : 'no shortcut'"
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
          :columns="['Include', 'Command', 'Current', 'New', 'Custom shortcut', { hidden: 'Note' }]"
        >
          <tr v-for="line in moved.lines" :key="line.command">
            <td>
              <ElCheckbox
                v-if="isMember(line.command)"
                :model-value="!excepted.includes(line.command)"
                :aria-label="`Include ${label(line.command)}`"
                @change="leaveOut(line.command)"
              />
            </td>
            <th scope="row">{{ label(line.command) }}</th>
            <td>
              <KeyChip v-if="line.old" :shortcut="line.old!" :platform="platform" :how="style" />
              <span v-else class="mid">none</span>
            </td>
            <td>
              <span v-if="line.now === line.old" class="mid">unchanged</span>
              <KeyChip v-else-if="line.now" :shortcut="line.now!" :platform="platform" :how="style" state="yours" />
              <span v-else class="dashed">no shortcut</span>
            </td>
            <td>
              <ElInput
                v-if="isMember(line.command) && !excepted.includes(line.command)"
                v-model="own[line.command]"
                size="small"
                :aria-label="`Custom shortcut for ${label(line.command)}`"
                style="width: 130px"
              />
            </td>
            <td class="mid">{{ line.note }}</td>
          </tr>
        </LineTable>
        <p v-else class="mid">Choose where the shortcuts move to see the effect on each command.</p>
      </template>
    </template>
    <template v-if="keyset" #margin>
      <h2>One change</h2>
      <p class="under">All or nothing; a single undo reverts it.</p>
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
        “{{ unread[0]![1] }}” not recognised. Use a form like Ctrl+Shift+Y.
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
