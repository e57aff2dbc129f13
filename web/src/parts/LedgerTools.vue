<script setup lang="ts">
import { LEDGER_ORDERS } from '@crib/core/keyset';
import { usePlace } from '../stores/place.ts';
import { useLookup } from '../stores/lookup.ts';
import { show } from './chips.ts';

/** What stands above every ledger: its order, and what it is narrowed to by name or by pressed keys. */
const { kept, platform, style, set } = usePlace();
const lookup = useLookup();
const order = kept('group', 'category');
const press = kept('press');
const [narrowed, held, key] = [kept('narrow'), kept('held'), kept('key')];
</script>

<template>
  <label
    >Ordered by
    <ElSelect v-model="order" size="small" aria-label="Ordered by" style="width: 110px">
      <ElOption v-for="one in LEDGER_ORDERS" :key="one" :value="one" :label="one" />
    </ElSelect>
  </label>
  <slot />
  <span v-if="press"
    >answering to <b>{{ show(press, platform, style) }}</b>
    <button type="button" class="btn plain forget" @click="set({ press: '' })">
      Forget<span class="sr-only"> the pressed keys</span>
    </button></span
  >
  <button
    v-if="press || lookup.name || narrowed || held || key"
    type="button"
    class="btn plain"
    @click="lookup.showAll()"
  >
    Show all
  </button>
</template>

<style scoped>
.forget {
  margin-left: 8px;
}
</style>
