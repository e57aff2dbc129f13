<script setup lang="ts">
import { computed } from 'vue';
import { say } from '@crib/core/words';
import { waysTo, type GoalWay } from '@crib/core/reach';
import type { Command, CommandGroup } from '@crib/core/contract';
import KeyChip from '../../parts/KeyChip.vue';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** All ways to what a command does, by other commands with the same goal too; the advised one first, with the reason. */
const props = defineProps<{ command: Command; goals: readonly CommandGroup[] }>();
const workspace = useWorkspace();
const { platform, style, keysetInHand, luggage } = usePlace();
const { rest, typist } = useHands();
const keyset = computed(() => workspace.keyset(keysetInHand.value) ?? workspace.shipped!);
const goal = computed(() => [...new Set([props.command.id, ...props.goals.flatMap((group) => group.members)])]);
/** What the trainer says: use this one, because. */
const advice = computed(() => props.goals.find((group) => group.advised !== null) ?? null);
const found = computed(() =>
  waysTo(
    goal.value,
    {
      effective: workspace.effectiveOf(keyset.value.id, platform.value),
      tree: workspace.tree!,
      commands: workspace.commands,
      keyboard: workspace.keyboardOn(platform.value),
      rest: rest.value,
      typist: typist.value,
    },
    advice.value?.advised ?? null,
  ),
);
const stateOf = (way: GoalWay) => {
  const held = workspace.effectiveOf(keyset.value.id, platform.value).of(way.command);
  return held.some((one) => one.shortcut === way.shortcut && one.edit) ? 'yours' : 'as shipped';
};
</script>

<template>
  <section>
    <h2>
      Ways to run it<small v-if="goals.length">{{ goals.map((group) => group.name).join(', ') }}</small>
    </h2>
    <p v-if="found.ways.length === 0" class="mid">No shortcut or menu path recorded.</p>
    <template v-else>
      <table>
        <thead>
          <tr>
            <th scope="col">Way</th>
            <th v-if="goal.length > 1" scope="col">Command</th>
            <th scope="col">Key presses</th>
            <th scope="col">Time</th>
            <th scope="col">Finger travel</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(way, at) in found.ways" :key="`${way.command} ${way.shortcut}`">
            <th scope="row">
              <KeyChip
                v-if="way.shortcut"
                :shortcut="way.shortcut"
                :platform="platform"
                :how="style"
                :state="stateOf(way)"
              />
              <span v-else>{{ way.menu }}</span>
              <b v-if="at === 0 && found.ways.length > 1" class="advised">{{
                advice ? 'recommended by trainer' : 'recommended'
              }}</b>
              <span v-else-if="way === found.computed" class="mid"> fastest by calculation</span>
              <span v-if="way.shortcut && way.context !== command.home && workspace.tree" class="mid">
                in {{ workspace.tree.get(way.context).name }}</span
              >
            </th>
            <td v-if="goal.length > 1">
              <template v-if="way.command === command.id">this command</template>
              <RouterLink
                v-else
                :to="{
                  name: 'command',
                  params: { command: workspace.commands.get(way.command)?.name ?? '' },
                  query: luggage,
                }"
                >{{ workspace.commands.get(way.command)?.label ?? '' }}</RouterLink
              >
            </td>
            <td class="figures">{{ way.strokes }}</td>
            <td class="figures">{{ way.seconds.toFixed(2) }} s</td>
            <td class="figures">{{ way.mm === null ? 'by mouse' : `${Math.round(way.mm)} mm` }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="advice?.because" class="because">{{ advice.because }}</p>
      <p class="mid why">{{ found.why ? say(found.why) : '' }} {{ keyset.name }}, {{ rest.name }}.</p>
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin-bottom: 6px;
}
h2 small {
  margin-left: 8px;
  color: var(--mid);
  font: 400 13px var(--text);
}
.advised {
  margin-left: 8px;
  color: var(--tide);
  font-size: 12.5px;
}
.because {
  margin-top: 6px;
}
.why {
  margin-top: 6px;
  font-size: 12.5px;
}
</style>
