<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Proposed, Standing } from '@crib/core/crosswalk';
import type { SentJudgements } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';

/** All proposals over a likelihood at once: what would be taken stands there first, and each can be left out. */
const props = defineProps<{
  from: Opened;
  to: Opened;
  proposals: ReadonlyMap<number, Proposed>;
  standing: (id: number) => Standing;
}>();
const emit = defineEmits<{ take: [judged: SentJudgements['judged']]; cancel: [] }>();
const least = ref(0.9);
const out = ref<number[]>([]);
const pairs = computed(() => {
  const taken = new Set<number>();
  return [...props.proposals.values()]
    .filter((one) => one.likelihood >= least.value && props.standing(one.source).kind === 'unjudged')
    .sort((a, b) => b.likelihood - a.likelihood)
    .filter(({ proposals: [best] }) => best && !taken.has(best.target) && taken.add(best.target));
});
const chosen = computed(() => pairs.value.filter((one) => !out.value.includes(one.source)));
const toggle = (source: number) =>
  (out.value = out.value.includes(source) ? out.value.filter((one) => one !== source) : [...out.value, source]);
const take = () =>
  emit(
    'take',
    chosen.value.map((one) => ({
      source: one.source,
      matches: [{ target: one.proposals[0]!.target, relation: 'exact' as const, note: '' }],
    })),
  );
</script>

<template>
  <h2>Accept likely matches</h2>
  <p class="under">Accept all as “same”. Untick any that are wrong.</p>
  <label class="least"
    >Minimum likelihood <ElSlider v-model="least" :min="0.5" :max="0.99" :step="0.01" aria-label="Minimum likelihood" />
    <span class="figures">{{ Math.round(100 * least) }}%</span></label
  >
  <div v-for="one in pairs" :key="one.source" class="pair">
    <ElCheckbox :model-value="!out.includes(one.source)" @change="toggle(one.source)">
      {{ from.commands.get(one.source)?.label }} → {{ to.commands.get(one.proposals[0]!.target)?.label }}
    </ElCheckbox>
    <span class="figures">{{ Math.round(100 * one.likelihood) }}</span>
  </div>
  <p v-if="!pairs.length" class="mid">No matches this likely.</p>
  <div class="actions">
    <button type="button" class="btn primary" :disabled="!chosen.length" @click="take">
      Accept {{ chosen.length }}
    </button>
    <button type="button" class="btn" @click="emit('cancel')">Cancel</button>
  </div>
</template>

<style scoped>
.least {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 12px;
  align-items: center;
}
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
}
.pair :deep(.el-checkbox) {
  height: auto;
  align-items: start;
  white-space: normal;
}
</style>
