<script setup lang="ts">
import { storeToRefs } from 'pinia';
import { KeyPolicy } from '@crib/core/contract';
import { acceptance } from '@crib/core/keyset';
import { say } from '@crib/core/words';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import KeyField from '../../parts/KeyField.vue';
import { useDraft } from '../../composables/useDraft.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CorrectedFacts from './CorrectedFacts.vue';
import CatalogueIndex from './CatalogueIndex.vue';
import { useSaving } from '../../composables/useSaving.ts';
import { ref, computed } from 'vue';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** How the program takes keys: how it binds them, what fires when, and what it lets its users assign. */
const workspace = useWorkspace();
const { appSlug, platform, style } = usePlace();
const { problems, said, busy, send } = useSaving();
const { stored } = storeToRefs(workspace);
const { form: policy, sending: sendingPolicy } = useDraft<KeyPolicy>(
  'key handling',
  () => stored.value?.release.id,
  () => stored.value?.app.keyPolicy ?? KeyPolicy.parse({}),
);
const { form: app, sending: sendingWords } = useDraft(
  'policy',
  () => stored.value?.release.id,
  () => ({
    howToChange: stored.value?.app.howToChange ?? '',
    keysCommand: stored.value?.app.keysCommand ?? '',
    keysShown: stored.value?.app.keysShown ?? '',
    builds: (stored.value?.release.builds ?? []).join(', '),
    tiers: (stored.value?.release.tiers ?? []).join(', '),
    /** It is otherwise in this release than in those that say nothing of their own. */
    own: stored.value ? stored.value.release.keyPolicy !== null : false,
    reason: '',
  }),
);
/** Whether a sealed release is said to take keys otherwise than it does: that is corrected, and dated. */
const differs = computed(() => JSON.stringify(policy) !== JSON.stringify(workspace.catalogue?.app.keyPolicy));
const listOf = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
async function save() {
  const { builds, tiers, own, reason, ...words } = app;
  const done = [sendingPolicy(), sendingWords()];
  const { release } = workspace.catalogue!;
  const forAll = own || release.sealedAt ? words : { keyPolicy: policy, ...words };
  if (!(await send('PUT /api/apps/:slug', { slug: appSlug.value }, forAll, ''))) return;
  if (release.sealedAt && differs.value) {
    const body = { what: 'policy' as const, policy, reason };
    if (!(await send('POST /api/releases/:id/corrections', { id: release.id }, body, 'Correction saved.'))) return;
  } else if (release.sealedAt) said.value = 'Key handling saved.';
  else {
    const facts = { builds: listOf(builds), tiers: listOf(tiers), keyPolicy: own ? policy : null };
    if (!(await send('PUT /api/releases/:id', { id: release.id }, facts, 'Key handling saved.'))) return;
  }
  for (const one of done) one();
}
const MODIFIERS = ['Ctrl', 'Alt', 'Shift', 'Meta'] as const;
const TAKES = [
  ['bareLetters', 'letters, digits and symbols without modifiers'],
  ['held', 'held keys'],
  ['twice', 'double presses'],
  ['taps', 'single modifier taps'],
  ['pointer', 'pointer actions'],
  ['keypad', 'numeric keypad keys'],
  ['functionKeys', 'function keys'],
] as const;
const tried = ref('');
const verdict = computed(() => {
  const unfit = tried.value && acceptance(policy, tried.value);
  return unfit ? say(unfit) : tried.value ? 'The program accepts it.' : '';
});
</script>

<template>
  <ReleaseGate v-slot="{ catalogue }">
    <StageFrame>
      <template #index><CatalogueIndex /></template>
      <PageHead
        >Key handling<template #beside
          ><small>{{ catalogue.app.name }}</small></template
        ></PageHead
      >
      <form class="policy" @submit.prevent="save">
        <section>
          <h2>How shortcuts are triggered</h2>
          <ElCheckbox
            v-model="app.own"
            :disabled="Boolean(catalogue.release.sealedAt)"
            :label="`Applies to ${catalogue.release.label} only`"
          />
          <FormField label="Match keys"
            ><SelectField
              v-model="policy.binds"
              :choices="[
                { value: 'character', label: 'by printed character' },
                { value: 'position', label: 'by physical position' },
                { value: 'letters', label: 'letters by character, other keys by position' },
              ]"
          /></FormField>
          <ElCheckbox v-model="policy.typedLetters" label="Shortcuts can be typed letter sequences" />
          <label
            >A sequence times out after
            <span class="row"
              ><ElInputNumber
                :model-value="policy.pause ?? undefined"
                :min="50"
                :max="60000"
                :step="100"
                controls-position="right"
                aria-label="Timeout in milliseconds"
                @update:model-value="(value: number | undefined) => (policy.pause = value ?? null)"
              />
              ms (leave empty for no timeout)</span
            >
          </label>
          <FormField label="State in which only global shortcuts work"
            ><ElInput v-model="policy.rootOnly" maxlength="80" placeholder="A dialog is open"
          /></FormField>
          <FormField label="Mode in which letters are typed, not run as shortcuts"
            ><ElInput v-model="policy.diverted" maxlength="80" placeholder="The command line has the focus"
          /></FormField>
        </section>
        <section>
          <h2>What users can assign</h2>
          <div class="takes">
            <ElCheckbox v-for="[name, word] in TAKES" :key="name" v-model="policy.accepts[name]" :label="word" />
          </div>
          <FormField label="Character keys require one of"
            ><SelectField
              v-model="policy.accepts.needsOneOf"
              multiple
              label="Required modifiers"
              placeholder="none"
              :choices="MODIFIERS"
          /></FormField>
          <FormField label="Modifiers not allowed"
            ><SelectField
              v-model="policy.accepts.refuses"
              multiple
              label="Modifiers not allowed"
              placeholder="none"
              :choices="MODIFIERS"
          /></FormField>
          <label class="row"
            >Maximum
            <ElInputNumber
              v-model="policy.accepts.mostStrokes"
              :min="1"
              :max="5"
              aria-label="Maximum steps per shortcut"
              controls-position="right"
            />
            steps</label
          >
          <label class="row"
            >Maximum
            <ElInputNumber
              v-model="policy.accepts.mostPerCommand"
              :min="1"
              :max="8"
              aria-label="Maximum shortcuts per command"
              controls-position="right"
            />
            shortcuts per command</label
          >
        </section>
        <section>
          <h2>How users change shortcuts</h2>
          <FormField label="Instructions"
            ><ElInput
              v-model="app.howToChange"
              type="textarea"
              :rows="3"
              maxlength="2000"
              placeholder="Menu path, list to open, steps without a mouse, first release"
          /></FormField>
          <FormField label="Command that opens the settings"
            ><SelectField
              v-model="app.keysCommand"
              filterable
              clearable
              placeholder="none"
              :choices="catalogue.commands.map((one) => ({ value: one.name, label: one.label }))"
          /></FormField>
          <FormField label="Where the program shows shortcuts"
            ><ElInput v-model="app.keysShown" maxlength="240" placeholder="in the menus and in tooltips"
          /></FormField>
          <template v-if="!catalogue.release.sealedAt">
            <FormField :label="`Point builds of ${catalogue.release.label}`"
              ><ElInput v-model="app.builds" placeholder="7.0.1, 7.0.2"
            /></FormField>
            <FormField label="Product tiers"><ElInput v-model="app.tiers" placeholder="Coastal, Ocean" /></FormField>
          </template>
        </section>
        <section v-if="catalogue.release.sealedAt && differs">
          <FormField :label="`Reason for the correction`"
            ><ElInput v-model="app.reason" maxlength="1000" required placeholder="Held keys were missing"
          /></FormField>
        </section>
        <CorrectedFacts what="policy" />
        <ProblemList :problems="problems" />
        <div class="actions">
          <button
            type="submit"
            class="btn primary"
            :disabled="busy || (Boolean(catalogue.release.sealedAt) && differs && !app.reason)"
          >
            Save
          </button>
          <span role="status">{{ said }}</span>
        </div>
      </form>
      <template #margin>
        <h2>Test a shortcut</h2>
        <KeyField v-model="tried" :platform="platform" :how="style" :typed-letters="policy.typedLetters" />
        <p class="verdict" aria-live="polite">{{ verdict }}</p>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.policy {
  display: grid;
  align-content: start;
  gap: 26px;
  max-width: 620px;
  margin-top: 14px;
  overflow-y: auto;
  padding: 0 4px 24px 0;
}
section {
  display: grid;
  gap: 10px;
}
section > label:not(.el-checkbox, .row) {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.row {
  display: flex;
  align-items: center;
  gap: 8px;
  font-weight: 400;
}
.takes {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.verdict {
  margin-top: 10px;
  font-weight: 600;
}
.actions {
  align-items: center;
}
</style>
