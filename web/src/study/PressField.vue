<script setup lang="ts">
import { computed, ref } from 'vue';
import { KEY_WORDS, type Modifier, type NamedKey, type Stroke } from '@crib/core/keys';
import { heldOn, keysOn, pickedStroke } from '../keyboard/pickable.ts';
import { useStudy } from './useStudy.ts';

/** Takes real presses, and keys that are picked: for phones, and for what the browser keeps. Tab and Shift+Tab leave it. */
defineProps<{ label: string; pick?: boolean }>();
const emit = defineEmits<{ stroke: [stroke: Stroke]; letGo: [] }>();
const { layout, platform, language, strokesOf, t } = useStudy();
const field = ref<HTMLElement | null>(null);
function onKey(event: KeyboardEvent) {
  if (event.key === 'Tab') return;
  event.preventDefault();
  if (event.repeat) return;
  for (const stroke of strokesOf(event)) emit('stroke', stroke);
}
const held = ref<Modifier[]>([]);
const picked = ref('');
const keys = computed(() => keysOn(layout.value, platform.value));
const words = computed(() => KEY_WORDS[language.value]);
function pickIt() {
  if (!picked.value) return;
  emit('stroke', pickedStroke(picked.value, held.value));
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
          <label v-for="{ name, word } in heldOn(platform)" :key="name"
            ><input v-model="held" type="checkbox" :value="name" /> {{ words.held[word] ?? word }}</label
          >
        </fieldset>
        <label
          >{{ t('press.key') }}
          <select v-model="picked">
            <option value=""></option>
            <option v-for="{ name, word } in keys" :key="name" :value="name">
              {{ words.keys[name as NamedKey] ?? word }}
            </option>
          </select></label
        >
        <button type="submit" :disabled="!picked">{{ t('press.look') }}</button>
      </form>
    </details>
  </div>
</template>
