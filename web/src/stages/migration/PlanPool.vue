<script setup lang="ts">
import { storedChord, type Modifier } from '@crib/core/keys';
import { COMBINATIONS } from '@crib/core/reach';
import KeyChip from '../../parts/KeyChip.vue';
import KeyPicker from '../../parts/KeyPicker.vue';
import { usePlace } from '../../composables/usePlace.ts';

/** Which presses the commands that make way may get, and which nobody gets. */
const props = defineProps<{ allowed: readonly string[]; ruledOut: readonly string[] }>();
const emit = defineEmits<{ allow: [kinds: string[]]; rule: [shortcuts: string[]] }>();
const { platform, style } = usePlace();
const FUNCTION = 'F';
const KINDS = [...COMBINATIONS.map((held) => held.join('+')), FUNCTION];
const sample = (kind: string) =>
  kind === FUNCTION ? 'F6' : storedChord(kind ? (kind.split('+') as Modifier[]) : [], 'B');
const title = (kind: string) =>
  kind === FUNCTION ? 'function keys with the same modifiers' : kind ? 'with these modifiers' : 'single keys';
const without = (one: string) =>
  emit(
    'rule',
    props.ruledOut.filter((other) => other !== one),
  );
</script>

<template>
  <h3>Shortcuts available to displaced commands</h3>
  <ElCheckboxGroup
    :model-value="[...allowed]"
    aria-label="Shortcuts available to displaced commands"
    @update:model-value="(kinds) => emit('allow', kinds.map(String))"
  >
    <ElCheckbox v-for="kind in KINDS" :key="kind" :value="kind"
      ><KeyChip :shortcut="sample(kind)" :platform="platform" :how="style" /> {{ title(kind) }}</ElCheckbox
    >
  </ElCheckboxGroup>
  <h3>Excluded shortcuts</h3>
  <p v-if="!ruledOut.length" class="mid">None</p>
  <p v-for="one in ruledOut" :key="one" class="out">
    <KeyChip :shortcut="one" :platform="platform" :how="style" />
    <button type="button" class="btn plain" @click="without(one)">Allow again</button>
  </p>
  <details>
    <summary>Exclude a shortcut</summary>
    <KeyPicker
      :platform="platform"
      @pick="(stored) => stored && !ruledOut.includes(stored) && emit('rule', [...ruledOut, stored])"
    />
  </details>
</template>

<style scoped>
.el-checkbox-group {
  display: grid;
  gap: 2px;
}
.out {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 4px 0;
}
</style>
