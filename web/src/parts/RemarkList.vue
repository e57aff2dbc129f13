<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Remark } from '@crib/core/contract';
import { ask } from '../api/client.ts';
import { useAnswer } from '../api/queries.ts';
import { usePlace } from '../composables/usePlace.ts';
import { useSession } from '../stores/session.ts';
import { useWorkspace } from '../stores/workspace.ts';
import ProblemList from './ProblemList.vue';
import StateNote from './StateNote.vue';
import { dayOf } from '../words/moments.ts';
import { useDoing } from '../composables/useDoing.ts';

/** What was said about the commands of the app, or about one of them; whoever may comment says more, and ends what is done. */
const props = defineProps<{ command?: number }>();
const session = useSession();
const workspace = useWorkspace();
const { appSlug, luggage } = usePlace();
const { problems, busy, doing } = useDoing();
const text = ref('');
const ended = ref(false);

const { answer: remarks, failed } = useAnswer('GET /api/apps/:slug/remarks', () => ({ slug: appSlug.value }));
const shown = computed(() =>
  (remarks.value ?? []).filter(
    (one) => (!props.command || one.command === props.command) && (ended.value || !one.ended),
  ),
);
const endedCount = computed(
  () => (remarks.value ?? []).filter((one) => one.ended && (!props.command || one.command === props.command)).length,
);
const say = () =>
  doing(async () => {
    await ask(
      'POST /api/apps/:slug/remarks',
      { slug: appSlug.value },
      { command: props.command!, said: text.value.trim() },
    );
    text.value = '';
  });
const end = (one: Remark) =>
  doing(async () => {
    await ask('POST /api/remarks/:id/end', { id: one.id });
  });
const commandOf = (one: Remark) => workspace.commands.get(one.command);
</script>

<template>
  <ProblemList :problems="failed ? [failed, ...problems] : problems" />
  <StateNote v-if="!remarks && !failed" loading />
  <StateNote v-else-if="!command && !shown.length" title="No comments yet">
    <p>Open comments from command pages are listed here.</p>
  </StateNote>
  <ul class="remarks" :aria-label="command ? 'Comments on this command' : 'Comments'">
    <li v-for="one in shown" :key="one.id" :class="{ mid: one.ended }">
      <p>
        <b>{{ one.who }}</b><span class="mid">, {{ dayOf(one.at) }}{{ one.ended ? ', resolved' : '' }}</span
        ><template v-if="!command && commandOf(one)">
          on
          <RouterLink :to="{ name: 'command', params: { command: commandOf(one)!.name }, query: luggage }">{{
            commandOf(one)!.label
          }}</RouterLink></template
        >
      </p>
      <blockquote>{{ one.said }}</blockquote>
      <button
        v-if="!one.ended && session.may('comment')"
        type="button"
        class="btn plain"
        :disabled="busy"
        @click="end(one)"
      >
        Resolve<span class="sr-only">: {{ one.said.slice(0, 60) }}</span>
      </button>
    </li>
  </ul>
  <button v-if="endedCount" type="button" class="btn plain" :aria-pressed="ended" @click="ended = !ended">
    {{ ended ? 'Hide resolved' : `Show ${endedCount} resolved` }}
  </button>
  <form v-if="command && session.may('comment')" class="say" @submit.prevent="say">
    <ElInput
      v-model="text"
      type="textarea"
      :rows="2"
      maxlength="2000"
      aria-label="Comment on this command"
      placeholder="What should colleagues know or decide?"
    />
    <button type="submit" class="btn" :disabled="busy || !text.trim()">Add comment</button>
  </form>
</template>

<style scoped>
.remarks {
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}
.remarks li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 12px;
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}
.remarks p {
  grid-column: 1 / -1;
}
.remarks blockquote {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.say {
  display: grid;
  justify-items: start;
  gap: 8px;
  margin-top: 10px;
}
</style>
