<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Proposal } from '@crib/core/contract';
import { consequences, shownKeys } from '@crib/core/keyset';
import { counted } from '@crib/core/words';
import { ask } from '../../api/client.ts';
import { dayOf } from '../../words/moments.ts';
import { useAnswer } from '../../api/queries.ts';
import { useDoing } from '../../composables/useDoing.ts';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { languageInHand, layoutsInHand } from '../../composables/in-hand.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useSession } from '../../stores/session.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ChangeReview from './ChangeReview.vue';
import PageHead from '../../parts/PageHead.vue';

/** What editors propose for the app’s keysets: each with its reasons and what follows from it now, taken or sent back. */
const workspace = useWorkspace();
const session = useSession();
const { route, set, appSlug, releaseLabel, luggage, platform, style } = usePlace();
const { problems, said, busy, doing } = useDoing();
const because = ref('');

const { answer: proposals, failed, load } = useAnswer('GET /api/apps/:slug/proposals', () => ({ slug: appSlug.value }));
const STATES = { open: 'open', taken: 'approved', 'sent back': 'returned', withdrawn: 'withdrawn' } as const;
const open = computed(() => (proposals.value ?? []).filter((one) => one.state === 'open'));
const answered = computed(() => (proposals.value ?? []).filter((one) => one.state !== 'open'));
const chosen = computed(() => {
  const list = proposals.value ?? [];
  return list.find((one) => String(one.id) === route.query['proposal']) ?? open.value[0] ?? list[0] ?? null;
});
watch(
  () => chosen.value?.id,
  () => {
    problems.value = [];
    because.value = '';
  },
);
const keyset = computed(() => (chosen.value ? workspace.keyset(chosen.value.keyset) : undefined));
const setting = computed(() => (keyset.value?.kind === 'custom' ? workspace.settingOf(keyset.value.id) : null));
const outcome = computed(() =>
  setting.value && chosen.value ? consequences(setting.value, chosen.value.change) : null,
);
const reasons = computed(() =>
  (chosen.value?.change.put ?? [])
    .filter((edit) => edit.reason)
    .map((edit) => ({ label: workspace.commands.get(edit.command)?.label ?? '', reason: edit.reason })),
);
const answer = (work: (id: number) => Promise<unknown>, sentence: string) =>
  doing(async () => {
    // What follows is shown anew whether it was taken or somebody else was faster.
    try {
      await work(chosen.value!.id);
    } finally {
      await Promise.all([load(), workspace.refresh()]);
    }
  }, sentence);
const take = () => {
  const shown = shownKeys(outcome.value!.consequences);
  const layouts = layoutsInHand.value.map((one) => one.id);
  const { revision } = keyset.value!;
  const body = { answer: 'take' as const, revision, shown, layouts, language: languageInHand.value };
  return answer((id) => ask('POST /api/proposals/:id/answer', { id }, body), 'Approved and applied.');
};
const sendBack = () => {
  const body = { answer: 'send back' as const, because: because.value.trim() };
  return answer((id) => ask('POST /api/proposals/:id/answer', { id }, body), 'Proposal returned.');
};
const withdraw = () => answer((id) => ask('POST /api/proposals/:id/withdrawal', { id }), 'Proposal withdrawn.');
const edits = ({ change }: Proposal) => change.put.length + change.remove.length;
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index>
        <h2>Proposals</h2>
        <p class="mid views">{{ workspace.app?.name }}</p>
        <RouterLink class="btn plain" :to="{ name: 'keysets', query: luggage }">Back to keysets</RouterLink>
      </template>
      <StateNote v-if="failed" first :problem="failed" @again="load" />
      <StateNote v-else-if="!proposals" first loading />
      <StateNote v-else-if="!proposals.length" first title="No proposals">
        <p>
          When review is switched on, editors’ changes to shared keysets wait here until a reviewer approves or returns
          them. Owners switch it on under People.
        </p>
      </StateNote>
      <template v-else>
        <PageHead
          >Proposals<template #beside
            ><small>{{ `${open.length} open` }}</small></template
          ></PageHead
        >
        <p role="status">{{ said }}</p>
        <div class="roll" tabindex="0" role="region" aria-label="Proposals">
          <button
            v-for="one in [...open, ...answered]"
            :key="one.id"
            type="button"
            class="proposal line"
            :class="{ chosen: one.id === chosen?.id, mid: one.state !== 'open' }"
            :aria-pressed="one.id === chosen?.id"
            @click="set({ proposal: String(one.id) })"
          >
            <span
              ><b>{{ one.name }}</b> on {{ one.release }}: {{ counted(edits(one), 'edit') }} by {{ one.who }}</span
            >
            <span>{{ STATES[one.state] }}, {{ dayOf(one.answeredAt ?? one.at) }}</span>
            <small v-if="one.why" class="mid">{{ one.why }}</small>
            <small v-if="one.answer">{{ one.answeredBy }}: {{ one.answer }}</small>
          </button>
        </div>
      </template>
      <template #margin>
        <template v-if="chosen">
          <h2>{{ chosen.name }}</h2>
          <p class="under">proposed by {{ chosen.who }}</p>
          <p v-if="!setting">
            This keyset is for {{ chosen.release }}; you are viewing {{ releaseLabel }}.
            <RouterLink
              :to="{ params: { app: appSlug, release: chosen.release }, query: { proposal: String(chosen.id) } }"
              >Switch to {{ chosen.release }}</RouterLink
            >
            to see the consequences.
          </p>
          <template v-else>
            <ChangeReview :setting="setting" :change="chosen.change" :platform="platform" :how="style" />
            <template v-if="reasons.length">
              <h3>Reasons</h3>
              <p v-for="one in reasons" :key="one.label" class="why">
                <b>{{ one.label }}</b> {{ one.reason }}
              </p>
            </template>
            <ProblemList :problems="problems" />
            <template v-if="chosen.state === 'open' && session.may('review')">
              <div class="actions">
                <button
                  type="button"
                  class="btn primary"
                  :disabled="busy || Boolean(outcome?.refusals.length)"
                  @click="take"
                >
                  Approve
                </button>
              </div>
              <h3><label for="because">Return with a comment</label></h3>
              <ElInput id="because" v-model="because" type="textarea" :rows="2" maxlength="500" />
              <div class="actions">
                <button type="button" class="btn" :disabled="busy || !because.trim()" @click="sendBack">Return</button>
              </div>
            </template>
          </template>
          <div v-if="chosen.state === 'open' && chosen.mine" class="actions">
            <button type="button" class="btn" :disabled="busy" @click="withdraw">Withdraw proposal</button>
          </div>
        </template>
        <p v-else class="mid">Select a proposal to see its consequences.</p>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.roll {
  margin-top: 14px;
}
.line {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 12px;
  padding: 8px;
}
.line small {
  grid-column: 1 / -1;
}
.why {
  margin-bottom: 6px;
}
.actions {
  margin: 12px 0;
}
</style>
