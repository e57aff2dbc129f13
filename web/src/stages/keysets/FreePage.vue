<script setup lang="ts">
import { computed, nextTick, watch } from 'vue';
import { ALL_ROOM, reach, roomIn, type RoomCell, type RoomState } from '@crib/core/reach';
import { said, say } from '@crib/core/words';
import { readPress, targetOf } from '@crib/core/press';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { show } from '../../words/chips.ts';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import GivePress from './GivePress.vue';
import KeysetIndex from './KeysetIndex.vue';
import RestSelect from '../../parts/RestSelect.vue';
import PageHead from '../../parts/PageHead.vue';

/** Room left: the keys by their distance from the resting hands, the combinations of modifiers below one another. */
const workspace = useWorkspace();
const { route, kept, set, platform, style, luggage, releaseLabel } = usePlace();
const id = computed(() => Number(route.params['keyset']));
const keyset = computed(() => workspace.keyset(id.value));
const where = kept('where');
const context = computed(
  () => workspace.tree?.inOrder.find((one) => String(one.id) === where.value) ?? workspace.tree?.root,
);
const { rest } = useHands();
const chosen = kept('at');
/** Function keys, named keys and the numeric pad besides those that write. */
const allKeys = kept('keys');

/** Every press with the keyset, made once; places are asked for one by one. */
const asked = computed(() => {
  if (!keyset.value) return null;
  const { weighed, takers, tree } = workspace.settingOf(id.value);
  const keyboard = workspace.keyboardOn(platform.value);
  const more = allKeys.value ? { codes: ALL_ROOM } : {};
  return roomIn({ weighed, takers, tree, keyboard, rest: rest.value, ...more });
});
const room = computed(() => (context.value && asked.value?.(context.value.id)) ?? null);
const cells = computed(() => (room.value?.rows ?? []).flatMap((row) => row.cells));
const selected = computed(() => cells.value.find((cell) => cell.press === chosen.value) ?? null);
const count = (state: RoomState) => cells.value.filter((cell) => cell.state === state).length;
/** How far a whole press is, what is held included: the same number as proposals say. */
const reachOf = (shortcut: string) => reach(shortcut, workspace.keyboardOn(platform.value), rest.value);
const distanceOf = (shortcut: string) => {
  const found = reachOf(shortcut);
  return found ? say(said('reach.distance', { mm: Math.round(found.mm), hands: found.hands })) : '';
};
/** The free presses nearest to the hands, by the keys and by what is held. */
const nearest = computed(() => {
  const { keys, rows } = room.value ?? { keys: [], rows: [] };
  return keys
    .flatMap(({ mm }, at) =>
      rows.flatMap((row) => (row.cells[at]!.state === 'free' ? [{ cell: row.cells[at]!, mm }] : [])),
    )
    .map(({ cell }) => ({ cell, mm: reachOf(cell.shortcut)?.mm ?? Infinity }))
    .sort((a, b) => a.mm - b.mm)
    .slice(0, 12);
});
const codeOf = (press: string) => targetOf(readPress(press)).code;
const column = computed(() => {
  const code = selected.value && codeOf(selected.value.press);
  return (room.value?.rows ?? []).flatMap((row) => row.cells.filter((cell) => codeOf(cell.press) === code));
});
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const heldWords = (held: string) =>
  held ? held.replaceAll('+', ' ').replace('Meta', platform.value === 'macos' ? 'Cmd' : 'Meta') : 'alone';
const keyWord = (code: string) =>
  show(room.value!.rows[0]!.cells.find((cell) => cell.press === code)!.shortcut, platform.value);
const STATE_WORDS: Record<RoomState, string> = {
  free: 'free',
  taken: 'used',
  elsewhere: 'free on this keyboard, used on another',
  others: 'reserved by the system or another program',
  types: 'types a character',
};
const told = (cell: RoomCell) => {
  const by = [...new Set(cell.by.map((held) => label(held.command)))];
  return `${show(cell.shortcut, platform.value)}, ${by.length ? `used by ${by.join(', ')}` : cell.taker || STATE_WORDS[cell.state]}`;
};

function onKey(event: KeyboardEvent) {
  const { rows, keys } = room.value!;
  const moves: Record<string, [number, number]> = {
    ArrowRight: [0, 1],
    ArrowLeft: [0, -1],
    ArrowDown: [1, 0],
    ArrowUp: [-1, 0],
  };
  const move = moves[event.key];
  if (!move) return;
  event.preventDefault();
  const now = rows.findIndex((row) => row.cells.some((cell) => cell.press === chosen.value));
  const at = rows[Math.max(0, now)]!.cells.findIndex((cell) => cell.press === chosen.value);
  const row = Math.max(0, Math.min(rows.length - 1, now < 0 ? 0 : now + move[0]));
  const to = Math.max(0, Math.min(keys.length - 1, at < 0 ? 0 : at + move[1]));
  void set({ at: rows[row]!.cells[to]!.press }, true);
}
const cellId = (press: string) => `room-${press.replaceAll('+', '-')}`;
watch(chosen, async (press) => {
  await nextTick();
  document.getElementById(cellId(press))?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
});
const to = (place: number) => ({ query: { ...route.query, where: String(place) } });
</script>

<template>
  <ReleaseGate v-slot="{ tree }">
    <StateNote v-if="!keyset || !room || !context" whole title="Keyset not found">
      <RouterLink class="btn" :to="{ name: 'keysets', query: luggage }">Back to keysets</RouterLink>
    </StateNote>
    <StageFrame v-else>
      <template #index>
        <h2>{{ keyset.name }}</h2>
        <p class="mid views">on {{ workspace.app?.name }} {{ releaseLabel }}</p>
        <KeysetIndex :keyset="id" :custom="keyset.kind === 'custom'" />
        <h3>Context</h3>
        <IndexLine
          v-for="one in tree.inOrder"
          :key="one.id"
          :to="to(one.id)"
          :on="one.id === context.id"
          :depth="tree.depth(one.id)"
          >{{ one.name }}</IndexLine
        >
      </template>
      <PageHead
        >Free shortcuts<template #beside
          ><small>{{ keyset.name }}</small
          ><small
            >{{ tree.path(context.id) }} · {{ count('free') }} of {{ cells.length }} combinations free</small
          ></template
        ></PageHead
      >
      <div class="tools">
        <RestSelect label="Sort by distance from" />
        <button
          type="button"
          class="btn plain"
          role="switch"
          :aria-checked="allKeys === 'all'"
          @click="allKeys = allKeys === 'all' ? '' : 'all'"
        >
          function, named and keypad keys: {{ allKeys === 'all' ? 'shown' : 'hidden' }}
        </button>
      </div>
      <div class="field">
        <table
          role="grid"
          tabindex="0"
          aria-label="Free shortcuts"
          :aria-activedescendant="selected ? cellId(selected.press) : undefined"
          @keydown="onKey"
        >
          <thead>
            <tr role="row" class="mm">
              <th scope="col" role="columnheader">Distance (mm)</th>
              <th
                v-for="(key, at) in room.keys.filter((_key, every) => every % 4 === 0)"
                :key="key.code"
                role="columnheader"
                scope="colgroup"
                :colspan="Math.min(4, room.keys.length - 4 * at)"
              >
                {{ Math.round(key.mm) }}
              </th>
            </tr>
            <tr role="row">
              <th scope="col" role="columnheader">Modifiers</th>
              <th v-for="key in room.keys" :key="key.code" role="columnheader" scope="col">{{ keyWord(key.code) }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in room.rows" :key="row.held" role="row">
              <th scope="row" role="rowheader">{{ heldWords(row.held) }}</th>
              <td
                v-for="cell in row.cells"
                :id="cellId(cell.press)"
                :key="cell.press"
                role="gridcell"
                :class="[cell.state, { chosen: cell.press === chosen }]"
                :aria-selected="cell.press === chosen"
                :aria-label="told(cell)"
                @click="set({ at: cell.press }, true)"
              >
                <i aria-hidden="true" />
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="foot">
        <span class="key taken"><i />{{ count('taken') }} used</span>
        <span class="key free"><i />{{ count('free') }} free</span>
        <span v-if="count('elsewhere')" class="key elsewhere"
          ><i />{{ count('elsewhere') }} used on another keyboard</span
        >
        <span class="key others"><i />{{ count('others') + count('types') }} reserved, or types a character</span>
        <span>Use arrow keys to move</span>
      </div>
      <template #margin>
        <template v-if="selected">
          <h2>{{ show(selected.shortcut, platform, style) }}</h2>
          <p class="under">
            {{ STATE_WORDS[selected.state] }} in {{ context.name }}, {{ distanceOf(selected.shortcut) }}
          </p>
          <div v-for="held in selected.by" :key="`${held.command} ${held.context} ${held.shortcut}`" class="pair">
            <span>{{ label(held.command) }}</span><span class="mid">{{ tree.get(held.context).name }}</span>
          </div>
          <p v-if="selected.taker">{{ selected.taker }}</p>
          <h3>Combinations of this key</h3>
          <div v-for="cell in column" :key="cell.press" class="pair">
            <KeyChip :shortcut="cell.shortcut" :platform="platform" :how="style" />
            <span :class="{ mid: cell.state !== 'taken' }">{{
              cell.by.length
                ? [...new Set(cell.by.map((held) => label(held.command)))].slice(0, 3).join(', ')
                : STATE_WORDS[cell.state]
            }}</span>
          </div>
          <GivePress v-if="keyset.kind === 'custom'" :shortcut="selected.shortcut" :context="context.id" />
          <div class="actions">
            <RouterLink class="btn" :to="{ name: 'key', params: { code: codeOf(selected.press) }, query: luggage }"
              >All shortcuts on this key</RouterLink
            >
          </div>
        </template>
        <template v-else>
          <h2>Closest free shortcuts</h2>
          <p class="under">{{ context.name }} · {{ rest.name }}</p>
          <div v-for="one in nearest" :key="one.cell.press" class="pair">
            <KeyChip :shortcut="one.cell.shortcut" :platform="platform" :how="style" />
            <span class="figures">{{ Math.round(one.mm) }} mm</span>
          </div>
        </template>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.field {
  overflow: auto;
}
table {
  width: auto;
}
table:focus-visible {
  outline-offset: -2px;
}
th,
td {
  width: 21px;
  min-width: 21px;
  height: 26px;
  padding: 0;
  text-align: center;
}
thead th {
  font: 600 11px var(--mono);
}
.mm th {
  padding-left: 4px;
  border: 0;
  color: var(--mid);
  font-weight: 400;
  text-align: left;
  white-space: nowrap;
}
th:first-child {
  padding: 0;
  position: sticky;
  left: 0;
  min-width: 104px;
  background: var(--sheet);
  font: 600 11.5px var(--mono);
  text-align: left;
  white-space: nowrap;
}
i {
  display: inline-block;
  width: 9px;
  height: 9px;
  vertical-align: middle;
}
.free i {
  border: 1.5px solid var(--tide);
  border-radius: 50%;
}
.elsewhere i {
  border: 1.5px dashed var(--mid);
}
.taken i {
  width: 17px;
  height: 20px;
  background: var(--ink);
}
.others i,
.types i {
  width: 17px;
  height: 20px;
  background: repeating-linear-gradient(135deg, var(--mid) 0 1px, transparent 1px 5px);
}
td {
  scroll-margin-left: 108px;
}
td.chosen {
  box-shadow: inset 0 0 0 2px var(--tide);
}
.free.chosen i {
  background: var(--tide);
}
.key {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.key i {
  width: 11px;
  height: 11px;
}
</style>
