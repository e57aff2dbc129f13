<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { samePress } from '@crib/core/press';
import { mergedPreset, saidIn, type PresetChange } from '@crib/core/preset';
import { CribError } from '@crib/core/error';
import { download } from '../api/download.ts';
import FilePick from './FilePick.vue';
import { useFile } from './useFile.ts';
import { useStudy } from './useStudy.ts';

/** A learner’s own file with the lines of the sheet that they tick: what goes is named first, every other byte stays. */
const { body, opened, keyboard, keyboards, platform, language, style, route, t, show, label } = useStudy();
const sheetPath = computed(() => route.path.split('/').slice(0, -1).join('/'));
const query = computed(() =>
  new URLSearchParams({ platform: platform.value, style: style.value, language: language.value }).toString(),
);
const { bytes, name, take, plan, found, problem, recipe, recipes, wanted } = useFile();
const ticked = ref<string[]>([]);
watch([bytes, platform], () => (ticked.value = []));
/** Lines of the sheet that the program knows, in each place where they have keys. */
const lines = computed(() => {
  const commands = new Map(opened.value!.catalogue.commands.map((one) => [one.name, one]));
  const places = new Map(opened.value!.tree.inOrder.map((one) => [one.name, one.id]));
  return body
    .value!.sections.flatMap(({ rows }) => rows)
    .flatMap((row) => {
      const command = commands.get(row.command);
      const keys = row.keys[platform.value] ?? [];
      if (!command || !keys.length || row.fixed) return [];
      const changes = row.contexts.flatMap((one): PresetChange[] =>
        places.has(one) ? [{ command, context: places.get(one)!, shortcuts: keys }] : [],
      );
      return changes.length ? [{ id: `${row.command} ${keys.join(' ')}`, row, keys, changes }] : [];
    })
    .filter((one, at, all) => all.findIndex((other) => other.id === one.id) === at);
});
const said = computed(() => (found.value ? saidIn(found.value) : new Map<string, string[]>()));
const yours = (changes: readonly PresetChange[]) => [
  ...new Set(changes.flatMap((one) => said.value.get(`${one.command.id} ${one.context}`) ?? [])),
];
const wish = computed(() => {
  const asked = lines.value.filter((one) => ticked.value.includes(one.id)).flatMap((one) => one.changes);
  const names = new Set(asked.map((one) => `${one.command.id} ${one.context}`));
  return [...asked, ...renamed.value.filter((one) => !names.has(`${one.command.id} ${one.context}`))];
});
/** Records of a file of an earlier release that call a command otherwise: they are written with the name it has now. */
const renamed = computed(() =>
  (found.value?.bindings ?? []).flatMap(({ command, context, from, to, unknown }): PresetChange[] => {
    if (!command || context === null || unknown.length) return [];
    const record = found.value!.text.slice(from, to);
    const former = command.aliases.some((one) => record.includes(one)) && !record.includes(command.name);
    return former ? [{ command, context, shortcuts: said.value.get(`${command.id} ${context}`) ?? [] }] : [];
  }),
);
/** Keys of one’s own that the release has something else on, in the same place: that is for the learner to decide. */
const decide = computed(() => {
  const stands = plan.value;
  if (!stands) return [];
  const shipped = opened.value!.weighed(stands.base.id, keyboards.value).on(platform.value).held;
  return stands.edits.flatMap((edit) =>
    edit.shortcuts.flatMap((key) =>
      shipped
        .filter(
          (one) =>
            one.command !== edit.command &&
            one.context === edit.context &&
            samePress(one.shortcut, key, keyboard.value) &&
            !stands.edits.some((each) => each.command === one.command && each.context === one.context),
        )
        .map((one) => ({ keys: key, other: label(one.command), label: label(edit.command) })),
    ),
  );
});
const merged = computed(() => {
  if (!bytes.value || !recipe.value || !plan.value) return null;
  try {
    return mergedPreset(recipe.value, bytes.value, wish.value, opened.value!.catalogue, platform.value);
  } catch (error) {
    if (error instanceof CribError) return null;
    throw error;
  }
});
/** Other commands of the learner’s own that have one of the keys in the same place: nobody takes them away. */
const clashes = computed(() =>
  (found.value?.bindings ?? []).flatMap((one) =>
    one.command && one.context !== null && !wish.value.some((each) => each.command.id === one.command!.id)
      ? one.shortcuts
          .filter((key) =>
            wish.value.some(
              (each) =>
                each.context === one.context && each.shortcuts.some((mine) => samePress(mine, key, keyboard.value)),
            ),
          )
          .map((key) => ({ key, label: label(one.command!.id) }))
      : [],
  ),
);
const get = () =>
  merged.value && download(name.value, 'application/octet-stream', new Blob([merged.value.bytes as BlobPart]));
</script>

<template>
  <h1>{{ t('own.title') }}</h1>
  <p>{{ t('own.stays') }}</p>
  <div class="row">
    <FilePick
      :title="t('own.choose')"
      :recipes="recipes"
      :recipe="recipe"
      @take="take"
      @by="(name) => (wanted = name)"
    />
  </div>
  <p v-if="problem" role="alert">{{ problem }}</p>
  <template v-if="plan">
    <p role="status">{{ t('own.read', { name, base: plan.base.name, count: plan.edits.length }) }}</p>
    <p v-if="found?.edition">
      {{ t('own.edition', { number: found.edition }) }}
      <a v-if="found.edition < body!.number" :href="`${sheetPath}?${query}&since=${found.edition}`">{{
        t('own.since')
      }}</a>
    </p>
    <details v-if="plan.questions.length">
      <summary>{{ t('own.unknown', { count: plan.questions.length }) }}</summary>
      <ul class="lines">
        <li v-for="one in plan.questions" :key="one.from">
          {{ t('own.line', { line: one.line }) }}: <code>{{ one.unknown.map((each) => each.said).join(', ') }}</code>
        </li>
      </ul>
    </details>
    <p v-if="renamed.length">
      {{ t('own.renamed', { labels: [...new Set(renamed.map((one) => one.command.label))].join(', ') }) }}
    </p>
    <section v-if="decide.length">
      <h2>{{ t('own.decide') }}</h2>
      <ul class="lines">
        <li v-for="one in decide" :key="`${one.keys} ${one.other} ${one.label}`">
          {{ t('own.now', { ...one, keys: show(one.keys), release: body!.release }) }}
        </li>
      </ul>
    </section>
    <fieldset class="ticks">
      <legend>{{ t('own.tick') }}</legend>
      <button type="button" @click="ticked = lines.map((one) => one.id)">{{ t('own.all') }}</button>
      <label v-for="one in lines" :key="one.id" :lang="body!.language"
        ><input v-model="ticked" type="checkbox" :value="one.id" />
        <span
          ><kbd v-for="key in one.keys" :key="key">{{ show(key) }}</kbd> {{ one.row.label }}</span
        >
        <small v-if="yours(one.changes).length">{{
          t('own.yours', { keys: yours(one.changes).map(show).join(', ') })
        }}</small></label
      >
    </fieldset>
    <template v-if="merged">
      <section aria-live="polite">
        <template v-if="merged.overwritten.length">
          <h2>{{ t('own.over') }}</h2>
          <ul class="lines">
            <li v-for="one in merged.overwritten" :key="one.from">
              <kbd v-for="key in one.shortcuts" :key="key">{{ show(key) }}</kbd>
              {{ one.command && label(one.command.id) }}
              <small>{{ t('own.line', { line: one.line }) }}</small>
            </li>
          </ul>
        </template>
        <p v-for="one in clashes" :key="`${one.key} ${one.label}`" class="careful">
          {{ t('own.clash', { keys: show(one.key), label: one.label }) }}
        </p>
        <template v-if="merged.byHand.length">
          <h2>{{ t('own.hand') }}</h2>
          <ul class="lines">
            <li v-for="one in merged.byHand" :key="`${one.command.id} ${one.context}`">
              <kbd v-for="key in one.shortcuts" :key="key">{{ show(key) }}</kbd> {{ label(one.command.id) }}
            </li>
          </ul>
        </template>
        <p v-if="!ticked.length">{{ t('own.nothing') }}</p>
      </section>
      <p>
        <button type="button" class="go" @click="get">{{ t('own.get') }}</button>
      </p>
    </template>
  </template>
</template>
