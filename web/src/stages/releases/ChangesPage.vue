<script setup lang="ts">
import { computed, ref } from 'vue';
import { platformName } from '@crib/core/keys';
import {
  MOVED_KINDS,
  MOVED_ORDERS,
  changedAt,
  differing,
  inverse,
  kindCounts,
  narrowedRows,
  orderedMoved,
  rowCommand,
  writtenDifference,
  writtenOf,
  type ColumnSide,
} from '@crib/core/release';
import type { PlainTable } from '@crib/core/sheet';
import ChipLegend from '../../parts/ChipLegend.vue';
import HandOut from '../../parts/HandOut.vue';
import IndexLine from '../../parts/IndexLine.vue';
import NarrowedTo from '../../parts/NarrowedTo.vue';
import StateNote from '../../parts/StateNote.vue';
import TheLedger from '../../parts/TheLedger.vue';
import { show } from '../../words/chips.ts';
import { grouped } from '../../parts/ledger.ts';
import { counted, say } from '@crib/core/words';
import { useLineage } from '../../stores/lineage.ts';
import { useLookup } from '../../stores/lookup.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import MovedStory from './MovedStory.vue';
import PickSides from './PickSides.vue';
import ReleasesFrame from './ReleasesFrame.vue';
import WriteNotes from './WriteNotes.vue';
import { KIND_TITLES, movedColumn } from './movedLedger.ts';
import { useComparison } from './useComparison.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** What moved between two keysets, the most harmful to a trained hand first, over any set of keysets. */
const workspace = useWorkspace();
const lineage = useLineage();
const lookup = useLookup();
const { kept, set, style, luggage } = usePlace();
const comparison = useComparison();
const { problem, load, compared, columns, platforms, old, now, labelOf, openedOf } = comparison;

const [kind, where, category, used, press, rowName] = ['kind', 'where', 'category', 'used', 'press', 'row'].map(
  (name) => kept(name),
);
const order = kept('order', 'harm');
const margin = ref<HTMLElement | null>(null);

const byCommand = computed(() => new Map((compared.value?.rows ?? []).map((row) => [rowCommand(row).id, row])));
/** Rows that name, press, place, category and use leave; the kinds in the index are counted over them. */
const found = computed(() => {
  const made = compared.value;
  if (!made) return [];
  const narrowing = {
    words: lookup.name.normalize('NFC').toLowerCase().split(/\s+/).filter(Boolean),
    press: press!.value,
    place: where!.value ? Number(where!.value) : null,
    category: category!.value,
    often: used!.value ? made.now.often() : null,
  };
  return narrowedRows(made.rows, narrowing, [made.sides[0].keyboard, made.sides[1].keyboard]);
});
const counts = computed(() => kindCounts(found.value));
const asked = computed(() => MOVED_KINDS.find((one) => one === kind!.value) ?? null);
const ordered = computed(() =>
  orderedMoved(found.value, MOVED_ORDERS.find((one) => one === order.value) ?? 'harm', asked.value),
);
const shown = computed(() => ordered.value.map((one) => one.row));
const rows = computed(() => {
  const titles = new Map(ordered.value.map(({ row, kind: one }) => [rowCommand(row).id, KIND_TITLES[one]]));
  return grouped(shown.value.map(rowCommand), (command) =>
    order.value === 'category' ? command.category : titles.get(command.id)!,
  );
});
/** One keyset on two platforms stands in two columns. */
const twice = computed(() => old.value?.id === now.value?.id && platforms.value[0] !== platforms.value[1]);
const ledgerColumns = computed(() => {
  const made = compared.value;
  if (!made) return [];
  const showPlatform = platforms.value[0] !== platforms.value[1];
  const columnOf = (keyset: number, side: ColumnSide) => {
    const opened = openedOf(keyset);
    if (!opened) return [];
    const { commands: toColumn } = side ? inverse(made.lineage) : lineage.between(made.now.catalogue, opened.catalogue);
    const weighed = opened.weighed(keyset, workspace.keyboardsFor(opened.catalogue.release.platforms));
    const platform = platforms.value[side === 'old' ? 0 : 1];
    return [movedColumn({ keyset, opened, weighed, side, platform, toColumn, showPlatform }, byCommand.value)];
  };
  return columns.value.flatMap((id) => {
    if (twice.value && id === now.value?.id) return [...columnOf(id, 'old'), ...columnOf(id, 'now')];
    return columnOf(id, id === old.value?.id ? 'old' : id === now.value?.id ? 'now' : null);
  });
});

/** The newer side says in words what its keys do now: it has the most room. */
const widths = computed(() =>
  Object.fromEntries(ledgerColumns.value.map(({ id }) => [id, id !== now.value?.id ? 108 : twice.value ? 173 : 196])),
);

const selected = computed(() => {
  const all = [...byCommand.value.values()];
  return all.find((row) => [...row.change.now, ...row.change.old].some((one) => one.name === rowName!.value)) ?? null;
});
const select = (id: number) => set({ row: rowCommand(byCommand.value.get(id)!).name }, true);
const title = computed(() => {
  const [a, b] = [old.value, now.value];
  if (!a || !b) return '';
  const name = (one: typeof a) => (one.isDefault ? labelOf(one.releaseId) : one.name);
  if (platforms.value[0] !== platforms.value[1]) {
    const on = `${platformName(platforms.value[0])} and ${platformName(platforms.value[1])}`;
    return a.id === b.id ? `${name(a)}, ${on}` : `${name(a)} → ${name(b)}, ${on}`;
  }
  return `${name(a)} → ${name(b)}`;
});
const summary = computed(() => {
  const all = compared.value?.rows ?? [];
  const differ = differing(all);
  const meaning = compared.value?.moved.presses.filter((one) => one.kind === 'new meaning').length ?? 0;
  const presses = `, ${counted(meaning, 'shortcut')} changed meaning`;
  return `${differ} of ${all.length} differ${meaning ? presses : ''}`;
});
const categories = computed(() =>
  [
    ...new Set(
      (compared.value?.rows ?? []).flatMap((row) => [...row.change.now, ...row.change.old].map((one) => one.category)),
    ),
  ].filter(Boolean),
);
const tree = computed(() => compared.value!.now.tree);
const places = computed(() => (compared.value ? tree.value.inOrder : []));
/** How many commands of each place are otherwise. */
const atPlace = computed(() => changedAt(compared.value?.rows ?? []));
const customOnOld = computed(() =>
  comparison.keysets.value.filter(
    (one) => one.kind === 'custom' && one.releaseId === old.value?.releaseId && one.releaseId !== now.value?.releaseId,
  ),
);

/** The written difference, as long as commands and places kept their identity. */
const written = computed(() => {
  const made = compared.value;
  if (!made) return [];
  const [a, b] = made.sides.map(({ weighed }) => writtenOf(weighed));
  return writtenDifference(a!, b!);
});
function writtenTable(): PlainTable {
  const made = compared.value!;
  const label = (id: number) => (made.sides[1].commands.get(id) ?? made.sides[0].commands.get(id))?.label ?? '';
  const place = (id: number) =>
    [made.now, made.old].map((one) => one.catalogue.contexts.find((each) => each.id === id)?.name).find(Boolean) ?? '';
  const keys = (list: readonly string[], on: string) => list.map((one) => show(one, on, style.value)).join(' or ');
  return {
    header: ['Command', 'Where it works', 'Platform', 'Old shortcut', 'New shortcut'],
    rows: written.value.map(({ command, context, platform, old: was, now: is }) => [
      label(command),
      place(context),
      platformName(platform!),
      keys(was, platform!),
      keys(is, platform!),
    ]),
  };
}

function table(): PlainTable {
  const keys = (side: 0 | 1, list: readonly { shortcut: string }[]) =>
    [...new Set(list.map((one) => show(one.shortcut, platforms.value[side], style.value)))].join(' or ');
  return {
    header: ['Command id', 'Command', 'What', 'Old shortcut', 'New shortcut', 'Disruption'],
    rows: shown.value.map((row) => {
      const command = rowCommand(row);
      const what = row.kinds.map((one) => KIND_TITLES[one]).join(', ');
      return [
        command.name,
        command.label,
        what,
        keys(0, row.change.before),
        keys(1, row.change.after),
        row.harm.toFixed(1),
      ];
    }),
  };
}
</script>

<template>
  <ReleasesFrame :ready="compared !== null" :problem="problem" @again="load">
    <template #index>
      <h3>Type of change</h3>
      <IndexLine :on="!kind" @click="set({ kind: '' })" :count="found.length">All commands</IndexLine>
      <template v-for="one in MOVED_KINDS" :key="one">
        <IndexLine
          v-if="counts.get(one)"
          :on="kind === one"
          :count="counts.get(one)!"
          @click="set({ kind: kind === one ? '' : one })"
          >{{ KIND_TITLES[one] }}</IndexLine
        >
      </template>
      <h3>Where it works</h3>
      <IndexLine
        v-for="place in places"
        :key="place.id"
        :on="where === String(place.id)"
        :depth="tree.depth(place.id)"
        :count="atPlace.get(place.id) ?? 0"
        @click="set({ where: where === String(place.id) ? '' : String(place.id) })"
        >{{ place.name }}</IndexLine
      >
    </template>

    <PageHead
      >Changes<template #beside
        ><small>{{ title }} · {{ summary }}</small></template
      ></PageHead
    >
    <div class="tools">
      <FormField label="Sort by"
        ><SelectField
          v-model="order"
          size="small"
          style="width: 128px"
          :choices="[{ value: 'harm', label: 'disruption' }, 'category', 'alphabet']"
      /></FormField>
      <PickSides :comparison="comparison" />
      <SelectField
        v-model="category"
        size="small"
        label="Category"
        clearable
        placeholder="all categories"
        style="width: 140px"
        :choices="categories"
      />
      <button
        type="button"
        class="btn plain"
        role="switch"
        :aria-checked="Boolean(used)"
        @click="set({ used: used ? '' : 'often' })"
      >
        Only daily commands
      </button>
      <NarrowedTo />
      <span class="end">
        <HandOut :name="`${workspace.app?.slug}-what-moved`" :table="table" />
        <RouterLink
          v-for="one in customOnOld.slice(0, 1)"
          :key="one.id"
          class="btn"
          :to="{ name: 'carry', params: { keyset: one.id }, query: { ...luggage, to: String(now!.releaseId) } }"
          >Carry {{ one.name }} forward to {{ labelOf(now!.releaseId) }}</RouterLink
        >
        <WriteNotes
          v-if="old && now && old.id !== now.id"
          :old="old.id"
          :now="now.id"
          :title="`What’s new in ${labelOf(now.releaseId)}`"
        />
      </span>
    </div>
    <StateNote v-if="rows.length === 0" title="No matching changes">
      <p>
        {{ compared!.rows.length ? 'Choose another type, context or category.' : 'Neither release has commands yet.' }}
      </p>
      <button
        type="button"
        class="btn"
        @click="(set({ kind: '', where: '', category: '', used: '', press: '' }), lookup.showAll())"
      >
        Show all
      </button>
    </StateNote>
    <TheLedger
      v-else
      :label="title"
      :rows="rows"
      :columns="ledgerColumns"
      :selected="selected ? rowCommand(selected).id : null"
      :platform="platforms[1]"
      :how="style"
      :tree="tree"
      arranged
      :widths="widths"
      @select="select"
      @enter="margin?.focus()"
      @arrange="(ids) => (columns = [...new Set(ids)])"
    />
    <ChipLegend compared />
    <template #margin>
      <div ref="margin" tabindex="-1">
        <MovedStory v-if="selected" :row="selected" :comparison="comparison" />
        <template v-else>
          <h2>Nothing selected</h2>
          <p class="under">
            Select a command to see what changed, how disruptive it is and how it affects your keysets.
          </p>
          <template v-if="written.length">
            <h3>Full comparison</h3>
            <p class="fact">{{ counted(written.length, 'difference') }} across all platforms.</p>
            <HandOut :name="`${workspace.app?.slug}-as-written`" :table="writtenTable" />
          </template>
          <template v-if="compared!.moved.policy">
            <h3>Key handling changed</h3>
            <p v-for="one in compared!.moved.policy.differences" :key="say(one)" class="fact">{{ say(one) }}</p>
          </template>
          <template v-if="compared!.moved.contexts.length">
            <h3>Contexts</h3>
            <p v-for="(one, at) in compared!.moved.contexts" :key="at" class="fact">
              <b>{{ one.now || one.old }}</b> {{ one.kinds.join(', ')
              }}<template v-if="one.old && one.now"> (previously {{ one.old }})</template>
            </p>
          </template>
        </template>
      </div>
    </template>
  </ReleasesFrame>
</template>

<style scoped>
.fact {
  padding: 2px 0;
}
</style>
