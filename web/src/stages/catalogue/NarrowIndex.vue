<script setup lang="ts">
import { LEDGER_FILTERS, type LedgerFilter } from '@crib/core/keyset';
import { keyAtCode, platformName, writeStored, type Platform } from '@crib/core/keys';
import IndexLine from '../../parts/IndexLine.vue';
import { layoutInHand } from '../../parts/chips.ts';
import { usePlace } from '../../stores/place.ts';

/** What the ledger can be narrowed to, with how many commands each has. */
defineProps<{
  counts: ReadonlyMap<LedgerFilter, number>;
  modifiers: readonly [string, number][];
  keys: readonly [string, number][];
  platform: Platform;
}>();
const { route, kept } = usePlace();
const narrowed = kept('narrow');
const held = kept('held');
const key = kept('key');
const NAMES: Record<LedgerFilter, string> = {
  with: 'With a key',
  without: 'Without a key',
  differing: 'Columns differ',
  fixed: 'Cannot be changed',
  clashing: 'Clash',
  unverified: 'Not verified on',
};
const to = (choice: string) => ({ query: { ...route.query, narrow: choice || undefined } });

/** A key by what is printed on it, where that is a key at all. */
function nameOf(code: string, platform: Platform): string {
  if (/(Click|Drag|Wheel|Swipe|Pinch|Rotate)/.test(code) || code.startsWith('tap')) return code;
  return writeStored({
    strokes: [{ kind: 'key', modifiers: [], key: keyAtCode(code, layoutInHand.value, platform) }],
    manner: 'pressed',
  });
}
</script>

<template>
  <h3>Narrowed to</h3>
  <IndexLine
    v-for="one in LEDGER_FILTERS"
    :key="one"
    :to="to(narrowed === one ? '' : one)"
    :on="narrowed === one"
    :count="counts.get(one) ?? 0"
    >{{ NAMES[one] }}{{ one === 'unverified' ? ` ${platformName(platform)}` : '' }}</IndexLine
  >
  <label class="pick"
    >Held
    <ElSelect v-model="held" size="small" aria-label="By modifier" placeholder="any">
      <ElOption value="" label="any" />
      <ElOption v-for="[name, count] in modifiers" :key="name" :value="name" :label="`${name}, ${count}`" />
    </ElSelect>
  </label>
  <label class="pick"
    >Key
    <ElSelect v-model="key" size="small" aria-label="By key" placeholder="any" filterable>
      <ElOption value="" label="any" />
      <ElOption
        v-for="[code, count] in keys"
        :key="code"
        :value="code"
        :label="`${nameOf(code, platform)}, ${count}`"
      />
    </ElSelect>
  </label>
  <RouterLink v-if="key" class="btn plain" :to="{ name: 'key', params: { code: key }, query: route.query }"
    >This key in full</RouterLink
  >
</template>

<style scoped>
.pick {
  display: grid;
  grid-template-columns: 58px 1fr;
  align-items: center;
  margin: 8px 12px 0 0;
  color: var(--mid);
  font-size: 12.5px;
}
.btn {
  margin-top: 8px;
}
</style>
