<script setup lang="ts">
import type { NotesFinding } from '@crib/core/sheet';
import { say } from '@crib/core/words';

/** What the trainer’s own texts say of keys and is not so: each with its fix, or with the reason why it stays. */
defineProps<{ findings: readonly NotesFinding[]; because: ReadonlyMap<string, string> }>();
const emit = defineEmits<{ fix: [finding: NotesFinding]; because: [key: string, text: string] }>();
</script>

<template>
  <h3>Check</h3>
  <p v-if="!findings.length" class="mid">All shortcuts mentioned in your text are correct.</p>
  <div v-for="one in findings" :key="one.key" class="finding">
    <p class="mid">“{{ one.text }}”</p>
    <p>{{ say(one.said) }}</p>
    <button v-if="one.fixed" type="button" class="btn" @click="emit('fix', one)">Fix</button>
    <ElInput
      :model-value="because.get(one.key) ?? ''"
      size="small"
      maxlength="240"
      :aria-label="`Why it stays: ${say(one.said)}`"
      placeholder="reason to keep it"
      @update:model-value="(text) => emit('because', one.key, String(text))"
    />
  </div>
</template>

<style scoped>
.finding {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 6px 0 10px 10px;
  border-bottom: 1px solid var(--hair);
  border-left: 3px solid var(--flag);
}
.finding p {
  margin: 0;
}
</style>
