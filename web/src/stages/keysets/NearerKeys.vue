<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { meantFor, parseStored, writeStored, type Platform } from '@crib/core/keys';
import { say } from '@crib/core/words';
import type { Setting } from '@crib/core/keyset';
import type { Command, CustomKeyset } from '@crib/core/contract';
import { pressesElsewhere } from '@crib/core/reach';
import KeyChip from '../../parts/KeyChip.vue';
import type { Shown } from '../../words/chips.ts';
import { lookElsewhere, otherPrograms } from '../../composables/useOtherPrograms.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useProposals } from './useProposals.ts';

/** Presses that could be taken instead: free ones, with the reasons, and what the command has elsewhere. */
const props = defineProps<{
  setting: Setting;
  keyset: CustomKeyset;
  command: Command;
  context: number;
  /** The platform the keys are for; null is all of them. */
  target: Platform | null;
  platform: Platform;
  how: Shown;
}>();
const emit = defineEmits<{ pick: [shortcut: string] }>();
const workspace = useWorkspace();
const { proposalsFor } = useProposals(computed(() => props.setting));
const most = ref(4);
watch(
  () => props.command.id,
  () => (most.value = 4),
);
const proposals = computed(() => proposalsFor(props.command.id, props.context, most.value));

/** What it has in the other keysets of the release. */
const here = computed(() =>
  (workspace.catalogue?.keysets ?? []).flatMap((one) => {
    if (one.id === props.keyset.id) return [];
    const shortcut = workspace.effectiveOf(one.id, props.platform).of(props.command.id)[0]?.shortcut;
    return shortcut ? [{ name: one.name, shortcut }] : [];
  }),
);
/** In other programs, once they are asked for; the proposals weigh them too then. */
const programs = computed(
  () => otherPrograms.value && pressesElsewhere(props.command, otherPrograms.value, props.platform),
);
/** As they would be saved: for the platforms that are edited, modifiers by their part. */
const everywhere = computed(() =>
  [...here.value, ...(programs.value ?? []).map(({ app, shortcut }) => ({ name: app, shortcut }))].map(
    ({ name, shortcut }) => ({
      name,
      shortcut: writeStored(meantFor(parseStored(shortcut), props.platform, props.target).shortcut),
    }),
  ),
);
</script>

<template>
  <h3>Suggestions</h3>
  <p v-if="!proposals.length" class="mid">No free shortcut that the program accepts.</p>
  <button v-for="one in proposals" :key="one.shortcut" type="button" class="near" @click="emit('pick', one.shortcut)">
    <span class="sr-only">Use </span>
    <KeyChip :shortcut="one.shortcut" :platform="platform" :how="how" />
    <span>{{ one.reasons.map((reason) => say(reason.said)).join(', ') }}</span>
  </button>
  <button v-if="proposals.length === most" type="button" class="btn plain" @click="most += 8">Show more</button>
  <h3>Use the same shortcut as in</h3>
  <button v-for="one in everywhere" :key="one.name" type="button" class="near" @click="emit('pick', one.shortcut)">
    <span class="sr-only">Use </span>
    <KeyChip :shortcut="one.shortcut" :platform="platform" :how="how" />
    <span>{{ one.name }}</span>
  </button>
  <p v-if="programs?.length === 0" class="mid">No other program has a command with this name.</p>
  <button v-if="programs === null" type="button" class="btn plain" @click="lookElsewhere(workspace.app?.slug ?? '')">
    Check other programs
  </button>
</template>

<style scoped>
.near {
  display: flex;
  width: 100%;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  padding: 3px 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}
.near span:last-child {
  font-size: 12.5px;
  line-height: 1.25;
  text-align: right;
}
.near:hover {
  background: var(--tide-wash);
}
</style>
