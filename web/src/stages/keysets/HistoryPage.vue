<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { keysOf, layerAt, layerDifferences, placeKey } from '@crib/core/keyset';
import type { Edit, Recorded } from '@crib/core/contract';
import { counted, momentIn } from '@crib/core/words';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { show } from '../../words/chips.ts';
import { ask, problemsOf } from '../../api/client.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import KeysetFrame from './KeysetFrame.vue';
import UndoRedo from './UndoRedo.vue';
import { useChange } from './useChange.ts';
import { useHistory } from './useHistory.ts';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** What was done to a keyset: who, when, what and why; undo, save points, and how it was at any moment. */
const workspace = useWorkspace();
const { route, kept, platform, style } = usePlace();
const keyset = computed(() => {
  const found = workspace.keyset(Number(route.params['keyset']));
  return found?.kind === 'custom' ? found : null;
});
const { history, problem, next } = useHistory(keyset);
const change = useChange(computed(() => keyset.value!));
const { problems, busy, said } = change;
const at = kept('at');

const entries = computed(() => history.value?.entries ?? []);
const selected = computed(() => entries.value.find((one) => String(one.revision) === at.value) ?? null);
const label = (command: number) => workspace.commands.get(command)?.label ?? 'deleted command';
const written = (edit: Edit | undefined) => {
  if (!edit) return 'inherited';
  const keys = keysOf(edit).map((one) => show(one, platform.value, style.value));
  if (edit.action === 'block')
    return `${edit.shortcuts.map((one) => show(one, platform.value, style.value)).join(', ')} disabled`;
  if (edit.action === 'clear') return 'no shortcut';
  return `${edit.action === 'add' ? 'also ' : ''}${keys.join(' or ') || 'built in'}`;
};
/** The places a change touched, with the edit before and after. */
const touched = ({ change: made, inverse }: Recorded) => {
  const before = new Map(inverse.put.map((edit) => [placeKey(edit), edit]));
  const after = new Map(made.put.map((edit) => [placeKey(edit), edit]));
  const places = new Map([...made.put, ...made.remove, ...inverse.put].map((place) => [placeKey(place), place]));
  return [...places].map(([key, place]) => ({ key, place, old: before.get(key), now: after.get(key) }));
};
const what = (entry: Recorded) => {
  const names = [...new Set(touched(entry).map(({ place }) => label(place.command)))];
  const few = names.slice(0, 3).join(', ');
  return names.length > 3 ? `${few} and ${names.length - 3} more` : few;
};
const why = (entry: Recorded) => entry.why || entry.change.put[0]?.reason || '';
const KINDS: Record<Recorded['kind'], string> = {
  edit: 'edited',
  undo: 'undone',
  redo: 'redone',
  'put back': 'restored',
  loaded: 'loaded',
};
const day = (text: string) => momentIn('en', new Date(text));

const points = computed(() => history.value?.points ?? []);
/** What differs from the last save point. */
const since = computed(() => {
  const [last] = points.value;
  if (!last || !keyset.value) return null;
  const then = layerAt(keyset.value.edits, entries.value, last.revision);
  return { last, differences: layerDifferences(then, keyset.value.edits) };
});
const name = ref('');
async function savePoint() {
  problems.value = [];
  try {
    const { id, revision } = keyset.value!;
    await ask('POST /api/keysets/:id/points', { id }, { revision, name: name.value });
    name.value = '';
    said.value = 'Save point created.';
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
const date = ref('');
/** The revision that was the last one on a day. */
const onDate = computed(() => {
  if (!date.value) return null;
  const found = entries.value.find((one) => one.at.slice(0, 10) <= date.value);
  return found ? found.revision : entries.value.length ? 1 : null;
});
const putBack = (to: number) => change.putBack(to);
watch(at, () => ((problems.value = []), (said.value = '')));
</script>

<template>
  <KeysetFrame layered>
    <template v-if="keyset">
      <PageHead
        >History<template #beside
          ><small>{{ keyset.name }}</small
          ><small>{{ counted(entries.length, 'change') }}, {{ counted(points.length, 'save point') }}</small></template
        ></PageHead
      >
      <div class="tools">
        <label>State on <input v-model="date" type="date" class="date" aria-label="State on" /> </label>
        <button
          type="button"
          class="btn"
          :disabled="busy || onDate === null || onDate >= keyset.revision"
          @click="putBack(onDate!)"
        >
          Restore this date
        </button>
        <span class="end"><UndoRedo :keyset="keyset" :next="next" /></span>
      </div>
      <StateNote v-if="problem" title="The history could not be loaded"
        ><p>{{ problem.sentence }}</p></StateNote
      >
      <p v-else-if="!history" role="status">Loading the history…</p>
      <StateNote v-else-if="entries.length === 0" title="No changes yet">
        <p>Every edit is listed here with who, when and why. You can undo any of them.</p>
      </StateNote>
      <LineTable v-else label="Changes" :columns="['When', 'Who', 'What', 'Why']">
        <tr v-for="entry in entries" :key="entry.revision" :class="{ on: String(entry.revision) === at }">
          <td class="figures">{{ day(entry.at) }}</td>
          <td>{{ entry.who }}</td>
          <th scope="row">
            <button type="button" class="btn plain what" @click="at = String(entry.revision)">
              {{ KINDS[entry.kind] }}: {{ what(entry) || 'no change' }}
            </button>
            <small v-for="point in points.filter((one) => one.revision === entry.revision)" :key="point.name">
              ◆ {{ point.name }}</small
            >
            <small v-if="entry.revision === next.undo"> next undo</small>
          </th>
          <td class="why">{{ why(entry) }}</td>
        </tr>
      </LineTable>
    </template>
    <template v-if="keyset" #margin>
      <template v-if="selected">
        <h2>{{ KINDS[selected.kind] }}, {{ day(selected.at) }}</h2>
        <p class="under">{{ selected.who }}</p>
        <p v-if="why(selected)">{{ why(selected) }}</p>
        <div v-for="one in touched(selected)" :key="one.key" class="pair">
          <span>{{ label(one.place.command) }}</span>
          <span class="figures"
            ><s class="mid">{{ written(one.old) }}</s> {{ written(one.now) }}</span
          >
        </div>
        <div class="actions">
          <button
            type="button"
            class="btn"
            :disabled="busy || selected.revision >= keyset.revision"
            @click="putBack(selected.revision)"
          >
            Restore this version
          </button>
        </div>
      </template>
      <template v-else>
        <h2>Save points</h2>
        <p class="under">Name the current state so you can return to it.</p>
      </template>
      <form class="make" @submit.prevent="savePoint">
        <FormField label="Name"
          ><ElInput v-model="name" maxlength="80" required placeholder="before the course"
        /></FormField>
        <div class="actions">
          <button type="submit" class="btn" :disabled="busy || !name.trim()">Create save point</button>
        </div>
      </form>
      <ProblemList :problems="problems" />
      <p role="status">{{ said }}</p>
      <template v-for="point in points" :key="point.name">
        <div class="pair">
          <span>◆ {{ point.name }}</span>
          <button
            type="button"
            class="btn plain"
            :aria-label="`Restore ${point.name}`"
            :disabled="busy || point.revision >= keyset.revision"
            @click="putBack(point.revision)"
          >
            Restore
          </button>
        </div>
        <p class="mid">{{ point.who }}, {{ day(point.at) }}</p>
      </template>
      <template v-if="since">
        <h3>Since {{ since.last.name }}</h3>
        <p v-if="!since.differences.length" class="mid">No differences.</p>
        <div v-for="one in since.differences" :key="placeKey(one.place)" class="pair">
          <span>{{ label(one.place.command) }}</span>
          <span class="figures"
            ><s class="mid">{{ written(one.old) }}</s> {{ written(one.now) }}</span
          >
        </div>
      </template>
    </template>
  </KeysetFrame>
</template>

<style scoped>
.make {
  margin-top: 14px;
}
.date {
  height: 26px;
  margin-left: 4px;
  padding: 0 6px;
  border: 1.5px solid var(--ink);
  background: var(--sheet);
  color: var(--ink);
  font: 400 13px var(--mono);
}
.on {
  background: var(--tide-wash);
}
.what.btn {
  text-align: left;
}
.why {
  color: var(--mid);
}
small {
  margin-left: 8px;
  color: var(--tide);
}
td {
  white-space: nowrap;
}
td.why {
  white-space: normal;
}
</style>
