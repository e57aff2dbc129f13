<script setup lang="ts">
import { computed } from 'vue';
import type { LearnerReport } from '@crib/core/contract';
import { LAYOUTS, platformName } from '@crib/core/keys';
import CopyText from '../../parts/CopyText.vue';
import KeyField from '../../parts/KeyField.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useReply, type Had } from './useReply.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Answering a learner: what they wrote, what it is about, and a reply in which every sentence says where it comes from. */
const props = defineProps<{ editions: readonly Had[]; report: LearnerReport | null }>();
const { platform: inHand, style } = usePlace();
const { sentence, address, platform, layout, press, command, heard, situations, asks, sentences, problem, edition } =
  useReply(
    () => props.editions,
    () => props.report,
  );
const commands = computed(() => {
  const { opened } = situations.value?.[0] ?? {};
  const likely = new Set(heard.value?.likely ?? []);
  return [...(opened?.catalogue.commands ?? [])].sort(
    (a, b) => Number(likely.has(b.id)) - Number(likely.has(a.id)) || a.label.localeCompare(b.label),
  );
});
const likely = computed(() => (command.value ? [] : (heard.value?.likely ?? [])));
const label = (id: number) => situations.value?.[0].opened.commands.get(id)?.label ?? '';
const ASKED = {
  what: 'No shortcut or command found in the message. Ask the learner, or enter it below.',
  platform: 'The answer depends on the platform. Ask, or choose one above.',
  layout: 'The answer depends on the keyboard layout. Ask, or choose one above.',
} as const;
const text = computed(() => sentences.value.map((one) => one.text).join('\n'));
</script>

<template>
  <h1>Answer a learner</h1>
  <StateNote v-if="!editions.length" title="No published sheets yet">
    <p>Publish a sheet first; replies refer to an edition.</p>
  </StateNote>
  <div v-else class="answer" tabindex="0" role="region" aria-label="Answer">
    <label class="wrote"
      >The learner’s message
      <textarea
        v-model="sentence"
        rows="3"
        maxlength="1000"
        placeholder="Since the update, G deletes my soundings"
      ></textarea>
    </label>
    <div class="about">
      <FormField label="Edition"
        ><SelectField
          v-model="address"
          size="small"
          style="width: 260px"
          :choices="editions.map((one) => ({ value: one.address, label: `${one.title}, edition ${one.number}` }))"
      /></FormField>
      <FormField label="Platform"
        ><SelectField
          v-model="platform"
          size="small"
          label="The learner’s platform"
          :empty-values="[null]"
          style="width: 120px"
          :choices="[
            { value: '', label: 'unknown' },
            ...(edition?.body.platforms ?? []).map((one) => ({ value: one, label: platformName(one) })),
          ]"
      /></FormField>
      <FormField label="Layout"
        ><SelectField
          :model-value="layout?.id ?? ''"
          size="small"
          label="The learner’s layout"
          :empty-values="[null]"
          style="width: 150px"
          @update:model-value="(id: string) => (layout = LAYOUTS.find((one) => one.id === id) ?? null)"
          :choices="[{ value: '', label: 'unknown' }, ...LAYOUTS.map((one) => ({ value: one.id, label: one.name }))]"
      /></FormField>
      <FormField label="Command"
        ><SelectField
          v-model="command"
          filterable
          size="small"
          label="Command in question"
          style="width: 220px"
          :choices="[
            { value: 0, label: 'none found' },
            ...commands.map((one) => ({ value: one.id, label: one.label })),
          ]"
      /></FormField>
    </div>
    <StateNote v-if="problem" :problem="problem" />
    <template v-else-if="heard">
      <p v-if="likely.length" class="likely">
        Is it one of these?
        <button v-for="one in likely" :key="one" type="button" class="btn" @click="command = one">
          {{ label(one) }}
        </button>
      </p>
      <div class="sides">
        <div>
          <KeyField
            v-model="press"
            :platform="platform || inHand"
            :target="platform || inHand"
            :how="style"
            :typed-letters="false"
            title="Shortcut in question"
          />
          <button v-if="press" type="button" class="btn plain" @click="press = ''">No shortcut</button>
        </div>
        <div>
          <h2>Reply</h2>
          <p v-for="one in asks" :key="one" class="asks">{{ ASKED[one] }}</p>
          <div role="status" aria-label="Reply, sentence by sentence">
            <ol>
              <li v-for="one in sentences" :key="one.text">
                {{ one.text }}<small class="mid">from {{ one.from }}</small>
              </li>
            </ol>
          </div>
          <CopyText class="primary" :text="text" :disabled="!sentences.length">Copy reply</CopyText>
        </div>
      </div>
    </template>
    <p v-else class="mid">Paste the learner’s message. Crib finds the shortcut and drafts a reply.</p>
  </div>
</template>

<style scoped>
.answer {
  min-height: 0;
  overflow: auto;
}
.wrote {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
textarea {
  padding: 8px;
  border: 1px solid var(--rule);
  border-radius: 0;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-weight: 400;
}
textarea::placeholder {
  color: var(--mid);
  opacity: 1;
}
.about,
.likely {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 10px 0;
}
.sides {
  display: grid;
  grid-template-columns: 280px 1fr;
  gap: 24px;
}
ol {
  margin: 4px 0 12px;
  padding: 0;
  list-style: none;
}
li {
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
li small {
  display: block;
}
.asks {
  padding: 6px 10px;
  background: var(--sun-wash);
}
h2 {
  margin: 0;
}
</style>
