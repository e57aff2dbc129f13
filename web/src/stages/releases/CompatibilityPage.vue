<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { lineageFrom, standings } from '@crib/core/crosswalk';
import type { Crosswalk } from '@crib/core/contract';
import { faithfulness, likelyLineage, relation, sideOf, type ImitatedPress } from '@crib/core/release';
import { counted } from '@crib/core/words';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import StateNote from '../../parts/StateNote.vue';
import { crosswalkBetween } from '../../composables/useOtherPrograms.ts';
import { useLineage } from '../../stores/lineage.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ReleasesFrame from './ReleasesFrame.vue';
import { useCatalogues } from './useCatalogues.ts';
import LineTable from '../../parts/LineTable.vue';
import PageHead from '../../parts/PageHead.vue';

/** How true a shipped keyset is to what it imitates: press by press, and by how often each is used. */
const workspace = useWorkspace();
const lineage = useLineage();
const { route, kept, set, platform, style } = usePlace();
const line = computed(() => workspace.app?.keysets.find((one) => one.id === Number(route.params['keyset'])));
const own = computed(() => (line.value ? [line.value.releaseId] : []));
const imitation = useCatalogues(own);
const keyset = computed(() => {
  const found = imitation.loaded.value.get(line.value?.releaseId ?? 0)?.keyset(line.value?.id ?? 0);
  return found?.kind === 'shipped' ? found : null;
});
const origin = computed(() => (keyset.value?.imitates ? [keyset.value.imitates] : []));
const original = useCatalogues(origin);

/** Of another program: what was judged between the two, undefined while it is looked for. */
const judgedBetween = shallowRef<Crosswalk | null | undefined>();
const ends = computed(() =>
  [original.loaded.value.get(keyset.value?.imitates ?? 0), imitation.loaded.value.get(line.value?.releaseId ?? 0)].map(
    (one) => one?.catalogue.app.slug ?? '',
  ),
);
watch(
  () => ends.value.join(' '),
  async () => {
    const [a = '', b = ''] = ends.value;
    judgedBetween.value = !a || !b || a === b ? null : undefined;
    if (judgedBetween.value === null) return;
    const between = await crosswalkBetween(b, a).catch(() => null);
    if (ends.value.join(' ') === `${a} ${b}`) judgedBetween.value = between;
  },
  { immediate: true },
);
const found = computed(() => {
  if (judgedBetween.value === undefined) return null;
  const [a, b] = [
    original.loaded.value.get(keyset.value?.imitates ?? 0),
    imitation.loaded.value.get(line.value?.releaseId ?? 0),
  ];
  const shipped = a?.shipped;
  if (!a || !b || !shipped || !keyset.value) return null;
  const on = a.catalogue.release.platforms.includes(platform.value)
    ? platform.value
    : a.catalogue.release.platforms[0]!;
  const sides = [
    sideOf(a, shipped.id, workspace.keyboardsFor([on]), on),
    sideOf(b, keyset.value.id, workspace.keyboardsFor([platform.value]), platform.value),
  ] as const;
  const own = a.catalogue.app.id === b.catalogue.app.id;
  const crosswalk = judgedBetween.value;
  const likely = likelyLineage(...sides);
  const between = own
    ? lineage.between(a.catalogue, b.catalogue)
    : crosswalk
      ? lineageFrom(crosswalk, a.catalogue.app.slug, likely)
      : { commands: relation(likely.commands), contexts: relation(likely.contexts) };
  const standing =
    crosswalk && standings(crosswalk.commands, crosswalk.from.slug === a.catalogue.app.slug ? 'source' : 'target');
  const unjudged = own
    ? 0
    : a.catalogue.commands.filter(({ id }) => !standing || !['counterparts', 'none'].includes(standing(id).kind))
        .length;
  const truth = faithfulness(sides[0], sides[1], between, a.uses());
  return { a, b, on, truth, unjudged, crosswalk };
});
const only = kept('only');
const FARES = { same: 'Does the same', different: 'Does something else', missing: 'Does nothing' } as const;
const shown = computed(() =>
  (found.value?.truth.presses ?? [])
    .filter((one) => (only.value ? one.fares === only.value : one.fares !== 'same'))
    .toSorted((x, y) => y.uses - x.uses),
);
const share = (counts: Readonly<Record<ImitatedPress['fares'], number>>, of: ImitatedPress['fares']) => {
  const all = counts.same + counts.different + counts.missing;
  return all ? `${Math.round((100 * counts[of]) / all)}%` : '–';
};
const label = (id: number, side: 'a' | 'b') => found.value?.[side].commands.get(id)?.label ?? '';
const place = (id: number) => found.value?.a.tree.get(id).name ?? '';
</script>

<template>
  <ReleasesFrame
    :ready="imitation.ready.value && original.ready.value"
    :problem="imitation.problem.value ?? original.problem.value"
    @again="(imitation.load(), original.load())"
  >
    <template v-if="found" #index>
      <h3>Shortcuts</h3>
      <IndexLine :on="!only" @click="set({ only: '' })">Differences only</IndexLine>
      <IndexLine
        v-for="(title, fares) in FARES"
        :key="fares"
        :on="only === fares"
        :count="found.truth.counts[fares]"
        @click="set({ only: only === fares ? '' : fares })"
        >{{ title }}</IndexLine
      >
    </template>
    <StateNote
      v-if="!keyset || !found"
      first
      :title="keyset ? `${keyset.name} does not emulate another program` : 'Keyset not found'"
    >
      <p v-if="keyset">Set this on the Keysets page to see how closely it matches.</p>
    </StateNote>
    <template v-else>
      <PageHead
        >Compatibility<template #beside
          ><small
            >{{ keyset.name }} compared with {{ found.a.catalogue.app.name }}
            {{ found.a.catalogue.release.label }}</small
          ></template
        ></PageHead
      >
      <table class="sum">
        <thead>
          <tr>
            <th scope="col">Shortcut in {{ found.a.catalogue.release.label }}</th>
            <th v-for="title in FARES" :key="title" scope="col">{{ title }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">All {{ counted(found.truth.presses.length, 'shortcut') }}</th>
            <td v-for="(_, fares) in FARES" :key="fares" class="figures">
              {{ found.truth.counts[fares] }}, {{ share(found.truth.counts, fares) }}
            </td>
          </tr>
          <tr>
            <th scope="row">Weighted by daily use</th>
            <td v-for="(_, fares) in FARES" :key="fares" class="figures">
              {{ Math.round(found.truth.uses[fares]) }}, {{ share(found.truth.uses, fares) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="found.unjudged" class="mid">
        {{ found.unjudged }} of {{ found.a.catalogue.commands.length }} commands of {{ found.a.catalogue.app.name }} are
        not mapped yet; they are matched by id or label.
        <RouterLink
          v-if="found.crosswalk"
          :to="{ name: 'mapping', params: { crosswalk: found.crosswalk.id }, query: { show: 'unjudged' } }"
          >Map commands</RouterLink
        ><RouterLink v-else :to="{ name: 'migration' }">Create a mapping</RouterLink>
      </p>
      <LineTable
        label="Shortcuts"
        :columns="['Shortcut', `In ${found.a.catalogue.release.label}`, 'Where it works', 'Here', 'Uses per day']"
      >
        <tr v-for="(one, index) in shown" :key="index">
          <td><KeyChip :shortcut="one.original.shortcut" :platform="found.on" :how="style" /></td>
          <th scope="row">{{ label(one.original.command, 'a') }}</th>
          <td>{{ place(one.original.context) }}</td>
          <td>{{ one.now.map((each) => label(each.command, 'b')).join(', ') || 'nothing' }}</td>
          <td class="figures">{{ one.uses || '–' }}</td>
        </tr>
      </LineTable>
    </template>
    <template v-if="found" #margin>
      <h2>New commands without a shortcut</h2>
      <p class="under">
        {{ counted(found.truth.newWithout.length, 'command') }} not in {{ found.a.catalogue.release.label }}
        {{ found.truth.newWithout.length === 1 ? 'has' : 'have' }} no shortcut in this keyset.
      </p>
      <div tabindex="0" role="group" aria-label="New commands without a shortcut">
        <p v-for="one in found.truth.newWithout" :key="one.id" class="one">{{ one.label }}</p>
      </div>
    </template>
  </ReleasesFrame>
</template>

<style scoped>
.sum {
  margin-top: 12px;
}
.one {
  padding: 2px 0;
}
</style>
