<script setup lang="ts">
import { show } from '../../words/chips.ts';
import { computed, nextTick, ref, watch } from 'vue';
import { commandCount } from '@crib/core/catalogue';
import { platformName } from '@crib/core/keys';
import { clashSaid, clashes, workLists, type WorkList } from '@crib/core/keyset';
import { counted, say } from '@crib/core/words';
import ChipLegend from '../../parts/ChipLegend.vue';
import LedgerTools from '../../parts/LedgerTools.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import TheLedger from '../../parts/TheLedger.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import IndexLine from '../../parts/IndexLine.vue';
import CommandStory from '../catalogue/CommandStory.vue';
import FilterIndex from '../catalogue/FilterIndex.vue';
import { useLedger } from '../catalogue/useLedger.ts';
import EditPanel from './EditPanel.vue';
import KeysetIndex from './KeysetIndex.vue';
import OpenEdits from './OpenEdits.vue';
import SeveralPanel from './SeveralPanel.vue';
import UndoRedo from './UndoRedo.vue';
import PageHead from '../../parts/PageHead.vue';
import { useHistory } from './useHistory.ts';

const workspace = useWorkspace();
const { route, kept, set, platform, style, releaseLabel, luggage } = usePlace();
const id = computed(() => Number(route.params['keyset']));
const keyset = computed(() => workspace.keyset(id.value));
const custom = computed(() => (keyset.value?.kind === 'custom' ? keyset.value : null));

const { next } = useHistory(custom);

/** A custom set always has its base beside it. */
const columnIds = computed(() => (custom.value ? [custom.value.baseId, id.value] : [id.value]));
const { columns, counts, tallies, rows: allRows, selected, select } = useLedger(columnIds, id);

const only = kept('only');
const marked = ref<ReadonlySet<number>>(new Set());
const clashing = computed(() => (keyset.value ? clashes(workspace.settingOf(id.value)) : []));
const lists = computed(() =>
  keyset.value ? workLists(workspace.catalogue!, keyset.value, workspace.settingOf(id.value), clashing.value) : [],
);
const chosen = computed<WorkList | undefined>(() => lists.value.find((one) => one.name === only.value));
const list = computed(() => chosen.value?.commands ?? null);
const rows = computed(() => {
  if (!list.value) return allRows.value;
  // The groups stay as they are, less the rows and headings that are left without any.
  const left = allRows.value.filter((row) => row.kind === 'group' || list.value!.has(row.command.id));
  return left.filter((row, at) => row.kind === 'command' || left[at + 1]?.kind === 'command');
});
const markedCommands = computed(() =>
  rows.value.flatMap((row) => (row.kind === 'command' && marked.value.has(row.command.id) ? row.command : [])),
);
const pending = ref('');
// What is on its way into one row is not on its way into the next.
watch([() => selected.value?.id, marked], () => (pending.value = ''));
const panel = ref<InstanceType<typeof EditPanel> | null>(null);
const ledger = ref<InstanceType<typeof TheLedger> | null>(null);
/** The rows as they stood when a press was taken: one that the saved key takes off the list has a next one there. */
let before: readonly number[] = [];
const idsOf = () => rows.value.flatMap((row) => (row.kind === 'command' ? [row.command.id] : []));
function begin(stored: string) {
  pending.value = stored;
  if (stored) before = idsOf();
}
/** After saving the row has the focus; of a list that is worked off, the next row’s field does. */
async function goOn(command: number) {
  const left = new Set(idsOf());
  if (left.has(command) || left.size === 0) return ledger.value?.focus();
  const next = before.slice(before.indexOf(command) + 1).find((id) => left.has(id)) ?? [...left][0]!;
  await select(next);
  await nextTick();
  panel.value?.focus();
}
/** Who comes to change a command's keys finds the focus in the field that takes them. */
watch(panel, (there) => {
  if (!there || route.query['at'] !== 'keys') return;
  there.focus();
  void set({ at: '' }, true);
});
const unreasoned = computed(() => custom.value?.edits.filter((edit) => !edit.reason).length ?? 0);
const clashesOfSelected = computed(() => {
  const setting = workspace.settingOf(id.value);
  return clashing.value
    .filter((clash) => selected.value && clash.parties.some((held) => held.command === selected.value!.id))
    .slice(0, 40)
    .map((clash) => ({ severity: clash.severity, sentence: say(clashSaid(setting, clash)) }));
});
const to = (choice: string) => ({ query: { ...route.query, only: choice || undefined } });
</script>

<template>
  <ReleaseGate v-slot="{ catalogue, tree }">
    <StateNote v-if="!keyset" whole title="Keyset not found">
      <RouterLink class="btn" :to="{ name: 'keysets', query: luggage }">Back to keysets</RouterLink>
    </StateNote>
    <StageFrame v-else>
      <template #index>
        <h2>{{ keyset.name }}</h2>
        <p class="mid views">on {{ workspace.app?.name }} {{ releaseLabel }}</p>
        <KeysetIndex :keyset="id" :custom="Boolean(custom)" />
        <h3>To do</h3>
        <IndexLine :to="to('')" :on="only === ''" :count="commandCount(catalogue.commands)">All commands</IndexLine>
        <IndexLine
          v-for="one in lists"
          :key="one.name"
          :to="to(one.name)"
          :on="only === one.name"
          :count="commandCount([...one.commands].flatMap((id) => workspace.commands.get(id) ?? []))"
          >{{ one.title }}</IndexLine
        >
        <FilterIndex
          :filters="counts.filters"
          :places="counts.places"
          :categories="counts.categories"
          :tallies="tallies"
          :platform="platform"
        />
      </template>

      <PageHead v-if="custom"
        >Edits<template #beside
          ><small>{{ custom.name }}</small
          ><small
            >{{ counted(custom.edits.length, 'edit') }} on {{ releaseLabel
            }}{{ unreasoned ? ` · ${unreasoned} need a reason` : custom.edits.length ? ' · all explained' : ''
            }}{{ custom.open.length ? ` · ${custom.open.length} undecided from carrying forward` : '' }}</small
          ></template
        ></PageHead
      >
      <PageHead v-else>
        {{ keyset.name
        }}<template #beside
          ><small>{{
            catalogue.release.sealedAt
              ? 'sealed: create a custom keyset to change shortcuts'
              : 'change it by importing a list'
          }}</small></template
        ></PageHead
      >
      <div class="tools">
        <LedgerTools />
        <span class="end">
          <UndoRedo v-if="custom" :keyset="custom" :next="next" />
          <RouterLink class="btn" :to="{ name: 'move', params: { keyset: id }, query: luggage }"
            >Move several shortcuts</RouterLink
          >
        </span>
      </div>
      <StateNote v-if="rows.length === 0" :title="chosen?.none ?? 'No matching commands'">
        <p v-if="only === 'edits'">Select a command, press the new shortcut in the panel and add a reason.</p>
        <RouterLink class="btn" :to="to('')">Show all commands</RouterLink>
      </StateNote>
      <TheLedger
        v-else
        ref="ledger"
        :label="`${keyset.name} on ${platformName(platform)}`"
        :rows="rows"
        :columns="columns"
        :selected="selected?.id ?? null"
        :platform="platform"
        :how="style"
        :tree="tree"
        :pending="pending ? { column: id, text: `${show(pending, platform, style)} …` } : null"
        :marked="marked"
        @select="select"
        @mark="(ids) => (marked = ids)"
        @enter="panel?.focus()"
      />
      <ChipLegend><span>Shift+click selects several rows</span></ChipLegend>

      <template #margin>
        <SeveralPanel
          v-if="marked.size > 1 && custom"
          :keyset="custom"
          :commands="markedCommands"
          :platform="platform"
          :how="style"
        />
        <template v-else-if="selected && custom">
          <EditPanel
            ref="panel"
            :keyset="custom"
            :command="selected"
            :platform="platform"
            :how="style"
            @pressing="begin"
            @saved="goOn(selected.id)"
          />
          <template v-if="clashesOfSelected.length">
            <h3>Current conflicts</h3>
            <p v-for="{ severity, sentence } in clashesOfSelected" :key="sentence" class="clash">
              <b>{{ severity }}</b> {{ sentence }}
            </p>
          </template>
        </template>
        <CommandStory v-else-if="selected" :command="selected" :how="style" />
        <template v-else>
          <h2>Nothing selected</h2>
          <p class="under">
            Select a command, then press or type its new shortcut here. You see the consequences before you save.
          </p>
          <OpenEdits v-if="custom?.open.length" :keyset="custom" />
        </template>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.clash {
  margin-bottom: 6px;
}
</style>
