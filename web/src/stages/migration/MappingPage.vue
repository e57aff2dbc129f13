<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { each } from '@crib/core/memory';
import type { Standing } from '@crib/core/crosswalk';
import type { Opened } from '@crib/core/keyset';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import JudgeMargin from './JudgeMargin.vue';
import TakeSure from './TakeSure.vue';
import MigrationIndex from './MigrationIndex.vue';
import PageHead from '../../parts/PageHead.vue';
import { useCrosswalk } from './useCrosswalk.ts';
import { useJudgeKeys } from './useJudgeKeys.ts';
import { useJudging } from './useJudging.ts';
import { RELATION_WORDS, statesSaid } from './words.ts';

/** Judging what answers to what, by keyboard: a digit takes a proposal, and the next row is there. */
const workspace = useWorkspace();
const { kept, set, platform, style } = usePlace();
const { crosswalk, from, to, problem, load } = useCrosswalk();

const show = kept('show', 'all');
const at = kept('row');
const sure = ref(false);
const list = ref<HTMLElement | null>(null);
const judging = useJudging(
  crosswalk,
  from,
  to,
  () => from.value?.catalogue.commands.find((one) => one.name === at.value)?.id ?? 0,
);
const { problems, proposals, settled, waiting, stop, bySource, byTarget, judge, undoable } = judging;

const likely = (id: number) => proposals.value.get(id)?.likelihood ?? 0;
const FILTERS: readonly (readonly [string, string, (id: number, standing: Standing) => boolean])[] = [
  ['all', 'All', () => true],
  ['unjudged', 'Not mapped yet', (_, { kind }) => kind === 'unjudged'],
  ['likely', 'Likely match', (id, { kind }) => kind === 'unjudged' && likely(id) >= 0.9],
  ['unlikely', 'Unlikely match', (id, { kind }) => kind === 'unjudged' && likely(id) < 0.4],
  ['judged', 'Mapped', (_, { kind }) => kind === 'counterparts'],
  ['none', 'No equivalent', (_, { kind }) => kind === 'none'],
  ['later', 'Skipped', (_, { kind }) => kind === 'later'],
];
const all = computed(() => from.value?.catalogue.commands ?? []);
const counts = computed(
  () =>
    new Map(
      FILTERS.map(([name, , holds]) => [name, all.value.filter((one) => holds(one.id, bySource.value(one.id))).length]),
    ),
);
const rows = computed(() => {
  const [, , holds] = FILTERS.find(([name]) => name === show.value) ?? FILTERS[0]!;
  return all.value.filter((one) => one.name === at.value || holds(one.id, bySource.value(one.id)));
});
const selected = computed(() => rows.value.find((one) => one.name === at.value) ?? rows.value[0] ?? null);
const judged = computed(
  () => all.value.length - (counts.value.get('unjudged') ?? 0) - (counts.value.get('later') ?? 0),
);
/** Commands of the target that nothing answers to: what learners never had. */
const newThere = computed(() =>
  (to.value?.catalogue.commands ?? []).filter((one) => byTarget.value(one.id).kind === 'unjudged'),
);

/** The keys that commands ship with, on the platform in hand where the program runs on it. */
function keysIn(opened: Opened | null): (id: number) => readonly string[] {
  if (!opened?.shipped) return () => [];
  const { platforms } = opened.catalogue.release;
  const on = platforms.includes(platform.value) ? platform.value : platforms[0]!;
  const held = opened.weighed(opened.shipped.id, workspace.keyboardsFor(platforms)).on(on);
  return each((id: number) => [...new Set(held.of(id).map((one) => one.shortcut))]);
}
const oldKeys = computed(() => keysIn(from.value));
const newKeys = computed(() => keysIn(to.value));
const target = (id: number) => to.value?.commands.get(id);
const { as, also, takeTarget, marked, toggle, say, relate, back, onKey } = useJudgeKeys(
  rows,
  selected,
  judging,
  (one) => void set({ row: one.name }, true),
);

watch(selected, () => nextTick(() => list.value?.querySelector('[data-at]')?.scrollIntoView({ block: 'nearest' })));
const said = (standing: Standing, id: number) =>
  standing.kind === 'none'
    ? 'no equivalent'
    : standing.kind === 'later'
      ? 'skipped'
      : standing.kind === 'unjudged'
        ? proposals.value.has(id)
          ? 'not mapped'
          : '…'
        : RELATION_WORDS[standing.matches[0]!.relation];
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index>
        <MigrationIndex :crosswalk="crosswalk" />
        <template v-if="crosswalk && from && to">
          <h3>Commands of {{ crosswalk.from.name }}</h3>
          <IndexLine
            v-for="[name, title] in FILTERS"
            :key="name"
            :on="show === name"
            :count="counts.get(name) ?? 0"
            @click="set({ show: name === 'all' ? '' : name, row: '' })"
            >{{ title }}</IndexLine
          >
          <h3>Commands of {{ crosswalk.to.name }}</h3>
          <IndexLine :on="show === 'new'" :count="newThere.length" @click="set({ show: 'new', row: '' })"
            >No equivalent in {{ crosswalk.from.name }}</IndexLine
          >
        </template>
      </template>
      <StateNote v-if="problem" first :problem="problem" @again="load" />
      <StateNote v-else-if="!crosswalk || !from || !to" first loading />
      <template v-else>
        <PageHead
          >Mapping<template #beside
            ><small
              >{{ crosswalk.from.name }} {{ from.catalogue.release.label }} → {{ crosswalk.to.name }}
              {{ to.catalogue.release.label }} · {{ judged }} of {{ all.length }} mapped</small
            ></template
          ></PageHead
        >
        <div class="tools">
          <span role="status"
            >{{
              marked.size
                ? `${marked.size} selected: 1 accepts the top suggestion for each`
                : 'Press 1–5 to accept a suggestion'
            }}
            as <b>{{ RELATION_WORDS[as] }}</b>{{ also ? ', as a second match' : '' }}</span
          >
          <span
            v-if="settled.size < all.length"
            class="mid"
            role="progressbar"
            :aria-valuenow="settled.size"
            :aria-valuemax="all.length"
            aria-label="Commands with suggestions"
            >{{ settled.size }} of {{ all.length }} have suggestions</span
          >
          <button v-if="waiting" type="button" class="btn plain" @click="stop">Stop</button>
          <span class="end">
            <button type="button" class="btn" :disabled="!undoable" @click="back">Undo</button>
            <button type="button" class="btn" :aria-pressed="sure" @click="sure = !sure">Accept likely matches</button>
          </span>
        </div>
        <ProblemList :problems="problems" />
        <div v-if="show === 'new'" class="roll" tabindex="0" role="region" aria-label="Commands without an equivalent">
          <div v-for="one in newThere" :key="one.id" class="row new">
            <span
              ><KeyChip
                v-for="key in newKeys(one.id)"
                :key="key"
                :shortcut="key"
                :platform="platform"
                :how="style" /></span
            ><span>{{ one.label }}</span
            ><span class="mid">{{ one.category }}</span>
          </div>
        </div>
        <StateNote v-else-if="!rows.length" title="Nothing left in this list" />
        <div
          v-else
          ref="list"
          class="roll"
          role="grid"
          tabindex="0"
          aria-multiselectable="true"
          aria-label="Commands to map"
          @keydown="onKey"
        >
          <div
            v-for="one in rows"
            :key="one.id"
            class="row"
            role="row"
            :aria-selected="one === selected || marked.has(one.id)"
            :data-at="one === selected || undefined"
            :class="{ chosen: one === selected, marked: marked.has(one.id) }"
            @click="($event.ctrlKey || $event.metaKey ? toggle(one) : set({ row: one.name }, true), list?.focus())"
          >
            <span role="gridcell" class="chips"
              ><KeyChip
                v-for="key in oldKeys(one.id)"
                :key="key"
                :shortcut="key"
                :platform="platform"
                :how="style"
              /><span v-if="!oldKeys(one.id).length" class="mid">none</span></span
            >
            <span role="gridcell"
              ><b>{{ one.label }}</b></span
            >
            <span role="gridcell" class="mid word">{{ said(bySource(one.id), one.id) }}</span>
            <span role="gridcell">
              <template v-if="bySource(one.id).kind === 'counterparts'">{{
                bySource(one.id)
                  .matches.map((match) => `${target(match.target)?.label ?? 'not in this release'}${statesSaid(match)}`)
                  .join(', ')
              }}</template>
              <span v-else-if="bySource(one.id).kind === 'unjudged' && proposals.get(one.id)?.proposals[0]" class="mid"
                >{{ target(proposals.get(one.id)!.proposals[0]!.target)?.label }}?</span
              >
            </span>
            <span role="gridcell" class="figures mid">{{
              bySource(one.id).kind === 'unjudged' && proposals.has(one.id)
                ? `${Math.round(100 * likely(one.id))}%`
                : ''
            }}</span>
          </div>
        </div>
        <div class="foot">
          <span><kbd class="chip">1</kbd>–<kbd class="chip">5</kbd> accept</span
          ><span
            ><kbd class="chip">S</kbd> same <kbd class="chip">N</kbd> close <kbd class="chip">B</kbd> broader
            <kbd class="chip">W</kbd> narrower <kbd class="chip">R</kbd> related</span
          ><span><kbd class="chip">X</kbd> no equivalent</span><span><kbd class="chip">L</kbd> skip</span
          ><span><kbd class="chip">Space</kbd> select</span><span><kbd class="chip">U</kbd> undo</span>
        </div>
      </template>
      <template #margin>
        <TakeSure
          v-if="sure && from && to"
          :from="from"
          :to="to"
          :proposals="proposals"
          :standing="bySource"
          @take="(pairs) => judge(pairs).then((done) => done && (sure = false))"
          @cancel="sure = false"
        />
        <JudgeMargin
          v-else-if="selected && from && to && show !== 'new'"
          :command="selected"
          :to="to"
          :standing="bySource(selected.id)"
          :proposed="proposals.get(selected.id) ?? null"
          :settled="settled.has(selected.id)"
          :as="as"
          :also="also"
          :keys-of="newKeys"
          :taken="(id: number) => byTarget(id).matches.some((one) => one.target !== selected!.id)"
          @take="takeTarget"
          @also="also = !also"
          @relate="relate"
          @say="(kind) => say(() => [{ target: null, relation: kind }])"
          @amend="(matches) => judge([{ source: selected!.id, matches: [...matches] }])"
          @back="say(() => [])"
        />
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 150px minmax(120px, 1fr) 110px minmax(120px, 1fr) 48px;
  gap: 0 12px;
  align-items: center;
  min-height: 34px;
  padding: 2px 8px;
  border-bottom: 1px solid var(--hair);
  content-visibility: auto;
  contain-intrinsic-size: auto 34px;
}
.row.new {
  grid-template-columns: 150px 1fr 1fr;
}
.row.marked {
  box-shadow: inset 3px 0 var(--tide);
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.word {
  font-family: var(--mono);
  font-size: 12.5px;
}
.foot {
  flex-wrap: wrap;
}
</style>
