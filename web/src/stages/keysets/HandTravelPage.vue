<script setup lang="ts">
import { numberOf } from '@crib/core/words';
import { computed, defineAsyncComponent } from 'vue';
import { usesADay } from '@crib/core/catalogue';
import {
  KLM,
  TYPISTS,
  depthOf,
  farApart,
  groupSpread,
  menuSeconds,
  mostTravel,
  runFigures,
  runPath,
  worthLearning,
  type RunFigures,
  type RunSetting,
} from '@crib/core/reach';
import { ALL_CODES, BOARDS, boardById, usualBoard } from '@crib/core/keys';
import { keyboardOf } from '@crib/core/press';
import KeyChip from '../../parts/KeyChip.vue';
import StateNote from '../../parts/StateNote.vue';
import { layoutInHand } from '../../words/chips.ts';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import KeysetFrame from './KeysetFrame.vue';
import OtherKeyset from './OtherKeyset.vue';
import ReachChart from './ReachChart.vue';
import ReachKey from './ReachKey.vue';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import RestSelect from '../../parts/RestSelect.vue';
import PageHead from '../../parts/PageHead.vue';

const RunChart = defineAsyncComponent(() => import('./RunChart.vue'));

/** How far the hands go: a run or a group over the board, with this keyset and another, and what it takes. */
const workspace = useWorkspace();
const { route, kept, set, platform, style, luggage } = usePlace();
const id = computed(() => Number(route.params['keyset']));
const keyset = computed(() => workspace.keyset(id.value));
const { rest, place, typistName, typist } = useHands();

const what = kept('what');
const runs = computed(() => workspace.catalogue?.runs ?? []);
const groups = computed(() => (workspace.catalogue?.groups ?? []).filter((one) => one.kind !== 'ways'));
/** A run or a group, as the address has it: `run 3`, `group 5`; else the first run, or the first group where there is none. */
const chosen = computed(() => {
  const [kind, number] = what.value.split(' ');
  const named = kind === 'group' ? groups.value.find((one) => String(one.id) === number) : undefined;
  const group = named ?? (runs.value.length ? undefined : groups.value[0]);
  if (group) return { kind: 'group' as const, name: group.name, steps: group.members, id: group.id };
  const run = runs.value.find((one) => String(one.id) === number) ?? runs.value[0];
  return run ? { kind: 'run' as const, name: run.name, steps: run.steps, id: run.id } : null;
});
const withAsked = kept('with');
const other = computed(() => {
  const asked = workspace.keyset(Number(withAsked.value));
  if (asked && asked.id !== id.value) return asked;
  const mine = keyset.value;
  return mine?.kind === 'custom' ? workspace.keyset(mine.baseId) : workspace.custom[0];
});
/** The key that is looked at in the margin, if the address names one. */
const asked = kept('at');
const at = computed(() => (ALL_CODES.includes(asked.value) ? asked.value : ''));
const boardAsked = kept('board');
const board = computed(() => boardById(boardAsked.value) ?? usualBoard(layoutInHand.value, platform.value));
const keyboard = computed(() => keyboardOf(layoutInHand.value, platform.value, board.value));
const settingFor = (keysetId: number): RunSetting => ({
  effective: workspace.effectiveOf(keysetId, platform.value),
  commands: workspace.commands,
  keyboard: keyboard.value,
  rest: rest.value,
  typist: typist.value,
});
const setting = computed(() => settingFor(id.value));
const path = computed(() => (chosen.value ? runPath(chosen.value, setting.value) : []));
const paths = computed(() => {
  const mine = { name: keyset.value?.name ?? '', keys: chosen.value?.kind === 'run' ? path.value : [] };
  const theirs = other.value && chosen.value?.kind === 'run' ? runPath(chosen.value, settingFor(other.value.id)) : null;
  return theirs ? [mine, { name: other.value!.name, keys: theirs }] : [mine];
});
const marked = computed(() => new Set(path.value.flatMap((key) => key?.code ?? [])));

const menusOnly = computed<RunFigures>(() => {
  const steps = chosen.value?.steps ?? [];
  const seconds = steps.reduce((sum, one) => sum + menuSeconds(depthOf(workspace.commands.get(one)), typist.value), 0);
  return { steps: steps.length, withoutMouse: 0, travel: 0, leaves: steps.length, seconds };
});
const lines = computed(() => [
  ...(workspace.catalogue?.keysets ?? []).map((one) => ({
    keyset: one.id as number | null,
    name: one.name,
    figures: runFigures({ steps: [...(chosen.value?.steps ?? [])] }, settingFor(one.id)),
  })),
  { keyset: null, name: 'Menus only', figures: menusOnly.value },
]);
const spreads = computed(() =>
  [id.value, ...(other.value ? [other.value.id] : [])].map((one) => ({
    name: workspace.keyset(one)!.name,
    spread: groupSpread({ members: [...(chosen.value?.steps ?? [])] }, settingFor(one)),
  })),
);
const uses = computed(() => usesADay(workspace.catalogue?.uses ?? []));
const nearer = computed(() => mostTravel(uses.value, setting.value).slice(0, 4));
const learning = computed(() => worthLearning(uses.value, setting.value).slice(0, 5));
const apart = computed(() => (chosen.value?.kind === 'run' ? farApart(path.value).slice(0, 2) : []));
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const share = (part: number, whole: number) => (whole ? `${Math.round((100 * part) / whole)}%` : '–');
const metres = (mm: number) => (mm >= 1000 ? `${(mm / 1000).toFixed(1)} m` : `${Math.round(mm)} mm`);
const minutes = (seconds: number) => (seconds >= 60 ? `${(seconds / 60).toFixed(1)} min` : `${Math.round(seconds)} s`);
const choices = computed(() => [
  ...runs.value.map((one) => ({ value: `run ${one.id}`, label: `task: ${one.name}` })),
  ...groups.value.map((one) => ({ value: `group ${one.id}`, label: `group: ${one.name}` })),
]);
</script>

<template>
  <KeysetFrame>
    <template v-if="keyset">
      <PageHead
        >Hand travel<template #beside
          ><small v-if="chosen">{{ chosen.kind }}: {{ chosen.name }} · {{ layoutInHand.name }}</small></template
        ></PageHead
      >
      <div class="scroll" tabindex="0" role="region" aria-label="Hand travel">
        <div class="tools">
          <FormField v-if="chosen" label="Task"
            ><SelectField
              :model-value="`${chosen.kind} ${chosen.id}`"
              size="small"
              label="Task or group"
              style="width: 230px"
              @update:model-value="(value: string) => set({ what: value })"
              :choices="choices"
          /></FormField>
          <RestSelect label="Hand position" />
          <FormField v-if="chosen" label="Compare with"
            ><OtherKeyset
              :model-value="other?.id ?? null"
              :besides="id"
              style="width: 150px"
              @update:model-value="(one) => (withAsked = String(one))"
          /></FormField>
          <FormField label="Keyboard"
            ><SelectField
              :model-value="board.id"
              size="small"
              label="Keyboard"
              style="width: 170px"
              @update:model-value="(one: string) => (boardAsked = one)"
              :choices="BOARDS.map((one) => ({ value: one.id, label: one.name }))"
          /></FormField>
          <span v-if="chosen" class="end legend" aria-hidden="true"
            ><span class="mine">{{ keyset.name }}</span
            ><span v-if="other" class="theirs">{{ other.name }}</span></span
          >
        </div>
        <ReachChart
          :keyboard="keyboard"
          :rest="rest"
          :paths="paths"
          :marked="marked"
          :chosen="at"
          @place="place"
          @choose="(code) => set({ at: code, give: '' }, true)"
        />
        <p class="mid hint">
          Contours show the distance in mm from the nearest finger. Select a key to see or assign its command. Drag a
          finger (or focus it and use the arrow keys) to match your hand position.
        </p>
        <StateNote v-if="!chosen" title="No tasks yet">
          <p>
            A task lists commands in the order people use them. Create one in the catalogue to see the hand path here.
          </p>
          <RouterLink class="btn" :to="{ name: 'tasks', query: luggage }">Go to tasks</RouterLink>
        </StateNote>
        <table v-else-if="chosen.kind === 'group'">
          <thead>
            <tr>
              <th scope="col">Used together</th>
              <th scope="col">Average distance</th>
              <th scope="col">Largest distance</th>
              <th scope="col">Without a shortcut</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in spreads" :key="one.name">
              <th scope="row">{{ one.name }}</th>
              <td class="figures">{{ Math.round(one.spread.mean) }} mm</td>
              <td class="figures">{{ Math.round(one.spread.widest) }} mm</td>
              <td class="figures">{{ one.spread.without.length }}</td>
            </tr>
          </tbody>
        </table>
        <table v-else>
          <thead>
            <tr>
              <th scope="col">For this task</th>
              <th scope="col">Travel</th>
              <th scope="col">Hand moves</th>
              <th scope="col">Mouse-free steps</th>
              <th scope="col">Time</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in lines" :key="one.keyset ?? 'menus'" :class="{ on: one.keyset === id }">
              <th scope="row">{{ one.name }}</th>
              <td class="figures">
                {{ one.keyset ? `${numberOf(Math.round(one.figures.travel))} mm` : '' }}
              </td>
              <td class="figures">{{ one.figures.leaves }}</td>
              <td class="figures">{{ share(one.figures.withoutMouse, one.figures.steps) }}</td>
              <td class="figures">{{ one.figures.seconds.toFixed(1) }} s</td>
            </tr>
          </tbody>
        </table>
        <div v-if="chosen?.kind === 'run'" class="charts">
          <RunChart title="Time" unit="s" :lines="lines" :figure="(one) => Math.round(one.seconds * 10) / 10" />
          <RunChart title="Travel" unit="mm" :lines="lines.slice(0, -1)" :figure="(one) => Math.round(one.travel)" />
          <RunChart title="Hand moves" unit="" :lines="lines" :figure="(one) => one.leaves" />
          <RunChart
            title="Mouse-free steps"
            unit="%"
            :lines="lines.slice(0, -1)"
            :figure="(one) => Math.round((100 * one.withoutMouse) / Math.max(1, one.steps))"
          />
        </div>
      </div>
    </template>
    <template v-if="keyset" #margin>
      <ReachKey v-if="at" :keyset="keyset" :code="at" :keyboard="keyboard" :rest="rest" />
      <template v-if="uses.size">
        <h2>Could be closer</h2>
        <p class="under">Most finger travel per day · {{ keyset.name }}</p>
        <div v-for="one in nearer" :key="one.command" class="pair">
          <span>{{ label(one.command) }} <KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" /></span>
          <b>{{ metres(one.aDay) }}</b>
        </div>
      </template>
      <template v-else>
        <h2>No usage data</h2>
        <p class="under">Add usage to see which commands deserve a closer shortcut.</p>
      </template>
      <template v-if="apart.length">
        <h3>Used in sequence but far apart</h3>
        <p v-for="one in apart" :key="`${one.first.command} ${one.second.command}`">
          {{ label(one.first.command) }} and {{ label(one.second.command) }}: {{ Math.round(one.mm) }} mm{{
            one.times > 1 ? `, ${one.times} times in this task` : ''
          }}.
        </p>
      </template>
      <template v-if="uses.size">
        <h3>Learn these first</h3>
        <div v-for="one in learning" :key="one.command" class="pair">
          <span>{{ label(one.command) }} <KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" /></span>
          <b>{{ minutes(one.aDay) }} per day</b>
        </div>
      </template>
      <h3>How this is calculated</h3>
      <FormField class="pick" label="Typing speed"
        ><SelectField
          v-model="typistName"
          size="small"
          label="Typing speed"
          :choices="[
            { value: 'skilled', label: `skilled, K ${TYPISTS.skilled} s` },
            { value: 'average', label: `average, K ${TYPISTS.average} s` },
          ]"
      /></FormField>
      <p class="mid">
        Time saved compared with using menus. Method: keystroke-level model (Card, Moran and Newell 1980): M
        {{ KLM.M }} s, H {{ KLM.H }} s, P {{ KLM.P }} s; distances for a key pitch of ¾ inch.
      </p>
    </template>
  </KeysetFrame>
</template>

<style scoped>
.scroll {
  min-height: 0;
  overflow-y: auto;
}
.hint {
  margin: 0 0 8px;
  font-size: 12.5px;
}
.pick {
  margin-bottom: 8px;
}
.legend span {
  padding-bottom: 1px;
  color: var(--ink);
}
.mine {
  border-bottom: 2px solid var(--ink);
}
.theirs {
  border-bottom: 2px dotted var(--flag);
}
.on {
  background: var(--tide-wash);
  box-shadow: inset 3px 0 0 var(--tide);
}
.charts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
  margin: 18px 0;
}
</style>
