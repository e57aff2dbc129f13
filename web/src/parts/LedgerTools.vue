<script setup lang="ts">
import { LEDGER_ORDERS } from '@crib/core/keyset';
import { usePlace } from '../stores/place.ts';
import NarrowedTo from './NarrowedTo.vue';

/** What stands above every ledger: its order, and what it is narrowed to by name or by pressed keys. */
const { kept } = usePlace();
const order = kept('group', 'category');
</script>

<template>
  <label
    >Ordered by
    <ElSelect v-model="order" size="small" aria-label="Ordered by" style="width: 110px">
      <ElOption v-for="one in LEDGER_ORDERS" :key="one" :value="one" :label="one" />
    </ElSelect>
  </label>
  <NarrowedTo />
</template>
