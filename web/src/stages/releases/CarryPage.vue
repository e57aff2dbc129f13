<script setup lang="ts">
import { computed, ref } from 'vue';
import { placeKey } from '@crib/core/keyset';
import { OUTCOME_KINDS, type Decision, type Outcome, type OutcomeKind } from '@crib/core/release';
import { say } from '@crib/core/words';
import IndexLine from '../../parts/IndexLine.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CarryList from './CarryList.vue';
import CarryMargin from './CarryMargin.vue';
import CarriedSet from './CarriedSet.vue';
import ReleasesFrame from './ReleasesFrame.vue';
import { useCarry } from './useCarry.ts';
import { useCosts } from './useCosts.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** A keyset carried to another release: a list to work off by keyboard, decisions by kind, and the set that comes of it. */
const workspace = useWorkspace();
const { kept, set, luggage } = usePlace();
const carrying = useCarry();
const {
  ready,
  problem,
  load,
  line,
  to,
  toAsked,
  later,
  target,
  keyset,
  base,
  below,
  outcomes,
  decisions,
  isDecided,
  made,
} = carrying;
const { costs } = useCosts(
  computed(() => carrying.keyset.value?.edits ?? []),
  computed(() => carrying.line.value?.releaseId),
);
const [only, at, step] = [kept('only'), kept('at'), kept('step')];

const TITLES: Record<OutcomeKind, string> = {
  'command gone': 'The command is gone',
  'context gone': 'The place is gone',
  'not accepted': 'Fixed, or not accepted',
  'press taken': 'Another command has the press now',
  follows: 'Follows its command',
  'now as shipped': 'Now as shipped',
  'context moved': 'The place was moved',
  carried: 'Carried as it is',
};
const counts = computed(
  () => new Map(OUTCOME_KINDS.map((kind) => [kind, outcomes.value.filter((one) => one.kind === kind).length])),
);
const undecided = computed(() => outcomes.value.filter((one) => !isDecided(one)));
const shown = computed(() =>
  outcomes.value
    .filter((one) => !only.value || (only.value === 'undecided' ? !isDecided(one) : one.kind === only.value))
    .toSorted((a, b) => OUTCOME_KINDS.indexOf(a.kind) - OUTCOME_KINDS.indexOf(b.kind)),
);
const keyOf = (one: Outcome) => placeKey(one.edit);
const selected = computed(() => shown.value.find((one) => keyOf(one) === at.value) ?? shown.value[0] ?? null);
const decided = computed(() => outcomes.value.length - undecided.value.length);

const list = ref<InstanceType<typeof CarryList> | null>(null);
const margin = ref<InstanceType<typeof CarryMargin> | null>(null);
/** Decides on the selected edit, and goes on to the next. */
function decide(decision: Decision) {
  const one = selected.value;
  if (!one || (decision.what === 'keep' && (!one.put || one.kind === 'not accepted'))) return;
  const index = shown.value.indexOf(one);
  decisions.value.decide([one.edit], decision);
  const next = shown.value[shown.value.includes(one) ? index + 1 : index] ?? shown.value.at(-1);
  if (next) void set({ at: keyOf(next) }, true);
}
/** All shown of one kind at once; each row shows what it comes to. */
const bulk = (what: 'keep' | 'follow' | 'later') =>
  decisions.value.decide(
    shown.value.filter((one) => what !== 'keep' || (one.put && one.kind !== 'not accepted')).map((one) => one.edit),
    { what },
  );
</script>

<template>
  <ReleasesFrame :ready="ready" :problem="problem" @again="load">
    <template #index>
      <template v-if="outcomes.length">
        <h3>Outcome</h3>
        <IndexLine :on="!only" :count="outcomes.length" @click="set({ only: '', step: '' })">Every edit</IndexLine>
        <IndexLine :on="only === 'undecided'" :count="undecided.length" @click="set({ only: 'undecided', step: '' })"
          >Still to decide</IndexLine
        >
        <template v-for="kind in OUTCOME_KINDS" :key="kind">
          <IndexLine
            v-if="counts.get(kind)"
            :on="only === kind"
            :count="counts.get(kind)!"
            @click="set({ only: kind, step: '' })"
            >{{ TITLES[kind] }}</IndexLine
          >
        </template>
      </template>
    </template>

    <StateNote v-if="!line || !keyset" first title="There is no such keyset">
      <RouterLink class="btn" :to="{ name: 'releases', query: luggage }">To what moved</RouterLink>
    </StateNote>
    <StateNote v-else-if="!to" first :title="`${keyset.name} stands on the newest release`">
      <p>There is no later release to carry it to. When one comes, read its list in; the set will be listed here.</p>
    </StateNote>
    <StateNote v-else-if="!base" first :title="`${below?.name} comes first`">
      <p>
        {{ keyset.name }} stands on {{ below?.name }}. Stacks are carried from the bottom up: carry {{ below?.name }} to
        {{ to.label }}, then this one over it.
      </p>
      <RouterLink
        class="btn primary"
        :to="{ name: 'carry', params: { keyset: below!.id }, query: { ...luggage, to: String(to.id) } }"
        >Carry {{ below?.name }}</RouterLink
      >
    </StateNote>
    <CarriedSet v-else-if="step === 'last'" :carrying="carrying" />
    <template v-else>
      <h1>
        Carry {{ keyset.name }} to {{ to.label }}<small>{{ decided }} of {{ outcomes.length }} decided</small>
      </h1>
      <div
        class="progress"
        role="progressbar"
        aria-label="Decided"
        :aria-valuenow="decided"
        aria-valuemin="0"
        :aria-valuemax="outcomes.length"
      >
        <span :style="{ width: `${outcomes.length ? (100 * decided) / outcomes.length : 100}%` }" />
      </div>
      <div class="tools">
        <FormField label="To"
          ><SelectField
            :model-value="String(to.id)"
            size="small"
            label="To the release"
            style="width: 90px"
            @update:model-value="(id: string) => (toAsked = id)"
            :choices="later.map((one) => ({ value: String(one.id), label: one.label }))"
        /></FormField>
        <span v-if="only && only !== 'undecided'"
          >All {{ shown.length }} below: <button type="button" class="btn plain" @click="bulk('keep')">keep</button> ·
          <button type="button" class="btn plain" @click="bulk('follow')">follow</button> ·
          <button type="button" class="btn plain" @click="bulk('later')">later</button> ·
          <button
            type="button"
            class="btn plain"
            @click="
              decisions.decide(
                shown.map((one) => one.edit),
                null,
              )
            "
          >
            as proposed
          </button>
        </span>
        <span class="end">
          <button type="button" class="btn primary" @click="step = 'last'">Preview the new set</button>
        </span>
      </div>
      <StateNote v-if="outcomes.length === 0" title="Nothing is edited in it">
        <p>Carried forward, it is {{ to.label }} as shipped.</p>
      </StateNote>
      <StateNote v-else-if="shown.length === 0" title="Nothing here">
        <button type="button" class="btn" @click="set({ only: '' })">Show every edit</button>
      </StateNote>
      <CarryList
        v-else
        ref="list"
        :carrying="carrying"
        :shown="shown"
        :selected="selected"
        :costs="costs"
        :titles="TITLES"
        @select="(one) => set({ at: keyOf(one) }, true)"
        @decide="decide"
        @margin="margin?.focus()"
      />
      <div class="foot">
        <span>↑ ↓ move</span><span><kbd class="chip">K</kbd> keep</span><span><kbd class="chip">F</kbd> follow</span
        ><span><kbd class="chip">O</kbd> other</span><span><kbd class="chip">L</kbd> later</span>
        <span v-if="made">{{ made.edits.length }} edits in the new set, {{ made.open.length }} open</span>
      </div>
    </template>
    <template v-if="step !== 'last' && selected && target" #margin>
      <CarryMargin
        ref="margin"
        :key="keyOf(selected)"
        :outcome="selected"
        :carrying="carrying"
        :cost="costs.get(keyOf(selected)) ?? null"
        @decide="decide"
        @done="list?.focus()"
      />
    </template>
  </ReleasesFrame>
  <p class="sr-only" role="status">{{ workspace.app && selected ? say(selected.said) : '' }}</p>
</template>

<style scoped>
.progress {
  height: 5px;
  margin-top: 8px;
  background: var(--hair);
}
.progress span {
  display: block;
  height: 100%;
  background: var(--tide);
}
</style>
