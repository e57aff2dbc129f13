<script setup lang="ts">
import { showStored } from '@crib/core/keys';
import { usePlace } from '../stores/place.ts';
import { useLookup } from '../stores/lookup.ts';

/** What stands above every ledger: its grouping, and what it is narrowed to by name or by pressed keys. */
const { kept, platform, style } = usePlace();
const lookup = useLookup();
const groupBy = kept('group', 'category');
const press = kept('press');
</script>

<template>
  <label
    >Grouped by
    <ElSelect v-model="groupBy" size="small" aria-label="Grouped by" style="width: 110px">
      <ElOption value="category" label="category" />
      <ElOption value="context" label="context" />
    </ElSelect>
  </label>
  <slot />
  <span v-if="press"
    >answering to <b>{{ showStored(press, platform, style) }}</b></span
  >
  <button v-if="press || lookup.name" type="button" class="btn plain" @click="lookup.showAll()">Show all</button>
</template>
