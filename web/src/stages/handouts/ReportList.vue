<script setup lang="ts">
import { ref, shallowRef } from 'vue';
import type { LearnerReport } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import PageHead from '../../parts/PageHead.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { dayOf } from '../../words/moments.ts';

/** What learners reported, as a work list: each leads to where it is mended, and ends with what was done. */
const props = defineProps<{ reports: readonly LearnerReport[] }>();
const emit = defineEmits<{ ended: [] }>();
const workspace = useWorkspace();
const { luggage } = usePlace();
const KINDS: Record<LearnerReport['kind'], string> = {
  wrong: 'Wrong row',
  question: 'Question',
  missing: 'Missing row',
};
const OUTCOMES = [
  ['mended', 'Fixed'],
  ['answered', 'Answered'],
  ['left', 'No change'],
] as const;
const ENDED: Record<NonNullable<LearnerReport['outcome']>, string> = {
  mended: 'mended',
  answered: 'answered',
  left: 'no change',
};
const because = ref(new Map<number, string>());
const problems = shallowRef<readonly Problem[]>([]);
const labelOf = (one: LearnerReport) =>
  workspace.catalogue?.commands.find((command) => command.name === one.command)?.label ?? one.command;
const madeAt = (one: LearnerReport) =>
  one.sheetId === null
    ? { name: 'notes', params: { notes: one.notesId }, query: luggage.value }
    : { name: 'sheet', params: { sheet: one.sheetId }, query: luggage.value };
const commandAt = (one: LearnerReport) => ({ name: 'command', params: { command: one.command }, query: luggage.value });
const known = (one: LearnerReport) => workspace.catalogue?.commands.some((command) => command.name === one.command);
async function end(one: LearnerReport, outcome: NonNullable<LearnerReport['outcome']>) {
  problems.value = [];
  try {
    await ask(
      'POST /api/reports/:id/end',
      { id: one.id },
      { outcome, because: because.value.get(one.id)?.trim() ?? '' },
    );
    emit('ended');
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
const waiting = () => props.reports.filter((one) => !one.outcome).length;
</script>

<template>
  <PageHead
    >Learner reports<template #beside
      ><small>{{ waiting() }} open</small></template
    ></PageHead
  >
  <ProblemList :problems="problems" />
  <StateNote v-if="!reports.length" title="No reports">
    <p>
      Learners can report errors, ask questions or request rows from any published sheet. Their messages appear here.
    </p>
  </StateNote>
  <ul v-else tabindex="0" aria-label="Reports">
    <li v-for="one in reports" :key="one.id" :class="{ ended: one.outcome }">
      <p class="what">
        <b>{{ KINDS[one.kind] }}</b>
        <span v-if="one.command"
          >: <RouterLink v-if="known(one)" :to="commandAt(one)">{{ labelOf(one) }}</RouterLink><template v-else>{{
            one.command
          }}</template></span
        >
        <span class="mid">
          on <a :href="one.path" target="_blank" rel="noopener">{{ one.title }}, edition {{ one.number }}</a
          >, {{ one.saidOn }}</span
        >
      </p>
      <blockquote>{{ one.said }}</blockquote>
      <p v-if="one.outcome" class="mid">
        {{ ENDED[one.outcome] }} on {{ dayOf(one.endedOn!) }}{{ one.because ? `: ${one.because}` : '' }}
      </p>
      <div v-else class="actions">
        <RouterLink
          v-if="one.sheetId !== null"
          class="btn"
          :to="{ name: 'handouts', query: { ...luggage, view: 'answer', report: String(one.id) } }"
          >Draft a reply</RouterLink
        >
        <RouterLink class="btn" :to="madeAt(one)">Open the sheet</RouterLink>
        <ElInput
          :model-value="because.get(one.id) ?? ''"
          size="small"
          maxlength="240"
          :aria-label="`What was done about: ${one.said}`"
          placeholder="note (optional)"
          @update:model-value="(text) => because.set(one.id, String(text))"
        />
        <button v-for="[outcome, says] in OUTCOMES" :key="outcome" type="button" class="btn" @click="end(one, outcome)">
          {{ says }}
        </button>
      </div>
    </li>
  </ul>
</template>

<style scoped>
ul {
  min-height: 0;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}
li {
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
}
p {
  margin: 0;
}
blockquote {
  margin: 6px 0;
  padding-left: 12px;
  border-left: 2px solid var(--rule);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.actions .el-input {
  width: 220px;
}
</style>
