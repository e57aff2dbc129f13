<script setup lang="ts">
import { dayOf } from '../../words/moments.ts';
import PlatformSelect from '../../parts/PlatformSelect.vue';
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { computed, reactive, ref } from 'vue';
import { platformName, type Platform } from '@crib/core/keys';
import { acceptance } from '@crib/core/keyset';
import { say } from '@crib/core/words';
import type { Binding, Command, Provenance, ShippedKeyset } from '@crib/core/contract';
import LanguageSelect from '../../parts/LanguageSelect.vue';
import { languageName } from '../../words/languages.ts';
import KeyChip from '../../parts/KeyChip.vue';
import KeyField from '../../parts/KeyField.vue';
import ProblemList from '../../parts/ProblemList.vue';
import type { Shown } from '../../words/chips.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** The shortcuts a release ships a command with: stated while it is open, corrected by appending once it is sealed. */
const props = defineProps<{ command: Command; keyset: ShippedKeyset; platform: Platform; how: Shown }>();
const workspace = useWorkspace();
const { problems, said, busy, send } = useSaving();

const sealed = computed(() => workspace.catalogue!.release.sealedAt !== null);
const mine = computed(() => props.keyset.bindings.filter((one) => one.command === props.command.id));
const corrections = computed(() => props.keyset.corrections.filter((one) => one.command === props.command.id));
const form = reactive({
  shortcut: '',
  contexts: [props.command.home],
  platform: '',
  language: '',
  note: '',
  kind: 'tried' as Provenance['kind'],
  source: '',
  build: '',
  reason: '',
});
const place = (ids: readonly number[]) => ids.map((id) => workspace.tree!.get(id).name).join(', ');
const triedOn = (binding: Binding, platform: string) => binding.trials.find((one) => one.platform === platform);
const spoken: Record<string, string> = {
  tried: 'verified in the program',
  document: 'vendor documentation',
  list: 'imported list',
  guess: 'assumption',
};
const from = ({ provenance }: Binding) =>
  [
    spoken[provenance.kind],
    provenance.source,
    provenance.build && `build ${provenance.build}`,
    provenance.who,
    provenance.on && dayOf(provenance.on),
  ]
    .filter(Boolean)
    .join(', ');
const adding = ref(false);
const unusual = computed(() => {
  const unfit = form.shortcut && acceptance(workspace.catalogue!.app.keyPolicy, form.shortcut);
  return unfit ? say(unfit) : undefined;
});

async function add() {
  const { shortcut, contexts, note, kind, source, build } = form;
  const platform = form.platform || null;
  const language = form.language || null;
  const bindings = [
    { command: props.command.id, contexts, platform, language, shortcut, note, provenance: { kind, source, build } },
  ];
  if (await send('POST /api/keysets/:id/bindings', { id: props.keyset.id }, { bindings }, 'Shortcut added.'))
    form.shortcut = '';
}
const drop = (binding: Binding) =>
  send('DELETE /api/keysets/:id/bindings', { id: props.keyset.id }, { ids: [binding.id] }, 'Shortcut deleted.');
function tried(binding: Binding, undo: boolean) {
  const body = { bindings: [binding.id], platform: props.platform, undo, build: '' };
  return send(
    'POST /api/releases/:id/trials',
    { id: props.keyset.releaseId },
    body,
    undo ? 'Marked as not verified.' : 'Marked as verified.',
  );
}
/** A note and a memory aid on their way to a shipped shortcut. */
const noting = ref<{ id: number; note: string; memoryAid: string } | null>(null);
async function note() {
  const body = { bindings: [noting.value!] };
  if (await send('PUT /api/keysets/:id/bindings', { id: props.keyset.id }, body, 'Note saved.')) noting.value = null;
}
async function correct() {
  const now = form.shortcut ? [form.shortcut] : [];
  const body = {
    command: props.command.id,
    context: form.contexts[0]!,
    platform: form.platform || null,
    now,
    reason: form.reason,
  };
  if (await send('POST /api/keysets/:id/corrections', { id: props.keyset.id }, body, 'Correction saved.'))
    Object.assign(form, { shortcut: '', reason: '' });
}
</script>

<template>
  <h3>{{ keyset.name }}</h3>
  <div v-for="binding in mine" :key="binding.id" class="binding">
    <div class="pair">
      <span><KeyChip :shortcut="binding.shortcut" :platform="binding.platform ?? platform" :how="how" /></span>
      <span class="mid"
        >{{ place(binding.contexts) }}{{ binding.platform ? `, ${platformName(binding.platform)}` : ''
        }}{{ binding.language ? `, ${languageName(binding.language)}` : '' }}</span
      >
    </div>
    <p class="mid from">{{ from(binding) }}</p>
    <form v-if="noting?.id === binding.id" class="make" @submit.prevent="note">
      <FormField label="Note"><ElInput v-model="noting.note" maxlength="240" /></FormField>
      <FormField label="Memory aid"><ElInput v-model="noting.memoryAid" maxlength="240" /></FormField>
      <div class="actions">
        <button type="submit" class="btn" :disabled="busy">Save</button>
        <button type="button" class="btn" @click="noting = null">Cancel</button>
      </div>
    </form>
    <p v-else>
      {{ [binding.note, binding.memoryAid].filter(Boolean).join(' · ') }}
      <button
        type="button"
        class="btn plain"
        @click="noting = { id: binding.id, note: binding.note, memoryAid: binding.memoryAid }"
      >
        {{ binding.note || binding.memoryAid ? 'Edit note' : 'Add note or memory aid' }}
      </button>
    </p>
    <div v-if="binding.platform === null || binding.platform === platform" class="ways">
      <span v-if="triedOn(binding, platform)" class="mid"
        >verified on {{ platformName(platform) }} by {{ triedOn(binding, platform)!.who }},
        {{ triedOn(binding, platform)!.on }}</span
      >
      <button
        type="button"
        class="btn plain"
        :disabled="busy"
        @click="tried(binding, Boolean(triedOn(binding, platform)))"
      >
        {{ triedOn(binding, platform) ? 'Undo verification' : `Mark as verified on ${platformName(platform)}` }}
      </button>
      <button v-if="!sealed" type="button" class="btn plain" :disabled="busy" @click="drop(binding)">Delete</button>
    </div>
  </div>
  <p v-if="mine.length === 0" class="mid">No built-in shortcut.</p>
  <div v-for="one in corrections" :key="one.id" class="binding">
    <p>
      Corrected by {{ one.who }}, {{ one.on }}: {{ one.old.join(' or ') || 'none' }} →
      {{ one.now.join(' or ') || 'none' }} ({{ place([one.context])
      }}{{ one.platform ? `, ${platformName(one.platform)}` : '' }}). {{ one.reason }}
    </p>
  </div>
  <button v-if="!adding" type="button" class="btn plain" @click="adding = true">
    {{ sealed ? 'Add correction' : 'Add shortcut' }}
  </button>
  <form v-else class="make" @submit.prevent="sealed ? correct() : add()">
    <KeyField
      v-model="form.shortcut"
      :platform="platform"
      :target="form.platform || null"
      :how="how"
      :typed-letters="workspace.catalogue!.app.keyPolicy.typedLetters"
    />
    <p v-if="unusual && !sealed" class="mid">{{ unusual }} You can still save it as a built-in shortcut.</p>
    <FormField label="Where it works"
      ><PlaceSelect v-model="form.contexts" multiple :most="sealed ? 1 : 0" label="Where it works"
    /></FormField>
    <FormField label="Platform"><PlatformSelect v-model="form.platform" /></FormField>
    <template v-if="sealed">
      <FormField label="Reason"
        ><ElInput v-model="form.reason" type="textarea" :rows="2" required maxlength="1000"
      /></FormField>
    </template>
    <template v-else>
      <FormField label="Interface language"><LanguageSelect v-model="form.language" none="all languages" /></FormField>
      <FormField label="Evidence"
        ><SelectField v-model="form.kind" :choices="Object.entries(spoken).map(([value, label]) => ({ value, label }))"
      /></FormField>
      <FormField label="Source"><ElInput v-model="form.source" maxlength="240" /></FormField>
      <FormField label="Build"><ElInput v-model="form.build" maxlength="60" /></FormField>
      <FormField label="Note"><ElInput v-model="form.note" maxlength="240" /></FormField>
    </template>
    <div class="actions">
      <button type="submit" class="btn primary" :disabled="busy || (!sealed && !form.shortcut)">
        {{ sealed ? (form.shortcut ? 'Save correction' : 'Save: no shortcut') : 'Add shortcut' }}
      </button>
    </div>
  </form>
  <ProblemList :problems="problems" />
  <p role="status">{{ said }}</p>
</template>

<style scoped>
.binding {
  margin-bottom: 8px;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--hair);
}
.from {
  font-size: 12.5px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  font-size: 12.5px;
}
</style>
