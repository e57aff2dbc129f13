<script setup lang="ts">
import { LEDGER_FILTERS, type LedgerFilter } from '@crib/core/keyset';
import { platformName, type Platform } from '@crib/core/keys';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../stores/place.ts';
import KeyNarrow from './KeyNarrow.vue';

/** What the ledger can be narrowed to, with how many commands each has. */
defineProps<{
  counts: ReadonlyMap<LedgerFilter, number>;
  tallies: { readonly modifiers: () => readonly [string, number][]; readonly keys: () => readonly [string, number][] };
  platform: Platform;
}>();
const { route, kept } = usePlace();
const narrowed = kept('narrow');
const NAMES: Record<LedgerFilter, string> = {
  with: 'With a key',
  without: 'Without a key',
  differing: 'Columns differ',
  fixed: 'Cannot be changed',
  clashing: 'Clash',
  unverified: 'Not verified on',
};
const to = (choice: string) => ({ query: { ...route.query, narrow: choice || undefined } });
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
  <KeyNarrow :counts="tallies" :platform="platform" />
</template>
