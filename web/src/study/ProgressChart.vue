<script setup lang="ts">
import { computed } from 'vue';
import VueApexCharts from 'vue3-apexcharts';
import type { PractisedDay } from '@crib/core/learn';
import type { Study } from './useStudy.ts';

/** Answers day by day: right ones and wrong ones, one on the other, told in words too. */
const props = defineProps<{ days: readonly PractisedDay[]; t: Study['t'] }>();
/** A colour of the page, light or dark. */
const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
const last = computed(() => props.days.slice(-30));
const sum = (of: (day: PractisedDay) => number) => last.value.reduce((total, one) => total + of(one), 0);
const told = computed(() =>
  props.t('practise.chart', { right: sum((one) => one.right), all: sum((one) => one.answers) }),
);
const series = computed(() => [
  { name: props.t('practise.rights'), data: last.value.map((one) => one.right) },
  { name: props.t('practise.wrongs'), data: last.value.map((one) => one.answers - one.right) },
]);
/** Whole answers between the rules. */
const step = computed(() => Math.max(1, Math.ceil(Math.max(...last.value.map((one) => one.answers)) / 4)));
const options = computed(() => ({
  chart: {
    type: 'bar' as const,
    stacked: true,
    fontFamily: 'inherit',
    toolbar: { show: false },
    animations: { enabled: !still, speed: 100 },
    foreColor: ink('--ink'),
  },
  colors: [ink('--tide'), ink('--flag')],
  // Wrong ones are hatched: told apart without colour too.
  fill: { type: ['solid', 'pattern'], pattern: { style: 'slantedLines', width: 5, height: 5, strokeWidth: 2 } },
  plotOptions: { bar: { borderRadius: 0, columnWidth: `${Math.min(60, 6 * last.value.length)}%` } },
  dataLabels: { enabled: false },
  grid: { borderColor: ink('--hair') },
  tooltip: { enabled: false },
  legend: { position: 'top' as const, horizontalAlign: 'left' as const },
  xaxis: { categories: last.value.map((one) => one.day), labels: { rotate: 0, hideOverlappingLabels: true } },
  yaxis: {
    min: 0,
    max: step.value * 4,
    tickAmount: 4,
    labels: { formatter: (value: number) => String(Math.round(value)) },
  },
}));
</script>

<template>
  <div role="img" :aria-label="told">
    <VueApexCharts type="bar" :height="220" :options="options" :series="series" aria-hidden="true" />
  </div>
</template>
