<script setup lang="ts">
import { computed } from 'vue';
import { usesADay } from '@crib/core/catalogue';
import { habitsFrom, lineageOf } from '@crib/core/crosswalk';
import { harms, moved, sideOf } from '@crib/core/release';
import FirstDay from '../../parts/FirstDay.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import MigrationIndex from './MigrationIndex.vue';
import { useCrosswalk } from './useCrosswalk.ts';

/** The first day of hands that come from another program, with the keyset in hand. */
const workspace = useWorkspace();
const { platform, keysetInHand } = usePlace();
const { crosswalk, from, to, problem, load } = useCrosswalk();
const { rest, typist } = useHands();
const facts = computed(() => {
  const [old, now, keyset] = [from.value, to.value, workspace.keyset(keysetInHand.value)];
  if (!crosswalk.value || !old?.shipped || !now || now !== workspace.opened || !keyset) return null;
  if (!old.catalogue.release.platforms.includes(platform.value)) return null;
  const keyboards = workspace.keyboardsFor(now.catalogue.release.platforms);
  const sides = [
    sideOf(old, old.shipped.id, keyboards, platform.value),
    sideOf(now, keyset.id, keyboards, platform.value),
  ] as const;
  const coming = habitsFrom(old, crosswalk.value);
  const lineage = lineageOf(coming);
  const uses = usesADay([...old.catalogue.uses, ...now.catalogue.uses]);
  const hands = { rest: rest.value, typist: typist.value };
  // Only what was judged: of the rest nobody knows whether it goes wrong.
  const all = harms(moved(sides[0], sides[1], lineage), sides[0], sides[1], uses, hands);
  const known = all.filter((one) => one.change.old.every((held) => coming.judged.has(held.command)));
  return { old: sides[0], harms: known, now, keyset: keyset.id, lineage, runs: old.catalogue.runs };
});
</script>

<template>
  <ReleaseGate>
    <FirstDay
      v-if="facts && crosswalk"
      v-bind="facts"
      :before="`${crosswalk.from.name} ${from?.catalogue.release.label ?? ''}`"
      :after="`${crosswalk.to.name} ${to?.catalogue.release.label ?? ''}`"
    >
      <template #index>
        <MigrationIndex :crosswalk="crosswalk" />
      </template>
    </FirstDay>
    <StageFrame v-else wide>
      <template #index
        ><h2>{{ workspace.app?.name }}</h2></template
      >
      <StateNote v-if="problem" first :problem="problem" @again="load" />
      <StateNote v-else-if="!crosswalk || !from || !to" first loading />
      <StateNote v-else first title="First-day problems are not available">
        <p>Select the program learners move to, and a platform both programs run on.</p>
      </StateNote>
    </StageFrame>
  </ReleaseGate>
</template>
