<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { commandCount } from '@crib/core/catalogue';
import { ledgerTable, type PlainTable } from '@crib/core/sheet';
import { ask, problemsOf } from '../../api/client.ts';
import type { Problem } from '@crib/core/error';
import { show } from '../../words/chips.ts';
import ChipLegend from '../../parts/ChipLegend.vue';
import HandOut from '../../parts/HandOut.vue';
import ProblemList from '../../parts/ProblemList.vue';
import LedgerTools from '../../parts/LedgerTools.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import TheLedger from '../../parts/TheLedger.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import BulkEditor from './BulkEditor.vue';
import CatalogueIndex from './CatalogueIndex.vue';
import ColumnPicker from './ColumnPicker.vue';
import CorrectCommand from './CorrectCommand.vue';
import CommandStory from './CommandStory.vue';
import FilterIndex from './FilterIndex.vue';
import PressStory from './PressStory.vue';
import SavedViews from './SavedViews.vue';
import PageHead from '../../parts/PageHead.vue';
import { useLedger } from './useLedger.ts';

const workspace = useWorkspace();
const { kept, set, platform, style, releaseLabel, keysetInHand, luggage } = usePlace();

/** Opens on the shipped keyset beside the one in hand. */
const chosen = kept('columns');
const columnIds = computed<number[]>({
  get: () => {
    const known = new Set((workspace.catalogue?.keysets ?? []).map((keyset) => keyset.id));
    const asked = chosen.value
      .split(',')
      .map(Number)
      .filter((id) => known.has(id));
    const opening = [workspace.shipped?.id, keysetInHand.value].filter((id) => id !== undefined && id !== null);
    return asked.length ? asked : [...new Set(opening)];
  },
  set: (ids) => (chosen.value = ids.join(',')),
});
const { columns, shown, rows, press, counts, tallies, selected, select, title, clear } = useLedger(
  columnIds,
  keysetInHand,
);
const margin = ref<HTMLElement | null>(null);
const marked = ref<ReadonlySet<number>>(new Set());
watch(
  () => workspace.catalogue?.release.id,
  () => (marked.value = new Set()),
);
const adding = ref(false);

/** Widths of columns and how many are pinned, as the address says them. */
const sizes = kept('widths');
const widths = computed<Record<number, number>>(() =>
  Object.fromEntries(
    sizes.value
      .split(',')
      .map((one) => one.split(':').map(Number))
      .filter(([id, width]) => id && width),
  ),
);
const resize = (id: number, width: number) =>
  set(
    {
      widths: Object.entries({ ...widths.value, [id]: width })
        .map((one) => one.join(':'))
        .join(','),
    },
    true,
  );
const pins = kept('pinned');
const pinned = computed({
  get: () => Math.min(Number(pins.value) || 0, columnIds.value.length),
  set: (count: number) => (pins.value = count ? String(count) : ''),
});

/** The ledger as it stands, as a plain table. */
const table = (): PlainTable =>
  ledgerTable(
    rows.value.flatMap((row) => (row.kind === 'command' ? row.command : [])),
    columns.value.map(({ id, title }) => ({ title, weighed: workspace.weighedOf(id) })),
    {
      tree: workspace.tree!,
      platform: platform.value,
      show: (stored) => show(stored, platform.value, style.value),
      groups: workspace.catalogue!.groups,
    },
  );

const sealing = ref(false);
const problems = ref<readonly Problem[]>([]);
async function seal() {
  try {
    await ask('POST /api/releases/:id/seal', { id: workspace.catalogue!.release.id });
    await workspace.reload();
    sealing.value = false;
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <ReleaseGate v-slot="{ catalogue, tree }">
    <StageFrame>
      <template #index>
        <CatalogueIndex />
        <FilterIndex
          :filters="counts.filters"
          :places="counts.places"
          :categories="counts.categories"
          :tallies="tallies"
          :platform="platform"
        />
        <SavedViews />
      </template>

      <PageHead>
        {{ title
        }}<template #beside
          ><small>{{ commandCount(shown) }} of {{ commandCount(catalogue.commands) }} commands</small></template
        ></PageHead
      >
      <div class="tools">
        <LedgerTools />
        <ColumnPicker v-model="columnIds" />
        <span class="end">
          <HandOut :name="`${workspace.app?.slug}-${releaseLabel}-${platform}`" :table="table" />
          <button v-if="!catalogue.release.sealedAt" type="button" class="btn" @click="adding = !adding">
            {{ adding ? 'Cancel' : 'Add command' }}
          </button>
          <button
            v-if="!catalogue.release.sealedAt && catalogue.commands.length"
            type="button"
            class="btn"
            @click="sealing = true"
          >
            Seal {{ releaseLabel }}
          </button>
          <RouterLink v-if="!catalogue.release.sealedAt" class="btn primary" :to="{ name: 'import', query: luggage }"
            >Import a list</RouterLink
          >
        </span>
      </div>
      <StateNote v-if="catalogue.commands.length === 0" :title="`${releaseLabel} has no commands yet`">
        <p>Import the program’s list of shortcuts: spreadsheet, web page, Markdown or plain text.</p>
        <RouterLink class="btn primary" :to="{ name: 'import', query: luggage }">Import a list</RouterLink>
      </StateNote>
      <StateNote
        v-else-if="rows.length === 0"
        :title="press ? 'This shortcut is not used here' : 'No matching commands'"
      >
        <p>
          {{
            press ? 'It is free in the columns shown, on this platform.' : 'Try a shorter search or another context.'
          }}
        </p>
        <button type="button" class="btn" @click="clear()">Show all commands</button>
      </StateNote>
      <TheLedger
        v-else
        :label="title"
        :rows="rows"
        :columns="columns"
        :selected="selected?.id ?? null"
        :platform="platform"
        :how="style"
        :tree="tree"
        :marked="marked"
        arranged
        :widths="widths"
        :pinned="pinned"
        @select="select"
        @enter="margin?.focus()"
        @mark="(list) => (marked = list)"
        @arrange="(ids) => (columnIds = [...ids])"
        @resize="resize"
        @pin="(count) => (pinned = count)"
      />
      <ChipLegend><span>Shift+click selects several rows</span></ChipLegend>

      <template #margin>
        <div ref="margin" tabindex="-1">
          <CorrectCommand
            v-if="adding"
            :command="null"
            @done="(name) => ((adding = false), set({ row: name, q: '', press: '' }))"
          />
          <BulkEditor v-else-if="marked.size > 1" :marked="marked" />
          <PressStory v-else-if="press && !selected" :press="press" :how="style" />
          <CommandStory v-else-if="selected" :command="selected" :how="style">
            <div class="actions">
              <RouterLink class="btn" :to="{ name: 'command', params: { command: selected.name }, query: luggage }"
                >Open command page</RouterLink
              >
              <RouterLink
                v-for="keyset in workspace.custom"
                :key="keyset.id"
                class="btn"
                :to="{
                  name: 'keyset',
                  params: { keyset: keyset.id },
                  query: { ...luggage, row: selected.name, at: 'keys' },
                }"
              >
                Edit in {{ keyset.name }}
              </RouterLink>
            </div>
          </CommandStory>
          <template v-else>
            <h2>Nothing selected</h2>
            <p class="under">
              Select a command to see its shortcuts on each platform, their sources and why they were changed.
            </p>
            <PressStory press="" :how="style" />
          </template>
        </div>
      </template>
    </StageFrame>
  </ReleaseGate>

  <ElDialog v-model="sealing" :title="`Seal ${releaseLabel} permanently?`" width="420">
    <p>
      Its built-in commands and shortcuts can then only be changed by dated corrections. Custom keysets stay editable.
      This cannot be undone.
    </p>
    <ProblemList :problems="problems" />
    <template #footer>
      <button type="button" class="btn" @click="sealing = false">Cancel</button>
      <button type="button" class="btn primary" style="margin-left: 8px" @click="seal">Seal {{ releaseLabel }}</button>
    </template>
  </ElDialog>
</template>
