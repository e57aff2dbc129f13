<script setup lang="ts">
import { computed } from 'vue';
import { LEDGER_ORDERS } from '@crib/core/keyset';
import { usePlace } from '../composables/usePlace.ts';
import { useWorkspace } from '../stores/workspace.ts';
import NarrowedTo from './NarrowedTo.vue';
import SelectField from './SelectField.vue';
import FormField from './FormField.vue';

/** What stands above every ledger: its order, and what it is narrowed to by name or by pressed keys. */
const { kept } = usePlace();
const order = kept('group', 'category');
const workspace = useWorkspace();
const run = kept('run');
const runs = computed(() => workspace.catalogue?.runs ?? []);
const orders = computed(() => LEDGER_ORDERS.filter((one) => one !== 'run' || runs.value.length > 0));
</script>

<template>
  <FormField label="Sort by"
    ><SelectField v-model="order" size="small" style="width: 110px" :choices="orders"
  /></FormField>
  <SelectField
    v-if="order === 'run'"
    v-model="run"
    size="small"
    label="Task"
    :placeholder="runs[0]?.name ?? ''"
    style="width: 180px"
    :choices="runs.map((one) => ({ value: String(one.id), label: one.name }))"
  />
  <NarrowedTo />
</template>
