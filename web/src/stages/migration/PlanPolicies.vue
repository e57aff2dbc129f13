<script setup lang="ts">
import { computed } from 'vue';
import { counted } from '@crib/core/words';
import type { Policy } from '../../workers/plan.ts';
import ShareTrack from './ShareTrack.vue';

/** The ways to move over under one another, on one scale: what of the old hands stays, misleads, or does nothing. */
const props = defineProps<{ policies: readonly Policy[]; keep: number; most: number; imitated: string }>();
const emit = defineEmits<{ keep: [count: number] }>();
const names = computed<Record<Policy['name'], string>>(() => ({
  learn: 'Learn new shortcuts',
  halfway: 'Compromise',
  keep: 'Keep old shortcuts',
  imitation: `Use the keys as in ${props.imitated}`,
}));
const percent = (part: number, { figures }: Policy) => (figures.all ? Math.round((100 * part) / figures.all) : 0);
const says = ({ name, figures, moves, without }: Policy) =>
  [
    name === 'halfway' && `the ${props.keep} most-used commands keep their shortcut`,
    figures.misleading.length
      ? `${counted(figures.misleading.length, 'old shortcut')} run another command`
      : 'no old shortcut runs another command',
    name !== 'imitation' && (moves ? `${counted(moves, 'command')} changed` : 'no changes'),
    name === 'imitation' && figures.losing.length ? `${figures.losing.length} lose their shortcut` : '',
    without ? `${without} without a shortcut` : '',
  ]
    .filter(Boolean)
    .join(', ');
</script>

<template>
  <div class="policies" role="group" aria-label="Migration strategies">
    <div v-for="one in policies" :key="one.name" class="policy" :class="{ on: one.name === 'halfway' }">
      <b>{{ names[one.name] }}</b>
      <b class="figures share">{{ percent(one.figures.stays, one) }}%</b>
      <ShareTrack :figures="one.figures" />
      <span>{{ says(one) }}</span>
    </div>
    <p class="legend mid">
      <i class="stays"></i> same <i class="misleads"></i> other command <i class="dead"></i> no effect (share of mapped
      daily use)
    </p>
    <label class="slider"
      >Most-used commands that keep their shortcut
      <ElSlider
        :model-value="Math.min(keep, most)"
        :min="0"
        :max="most"
        aria-label="Number of most-used commands that keep their shortcut"
        @update:model-value="(value: number | number[]) => emit('keep', Number(value))"
      />
      <span class="figures">{{ Math.min(keep, most) }}</span>
    </label>
  </div>
</template>

<style scoped>
.policies {
  border-top: 1.5px solid var(--ink);
}
.policy {
  display: grid;
  grid-template-columns: 160px 56px minmax(100px, 0.7fr) minmax(260px, 1.3fr);
  gap: 14px;
  align-items: center;
  min-height: 40px;
  padding: 0 8px;
  border-bottom: 1px solid var(--hair);
}
.policy.on {
  background: var(--tide-wash);
}
.share {
  font-size: 16px;
}
.legend {
  display: flex;
  gap: 6px;
  align-items: center;
  margin: 6px 8px 2px;
  font-size: 12.5px;
}
.legend i {
  width: 18px;
  height: 8px;
}
.stays {
  background: var(--ink);
}
.misleads {
  background: var(--flag);
}
.dead {
  background: var(--rule);
}
.slider {
  display: grid;
  grid-template-columns: auto 1fr 40px;
  gap: 14px;
  align-items: center;
  padding: 4px 8px;
}
</style>
