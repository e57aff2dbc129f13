<script setup lang="ts">
import { computed } from 'vue';
import { platformName } from '@crib/core/keys';
import { filtersIn } from '@crib/core/keyset';
import { FILTER_NAMES } from '../words/filters.ts';
import { useWorkspace } from '../stores/workspace.ts';
import { usePlace } from '../composables/usePlace.ts';
import { useLookup } from '../stores/lookup.ts';
import { show } from '../words/chips.ts';

/** What the ledger is narrowed to, each taken back by itself, and the way back from all of it. */
const { kept, platform, style, set } = usePlace();
const workspace = useWorkspace();
const lookup = useLookup();
const press = kept('press');
const [narrowed, where, category, held, key] = ['narrow', 'where', 'category', 'held', 'key'].map((name) => kept(name));
const parts = computed((): { said: string; without: Record<string, string> }[] => {
  const filters = filtersIn(narrowed!.value);
  const place = workspace.tree?.inOrder.find((one) => String(one.id) === where!.value);
  return [
    ...filters.map((one) => ({
      said: `${FILTER_NAMES[one].toLowerCase()}${one === 'unverified' ? ` ${platformName(platform.value)}` : ''}`,
      without: { narrow: filters.filter((each) => each !== one).join() },
    })),
    ...(category!.value ? [{ said: category!.value, without: { category: '' } }] : []),
    ...(place ? [{ said: place.name, without: { where: '' } }] : []),
    ...(held!.value ? [{ said: `with ${held!.value}`, without: { held: '' } }] : []),
    ...(key!.value ? [{ said: `the key ${key!.value}`, without: { key: '' } }] : []),
  ];
});
</script>

<template>
  <span v-if="press"
    >shortcut <b>{{ show(press, platform, style) }}</b>
    <button type="button" class="btn plain forget" @click="set({ press: '' })">
      Clear<span class="sr-only"> the pressed shortcut</span>
    </button></span
  >
  <span v-for="part in parts" :key="part.said" class="part"
    >{{ part.said
    }}<button type="button" class="forget" :aria-label="`No longer only ${part.said}`" @click="set(part.without)">
      ✕
    </button></span
  >
  <button v-if="press || lookup.name || parts.length" type="button" class="btn plain" @click="lookup.showAll()">
    Show all
  </button>
</template>

<style scoped>
.forget {
  margin-left: 8px;
}
.part {
  border-bottom: 1.5px solid var(--ink);
  color: var(--ink);
  font-weight: 600;
}
.part .forget {
  margin-left: 4px;
  border: 0;
  background: none;
  padding: 2px 4px;
  color: var(--mid);
  font-size: 11px;
  cursor: pointer;
}
</style>
