<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import type { Command } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';
import { say as sentence } from '@crib/core/words';
import type { Problem } from '@crib/core/error';
import { contextProposals, lineageProposals, pairKey, sideOf, type LineageProposal } from '@crib/core/release';
import { problemsOf } from '../../api/client.ts';
import IndexLine from '../../parts/IndexLine.vue';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { useLineage } from '../../stores/lineage.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import LineageSide from './LineageSide.vue';
import ReleasesFrame from './ReleasesFrame.vue';
import SayLineage from './SayLineage.vue';
import PageHead from '../../parts/PageHead.vue';
import { useCatalogues } from './useCatalogues.ts';

/** What became of commands and places from one release to the next: proposals side by side, confirmed with one key. */
const workspace = useWorkspace();
const lineage = useLineage();
const { kept, set, platform } = usePlace();
const forAsked = kept('for');
const releases = computed(() => workspace.app?.releases ?? []);
const steps = computed(() => releases.value.slice(0, -1));
const release = computed(() => steps.value.find((one) => String(one.id) === forAsked.value) ?? steps.value[0]);
const before = computed(() => releases.value[releases.value.findIndex((one) => one.id === release.value?.id) + 1]);
const wanted = computed(() => [before.value?.id, release.value?.id].filter((one) => one !== undefined));
const { loaded, ready, problem, load } = useCatalogues(wanted);
const [old, now] = [
  computed(() => loaded.value.get(before.value?.id ?? 0)),
  computed(() => loaded.value.get(release.value?.id ?? 0)),
];

const said = computed(() => lineage.links.filter((one) => one.release === release.value?.id));
const sideIn = (opened: Opened) =>
  sideOf(opened, opened.shipped!.id, workspace.keyboardsFor([platform.value]), platform.value);
interface Row extends LineageProposal {
  readonly of: 'command' | 'context';
  readonly key: string;
}
const proposals = computed<Row[]>(() => {
  if (!old.value || !now.value) return [];
  const [a, b] = [sideIn(old.value), sideIn(now.value)];
  const between = lineage.between(old.value.catalogue, now.value.catalogue);
  const refused = (kind: string) =>
    new Set(said.value.filter((one) => one.kind === kind && !one.confirmed).map((one) => pairKey(one.old, one.now)));
  const row =
    (of: Row['of']) =>
    (one: LineageProposal): Row => ({ ...one, of, key: `${of} ${one.old.join()} ${one.now.join()}` });
  return [
    ...contextProposals(a, b, between, refused('context')).map(row('context')),
    ...lineageProposals(a, b, between, refused('command')).map(row('command')),
  ];
});
const at = kept('at');
const selected = computed(() => proposals.value.find((one) => one.key === at.value) ?? proposals.value[0] ?? null);
const list = ref<HTMLElement | null>(null);
const problems = shallowRef<readonly Problem[]>([]);
const done = ref('');

async function say(row: Pick<Row, 'of' | 'old' | 'now'>, verdict: 'confirmed' | 'refused' | null) {
  problems.value = [];
  const links = row.old.flatMap((was) => row.now.map((is) => ({ kind: row.of, old: was, now: is, verdict })));
  const index = proposals.value.findIndex((one) => one === selected.value);
  try {
    await lineage.say({ release: release.value!.id, links });
    done.value =
      verdict === 'confirmed' ? 'Match confirmed.' : verdict === 'refused' ? 'Match rejected.' : 'Decision undone.';
    const next = proposals.value[Math.min(Math.max(index, 0), proposals.value.length - 1)];
    await set({ at: next?.key ?? '' }, true);
    list.value?.focus();
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
function go(by: number) {
  const index = proposals.value.findIndex((one) => one === selected.value);
  const next = proposals.value[Math.max(0, Math.min(proposals.value.length - 1, index + by))];
  if (next) void set({ at: next.key }, true);
}
function onKey(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey || !selected.value) return;
  const KEYS: Record<string, () => void> = {
    ArrowDown: () => go(1),
    ArrowUp: () => go(-1),
    y: () => void say(selected.value!, 'confirmed'),
    n: () => void say(selected.value!, 'refused'),
  };
  const act = KEYS[event.key.length === 1 ? event.key.toLowerCase() : event.key];
  if (!act) return;
  event.preventDefault();
  act();
}
watch(selected, () =>
  nextTick(() => list.value?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' })),
);

const WHAT = { renamed: 'became', split: 'was split into', merged: 'were merged into' } as const;
const commandOf = (side: 'old' | 'now', id: number): Command | undefined =>
  (side === 'old' ? old.value : now.value)?.commands.get(id);
const contextOf = (side: 'old' | 'now', id: number) => {
  const opened = side === 'old' ? old.value : now.value;
  return opened?.catalogue.contexts.some((one) => one.id === id) ? opened.tree.path(id) : '';
};
const nameOf = (of: Row['of'], side: 'old' | 'now', id: number) =>
  of === 'command' ? (commandOf(side, id)?.label ?? '') : contextOf(side, id);
/** What is told of one side of a proposal: name, place in the menus, keys. */
function told(of: Row['of'], side: 'old' | 'now', id: number) {
  const opened = side === 'old' ? old.value : now.value;
  const found = of === 'command' ? commandOf(side, id) : undefined;
  if (!opened || !found) return { name: nameOf(of, side, id), menu: '', keys: [] };
  const held = sideIn(opened).effective.of(id);
  return { name: found.label, menu: found.menu, keys: [...new Set(held.map((one) => one.shortcut))] };
}
</script>

<template>
  <ReleasesFrame :ready="ready" :problem="problem" @again="load">
    <template #index>
      <h3>Release</h3>
      <IndexLine
        v-for="one in steps"
        :key="one.id"
        :on="one.id === release?.id"
        @click="set({ for: String(one.id), at: '' })"
        >{{ one.label }}</IndexLine
      >
    </template>
    <StateNote v-if="!release || !before" first title="Only one release">
      <p>When you import the next release, possible renames and splits are suggested here.</p>
    </StateNote>
    <template v-else>
      <PageHead
        >Renames and splits<template #beside
          ><small
            >{{ before.label }} → {{ release.label }} · {{ proposals.length }} to review,
            {{ said.filter((one) => one.confirmed).length }} confirmed</small
          ></template
        ></PageHead
      >
      <p class="tools">Removed commands and what they may have become. Confirmed matches update every comparison.</p>
      <ProblemList :problems="problems" />
      <StateNote v-if="proposals.length === 0" title="Nothing left to review">
        <p>All removed commands are reviewed or have no likely match. You can link others manually in the panel.</p>
      </StateNote>
      <div v-else ref="list" class="roll" role="grid" tabindex="0" aria-label="Suggestions" @keydown="onKey">
        <div
          v-for="one in proposals"
          :key="one.key"
          class="row"
          role="row"
          :aria-selected="one === selected"
          :class="{ chosen: one === selected }"
          @click="(set({ at: one.key }, true), list?.focus())"
        >
          <span role="gridcell" class="side">
            <LineageSide v-for="id in one.old" :key="id" v-bind="told(one.of, 'old', id)" />
          </span>
          <span role="gridcell" class="mid">{{ one.of === 'context' ? 'context, ' : '' }}{{ WHAT[one.kind] }}</span>
          <span role="gridcell" class="side">
            <LineageSide v-for="id in one.now" :key="id" v-bind="told(one.of, 'now', id)" />
          </span>
          <span role="gridcell" class="mid evidence"
            >{{ one.evidence.map((each) => sentence(each)).join(', ')
            }}<b class="figures">&nbsp;{{ Math.round(100 * one.score) }}%</b></span
          >
          <span role="gridcell" class="buttons">
            <button type="button" class="btn primary" tabindex="-1" @click.stop="say(one, 'confirmed')">Confirm</button>
            <button type="button" class="btn" tabindex="-1" @click.stop="say(one, 'refused')">Reject</button>
          </span>
        </div>
      </div>
      <div class="foot">
        <span>↑ ↓ select</span><span><kbd class="chip">Y</kbd> confirm</span
        ><span><kbd class="chip">N</kbd> reject</span>
      </div>
      <p class="sr-only" role="status">{{ done }}</p>
    </template>
    <template v-if="release && before && old && now" #margin>
      <h2>Decisions so far</h2>
      <p v-if="!said.length" class="under">None yet.</p>
      <div v-for="one in said" :key="`${one.kind} ${one.old} ${one.now}`" class="pair">
        <span
          >{{ nameOf(one.kind, 'old', one.old) || 'deleted item' }} {{ one.confirmed ? 'became' : 'did not become' }}
          {{ nameOf(one.kind, 'now', one.now) || 'deleted item' }}</span
        ><button type="button" class="btn plain" @click="say({ of: one.kind, old: [one.old], now: [one.now] }, null)">
          Undo
        </button>
      </div>
      <SayLineage
        :old="old.catalogue"
        :now="now.catalogue"
        @say="(was, is) => say({ of: 'command', old: [was], now: [is] }, 'confirmed')"
      />
    </template>
  </ReleasesFrame>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(120px, 1.2fr) 92px minmax(120px, 1.2fr) minmax(110px, 1fr) 108px;
  gap: 0 12px;
  align-items: center;
  min-height: 60px;
  padding: 7px 8px;
  border-bottom: 1px solid var(--hair);
}
.side {
  display: grid;
  gap: 8px;
}
.evidence {
  font-size: 12.5px;
}
.buttons {
  display: grid;
  gap: 6px;
}
.tools {
  margin-bottom: 0;
}
</style>
