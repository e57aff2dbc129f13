<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { ListReport } from '@crib/core/contract';

/** One thing in a list that needs the reader, with the ways to settle it. */
const props = defineProps<{ report: ListReport; at: number }>();
const emit = defineEmits<{
  go: [index: number];
  readAs: [cell: string, text: string];
  addPlaces: [names: string[]];
  leaveOut: [line: number];
}>();

const current = computed(() => props.report.problems[Math.min(props.at, props.report.problems.length - 1)]!);
const line = computed(() => current.value.place?.line);
const column = computed(() => props.report.columns.findIndex((one) => one.heading === current.value.place?.column));
const typed = ref('');
watch(
  current,
  () => {
    const row = props.report.rows.find((one) => one.line === line.value);
    typed.value = row?.cells[column.value] ?? '';
  },
  { immediate: true },
);
const answer = (text: string) =>
  line.value !== undefined && column.value >= 0 && emit('readAs', `${line.value}:${column.value}`, text);

/** Names that the list gives to places nobody knows yet, as the list has them. */
const unknownPlaces = computed(() => {
  const names = props.report.problems.filter((one) => one.code === 'unknown-context').map((one) => one.about ?? '');
  return [...new Set(names.filter(Boolean))];
});
const thisPlace = computed(() => current.value.about ?? '');
/** Shorter words for the answers to some questions. */
const wordsFor = (text: string) => {
  if (current.value.code === 'key-range') return 'One command per key, as a family';
  if (current.value.code === 'heading-or-command')
    return text.endsWith(':') ? 'Treat it as a heading' : 'Treat it as a command';
  return current.value.code === 'short-row' ? 'Treat the other cells as empty' : `Read as ${text}`;
};
</script>

<template>
  <h2>{{ line && line > 1 ? `Question about row ${line}` : 'Question about the header row' }}</h2>
  <p class="under">{{ at + 1 }} of {{ report.problems.length }}</p>
  <p>{{ current.sentence }}</p>
  <div class="actions column">
    <template v-if="column >= 0">
      <button v-for="text in current.suggestions ?? []" :key="text" type="button" class="btn" @click="answer(text)">
        {{ wordsFor(text) }}
      </button>
    </template>
    <template v-if="current.code === 'unknown-context' && thisPlace">
      <button type="button" class="btn" @click="emit('addPlaces', [thisPlace])">Add context {{ thisPlace }}</button>
      <button
        v-if="unknownPlaces.length > 1"
        type="button"
        class="btn primary"
        @click="emit('addPlaces', unknownPlaces)"
      >
        Add all {{ unknownPlaces.length }} contexts
      </button>
    </template>
  </div>
  <template v-if="column >= 0 && line && line > 1">
    <h3><label for="meant">Type a correction</label></h3>
    <ElInput id="meant" v-model="typed" @keydown.enter="answer(typed)" />
    <div class="actions">
      <button type="button" class="btn primary" @click="answer(typed)">Use this</button>
      <button type="button" class="btn" @click="emit('leaveOut', line)">Skip this row</button>
    </div>
  </template>
  <template v-if="report.problems.length > 1">
    <h3>All questions</h3>
    <button
      v-for="(problem, index) in report.problems.slice(0, 40)"
      :key="index"
      type="button"
      class="waiting"
      :class="{ on: index === at }"
      @click="emit('go', index)"
    >
      {{ problem.sentence }}
    </button>
  </template>
</template>

<style scoped>
.actions.column {
  flex-direction: column;
  align-items: flex-start;
}
.actions.column .btn {
  height: auto;
  min-height: 32px;
  padding: 6px 12px;
  text-align: left;
  white-space: normal;
}
.waiting {
  display: block;
  width: 100%;
  padding: 4px 6px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.waiting.on {
  background: var(--tide-wash);
}
</style>
