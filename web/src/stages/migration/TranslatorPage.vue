<script setup lang="ts">
import { computed } from 'vue';
import { habitsFrom, standings, translator, type Translated } from '@crib/core/crosswalk';
import { platformName } from '@crib/core/keys';
import type { PlainTable } from '@crib/core/sheet';
import HandOut from '../../parts/HandOut.vue';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { show as written } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import MigrationIndex from './MigrationIndex.vue';
import PageHead from '../../parts/PageHead.vue';
import { useCrosswalk } from './useCrosswalk.ts';
import { RELATION_WORDS, statesSaid } from './words.ts';

/** For every old press: what it did, what to press here with the keyset in hand, where it misleads; and what is lost. */
const workspace = useWorkspace();
const { kept, set, platform, style, keysetInHand } = usePlace();
const { crosswalk, from, to, problem, load } = useCrosswalk();
const show = kept('show', 'all');
const coming = computed(() => (crosswalk.value && from.value ? habitsFrom(from.value, crosswalk.value) : null));
/** Only where the program in hand is the one that is come to: its keyset in hand tells what to press. */
const here = computed(() => to.value !== null && to.value === workspace.opened);
const keyset = computed(() => workspace.keyset(keysetInHand.value));
const lines = computed<readonly Translated[]>(() =>
  coming.value && here.value && keyset.value
    ? translator(coming.value, workspace.settingOf(keyset.value.id), platform.value)
    : [],
);
const stand = computed(() => standings(crosswalk.value?.commands ?? [], 'source'));
const back = computed(() => standings(crosswalk.value?.commands ?? [], 'target'));
const FILTERS: readonly (readonly [string, string, (line: Translated) => boolean])[] = [
  ['all', 'All old shortcuts', () => true],
  ['misleads', 'Now do something else', (one) => one.misleads.length > 0],
  [
    'same',
    'Still the same',
    (one) => one.misleads.length === 0 && one.answers.some(({ now }) => now.includes(one.shortcut)),
  ],
  ['other', 'New shortcut', (one) => one.answers.some(({ now }) => now.length > 0 && !now.includes(one.shortcut))],
  ['keyless', 'No shortcut here', (one) => one.answers.length > 0 && one.answers.every(({ now }) => !now.length)],
  ['none', 'No equivalent', (one) => stand.value(one.did).kind === 'none'],
];
const shown = computed(() => lines.value.filter((FILTERS.find(([name]) => name === show.value) ?? FILTERS[0]!)[2]));
const newThere = computed(() =>
  (to.value?.catalogue.commands ?? []).filter((one) => back.value(one.id).kind === 'unjudged'),
);
const label = (side: 'old' | 'now', id: number) =>
  (side === 'old' ? from.value : to.value)?.commands.get(id)?.label ?? '';
const place = (id: number) => from.value?.tree.path(id) ?? '';
function answersSaid(line: Translated): string {
  if (line.answers.length) return '';
  return stand.value(line.did).kind === 'none' ? 'no equivalent' : 'not mapped yet';
}
const keyed = (shortcuts: readonly string[]) =>
  shortcuts.map((one) => written(one, platform.value, style.value)).join(' or ');
const table = (): PlainTable => ({
  header: [
    'Old shortcut',
    `Did, in ${crosswalk.value!.from.name}`,
    'Where',
    `Is, in ${crosswalk.value!.to.name}`,
    'New shortcut',
    'Old shortcut now does',
  ],
  rows: shown.value.map((line) => [
    written(line.shortcut, platform.value, style.value),
    label('old', line.did),
    place(line.context),
    line.answers.map((one) => `${label('now', one.target)}${statesSaid(one)}`).join('; ') || answersSaid(line),
    line.answers.map((one) => keyed(one.now) || 'no shortcut').join('; '),
    line.misleads.map((id) => label('now', id)).join('; '),
  ]),
});
</script>

<template>
  <ReleaseGate>
    <StageFrame wide>
      <template #index>
        <MigrationIndex :crosswalk="crosswalk" />
        <template v-if="crosswalk">
          <h3>Old shortcuts</h3>
          <IndexLine
            v-for="[name, title, holds] in FILTERS"
            :key="name"
            :on="show === name"
            :count="lines.filter(holds).length"
            @click="set({ show: name === 'all' ? '' : name })"
            >{{ title }}</IndexLine
          >
          <h3>New commands</h3>
          <IndexLine :on="show === 'new'" :count="newThere.length" @click="set({ show: 'new' })"
            >Not in {{ crosswalk.from.name }}</IndexLine
          >
        </template>
      </template>
      <StateNote v-if="problem" first :problem="problem" @again="load" />
      <StateNote v-else-if="!crosswalk || !from || !to" first loading />
      <StateNote v-else-if="!here" first :title="`Switch to a ${crosswalk.to.name} keyset`">
        <p>Select {{ crosswalk.to.name }} and one of its keysets above to use the translator.</p>
      </StateNote>
      <template v-else>
        <PageHead
          >Translator<template #beside
            ><small
              >{{ crosswalk.from.name }} → {{ crosswalk.to.name }} {{ to.catalogue.release.label }} ·
              {{ keyset?.name }}, {{ platformName(platform) }}</small
            ></template
          ></PageHead
        >
        <div class="tools">
          <span>What each old shortcut did, and what to press now.</span>
          <span class="end"
            ><HandOut v-if="show !== 'new'" :name="`${crosswalk.from.slug}-to-${crosswalk.to.slug}`" :table="table"
          /></span>
        </div>
        <StateNote v-if="show !== 'new' && !shown.length" title="Nothing in this list">
          <p v-if="!lines.length">
            {{ crosswalk.from.name }} has no shortcuts on {{ platformName(platform) }}. Choose another platform above.
          </p>
        </StateNote>
        <div v-else class="lines" tabindex="0" role="region" aria-label="Translator">
          <table v-if="show === 'new'">
            <thead>
              <tr>
                <th scope="col">New command</th>
                <th scope="col">Category</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in newThere" :key="one.id">
                <th scope="row">{{ one.label }}</th>
                <td class="mid">{{ one.category }}</td>
              </tr>
            </tbody>
          </table>
          <table v-else>
            <thead>
              <tr>
                <th scope="col">Old shortcut</th>
                <th scope="col">In {{ crosswalk.from.name }}</th>
                <th scope="col"><span class="sr-only">Relation</span></th>
                <th scope="col">In {{ crosswalk.to.name }}</th>
                <th scope="col">New shortcut</th>
                <th scope="col">Old shortcut now does</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in shown" :key="`${one.did} ${one.context} ${one.shortcut}`">
                <td><KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" /></td>
                <th scope="row">
                  {{ label('old', one.did) }}<small class="mid">{{ place(one.context) }}</small>
                </th>
                <td class="word mid">{{ one.answers.map((each) => RELATION_WORDS[each.relation]).join(', ') }}</td>
                <td>
                  {{ one.answers.map((each) => `${label('now', each.target)}${statesSaid(each)}`).join(', ') }}
                  <span class="mid">{{ answersSaid(one) }}</span>
                </td>
                <td>
                  <template v-for="each in one.answers" :key="`${each.sourceState} ${each.target} ${each.targetState}`">
                    <KeyChip v-for="key in each.now" :key="key" :shortcut="key" :platform="platform" :how="style" />
                    <span v-if="!each.now.length" class="mid">no shortcut</span>
                  </template>
                </td>
                <td>
                  <span v-if="one.misleads.length" class="misleads">{{
                    one.misleads.map((id) => label('now', id)).join(', ')
                  }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
th small {
  display: block;
  font-weight: 400;
}
.word {
  font: 12.5px var(--mono);
}
.misleads {
  color: var(--flag);
}
td .keys + .keys {
  margin-left: 6px;
}
</style>
