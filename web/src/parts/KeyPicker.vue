<script setup lang="ts">
import { computed, ref } from 'vue';
import {
  NAMED_KEYS,
  conventionOf,
  parseStored,
  tableOn,
  usualBoard,
  writeStored,
  type Key,
  type Modifier,
  type NamedKey,
  type Platform,
} from '@crib/core/keys';
import { layoutInHand } from './chips.ts';

/** Picks keys by hand: for phones, and for presses that the browser or the system keeps for itself. */
const props = defineProps<{
  platform: Platform;
  /** What was picked before: another stroke can follow it. */
  going?: string;
}>();
const emit = defineEmits<{ pick: [stored: string] }>();

const held = ref<Modifier[]>([]);
const picked = ref('');
/** The keys are listed when they are first asked for. */
const listed = ref(false);
const WORDS: Record<string, Record<string, string>> = {
  macos: { Ctrl: 'Control', Alt: 'Option', Shift: 'Shift', Meta: 'Command', Fn: 'Fn' },
  windows: { Ctrl: 'Ctrl', Alt: 'Alt', Shift: 'Shift', Meta: 'Win', AltGr: 'AltGr' },
  linux: { Ctrl: 'Ctrl', Alt: 'Alt', Shift: 'Shift', Meta: 'Super', AltGr: 'AltGr' },
};
const modifiers = computed(() => {
  const words = WORDS[conventionOf(props.platform)]!;
  return Object.entries(words).map(([name, word]) => ({ name: name as Modifier, word }));
});
/** The keys of the layout and its board: characters first, then the named ones. */
const keys = computed(() => {
  const { lacks } = usualBoard(layoutInHand.value, props.platform);
  const table = tableOn(layoutInHand.value, props.platform).characters;
  const typed = Object.entries(table).flatMap(([code, [plain = '']]) =>
    plain && !lacks.has(code) ? [plain.toUpperCase().length === 1 ? plain.toUpperCase() : plain] : [],
  );
  const named = [...NAMED_KEYS.values()].filter((one) => !lacks.has(one.code));
  return [
    ...typed.sort((a, b) => a.localeCompare(b)).map((name) => ({ name, word: name })),
    ...named.map((one) => ({ name: one.name as string, word: one.word as string })),
  ];
});
function add(behind: string) {
  const name = picked.value;
  if (!name) return;
  const key: Key = NAMED_KEYS.has(name) ? { by: 'name', name: name as NamedKey } : { by: 'character', character: name };
  const before = behind ? parseStored(behind).strokes : [];
  const strokes = [...before, { kind: 'key' as const, modifiers: held.value, key }].slice(-5);
  picked.value = '';
  held.value = [];
  emit('pick', writeStored({ strokes, manner: 'pressed' }));
}
</script>

<template>
  <form class="picker" @submit.prevent="add('')">
    <ElCheckboxGroup v-model="held" aria-label="Modifiers held">
      <ElCheckbox v-for="one in modifiers" :key="one.name" :value="one.name" :label="one.word" />
    </ElCheckboxGroup>
    <ElSelect
      v-model="picked"
      filterable
      size="small"
      aria-label="Key"
      placeholder="Key"
      @visible-change="(open: boolean) => (listed ||= open)"
    >
      <ElOption v-for="one in listed ? keys : []" :key="one.name" :value="one.name" :label="one.word" />
    </ElSelect>
    <div class="ways">
      <button type="submit" class="btn" :disabled="!picked">Look it up</button>
      <button v-if="going" type="button" class="btn" :disabled="!picked" @click="add(going)">
        Add as the next stroke
      </button>
    </div>
  </form>
</template>

<style scoped>
.picker {
  display: grid;
  gap: 10px;
}
.ways {
  display: flex;
  gap: 4px;
}
.el-checkbox-group {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>
