<script setup lang="ts">
import { reactive, watch } from 'vue';
import { counted } from '@crib/core/words';

/** A small chart that does what a dozen commands of a drafting program do, so that a press is seen to work. */
const props = defineProps<{ fired: { readonly name: string; readonly n: number } | null }>();
interface Mark {
  readonly kind: 'sounding' | 'buoy' | 'wreck' | 'light' | 'note' | 'contour';
  readonly x: number;
  readonly y: number;
}
const chart = reactive({ marks: [] as Mark[], scale: 1, turn: 0, contours: true });
/** Where the next one goes: spread over the chart, the same each time. */
const spot = () => ({ x: 40 + ((chart.marks.length * 97) % 320), y: 30 + ((chart.marks.length * 61) % 150) });
const put = (kind: Mark['kind']) => () => void chart.marks.push({ kind, ...spot() });
/** What commands do, by the last part of their ids: one word for like commands of other programs too. */
const ACTS: readonly (readonly [RegExp, () => void])[] = [
  [/strike-soundings/, () => (chart.marks = chart.marks.filter((one) => one.kind !== 'sounding'))],
  [/place-sounding|repeat-last-sounding/, put('sounding')],
  [/add-buoy/, put('buoy')],
  [/add-wreck/, put('wreck')],
  [/add-light/, put('light')],
  [/add-chart-note/, put('note')],
  [/draw-contour|trace-shoreline/, put('contour')],
  [/view\.closer/, () => (chart.scale = Math.min(3, chart.scale * 1.25))],
  [/view\.farther/, () => (chart.scale = Math.max(0.5, chart.scale / 1.25))],
  [/show-the-whole-chart/, () => (chart.scale = 1)],
  [/north-up/, () => (chart.turn = 0)],
  [/turn-(?:view|chart)/, () => (chart.turn = (chart.turn + 15) % 360)],
  [/show-drying-heights/, () => (chart.contours = !chart.contours)],
  [/edit\.undo/, () => void chart.marks.pop()],
];
watch(
  () => props.fired,
  (now) => now && ACTS.find(([name]) => name.test(now.name))?.[1](),
  // However fast they follow, none is left out.
  { flush: 'sync' },
);
</script>

<template>
  <svg viewBox="0 0 400 200" role="img" :aria-label="`Chart with ${counted(chart.marks.length, 'mark')}`">
    <g :transform="`translate(200 100) rotate(${chart.turn}) scale(${chart.scale}) translate(-200 -100)`">
      <path
        v-for="depth in chart.contours ? [0, 1, 2] : [0]"
        :key="depth"
        class="line"
        :d="`M-20 ${150 - 30 * depth}C90 ${110 - 20 * depth} 160 ${190 - 45 * depth} 240 ${130 - 30 * depth}S380 ${120 - 40 * depth} 430 ${160 - 35 * depth}`"
      />
      <template v-for="(mark, at) in chart.marks" :key="at">
        <text v-if="mark.kind === 'sounding'" :x="mark.x" :y="mark.y">{{ 3 + ((at * 7) % 24) }}</text>
        <text v-else-if="mark.kind === 'note'" :x="mark.x" :y="mark.y" class="note">note</text>
        <path v-else-if="mark.kind === 'contour'" class="line" :d="`M${mark.x - 30} ${mark.y}q15 -14 30 0t30 0`" />
        <path v-else-if="mark.kind === 'buoy'" class="mark" :d="`M${mark.x} ${mark.y}l5 9h-10z`" />
        <path
          v-else-if="mark.kind === 'wreck'"
          class="line"
          :d="`M${mark.x - 8} ${mark.y}h16m-12 -4v8m4 -8v8m4 -8v8`"
        />
        <path v-else class="mark" :d="`M${mark.x} ${mark.y}l-2 10h4z`" />
      </template>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: 100%;
}
.line {
  fill: none;
  stroke: var(--mid);
  stroke-width: 1;
}
.mark {
  fill: var(--ink);
}
text {
  fill: var(--ink);
  font: 500 9px var(--mono);
}
.note {
  font-style: italic;
}
</style>
