<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import type { EditionBody } from '@crib/core/contract';
import { runSheet, type Bench, type RunLine } from '@crib/core/preset';
import KeyChip from '../../parts/KeyChip.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Every line of a sheet pressed on the bench, by the events that a keyboard makes: kept, or broken. */
const props = defineProps<{ sheet: EditionBody | null; bench: Bench | null }>();
const workspace = useWorkspace();
const { platform, style } = usePlace();
const lines = shallowRef<readonly RunLine[] | null>(null);
watch([() => props.sheet, () => props.bench], () => (lines.value = null));
const run = () =>
  (lines.value =
    props.sheet && props.bench && workspace.opened ? runSheet(props.sheet, props.bench, workspace.opened) : null);
const of = (outcome: RunLine['outcome']) => lines.value?.filter((one) => one.outcome === outcome) ?? [];
const [kept, broken, left] = [
  computed(() => of('kept')),
  computed(() => of('broken')),
  computed(() => of('not pressed')),
];
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const rowOf = (one: RunLine) => props.sheet!.sections[one.section]!.rows[one.row]!;
</script>

<template>
  <h2>Test the sheet</h2>
  <p v-if="!sheet" class="under">Choose an edition to test all its shortcuts.</p>
  <template v-else>
    <p class="under">Each shortcut on {{ sheet.title }} is simulated as real keyboard input.</p>
    <div class="actions"><button type="button" class="btn primary" @click="run">Test all rows</button></div>
    <template v-if="lines">
      <p role="status">{{ kept.length }} passed, {{ broken.length }} failed, {{ left.length }} not tested.</p>
      <h3 v-if="broken.length">Failed</h3>
      <p v-for="one in broken" :key="`${one.section} ${one.row} ${one.shortcut}`">
        <KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" /> {{ rowOf(one).label }}
        <span class="mid">{{ one.instead === null ? 'no command' : `runs ${label(one.instead)}` }}</span>
      </p>
      <h3 v-if="left.length">Test these yourself</h3>
      <p v-for="one in left" :key="`${one.section} ${one.row} ${one.shortcut}`">
        <KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" /> {{ rowOf(one).label }}
      </p>
    </template>
  </template>
</template>
