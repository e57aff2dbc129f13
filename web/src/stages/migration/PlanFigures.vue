<script setup lang="ts">
import { computed } from 'vue';
import type { MoveFigures } from '@crib/core/crosswalk';

/** What a way to move over does to old hands, in figures: uses of old commands, then commands of the new program. */
const props = defineProps<{ figures: MoveFigures; from: string; to: string }>();
const share = (part: number) => `${props.figures.all ? Math.round((100 * part) / props.figures.all) : 0}%`;
const lines = computed(() => {
  const { stays, misleads, dead, without, keyless, unjudged, losing, neverHad } = props.figures;
  return [
    ['Shortcuts that stay the same', share(stays)],
    ['that run another command', share(misleads)],
    ['that do nothing', share(dead)],
    ['without an equivalent', share(without)],
    ['Frequent commands without a shortcut', share(keyless)],
    ['Daily uses not mapped yet', String(Math.round(unjudged))],
    [`Commands of ${props.to} that lose their shortcut`, String(losing.length)],
    [`Commands not in ${props.from}`, String(neverHad)],
  ] as const;
});
</script>

<template>
  <dl>
    <template v-for="[name, value] in lines" :key="name"
      ><dt>{{ name }}</dt>
      <dd class="figures">{{ value }}</dd></template
    >
  </dl>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 12px;
  margin: 0;
  font-size: 12.5px;
}
dd {
  margin: 0;
  text-align: right;
}
</style>
