<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { writeStored, type Stroke } from '@crib/core/keys';
import { samePress } from '@crib/core/press';
import type { OldPress } from '@crib/core/contract';
import PressField from './PressField.vue';
import { useStudy } from './useStudy.ts';

/** Old keys, pressed or named: what they did, what to press for it here, and where they do something else now. */
const { program, body, platform, keyboard, t, show } = useStudy();
const programs = computed(() => program.value!.coming);
const chosen = ref(programs.value[0]?.from ?? '');
const words = ref('');
const only = ref(false);
const strokes = shallowRef<readonly Stroke[]>([]);
const stored = computed(() =>
  strokes.value.length ? writeStored({ strokes: [...strokes.value], manner: 'pressed' }) : '',
);
const lines = computed(() => programs.value.find((one) => one.from === chosen.value)?.presses[platform.value] ?? []);
const begins = (one: OldPress) =>
  one.shortcut.split(' ').length > strokes.value.length &&
  samePress(one.shortcut.split(' ').slice(0, strokes.value.length).join(' '), stored.value, keyboard.value);
/** A press that begins a longer one is gone on with by the next. */
function onStroke(stroke: Stroke) {
  const goes = stored.value && lines.value.some(begins);
  strokes.value = goes && strokes.value.length < 5 ? [...strokes.value, stroke] : [stroke];
  words.value = '';
}
const found = computed(() => {
  const parts = words.value.toLowerCase().split(/\s+/u).filter(Boolean);
  return lines.value.filter((one) => {
    if (only.value && !one.misleads.length) return false;
    if (stored.value) return samePress(one.shortcut, stored.value, keyboard.value) || begins(one);
    const text = `${one.did} ${show(one.shortcut)}`.toLowerCase();
    return parts.every((part) => text.includes(part));
  });
});
const most = ref(60);
</script>

<template>
  <h1>{{ t('translate.title') }}</h1>
  <p v-if="!programs.length">{{ t('translate.none') }}</p>
  <template v-else>
    <div class="row">
      <label
        >{{ t('translate.from') }}
        <select v-model="chosen">
          <option v-for="one in programs" :key="one.from" :value="one.from">{{ one.from }}</option>
        </select></label
      >
      <label class="search"
        >{{ t('translate.find') }} <input v-model="words" type="search" autocomplete="off" @input="strokes = []"
      /></label>
      <label class="tick"><input v-model="only" type="checkbox" /> {{ t('translate.misleads only') }}</label>
    </div>
    <PressField :label="t('translate.press')" pick @stroke="onStroke"
      ><kbd v-if="stored">{{ show(stored) }}</kbd
      ><span v-else class="hint">{{ t('translate.press') }}</span></PressField
    >
    <p class="said" role="status" aria-live="polite">
      {{ found.length ? t('translate.found', { count: found.length }) : t('translate.no match') }}
    </p>
    <table v-if="found.length">
      <thead>
        <tr>
          <th scope="col">{{ t('translate.old') }}</th>
          <th scope="col">{{ t('translate.did') }}</th>
          <th scope="col">{{ t('translate.now') }}</th>
          <th scope="col">{{ t('translate.careful') }}</th>
        </tr>
      </thead>
      <tbody :lang="body!.language">
        <tr v-for="(one, at) in found.slice(0, most)" :key="at">
          <td>
            <kbd>{{ show(one.shortcut) }}</kbd>
          </td>
          <th scope="row">
            {{ one.did }} <small>{{ one.place }}</small>
          </th>
          <td>
            <p v-for="each in one.answers" :key="each.command">
              <kbd v-for="key in each.keys" :key="key">{{ show(key) }}</kbd>
              <span v-if="!each.keys.length">{{ t('page.no key') }}</span> {{ each.label }}
              <small>{{ t(`relation.${each.relation}`) }}</small>
            </p>
            <span v-if="!one.answers.length">{{ t(one.none ? 'translate.like none' : 'translate.not judged') }}</span>
          </td>
          <td>
            <span v-if="one.misleads.length" class="careful">{{ one.misleads.join(', ') }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="found.length > most">
      <button type="button" @click="most += 200">{{ t('translate.more', { left: found.length - most }) }}</button>
    </p>
  </template>
</template>
