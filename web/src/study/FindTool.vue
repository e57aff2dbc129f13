<script setup lang="ts">
import { computed, defineAsyncComponent, ref, shallowRef } from 'vue';
import { writeStored, type Stroke } from '@crib/core/keys';
import { mayFire, resolve, type UserState } from '@crib/core/keyset';
import { canonicalOn, samePress } from '@crib/core/press';
import PressField from './PressField.vue';
import WherePick from './WherePick.vue';
import { useStudy } from './useStudy.ts';

/** Asked for by few: it brings the sentences of core along. */
const WhyNothing = defineAsyncComponent(() => import('./WhyNothing.vue'));

/** What a key does: on the sheet, here and elsewhere in the program, and in programs one may come from; and why it may do nothing. */
const { program, body, opened, platform, keyboard, layout, t, show, label, sceneIn } = useStudy();
const { inOrder } = opened.value!.tree;
const context = ref((inOrder[1] ?? inOrder[0]!).id);
const state = ref<UserState>('none');
const strokes = shallowRef<readonly Stroke[]>([]);
const stored = computed(() =>
  strokes.value.length ? writeStored({ strokes: [...strokes.value], manner: 'pressed' }) : '',
);
const presses = computed(() => (stored.value ? canonicalOn(stored.value, keyboard.value) : null));
const did = computed(() => (presses.value ? resolve(sceneIn(context.value, state.value)!, presses.value) : null));
function onStroke(stroke: Stroke) {
  // What waits is gone on with; what has fired begins anew.
  strokes.value = did.value?.outcome === 'waits' && strokes.value.length < 5 ? [...strokes.value, stroke] : [stroke];
  wanted.value = '';
}
const said = computed(() => {
  const { value: found } = did;
  const keys = stored.value && show(stored.value);
  if (!found) return keys && t('find.nothing', { keys });
  // What waits does what it is only when nothing follows.
  const here = found.fires ? t('find.here', { keys, label: label(found.fires.command) }) : '';
  if (found.outcome === 'waits') return [t('find.waits', { keys }), here].filter(Boolean).join(' ');
  if (here) return here;
  if (found.typed) return t('find.types', { keys });
  const able = mayFire(found).map(label);
  return able.length ? t('find.choice', { keys, labels: able.join(', ') }) : t('find.nothing', { keys });
});
const rows = computed(() =>
  body.value!.sections.flatMap((section) => section.rows.map((row) => ({ section: section.title, row }))),
);
const onSheet = computed(() =>
  stored.value
    ? rows.value.filter(({ row }) =>
        (row.keys[platform.value] ?? []).some((one) => samePress(one, stored.value, keyboard.value)),
      )
    : [],
);
const elsewhere = computed(() => [
  ...new Map(
    (did.value?.candidates ?? [])
      .filter((one) => one.whole && one.stopped && one.held.command !== did.value?.fires?.command)
      .map((one) => [
        `${one.held.command} ${one.held.context}`,
        { label: label(one.held.command), place: opened.value!.tree.get(one.held.context).name },
      ]),
  ).values(),
]);
const came = computed(() =>
  stored.value
    ? program.value!.coming.flatMap(({ from, presses: old }) =>
        (old[platform.value] ?? [])
          .filter((one) => samePress(one.shortcut, stored.value, keyboard.value))
          .map((one) => ({ from, label: one.did })),
      )
    : [],
);

/** A command that is looked for by name. */
const words = ref('');
const found = computed(() => {
  const parts = words.value.toLowerCase().split(/\s+/u).filter(Boolean);
  return parts.length
    ? opened
        .value!.catalogue.commands.filter((one) =>
          parts.every((part) => [one.label, ...one.otherNames].join(' ').toLowerCase().includes(part)),
        )
        .slice(0, 12)
    : [];
});
const keysOf = (command: number) => [
  ...new Set(
    sceneIn(context.value)!
      .weighed.on(platform.value)
      .of(command)
      .map((one) => one.shortcut),
  ),
];

/** The command that was meant, by its id in the program. */
const wanted = ref('');
const meant = computed(() => opened.value!.catalogue.commands.find((one) => one.name === wanted.value) ?? null);
const asked = computed(() => (meant.value && stored.value) || (meant.value && keysOf(meant.value.id)[0]) || '');
</script>

<template>
  <h1>{{ t('find.title') }}</h1>
  <div class="row">
    <WherePick v-model:context="context" v-model:state="state" />
  </div>
  <PressField :key="layout.id" :label="t('find.title')" pick @stroke="onStroke"
    ><kbd v-if="stored">{{ show(stored) }}</kbd></PressField
  >
  <p class="said" role="status" aria-live="polite">{{ said }}</p>
  <template v-if="stored">
    <h2>{{ t('find.sheet') }}</h2>
    <ul v-if="onSheet.length" class="lines">
      <li v-for="({ section, row }, at) in onSheet" :key="at">
        <kbd v-for="one in row.keys[platform]" :key="one">{{ show(one) }}</kbd>
        <span :lang="body!.language"
          ><b>{{ row.label }}</b> <small>{{ section }}</small></span
        >
        <button type="button" @click="wanted = row.command">{{ t('find.why', { keys: show(stored) }) }}</button>
      </li>
    </ul>
    <p v-else>{{ t('find.not sheet') }}</p>
    <template v-if="elsewhere.length">
      <h2>{{ t('find.elsewhere') }}</h2>
      <ul class="lines">
        <li v-for="one in elsewhere" :key="`${one.label} ${one.place}`" :lang="body!.language">
          <b>{{ one.label }}</b> <small>{{ one.place }}</small>
        </li>
      </ul>
    </template>
    <p v-for="one in came" :key="`${one.from} ${one.label}`">
      {{ t('find.came', { program: one.from, label: one.label }) }}
    </p>
  </template>
  <label class="search">{{ t('find.name') }} <input v-model="words" type="search" autocomplete="off" /></label>
  <ul v-if="found.length" class="lines">
    <li v-for="one in found" :key="one.id">
      <kbd v-for="key in keysOf(one.id)" :key="key">{{ show(key) }}</kbd>
      <span v-if="!keysOf(one.id).length">{{ t('page.no key') }}</span>
      <b :lang="body!.language">{{ one.label }}</b>
      <button v-if="keysOf(one.id).length" type="button" @click="((strokes = []), (wanted = one.name))">
        {{ t('find.why', { keys: show(keysOf(one.id)[0]!) }) }}
      </button>
    </li>
  </ul>
  <p v-else-if="words.trim()" role="status">{{ t('page.none') }}</p>
  <WhyNothing v-if="meant && asked" :command="meant" :shortcut="asked" :context :state />
</template>
