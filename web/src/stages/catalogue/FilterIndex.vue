<script setup lang="ts">
import { computed } from 'vue';
import { LEDGER_FILTERS, filtersIn, type LedgerFilter } from '@crib/core/keyset';
import { platformName, type Platform } from '@crib/core/keys';
import IndexLine from '../../parts/IndexLine.vue';
import { FILTER_NAMES } from '../../words/filters.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import KeyNarrow from './KeyNarrow.vue';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** What a ledger can be narrowed to, with how many commands each has. Filters combine; each is taken back by itself. */
const props = defineProps<{
  filters: ReadonlyMap<LedgerFilter, number>;
  places: ReadonlyMap<number, number>;
  categories: ReadonlyMap<string, number>;
  tallies: { readonly modifiers: () => readonly [string, number][]; readonly keys: () => readonly [string, number][] };
  platform: Platform;
}>();
const workspace = useWorkspace();
const { route, kept } = usePlace();
const narrowed = kept('narrow');
const where = kept('where');
const category = kept('category');
const chosen = computed(() => filtersIn(narrowed.value));
const to = (query: Record<string, string>) => ({
  query: Object.fromEntries(Object.entries({ ...route.query, ...query }).filter(([, value]) => value)),
});
const turned = (one: LedgerFilter) =>
  to({ narrow: LEDGER_FILTERS.filter((each) => chosen.value.includes(each) !== (each === one)).join() });
const categories = computed(() =>
  [...props.categories].filter(([name]) => name).sort(([a], [b]) => a.localeCompare(b)),
);
</script>

<template>
  <h3>Filter</h3>
  <IndexLine
    v-for="one in LEDGER_FILTERS"
    :key="one"
    :to="turned(one)"
    :on="chosen.includes(one)"
    :count="filters.get(one) ?? 0"
    >{{ FILTER_NAMES[one] }}{{ one === 'unverified' ? ` ${platformName(platform)}` : '' }}</IndexLine
  >
  <FormField v-if="categories.length" class="pick" label="Category"
    ><SelectField
      v-model="category"
      size="small"
      label="By category"
      placeholder="any"
      filterable
      :choices="[
        { value: '', label: 'any' },
        ...categories.map(([name, count]) => ({ value: name, label: `${name}, ${count}` })),
      ]"
  /></FormField>
  <KeyNarrow :counts="tallies" :platform="platform" />
  <h3>Where it works</h3>
  <IndexLine :to="to({ where: '' })" :on="where === ''">All contexts</IndexLine>
  <IndexLine
    v-for="context in workspace.tree?.inOrder ?? []"
    :key="context.id"
    :to="to({ where: where === String(context.id) ? '' : String(context.id) })"
    :on="where === String(context.id)"
    :depth="workspace.tree!.depth(context.id)"
    :count="places.get(context.id) ?? 0"
  >
    {{ context.name }}
  </IndexLine>
</template>
