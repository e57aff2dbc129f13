<script setup lang="ts">
import { computed, ref } from 'vue';
import { placeKey } from '@crib/core/keyset';
import { OUTCOME_KINDS, type Decision, type Outcome, type OutcomeKind } from '@crib/core/release';
import { counted, say } from '@crib/core/words';
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
import PageHead from '../../parts/PageHead.vue';

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
  'command gone': 'Command removed',
  'context gone': 'Context removed',
  'not accepted': 'Fixed, or not accepted',
  'press taken': 'Shortcut now used by another command',
  'press waits': 'Starts like another shortcut',
  follows: 'Command renamed or split',
  'now as shipped': 'Now built in',
  'context moved': 'Context moved',
  carried: 'Unchanged',
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
        <IndexLine :on="!only" :count="outcomes.length" @click="set({ only: '', step: '' })">All edits</IndexLine>
        <IndexLine :on="only === 'undecided'" :count="undecided.length" @click="set({ only: 'undecided', step: '' })"
          >Undecided</IndexLine
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

    <StateNote v-if="!line || !keyset" first title="Keyset not found">
      <RouterLink class="btn" :to="{ name: 'releases', query: luggage }">Back to changes</RouterLink>
    </StateNote>
    <StateNote v-else-if="!to" first :title="`${keyset.name} is already on the latest release`">
      <p>Import the next release to carry it forward.</p>
    </StateNote>
    <StateNote v-else-if="!base" first :title="`${below?.name} comes first`">
      <p>
        {{ keyset.name }} is based on {{ below?.name }}. Carry {{ below?.name }} forward to {{ to.label }} first, then
        {{ keyset.name }}.
      </p>
      <RouterLink
        class="btn primary"
        :to="{ name: 'carry', params: { keyset: below!.id }, query: { ...luggage, to: String(to.id) } }"
        >Carry {{ below?.name }} forward</RouterLink
      >
    </StateNote>
    <CarriedSet v-else-if="step === 'last'" :carrying="carrying" />
    <template v-else>
      <PageHead
        >Carry forward<template #beside
          ><small>{{ keyset.name }} to {{ to.label }} · {{ decided }} of {{ outcomes.length }} decided</small></template
        ></PageHead
      >
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
        <FormField label="Release"
          ><SelectField
            :model-value="String(to.id)"
            size="small"
            label="Release to carry to"
            style="width: 90px"
            @update:model-value="(id: string) => (toAsked = id)"
            :choices="later.map((one) => ({ value: String(one.id), label: one.label }))"
        /></FormField>
        <span v-if="only && only !== 'undecided'"
          >Set all {{ shown.length }}:
          <button type="button" class="btn plain" @click="bulk('keep')">Keep mine</button> ·
          <button type="button" class="btn plain" @click="bulk('follow')">Use new default</button> ·
          <button type="button" class="btn plain" @click="bulk('later')">Decide later</button> ·
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
            Accept suggestions
          </button>
        </span>
        <span class="end">
          <button type="button" class="btn primary" @click="step = 'last'">Preview</button>
        </span>
      </div>
      <StateNote v-if="outcomes.length === 0" title="No edits">
        <p>It will be identical to {{ to.label }}.</p>
      </StateNote>
      <StateNote v-else-if="shown.length === 0" title="Nothing in this list">
        <button type="button" class="btn" @click="set({ only: '' })">Show all edits</button>
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
        <span>↑ ↓ select</span><span><kbd class="chip">K</kbd> keep mine</span
        ><span><kbd class="chip">F</kbd> use new default</span><span><kbd class="chip">O</kbd> something else</span
        ><span><kbd class="chip">L</kbd> decide later</span>
        <span v-if="made"
          >{{ counted(made.edits.length, 'edit') }} in the new keyset, {{ made.open.length }} undecided</span
        >
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
