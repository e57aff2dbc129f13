<script setup lang="ts">
import { computed, ref } from 'vue';
import { KEY_WORDS, NAMED_KEYS, conventionOf, tableOn, usualBoard, type Key, type Modifier, type NamedKey, type Stroke } from '@crib/core/keys'; // prettier-ignore
import { useStudy } from './useStudy.ts';

/** Takes real presses, and keys that are picked: for phones, and for what the browser keeps. Tab and Shift+Tab leave it. */
defineProps<{ label: string; pick?: boolean }>();
const emit = defineEmits<{ stroke: [stroke: Stroke, event: KeyboardEvent]; letGo: [] }>();
const { layout, platform, language, strokesOf, t } = useStudy();
const field = ref<HTMLElement | null>(null);
function onKey(event: KeyboardEvent) {
  if (event.key === 'Tab') return;
  event.preventDefault();
  if (event.repeat) return;
  for (const stroke of strokesOf(event)) emit('stroke', stroke, event);
}
const held = ref<Modifier[]>([]);
const picked = ref('');
const MODIFIERS: Record<string, readonly (readonly [Modifier, string])[]> = {
  macos: [['Ctrl', 'Control'], ['Alt', 'Option'], ['Shift', 'Shift'], ['Meta', 'Command']],
  windows: [['Ctrl', 'Ctrl'], ['Alt', 'Alt'], ['Shift', 'Shift'], ['Meta', 'Win'], ['AltGr', 'AltGr']],
  linux: [['Ctrl', 'Ctrl'], ['Alt', 'Alt'], ['Shift', 'Shift'], ['Meta', 'Super'], ['AltGr', 'AltGr']],
}; // prettier-ignore
/** The keys of the layout and its board: characters first, then the named ones. */
const keys = computed(() => {
  const { lacks } = usualBoard(layout.value, platform.value);
  const typed = Object.entries(tableOn(layout.value, platform.value).characters).flatMap(([code, [plain = '']]) => {
    const upper = plain.toUpperCase();
    return plain && !lacks.has(code) ? [upper.length === 1 ? upper : plain] : [];
  });
  const named = [...NAMED_KEYS.values()].filter((one) => !lacks.has(one.code));
  return [...typed.sort((a, b) => a.localeCompare(b)).map((name) => [name, name] as const), ...named.map((one) => [one.name as string, (KEY_WORDS[language.value].keys[one.name] ?? one.word) as string] as const)]; // prettier-ignore
});
function pickIt() {
  const name = picked.value;
  if (!name) return;
  const key: Key = NAMED_KEYS.has(name) ? { by: 'name', name: name as NamedKey } : { by: 'character', character: name };
  emit('stroke', { kind: 'key', modifiers: [...held.value], key }, new KeyboardEvent('keydown'));
  [held.value, picked.value] = [[], ''];
}
defineExpose({ focus: () => field.value?.focus() });
</script>

<template>
  <div class="pressing">
    <div
      ref="field"
      class="press"
      role="application"
      tabindex="0"
      :aria-label="`${label}. ${t('press.here')}`"
      @keydown="onKey"
      @keyup="emit('letGo')"
      @blur="emit('letGo')"
    >
      <slot
        ><span class="hint">{{ t('press.here') }}</span></slot
      >
    </div>
    <details v-if="pick">
      <summary>{{ t('press.pick') }}</summary>
      <form class="picker" @submit.prevent="pickIt">
        <fieldset>
          <legend>{{ t('press.hold') }}</legend>
          <label v-for="[name, word] in MODIFIERS[conventionOf(platform)]" :key="name"
            ><input v-model="held" type="checkbox" :value="name" /> {{ KEY_WORDS[language].held[word] ?? word }}</label
          >
        </fieldset>
        <label
          >{{ t('press.key') }}
          <select v-model="picked">
            <option value=""></option>
            <option v-for="[name, word] in keys" :key="name" :value="name">{{ word }}</option>
          </select></label
        >
        <button type="submit" :disabled="!picked">{{ t('press.look') }}</button>
      </form>
    </details>
  </div>
</template>
