<script setup lang="ts">
import { computed } from 'vue';
import { platformName } from '@crib/core/keys';
import { COMBINATIONS, type PressPool } from '@crib/core/reach';
import { counted } from '@crib/core/words';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import PlanFacts from './PlanFacts.vue';
import PlanFigures from './PlanFigures.vue';
import PlanPolicies from './PlanPolicies.vue';
import PlanPool from './PlanPool.vue';
import ShareTrack from './ShareTrack.vue';
import MigrationIndex from './MigrationIndex.vue';
import { useCrosswalk } from './useCrosswalk.ts';
import { usePlan } from './usePlan.ts';
import { useSavedPlan } from './useSavedPlan.ts';
import { displacedBy, planSections } from './planRows.ts';
import { HINDRANCE_WORDS } from './words.ts';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** The kinds of presses that can be given: by what is held, and function keys. */
const KINDS = [...COMBINATIONS.map((held) => held.join('+')), 'F'];

/** Moving over: which old keys are kept, who makes way, in which steps; kept as a keyset with a reason on every edit. */
const workspace = useWorkspace();
const { kept, set, platform, style, luggage } = usePlace();
const { crosswalk, from, to, oldReleases, problem, load } = useCrosswalk();
const { rest } = useHands();

const keepAsked = kept('keep', '40');
const pinnedAsked = kept('pinned');
const ruledAsked = kept('ruled');
const poolAsked = kept('pool');
const stepsAsked = kept('steps', '4');
const at = kept('row');
const keep = computed(() => Math.max(0, Math.min(9999, Number(keepAsked.value) || 0)));
const pinned = computed(() => pinnedAsked.value.split(',').map(Number).filter(Boolean));
const ruledOut = computed(() => ruledAsked.value.split(' ').filter(Boolean).map(decodeURIComponent));
const allowed = computed(() =>
  poolAsked.value ? poolAsked.value.split(' ').map((kind) => (kind === '0' ? '' : kind)) : KINDS,
);
const pool = computed((): PressPool => ({
  combinations: allowed.value.filter((kind) => kind !== 'F'),
  functionKeys: allowed.value.includes('F'),
}));
const wish = computed(() => ({
  keep: keep.value,
  pinned: pinned.value,
  ruledOut: ruledOut.value,
  pool: pool.value,
  steps: Math.max(1, Math.min(12, Number(stepsAsked.value) || 1)),
}));
const { answer } = usePlan({ crosswalk, from, to, oldReleases }, wish, rest);
const rule = (list: readonly string[]) => set({ ruled: list.map(encodeURIComponent).join(' ') }, true);
const allow = (kinds: readonly string[]) =>
  set({ pool: kinds.length === KINDS.length ? '' : kinds.map((kind) => kind || '0').join(' ') || '-' }, true);

const oldLabel = (id: number) => from.value?.commands.get(id)?.label ?? '';
const newLabel = (id: number) => to.value?.commands.get(id)?.label ?? '';
const both = computed(() =>
  (to.value?.catalogue.release.platforms ?? []).filter((one) => from.value?.catalogue.release.platforms.includes(one)),
);
const sections = computed(() => {
  const found = answer.value;
  return found && crosswalk.value
    ? planSections(found.plan, found.steps, crosswalk.value.commands, both.value, newLabel)
    : [];
});
const refused = computed(() => answer.value?.plan.refused ?? []);
const selected = computed(() => sections.value.flatMap((one) => one.rows).find((one) => one.key === at.value) ?? null);
const way = computed(() =>
  answer.value && selected.value ? displacedBy(answer.value.plan, selected.value) : undefined,
);
const usesOf = (source: number) => answer.value?.plan.kept.find((one) => one.source === source)?.uses ?? 0;
const BECOMES = { kept: 'keeps its old shortcut', moved: 'moves', left: 'moves to a new shortcut' } as const;
const isPinned = computed(() => selected.value?.source !== null && pinned.value.includes(selected.value?.source ?? -1));
function pin(source: number) {
  const now = pinned.value.includes(source) ? pinned.value.filter((one) => one !== source) : [...pinned.value, source];
  void set({ pinned: now.join() }, true);
}

const { name, bySteps, problems, saving, save } = useSavedPlan(crosswalk, to, answer, keep);
function onKey(event: KeyboardEvent) {
  const rows = sections.value.flatMap((one) => one.rows);
  const index = rows.findIndex((one) => one.key === at.value);
  const next = rows[Math.max(0, Math.min(rows.length - 1, index + (event.key === 'ArrowDown' ? 1 : -1)))];
  if (!['ArrowDown', 'ArrowUp'].includes(event.key) || !next) return;
  event.preventDefault();
  void set({ row: next.key }, true);
}
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index>
        <MigrationIndex :crosswalk="crosswalk" />
        <h3>Cannot keep</h3>
        <p v-if="!refused.length" class="mid">None</p>
        <ul class="refused">
          <li
            v-for="one in refused.slice(0, 12)"
            :key="`${one.claim.source} ${one.claim.shortcut} ${one.claim.context}`"
          >
            <KeyChip :shortcut="one.claim.shortcut" :platform="platform" :how="style" />
            {{ oldLabel(one.claim.source) }}<small>{{ HINDRANCE_WORDS[one.why] }}</small>
          </li>
        </ul>
        <p v-if="refused.length > 12" class="mid">and {{ refused.length - 12 }} more</p>
      </template>
      <StateNote v-if="problem" first :problem="problem" @again="load" />
      <StateNote v-else-if="!crosswalk || !from || !to || !answer" first loading />
      <StateNote v-else-if="!crosswalk.commands.length" first title="Nothing mapped yet">
        <p>Map commands first.</p>
        <RouterLink class="btn" :to="{ name: 'mapping', params: { crosswalk: crosswalk.id }, query: luggage }"
          >Map commands</RouterLink
        >
      </StateNote>
      <template v-else>
        <PageHead
          >Plan<template #beside
            ><small
              >{{ crosswalk.from.name }} {{ from.catalogue.release.label }} → {{ crosswalk.to.name }}
              {{ to.catalogue.release.label }} ·
              {{ new Set(crosswalk.commands.filter((one) => one.target !== null).map((one) => one.source)).size }} of
              {{ from.catalogue.commands.length }} commands mapped</small
            ></template
          ></PageHead
        >
        <PlanPolicies
          :policies="answer.policies"
          :keep="keep"
          :most="new Set(crosswalk.commands.map((one) => one.source)).size"
          :imitated="crosswalk.from.name"
          @keep="(value) => set({ keep: String(value) }, true)"
        />
        <div class="lines" tabindex="0" role="region" aria-label="Plan, step by step" @keydown="onKey">
          <table>
            <thead>
              <tr>
                <th scope="col">Old shortcut</th>
                <th scope="col">In {{ crosswalk.from.name }}</th>
                <th scope="col"><span class="sr-only">Relation</span></th>
                <th scope="col">In {{ crosswalk.to.name }}</th>
                <th scope="col">New shortcut</th>
              </tr>
            </thead>
            <tbody v-for="part in sections" :key="part.title">
              <tr class="step">
                <th colspan="5" scope="rowgroup">
                  <span class="after"
                    ><span>{{ part.title }} · importance {{ part.weight }} · after this step</span
                    ><ShareTrack v-if="part.figures" :figures="part.figures"
                  /></span>
                </th>
              </tr>
              <tr
                v-for="one in part.rows"
                :key="one.key"
                :class="{ chosen: one.key === at }"
                @click="set({ row: one.key }, true)"
              >
                <td>
                  <KeyChip v-if="one.old" :shortcut="one.old" :platform="platform" :how="style" /><span
                    v-else
                    class="mid"
                    >none</span
                  >
                </td>
                <td>
                  <b v-if="one.source !== null">{{ oldLabel(one.source) }}</b><span v-else class="mid"
                    >no equivalent</span
                  >
                </td>
                <td class="word mid">{{ one.word }}</td>
                <td>
                  <b>{{ newLabel(one.target) }}</b>
                </td>
                <td>
                  <KeyChip
                    v-for="key in one.now"
                    :key="key"
                    :shortcut="key"
                    :platform="platform"
                    :how="style"
                    :state="one.kind === 'kept' ? 'yours' : 'new here'"
                  />
                  <span class="word mid">{{ one.says }}</span>
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="!sections.length" class="mid">No changes: learners learn the {{ crosswalk.to.name }} defaults.</p>
        </div>
        <div class="foot">
          <span>Weighted by {{ crosswalk.from.name }} usage</span
          ><span>Checked: adds no conflicts, moves no fixed shortcuts</span>
        </div>
      </template>
      <template #margin>
        <template v-if="answer && crosswalk">
          <template v-if="selected">
            <h2>{{ newLabel(selected.target) }} {{ BECOMES[selected.kind] }}</h2>
            <p class="under">{{ workspace.tree?.path(selected.context) }}</p>
            <p v-if="selected.source !== null">
              {{ crosswalk.from.name }} users press
              <KeyChip :shortcut="selected.old!" :platform="platform" :how="style" />
              {{ usesOf(selected.source) ? `${usesOf(selected.source)} times a day` : '' }} for
              {{ oldLabel(selected.source) }}.
            </p>
            <p v-if="way && selected.kind === 'kept'">
              In {{ crosswalk.to.name }} this shortcut belongs to {{ newLabel(way.command) }},
              <template v-if="way.now"
                >which moves to <KeyChip :shortcut="way.now" :platform="platform" :how="style" /> in the same
                plan.</template
              ><template v-else-if="way.without.length"
                >which has no shortcut then on {{ way.without.map(platformName).join(' and ') }}.</template
              ><template v-else>which keeps another shortcut.</template>
            </p>
            <p v-else-if="way">
              It had
              <KeyChip v-for="key in way.lost" :key="key" :shortcut="key" :platform="platform" :how="style" />, which an
              old command keeps.
            </p>
            <div v-if="selected.source !== null" class="actions">
              <button type="button" class="btn" :aria-pressed="isPinned" @click="pin(selected.source)">
                {{ isPinned ? 'Stop always keeping' : 'Always keep' }}
              </button>
              <button type="button" class="btn" @click="rule([...ruledOut, selected.old!])">
                Exclude this shortcut
              </button>
            </div>
            <PlanFacts :plan="answer.plan" :to="to!" :row="selected" :pool="{ ...pool, without: ruledOut }" />
          </template>
          <template v-else>
            <h2>Compromise plan</h2>
            <p class="under">Select a row to see why it keeps its shortcut, or what it gets instead.</p>
            <PlanFigures
              :figures="answer.policies.find((one) => one.name === 'halfway')!.figures"
              :from="crosswalk.from.name"
              :to="crosswalk.to.name"
            />
          </template>
          <h3>Number of steps</h3>
          <ElInputNumber
            :model-value="wish.steps"
            :min="1"
            :max="12"
            controls-position="right"
            aria-label="Number of steps"
            @update:model-value="(value: number | undefined) => set({ steps: String(value ?? 4) }, true)"
          />
          <form class="make" @submit.prevent="save">
            <h3>Save plan</h3>
            <FormField label="Keyset name"
              ><ElInput v-model="name" maxlength="80" :placeholder="`Coming from ${crosswalk.from.name}`"
            /></FormField>
            <ElCheckbox v-model="bySteps" label="One keyset and one sheet per step" />
            <ProblemList :problems="problems" />
            <div class="actions">
              <button type="submit" class="btn primary" :disabled="saving || !answer.plan.edits.length">
                Save {{ bySteps ? counted(answer.steps.length, 'step') : counted(answer.plan.edits.length, 'edit') }}
              </button>
            </div>
          </form>
          <PlanPool :allowed="allowed" :ruled-out="ruledOut" @allow="allow" @rule="rule" />
        </template>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.step th {
  padding: 6px 8px;
  background: var(--paper);
  color: var(--mid);
  font: 600 12.5px var(--mono);
  text-align: left;
}
.after {
  display: grid;
  grid-template-columns: 260px minmax(80px, 1fr);
  gap: 12px;
  align-items: center;
}
.word {
  font: 12.5px var(--mono);
  margin-left: 6px;
}
.refused {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 12.5px;
}
.refused small {
  display: block;
  color: var(--mid);
}
</style>
