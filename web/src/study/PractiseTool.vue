<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue';
import { PractisedFile, practisedDays } from '@crib/core/learn';
import type { Stroke } from '@crib/core/keys';
import { momentIn } from '@crib/core/words';
import { download } from '../api/download.ts';
import PressField from './PressField.vue';
import { SCOPES, usePractise } from './usePractise.ts';

/** Practice with real presses: by sheet or part of it, what misleads first, when the scheduler says that it is due. */
const ProgressChart = defineAsyncComponent(() => import('./ProgressChart.vue'));
const practise = usePractise();
const {
  t,
  show,
  label,
  body,
  language,
  practice,
  scope,
  sections,
  cards,
  waiting,
  due,
  next,
  today,
  inScope,
  card,
  asked,
  answer,
  shown,
  pressed,
  finished,
  queue,
  start,
  press,
  told,
  judged,
  onward,
  stop,
  text,
} = practise;
const field = ref<InstanceType<typeof PressField> | null>(null);
const nextButton = ref<HTMLButtonElement | null>(null);
watch(card, () => nextTick(() => field.value?.focus()));
const keysOf = computed(() => card.value?.keys.map(show).join(' / ') ?? '');
const said = computed(() => {
  const { value: found } = answer;
  if (!found || !card.value) return shown.value ? t('practise.is', { keys: keysOf.value }) : '';
  const keys = show(pressed.value);
  if (found.kind === 'right') return t('practise.right', { keys });
  if (found.kind === 'begun') return t('practise.begun', { keys });
  const is = found.does.length
    ? t('practise.wrong', { keys, label: found.does.map(label).join(', ') })
    : t('practise.nothing', { keys });
  const from = [...new Set(found.from.map((one) => one.program))].map((one) => t('practise.from', { program: one }));
  return [is, ...from, t('practise.is', { keys: keysOf.value })].join(' ');
});
async function onStroke(stroke: Stroke) {
  press(stroke);
  await nextTick();
  if (answer.value?.kind === 'right') nextButton.value?.focus();
}
function goOn() {
  onward();
  void nextTick(() => field.value?.focus());
}
const days = computed(() => practisedDays(practice.cards.value));
const middle = computed(() => days.value.at(-1)?.ms);
const sure = ref(false);
const note = ref('');
const name = (end: string) => `${body.value!.title.toLowerCase().replace(/[^\p{L}\d]+/gu, '-')}${end}`;
async function take(file: File | undefined) {
  if (!file) return;
  const read = file.size < 20_000_000 ? PractisedFile.safeParse(parsed(await file.text())) : null;
  if (read?.success) await practice.keep(read.data.cards);
  note.value = read?.success ? t('practise.imported', { count: read.data.cards.length }) : t('practise.bad file');
}
function parsed(content: string): unknown {
  try {
    return JSON.parse(content);
  } catch {
    return null;
  }
}
const when = computed(() => (next.value ? momentIn(language.value, next.value) : ''));
</script>

<template>
  <h1>{{ t('tool.practise') }}</h1>
  <template v-if="card && asked">
    <section class="card">
      <p class="left">{{ t('practise.left', { left: queue.length }) }}</p>
      <p>{{ t('practise.ask') }}</p>
      <p class="ask" :lang="body!.language">
        <b>{{ card.label }}</b> <small>{{ card.where.join(', ') }}</small>
      </p>
      <template v-if="asked.by === 'press'">
        <PressField ref="field" :label="`${t('practise.ask')} ${card.label}`" @stroke="onStroke"
          ><kbd v-if="pressed">{{ show(pressed) }}</kbd
          ><span v-else class="hint">{{ t('press.here') }}</span></PressField
        >
        <p class="said" role="status" aria-live="polite" :class="answer?.kind">{{ said }}</p>
        <div class="row">
          <button v-if="answer?.kind === 'right' || shown" ref="nextButton" type="button" class="go" @click="goOn">
            {{ t('practise.next') }}
          </button>
          <button v-else type="button" @click="(told(), field?.focus())">{{ t('practise.show') }}</button>
          <button type="button" @click="stop">{{ t('practise.stop') }}</button>
        </div>
      </template>
      <template v-else>
        <p>
          {{ asked.why === 'system' ? t('practise.system', { taker: asked.taker }) : t(`practise.${asked.why}`) }}
          {{ t('practise.say') }}
        </p>
        <p class="said" role="status" aria-live="polite">{{ said }}</p>
        <div class="row">
          <button v-if="!shown" type="button" class="go" @click="told">{{ t('practise.show') }}</button>
          <template v-else>
            <button type="button" class="go" @click="judged(true)">{{ t('practise.knew') }}</button>
            <button type="button" @click="judged(false)">{{ t('practise.not') }}</button>
          </template>
          <button type="button" @click="stop">{{ t('practise.stop') }}</button>
        </div>
      </template>
      <p v-if="(shown || answer?.kind === 'right') && card.aid" :lang="body!.language">{{ card.aid }}</p>
    </section>
  </template>
  <template v-else>
    <div class="row">
      <label
        >{{ t('practise.what') }}
        <select v-model="scope">
          <option v-for="one in SCOPES" :key="one" :value="one" :disabled="!inScope(one).length">
            {{ t(`practise.${one}`) }}
          </option>
          <option v-for="one in sections" :key="one" :value="one" :lang="body!.language">{{ one }}</option>
        </select></label
      >
      <button type="button" class="go" :disabled="!waiting.length" @click="start()">{{ t('practise.start') }}</button>
    </div>
    <p role="status">
      <template v-if="finished && !waiting.length && when">{{ t('practise.done', { when }) }}</template>
      <template v-else-if="cards.length">{{
        t('practise.due', { due, fresh: waiting.length - due, all: cards.length })
      }}</template>
      <template v-else>{{ t('practise.empty') }}</template>
    </p>
    <p v-if="today" class="today">
      {{ t('practise.today') }}: <kbd v-for="one in today.keys" :key="one">{{ show(one) }}</kbd>
      <b :lang="body!.language">{{ today.label }}</b>
      <button type="button" @click="start(today)">{{ t('tool.practise') }}</button>
    </p>
    <h2>{{ t('practise.progress') }}</h2>
    <ProgressChart v-if="days.length" :days="days" :t="t" />
    <p v-else>{{ t('practise.no progress') }}</p>
    <p v-if="middle">{{ t('practise.time', { seconds: (middle / 1000).toFixed(1) }) }}</p>
    <p v-if="practice.passing.value" role="alert">{{ t('practise.not kept') }}</p>
    <div class="row">
      <button type="button" @click="download(name('-cards.txt'), 'text/tab-separated-values', text())">
        {{ t('practise.cards') }}
      </button>
      <button
        type="button"
        :disabled="!days.length"
        @click="download('practice.json', 'application/json', JSON.stringify(practice.file()))"
      >
        {{ t('practise.export') }}
      </button>
      <label class="file"
        >{{ t('practise.import')
        }}<input
          type="file"
          accept="application/json,.json"
          @change="take(($event.target as HTMLInputElement).files?.[0])"
      /></label>
      <button v-if="!sure" type="button" :disabled="!practice.cards.value.length" @click="sure = true">
        {{ t('practise.forget') }}
      </button>
      <button v-else type="button" class="gone" @click="(practice.forget(), (sure = false))">
        {{ t('practise.sure', { count: practice.cards.value.length }) }}
      </button>
    </div>
    <p role="status">{{ note }}</p>
  </template>
</template>
