<script setup lang="ts">
import { usePlace } from '../stores/place.ts';
import { useLookup } from '../stores/lookup.ts';
import { show } from './chips.ts';

/** What the ledger is narrowed to by name or by pressed keys, and the way back. */
const { kept, platform, style, set } = usePlace();
const lookup = useLookup();
const press = kept('press');
const [narrowed, held, key] = [kept('narrow'), kept('held'), kept('key')];
</script>

<template>
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
