<script setup lang="ts">
import { computed } from 'vue';
import VueApexCharts from 'vue3-apexcharts';
import type { RunFigures } from '@crib/core/reach';
import { numberOf } from '@crib/core/words';

/** One figure of a run for several keysets, as bars. */
const props = defineProps<{
  title: string;
  unit: string;
  lines: readonly { readonly name: string; readonly figures: RunFigures }[];
  figure: (figures: RunFigures) => number;
}>();
const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
const options = computed(() => ({
  chart: {
    type: 'bar' as const,
    fontFamily: 'inherit',
    toolbar: { show: false },
    animations: { enabled: !still, speed: 100 },
    foreColor: css('--ink'),
    background: 'transparent',
  },
  plotOptions: { bar: { horizontal: true, borderRadius: 0, barHeight: '58%', distributed: true } },
  colors: props.lines.map((_, at) => (at === 0 ? css('--mid') : css('--tide'))),
  dataLabels: {
    enabled: true,
    formatter: (value: number) => `${numberOf(value)} ${props.unit}`,
    style: { colors: [css('--sheet')], fontSize: '12px', fontWeight: 600 },
  },
  grid: { borderColor: css('--hair'), padding: { top: -18, bottom: -10 } },
  legend: { show: false },
  tooltip: { enabled: false },
  states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
  xaxis: {
    categories: props.lines.map((one) => one.name),
    labels: { show: false },
    axisTicks: { show: false },
    axisBorder: { show: false },
  },
  yaxis: { min: 0, labels: { maxWidth: 120, style: { fontSize: '12.5px' } } },
}));
const series = computed(() => [{ name: props.title, data: props.lines.map((one) => props.figure(one.figures)) }]);
const told = computed(
  () =>
    `${props.title}: ${props.lines.map((one, at) => `${one.name} ${numberOf(series.value[0]!.data[at]!)} ${props.unit}`).join(', ')}`,
);
</script>

<template>
  <div class="chart">
    <b>{{ title }}</b>
    <div role="img" :aria-label="told">
      <VueApexCharts
        type="bar"
        :height="38 + lines.length * 30"
        :options="options"
        :series="series"
        aria-hidden="true"
      />
    </div>
  </div>
</template>

<style scoped>
.chart {
  min-width: 0;
}
b {
  font: 600 12px var(--mono);
}
</style>
