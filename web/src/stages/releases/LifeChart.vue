<script setup lang="ts">
import { computed } from 'vue';
import VueApexCharts from 'vue3-apexcharts';

/** One figure through the releases: a small chart that needs no colour, since it tells one thing. */
const props = defineProps<{
  type: 'bar' | 'line';
  title: string;
  labels: readonly string[];
  figures: readonly number[];
  unit: string;
}>();
const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
const percent = computed(() => props.unit === '%');
/** Room above the highest for its figure. */
const most = computed(() => (percent.value ? 120 : Math.max(1, ...props.figures) * 1.35));
const options = computed(() => ({
  chart: {
    type: props.type,
    fontFamily: 'inherit',
    toolbar: { show: false },
    zoom: { enabled: false },
    animations: { enabled: !still, speed: 100 },
    foreColor: css('--ink'),
    background: 'transparent',
  },
  colors: [css('--tide')],
  plotOptions: { bar: { columnWidth: '46%', borderRadius: 0, dataLabels: { position: 'top' } } },
  stroke: { width: props.type === 'line' ? 2 : 0, curve: 'straight' as const },
  markers: { size: props.type === 'line' ? 5 : 0, strokeWidth: 0 },
  dataLabels: {
    enabled: true,
    offsetY: props.type === 'line' ? -8 : -18,
    background: { enabled: false },
    formatter: (value: number) => (percent.value ? `${value}%` : `${value}`),
    style: { colors: [css('--ink')], fontSize: '12px', fontWeight: 600 },
  },
  grid: { show: false, padding: { left: 10, right: 10, top: -22, bottom: -8 } },
  legend: { show: false },
  tooltip: { enabled: false },
  states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
  xaxis: {
    categories: [...props.labels],
    axisTicks: { show: false },
    axisBorder: { color: css('--ink') },
    labels: { style: { fontSize: '12px' } },
  },
  yaxis: { min: 0, max: most.value, labels: { show: false } },
}));
const series = computed(() => [{ name: props.title, data: [...props.figures] }]);
const told = computed(
  () => `${props.title}: ${props.labels.map((label, at) => `${label} ${props.figures[at]} ${props.unit}`).join(', ')}`,
);
</script>

<template>
  <div>
    <b>{{ title }}</b>
    <div role="img" :aria-label="told">
      <VueApexCharts
        :type="type"
        :height="type === 'bar' ? 118 : 190"
        :options="options"
        :series="series"
        aria-hidden="true"
      />
    </div>
  </div>
</template>

<style scoped>
b {
  font: 600 12px var(--mono);
}
</style>
