<script setup lang="ts">
import { computed } from 'vue';
import { habitsFrom, lineageOf, severalHands } from '@crib/core/crosswalk';
import { platformName } from '@crib/core/keys';
import { sideIn, sideOf } from '@crib/core/release';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import MigrationIndex from './MigrationIndex.vue';
import PageHead from '../../parts/PageHead.vue';
import { useCrosswalk } from './useCrosswalk.ts';

/** Hands that work in both programs: where one press means two things, and where one idea has two presses, each way. */
const workspace = useWorkspace();
const { kept, set, platform, style, keysetInHand } = usePlace();
const { crosswalk, from, to, problem, load } = useCrosswalk();
const what = kept('what', 'meanings');
const way = kept('way', 'from');

/** Each program by the keyset in hand where it is in hand, as it ships else, on the platform in hand where it runs on it. */
const sides = computed(() => {
  const ends = [from.value, to.value].map((one) => {
    if (!one?.shipped) return null;
    const { platforms } = one.catalogue.release;
    const on = platforms.includes(platform.value) ? platform.value : platforms[0]!;
    const keyset = one === workspace.opened ? workspace.keyset(keysetInHand.value) : undefined;
    const side = keyset
      ? sideIn(workspace.settingOf(keyset.id), on)
      : sideOf(one, one.shipped.id, workspace.keyboardsFor([on]), on);
    return { side, name: one.catalogue.app.name, keyset: keyset?.name ?? one.shipped.name, on };
  });
  return way.value === 'from' ? ends : ends.toReversed();
});
const found = computed(() => {
  const [here, there] = sides.value;
  if (!here || !there || !from.value || !to.value || !crosswalk.value) return null;
  const { commands, contexts } = lineageOf(habitsFrom(from.value, crosswalk.value));
  const turned = <T extends { forward: unknown; back: unknown }>({ forward, back }: T) =>
    ({ forward: back, back: forward }) as T;
  const lineage =
    way.value === 'from' ? { commands, contexts } : { commands: turned(commands), contexts: turned(contexts) };
  const uses = new Map([...from.value.uses(), ...to.value.uses()]);
  return { ...severalHands(here.side, there.side, lineage, uses), here, there, uses };
});
const label = (id: number) => (from.value?.commands.get(id) ?? to.value?.commands.get(id))?.label ?? '';
const often = (id: number) => {
  const count = found.value?.uses.get(id) ?? 0;
  return count ? `${Math.round(10 * count) / 10} per day` : '';
};
</script>

<template>
  <ReleaseGate>
    <StageFrame wide>
      <template #index>
        <MigrationIndex :crosswalk="crosswalk" />
        <template v-if="found && crosswalk">
          <h3>Used to</h3>
          <IndexLine :on="way === 'from'" @click="set({ way: '' })">{{ crosswalk.from.name }}</IndexLine>
          <IndexLine :on="way !== 'from'" @click="set({ way: 'to' })">{{ crosswalk.to.name }}</IndexLine>
          <h3>Interference</h3>
          <IndexLine :on="what === 'meanings'" :count="found.meanings.length" @click="set({ what: '' })"
            >Same shortcut, different command</IndexLine
          >
          <IndexLine :on="what !== 'meanings'" :count="found.ideas.length" @click="set({ what: 'ideas' })"
            >Same command, different shortcut</IndexLine
          >
        </template>
      </template>
      <StateNote v-if="problem" first :problem="problem" @again="load" />
      <StateNote v-else-if="!crosswalk || !from || !to" first loading />
      <StateNote v-else-if="!found" first title="One of the two programs has no keyset yet">
        <p>Import its shortcuts first; then you can compare both.</p>
      </StateNote>
      <template v-else>
        <PageHead
          >Using both programs<template #beside
            ><small
              >{{ found.here.name }} and {{ found.there.name }} · {{ found.here.keyset }} on
              {{ platformName(found.here.on) }}, {{ found.there.keyset }} on {{ platformName(found.there.on) }}</small
            ></template
          ></PageHead
        >
        <StateNote v-if="what === 'meanings' ? !found.meanings.length : !found.ideas.length" title="No interference">
          <p>In the commands mapped so far.</p>
        </StateNote>
        <div v-else class="lines" tabindex="0" role="region" aria-label="Interference between the programs">
          <table v-if="what === 'meanings'">
            <thead>
              <tr>
                <th scope="col">Shortcut</th>
                <th scope="col">In {{ found.here.name }}</th>
                <th scope="col">In {{ found.there.name }}</th>
                <th scope="col">Interference</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in found.meanings" :key="`${one.press} ${one.here}`">
                <td><KeyChip :shortcut="one.shortcut" :platform="found.here.on" :how="style" /></td>
                <th scope="row">
                  {{ label(one.here) }}<small class="mid">{{ often(one.here) }}</small>
                </th>
                <td class="other">
                  {{ one.there.map(label).join(', ')
                  }}<small class="mid">{{ one.there.map(often).find(Boolean) }}</small>
                </td>
                <td class="figures">{{ Math.round(one.interference) }}</td>
              </tr>
            </tbody>
          </table>
          <table v-else>
            <thead>
              <tr>
                <th scope="col">In {{ found.here.name }}</th>
                <th scope="col">Shortcut</th>
                <th scope="col">In {{ found.there.name }}</th>
                <th scope="col">Shortcut</th>
                <th scope="col">Uses per day in both</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in found.ideas" :key="`${one.here} ${one.there}`">
                <th scope="row">{{ label(one.here) }}</th>
                <td>
                  <KeyChip
                    v-for="key in one.keysHere"
                    :key="key"
                    :shortcut="key"
                    :platform="found.here.on"
                    :how="style"
                  />
                </td>
                <td>{{ label(one.there) }}</td>
                <td>
                  <KeyChip
                    v-for="key in one.keysThere"
                    :key="key"
                    :shortcut="key"
                    :platform="found.there.on"
                    :how="style"
                  />
                </td>
                <td class="figures">{{ Math.round(10 * one.uses) / 10 }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="foot">
          <span>Interference: (1 + uses per day here) × (1 + uses per day there), highest first</span>
        </div>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
small {
  display: block;
  font-weight: 400;
}
.other {
  color: var(--flag);
}
td .keys + .keys {
  margin-left: 6px;
}
</style>
