<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import { WRITING_CODES, writeStored } from '@crib/core/keys';
import { PITCH, boardSpots, centreOf, restingPoints, type Finger, type MainKey, type Rest } from '@crib/core/reach';
import { keyAtCode, type Keyboard } from '@crib/core/press';
import { show } from '../../words/chips.ts';

/**
 * The board as a chart: bare letters on lines of equal distance from the resting fingers, and the paths of a run over
 * them. Resting fingers are dragged to another key, or moved there with the arrow keys.
 */
const props = defineProps<{
  keyboard: Keyboard;
  rest: Rest;
  /** Paths over keys, the first drawn in ink, the second dotted. */
  paths: readonly { readonly name: string; readonly keys: readonly (MainKey | null)[] }[];
  /** Keys to be told apart from the others. */
  marked: ReadonlySet<string>;
  /** The key that is looked at, by its code; empty where none is. */
  chosen: string;
}>();
const emit = defineEmits<{ place: [finger: Finger, code: string]; choose: [code: string] }>();

const LEVELS = [171, 114, 76, 57, 38, 19];
const spots = computed(() => boardSpots(props.keyboard.board));
const FUNCTION_ROW = Array.from({ length: 12 }, (_, i) => `F${i + 1}`);
const AROUND = ['Escape', 'Tab', 'Space', 'Enter', 'Backspace', 'ArrowUp', 'ArrowLeft', 'ArrowDown', 'ArrowRight'];
const SIGNS: Record<string, string> = {
  Escape: 'Esc',
  Tab: 'Tab',
  Space: 'space',
  Enter: 'Enter',
  Backspace: 'Bksp',
  ArrowUp: '↑',
  ArrowLeft: '←',
  ArrowDown: '↓',
  ArrowRight: '→',
};
function signOf(code: string): string {
  if (SIGNS[code]) return SIGNS[code];
  if (code.startsWith('F')) return code;
  const key = keyAtCode(code, props.keyboard);
  return show(
    writeStored({ strokes: [{ kind: 'key', modifiers: [], key }], manner: 'pressed' }),
    props.keyboard.platform,
  );
}
const letters = computed(() =>
  [...WRITING_CODES, ...FUNCTION_ROW, ...AROUND].flatMap((code) => {
    const spot = spots.value.get(code);
    return spot ? [{ code, sign: signOf(code), ...centreOf(spot) }] : [];
  }),
);
const fingers = computed(() => restingPoints(spots.value, props.rest.on));
const box = computed(() => {
  const all = letters.value;
  const [left, right] = [Math.min(...all.map((one) => one.x)) - 24, Math.max(...all.map((one) => one.x)) + 24];
  const [top, bottom] = [Math.min(...all.map((one) => one.y)) - 18, Math.max(...all.map((one) => one.y)) + 16];
  return { left, top, width: right - left, height: bottom - top };
});
/** Where a line of distance is labelled: below the lowest resting finger, to the right. */
const anchor = computed(() =>
  fingers.value.reduce((best, one) => (one.x > best.x ? one : best), fingers.value[0] ?? { x: 0, y: 0 }),
);
const line = (keys: readonly (MainKey | null)[]) =>
  keys
    .flatMap((key, at) => {
      if (!key) return [];
      const { x, y } = centreOf(key.spot);
      return [`${at === 0 || !keys[at - 1] ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`];
    })
    .join(' ');

const svg = ref<SVGSVGElement | null>(null);
const dragged = ref<Finger | null>(null);
const drag = ref({ x: 0, y: 0 });
function pointOf(event: PointerEvent) {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.value!.getScreenCTM()!.inverse());
  return { x: at.x, y: at.y };
}
function nearestKey(x: number, y: number): string | null {
  const sorted = letters.value.toSorted((a, b) => Math.hypot(a.x - x, a.y - y) - Math.hypot(b.x - x, b.y - y));
  return sorted[0]?.code ?? null;
}
function start(event: PointerEvent, finger: string) {
  dragged.value = finger as Finger;
  drag.value = pointOf(event);
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
function moveTo(event: PointerEvent) {
  if (dragged.value) drag.value = pointOf(event);
}
function drop() {
  const code = dragged.value && nearestKey(drag.value.x, drag.value.y - 5);
  if (dragged.value && code) emit('place', dragged.value, code);
  dragged.value = null;
}
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** The nearest key in the direction of an arrow key. */
function keyTowards(event: KeyboardEvent, code: string) {
  const step = STEPS[event.key];
  const from = letters.value.find((one) => one.code === code);
  if (!step || !from) return null;
  event.preventDefault();
  const ahead = letters.value.filter((one) => {
    const [dx, dy] = [one.x - from.x, one.y - from.y];
    const along = dx * step[0] + dy * step[1];
    return along > PITCH / 2 && Math.abs(dx * step[1] + dy * step[0]) <= along;
  });
  return (
    ahead.sort((a, b) => Math.hypot(a.x - from.x, a.y - from.y) - Math.hypot(b.x - from.x, b.y - from.y))[0] ?? null
  );
}
function moveFinger(event: KeyboardEvent, finger: string, code: string) {
  const to = keyTowards(event, code);
  if (to) emit('place', finger as Finger, to.code);
}
/** Of all keys one is in the order of tabs: the chosen one, or the first. */
const inTabs = computed(() => letters.value.find((one) => one.code === props.chosen)?.code ?? letters.value[0]?.code);
async function onKey(event: KeyboardEvent, code: string) {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    return emit('choose', code);
  }
  const to = keyTowards(event, code);
  if (!to) return;
  emit('choose', to.code);
  await nextTick();
  svg.value?.querySelector<SVGElement>(`[data-code="${to.code}"]`)?.focus();
}
const at = (finger: string, place: { x: number; y: number }) => (dragged.value === finger ? drag.value : place);
</script>

<template>
  <svg
    ref="svg"
    class="chart"
    :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
    role="group"
    aria-label="Keys by distance from the resting fingers"
    @pointermove="moveTo"
    @pointerup="drop"
  >
    <g v-for="level in LEVELS" :key="level" class="level" aria-hidden="true">
      <circle v-for="one in fingers" :key="one.finger" :cx="one.x" :cy="one.y" :r="level" class="line" />
      <circle v-for="one in fingers" :key="`in ${one.finger}`" :cx="one.x" :cy="one.y" :r="level - 0.25" class="fill" />
    </g>
    <g aria-hidden="true">
      <text v-for="level in LEVELS" :key="level" class="mm" :x="anchor.x + level * 0.92" :y="anchor.y - level * 0.38">
        {{ level }}
      </text>
    </g>
    <path
      v-for="(path, n) in paths"
      :key="path.name"
      :d="line(path.keys)"
      :class="n ? 'path second' : 'path'"
      aria-hidden="true"
    />
    <g
      v-for="one in letters"
      :key="one.code"
      class="key"
      role="button"
      :data-code="one.code"
      :tabindex="one.code === inTabs ? 0 : -1"
      :aria-label="one.sign"
      :aria-pressed="one.code === chosen"
      @click="emit('choose', one.code)"
      @keydown="onKey($event, one.code)"
    >
      <rect :x="one.x - 8.5" :y="one.y - 8.5" width="17" height="17" class="grip" />
      <text
        :x="one.x"
        :y="one.y + 2.2"
        class="letter"
        :class="{ used: marked.has(one.code), small: one.sign.length > 1 }"
      >
        {{ one.sign }}
      </text>
    </g>
    <g
      v-for="one in fingers"
      :key="one.finger"
      class="finger"
      role="slider"
      tabindex="0"
      :aria-label="`Resting key of the ${one.finger} finger`"
      aria-valuemin="0"
      :aria-valuemax="letters.length - 1"
      :aria-valuenow="
        Math.max(
          0,
          letters.findIndex((each) => each.code === one.code),
        )
      "
      :aria-valuetext="signOf(one.code)"
      @pointerdown="start($event, one.finger)"
      @keydown="moveFinger($event, one.finger, one.code)"
    >
      <rect :x="at(one.finger, one).x - 6" :y="at(one.finger, one).y + 0.5" width="12" height="9" class="grip" />
      <rect :x="at(one.finger, one).x - 3.4" :y="at(one.finger, one).y + 5" width="6.8" height="1.3" class="bar" />
    </g>
  </svg>
</template>

<style scoped>
.chart {
  width: 100%;
  max-height: 420px;
  touch-action: none;
}
.line {
  fill: none;
  stroke: var(--tide);
  stroke-width: 0.9;
}
.fill {
  fill: var(--sheet);
}
.mm {
  fill: var(--tide);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 1.6;
  font: 400 3.6px var(--mono);
  text-anchor: middle;
}
.letter {
  fill: var(--mid);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 1.4;
  font: 400 5.4px var(--mono);
  pointer-events: none;
  text-anchor: middle;
}
.letter.small {
  font-size: 3.8px;
}
.letter.used {
  fill: var(--ink);
  font-size: 7.4px;
  font-weight: 700;
}
.letter.used.small {
  font-size: 5px;
}
.path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.8;
}
.path.second {
  transform: translate(1.4px, 1.4px);
  stroke: var(--flag);
  stroke-dasharray: 0.1 2.2;
  stroke-linecap: round;
  stroke-width: 1;
}
.finger {
  cursor: grab;
}
.grip {
  fill: transparent;
}
.bar {
  fill: var(--tide);
}
.key {
  cursor: pointer;
}
.finger:focus-visible,
.key:focus-visible {
  outline: none;
}
.finger:focus-visible .grip,
.key:focus-visible .grip,
.key[aria-pressed='true'] .grip {
  stroke: var(--tide);
  stroke-width: 0.8;
}
</style>
