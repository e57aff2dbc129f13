<script setup lang="ts">
import { computed, ref } from 'vue';
import { platformName } from '@crib/core/keys';
import { usePlace } from '../../composables/usePlace.ts';
import type { useComparison } from './useComparison.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import OpeningBox from '../../parts/OpeningBox.vue';

/** Chooses the two keysets that are compared, on which platforms, and what stands in the columns. */
const props = defineProps<{ comparison: ReturnType<typeof useComparison> }>();
const { set, platform } = usePlace();
const open = ref(false);
const { keysets, releases, old, now, platforms, columns } = props.comparison;
const choices = computed(() =>
  releases.value.flatMap((release) =>
    keysets.value
      .filter((one) => one.releaseId === release.id)
      .map((one) => ({ id: one.id, label: one.isDefault ? release.label : `${one.name}, ${release.label}` })),
  ),
);
const systems = computed(() => [...new Set(releases.value.flatMap((one) => one.platforms))]);
const names = computed(() =>
  columns.value.map((id) => choices.value.find((one) => one.id === id)?.label ?? '').join(', '),
);
const SIDES = [
  { name: 'old', on: 'oldon', title: 'Before', at: 0 },
  { name: 'now', on: 'nowon', title: 'Now', at: 1 },
] as const;
const chosen = computed(() => ({ old: old.value?.id, now: now.value?.id }));
const onto = (name: 'oldon' | 'nowon', value: string) => set({ [name]: value === platform.value ? '' : value });
</script>

<template>
  Columns
  <OpeningBox v-model="open" plain>
    <template #name>{{ names }}</template>
    <div class="choices">
      <template v-for="side in SIDES" :key="side.name">
        <FormField :label="side.title"
          ><SelectField
            :model-value="chosen[side.name]"
            size="small"
            @update:model-value="(id: number) => set({ [side.name]: String(id), columns: '' })"
            :choices="choices.map((one) => ({ value: one.id, label: one.label }))"
        /></FormField>
        <FormField label="Platform"
          ><SelectField
            :model-value="platforms[side.at]"
            size="small"
            :label="`Platform ${side.title.toLowerCase()}`"
            @update:model-value="(one: string) => onto(side.on, one)"
            :choices="systems.map((one) => ({ value: one, label: platformName(one) }))"
        /></FormField>
      </template>
      <FormField class="wide" label="Columns to show"
        ><SelectField
          v-model="columns"
          multiple
          size="small"
          :choices="choices.map((one) => ({ value: one.id, label: one.label }))"
      /></FormField>
      <button
        type="button"
        class="btn plain"
        @click="set({ old: String(now?.id ?? ''), now: String(old?.id ?? ''), columns: '' })"
      >
        Swap sides
      </button>
      <button type="button" class="btn plain" @click="open = false">Close</button>
    </div>
  </OpeningBox>
</template>

<style scoped>
.choices {
  display: grid;
  grid-template-columns: 210px 120px;
  gap: 10px 12px;
  align-items: end;
}
.choices label {
  display: grid;
  gap: 3px;
}
.wide {
  grid-column: 1 / -1;
}
.choices .btn {
  justify-self: start;
}
</style>
