<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { platformName, showStored } from '@crib/core/keys';
import { codeOf, differences, type RowDifference } from '@crib/core/sheet';
import type { PublicEdition, PublishedEdition } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import { dayOf } from '../../words/moments.ts';

/** An edition in hand: its address as a code, what differs from an earlier one, what stays wrong, and withdrawing it. */
const props = defineProps<{ edition: PublishedEdition & { title: string }; earlier: readonly PublishedEdition[] }>();
const emit = defineEmits<{ changed: [] }>();
const workspace = useWorkspace();
const { platform } = usePlace();
const problems = shallowRef<readonly Problem[]>([]);
const because = ref('');
const other = ref('');
const changed = shallowRef<readonly RowDifference[] | null>(null);
const KINDS: Record<RowDifference['kind'], string> = {
  added: 'new',
  dropped: 'removed',
  renamed: 'renamed',
  'other keys': 'shortcut changed',
  'other words': 'text changed',
};
watch(
  () => props.edition.address,
  () => {
    other.value = props.earlier[0]?.address ?? '';
    because.value = '';
    problems.value = [];
  },
  { immediate: true },
);
const SIDE = 104;
const code = computed(() => codeOf(location.origin + props.edition.path, SIDE));
const snippet = computed(() => {
  const { origin } = location;
  return `<iframe src="${origin}${props.edition.newest}?embed" title="${props.edition.title.replaceAll('"', '&quot;')}" style="width:100%;border:0"></iframe><script src="${origin}/embed.js" async></${'script'}>`;
});
async function list(listed: boolean) {
  try {
    await ask('PUT /api/listed/:address', { address: props.edition.standing }, { listed });
    emit('changed');
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
const body = async (address: string) => (await ask('GET /public/editions/:address', { address })).body;
const inHand = shallowRef<PublicEdition['body'] | null>(null);
watch(
  () => props.edition.address,
  async (address) => {
    inHand.value = null;
    try {
      const found = await body(address);
      if (address === props.edition.address) inHand.value = found;
    } catch (error) {
      problems.value = problemsOf(error);
    }
  },
  { immediate: true },
);
const LANGUAGES = { en: 'English', de: 'German', fr: 'French' };
/** Whom it is for: who works with that release, keyset and platforms, in that language. */
const whom = computed(() => {
  const now = inHand.value;
  if (!now) return '';
  const at =
    now.format === 'crib-sheet'
      ? `${now.app} ${now.release} · ${now.keyset.name}`
      : `${now.app} who go over to ${now.now.release}`;
  return `${at} · ${now.platforms.map(platformName).join(', ')} · ${LANGUAGES[now.language]}`;
});
watch(
  [inHand, other],
  async ([now, against]) => {
    changed.value = null;
    if (!against || now?.format !== 'crib-sheet') return;
    try {
      const before = await body(against);
      if (before.format === 'crib-sheet' && other.value === against && inHand.value === now)
        changed.value = differences(before, now, workspace.keyboards);
    } catch (error) {
      problems.value = problemsOf(error);
    }
  },
  { immediate: true },
);
const keys = (row: RowDifference['now']) =>
  (row?.keys[platform.value] ?? []).map((key) => showStored(key, platform.value)).join(' or ');
const said = computed(() =>
  (changed.value ?? []).map(({ kind, before, now }) => ({
    label: (now ?? before)!.label,
    what:
      kind === 'other keys'
        ? `${keys(before) || 'no shortcut'} → ${keys(now) || 'no shortcut'}`
        : kind === 'renamed'
          ? `was ${before!.label}`
          : KINDS[kind],
  })),
);
async function withdraw() {
  problems.value = [];
  try {
    await ask('POST /api/editions/:address/withdrawal', { address: props.edition.address }, { because: because.value });
    emit('changed');
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <h2>{{ edition.title }}</h2>
  <p class="under">Edition {{ edition.number }}, {{ dayOf(edition.publishedAt) }}</p>
  <p v-if="edition.withdrawn" class="gone">
    Withdrawn on {{ dayOf(edition.withdrawn.on) }}: {{ edition.withdrawn.because }}
  </p>
  <svg class="code" role="img" :aria-label="`Code for ${edition.path}`" :viewBox="`0 0 ${SIDE} ${SIDE}`">
    <path v-for="one in code.strokes" :key="one.path" :d="one.path" />
  </svg>
  <p v-if="whom">{{ whom }}</p>
  <h3>Share</h3>
  <p>
    <a :href="edition.newest" target="_blank" rel="noopener">Link to latest edition</a> ·
    <a :href="`${edition.newest}/feed.atom`">Feed</a> ·
    <a :href="`/public/editions/${edition.address}/site.zip`" download>Download for website</a>
  </p>
  <label class="embed"
    >Embed code<textarea
      readonly
      rows="3"
      :value="snippet"
      @focus="($event.target as HTMLTextAreaElement).select()"
    ></textarea>
  </label>
  <ElCheckbox
    :model-value="edition.listed"
    label="Show on the public index"
    @update:model-value="(on) => list(Boolean(on))"
  />
  <template v-if="edition.exceptions.length">
    <h3>Known exceptions</h3>
    <p v-for="one in edition.exceptions" :key="one.finding">
      {{ one.said }} <span class="mid">{{ one.because }}</span>
    </p>
  </template>
  <template v-if="earlier.length">
    <h3>Compare with an earlier edition</h3>
    <SelectField
      v-model="other"
      size="small"
      label="Earlier edition"
      :choices="
        earlier.map((one) => ({ value: one.address, label: `Edition ${one.number}, ${dayOf(one.publishedAt)}` }))
      "
    />
    <p v-if="changed?.length === 0" class="mid">No changes.</p>
    <p v-for="(one, at) in said" :key="at" class="line">
      <b>{{ one.label }}</b> <span class="mid">{{ one.what }}</span>
    </p>
  </template>
  <ProblemList :problems="problems" />
  <form v-if="!edition.withdrawn" class="make" @submit.prevent="withdraw">
    <h3>Withdraw edition</h3>
    <FormField label="Reason (shown to learners)"
      ><ElInput v-model="because" maxlength="240" placeholder="replaced by a new edition"
    /></FormField>
    <div class="actions">
      <button type="submit" class="btn" :disabled="!because.trim()">Withdraw edition</button>
    </div>
  </form>
</template>

<style scoped>
.code {
  width: 120px;
  margin: 10px 0;
  padding: 8px;
  background: #fff;
}
.embed {
  display: grid;
  gap: 4px;
  margin: 8px 0;
}
.embed textarea {
  border: 1px solid var(--rule);
  border-radius: 0;
  background: var(--sheet);
  color: var(--ink);
  font: 400 11.5px/1.4 var(--mono);
  resize: vertical;
}
.gone {
  padding: 6px 10px;
  background: var(--flag-wash);
  color: var(--flag);
}
.line {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
