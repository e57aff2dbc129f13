<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { platformName } from '@crib/core/keys';
import {
  MOVED_KINDS,
  harms,
  kindCounts,
  moved,
  movedRows,
  sideOf,
  unchangedShare,
  type MovedKind,
} from '@crib/core/release';
import StateNote from '../../parts/StateNote.vue';
import { layoutInHand } from '../../words/chips.ts';
import { useHands } from '../../composables/useHands.ts';
import { useLineage } from '../../stores/lineage.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ReleasesFrame from './ReleasesFrame.vue';
import PageHead from '../../parts/PageHead.vue';
import { KIND_TITLES } from './movedLedger.ts';
import { useCatalogues } from './useCatalogues.ts';

const LifeChart = defineAsyncComponent(() => import('./LifeChart.vue'));

/** An app’s life: what changed with each release, by kind, and how much of a learner’s day is as it was. */
const workspace = useWorkspace();
const lineage = useLineage();
const { platform } = usePlace();
const { rest, typist } = useHands();
/** The oldest first. */
const releases = computed(() => [...(workspace.app?.releases ?? [])].reverse());
const wanted = computed(() => releases.value.map((one) => one.id));
const { loaded, ready, problem, load } = useCatalogues(wanted);

const sides = computed(() =>
  releases.value.flatMap(({ id }) => {
    const opened = loaded.value.get(id);
    if (!opened?.shipped) return [];
    const side = sideOf(opened, opened.shipped.id, workspace.keyboardsFor([platform.value]), platform.value);
    return [{ opened, catalogue: opened.catalogue, side }];
  }),
);
const uses = computed(() => sides.value.at(-1)?.opened.uses() ?? new Map<number, number>());
const steps = computed(() =>
  sides.value.slice(1).map(({ catalogue, side }, at) => {
    const before = sides.value[at]!;
    const found = moved(before.side, side, lineage.between(before.catalogue, catalogue));
    const cost = harms(found, before.side, side, uses.value, { rest: rest.value, typist: typist.value });
    return { label: catalogue.release.label, counts: kindCounts(movedRows(found, cost)) };
  }),
);
const kinds = computed(() =>
  MOVED_KINDS.filter((kind) => kind !== 'same' && steps.value.some((one) => one.counts.get(kind))),
);
/** What of a day is unchanged for who has learned with each release, and works with the newest. */
const shares = computed(() => {
  const last = sides.value.at(-1);
  if (!last) return [];
  return sides.value.map(({ catalogue, side }) => {
    const found = moved(side, last.side, lineage.between(catalogue, last.catalogue));
    const { uses: all, same } = unchangedShare(found, uses.value);
    return { label: catalogue.release.label, all, same, percent: all ? (100 * same) / all : null };
  });
});
const newest = computed(() => releases.value.at(-1)?.label ?? '');
const series = computed(() =>
  kinds.value.map((kind: MovedKind) => ({
    name: KIND_TITLES[kind],
    data: steps.value.map((one) => one.counts.get(kind)!),
  })),
);
</script>

<template>
  <ReleasesFrame :ready="ready" :problem="problem" @again="load">
    <StateNote v-if="sides.length < 2" first title="Only one release">
      <p>Add another release to see changes over time.</p>
    </StateNote>
    <template v-else>
      <PageHead
        >Release timeline<template #beside
          ><small>{{ workspace.app?.name }}, {{ platformName(platform) }}, {{ layoutInHand.name }}</small></template
        ></PageHead
      >
      <div class="scroll" tabindex="0" role="region" aria-label="Release timeline">
        <h2>Changes by release</h2>
        <div class="charts">
          <LifeChart
            v-for="one in series"
            :key="one.name"
            type="bar"
            :title="one.name"
            :labels="steps.map((step) => step.label)"
            :figures="one.data"
            unit="commands"
          />
        </div>
        <table>
          <thead>
            <tr>
              <th scope="col">Commands</th>
              <th v-for="one in steps" :key="one.label" scope="col">{{ one.label }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="kind in kinds" :key="kind">
              <th scope="row">{{ KIND_TITLES[kind] }}</th>
              <td v-for="one in steps" :key="one.label" class="figures">{{ one.counts.get(kind) }}</td>
            </tr>
          </tbody>
        </table>
        <h2>Daily work unchanged in {{ newest }}</h2>
        <p class="mid">Share of daily command use whose old shortcuts all still work.</p>
        <template v-if="uses.size">
          <LifeChart
            type="line"
            title="Share unchanged, by release learned"
            :labels="shares.map((one) => one.label)"
            :figures="shares.map((one) => Math.round(one.percent ?? 0))"
            unit="%"
          />
          <table>
            <thead>
              <tr>
                <th scope="col">Learned on</th>
                <th scope="col">Uses per day</th>
                <th scope="col">Unchanged</th>
                <th scope="col">Share</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in shares" :key="one.label">
                <th scope="row">{{ one.label }}</th>
                <td class="figures">{{ Math.round(one.all) }}</td>
                <td class="figures">{{ Math.round(one.same) }}</td>
                <td class="figures">{{ one.percent === null ? '–' : `${Math.round(one.percent)}%` }}</td>
              </tr>
            </tbody>
          </table>
        </template>
        <p v-else class="mid">No usage data yet.</p>
      </div>
    </template>
  </ReleasesFrame>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 6px 26px;
  margin: 8px 0 14px;
}
.scroll {
  min-height: 0;
  overflow-y: auto;
  padding-bottom: 20px;
}
h2 {
  margin: 14px 0 4px;
}
td,
th {
  height: 28px;
}
</style>
