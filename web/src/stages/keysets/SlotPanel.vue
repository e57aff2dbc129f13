<script setup lang="ts">
import { computed, ref, toRef, watch } from 'vue';
import { filling, heldBy, slotsBeside, swapping } from '@crib/core/keyset';
import type { Command, CustomKeyset } from '@crib/core/contract';
import ProblemList from '../../parts/ProblemList.vue';
import { useWorkspace } from '../../stores/workspace.ts';
import { useChange } from './useChange.ts';
import SelectField from '../../parts/SelectField.vue';

/** What is in a slot: it answers to the slot’s keys, and the program has to be told by hand. */
const props = defineProps<{ keyset: CustomKeyset; command: Command }>();
const emit = defineEmits<{ saved: [] }>();
const workspace = useWorkspace();
const change = useChange(toRef(props, 'keyset'));
const { problems, busy, said, setting } = change;

const inside = computed(() => heldBy(setting.value, props.command.id));
const held = ref<number | null>(null);
watch([inside, () => props.command.id], () => (held.value = inside.value ?? null), { immediate: true });
const label = (id: number | undefined) => (id === undefined ? '' : (workspace.commands.get(id)?.label ?? ''));
const others = computed(() =>
  slotsBeside(props.command.id, workspace.catalogue!.groups).filter((id) => id !== props.command.id),
);
const fits = computed(() => workspace.catalogue!.commands.filter((one) => !setting.value.slots.has(one.id)));

async function fill() {
  const made = filling(setting.value, props.command.id, held.value, '');
  if (await change.make(made, held.value === null ? 'Slot emptied.' : `${label(held.value)} assigned.`)) emit('saved');
}
async function swap(other: number) {
  if (await change.make(swapping(setting.value, props.command.id, other, ''), `Swapped with ${label(other)}.`))
    emit('saved');
}
</script>

<template>
  <h3>In this slot</h3>
  <div class="slot">
    <SelectField
      v-model="held"
      filterable
      clearable
      size="small"
      label="In this slot"
      placeholder="empty or unknown"
      :choices="fits.map((one) => ({ value: one.id, label: one.label }))"
    />
    <button type="button" class="btn" :disabled="busy || held === (inside ?? null)" @click="fill">Assign</button>
  </div>
  <p v-if="inside" class="mid">
    {{ label(inside) }} uses this slot’s shortcut. Users must put it in the slot themselves; preset files cannot.
  </p>
  <div v-if="others.length" class="swaps">
    <span class="mid">Swap with</span>
    <button v-for="id in others" :key="id" type="button" class="btn plain" :disabled="busy" @click="swap(id)">
      {{ label(id) }}<template v-if="heldBy(setting, id)"> ({{ label(heldBy(setting, id)) }})</template>
    </button>
  </div>
  <ProblemList :problems="problems" />
  <p class="mid" role="status">{{ said }}</p>
</template>

<style scoped>
.slot {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
}
.swaps {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
}
</style>
