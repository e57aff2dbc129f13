<script setup lang="ts">
import { computed } from 'vue';
import { settingFrom, stackOf } from '@crib/core/keyset';
import { carry, treeOf, type MovedRow } from '@crib/core/release';
import KeyChip from '../../parts/KeyChip.vue';
import { show } from '../../parts/chips.ts';
import { usePlace } from '../../stores/place.ts';
import DecideEdit from './DecideEdit.vue';
import { KIND_TITLES, rowCommand } from './movedLedger.ts';
import { useDecisions } from '../../stores/decisions.ts';
import type { useComparison } from './useComparison.ts';

/** The story of one change in words, what it costs a trained hand, and what custom keysets make of it. */
const props = defineProps<{ row: MovedRow; comparison: ReturnType<typeof useComparison> }>();
const { style, luggage } = usePlace();
const { compared, platforms, now, labelOf } = props.comparison;

const command = computed(() => rowCommand(props.row));
const tree = computed(() => treeOf((props.row.change.now.length ? compared.value!.now : compared.value!.old).contexts));
const keys = (side: 0 | 1, list: readonly { shortcut: string }[]) => [...new Set(list.map((one) => show(one.shortcut, platforms.value[side], style.value)))]; // prettier-ignore
const listed = (list: readonly string[]) => list.join(' or ') || 'no key';
const nowLabel = computed(() => labelOf(now.value?.releaseId));

const sentences = computed(() => {
  const { old: was, now: is, kinds, keys: became, before, after } = props.row.change;
  const [a, b] = [listed(keys(0, before)), listed(keys(1, after))];
  const made = compared.value!;
  const name = (id: number) => made.sides[1].commands.get(id)?.label ?? '';
  const formerName = (id: number) => made.sides[0].commands.get(id)?.label ?? '';
  const said: string[] = [];
  const names = (list: typeof was) => list.map((one) => one.label).join(' and ');
  if (!is.length) said.push(`${names(was)} is not in ${nowLabel.value} any more. It had ${a}.`);
  else if (!was.length) said.push(`New in ${nowLabel.value}, with ${b}.`);
  else {
    if (kinds.includes('split')) said.push(`${names(was)} was split into ${names(is)}.`);
    if (kinds.includes('merged')) said.push(`${names(was)} became ${names(is)}.`);
    if (kinds.includes('renamed')) said.push(`It was called ${was[0]!.label}.`);
    if (kinds.includes('moved in the menus')) said.push(`In the menus it was at ${was[0]!.menu || 'no place'}, and is at ${is[0]!.menu || 'no place'}.`); // prettier-ignore
    if (kinds.includes('became fixed')) said.push('Its keys cannot be changed any more.');
    if (kinds.includes('became free')) said.push('Its keys can be changed now.');
    if (became === 'moved') said.push(`It moved from ${a} to ${b}.`);
    if (became === 'lost') said.push(after.length ? `Of ${a} it has only ${b} left.` : `It lost ${a}, and has no key now.`); // prettier-ignore
    if (became === 'gained') said.push(before.length ? `Besides ${a} it now has ${b}.` : `It had no key, and has ${b} now.`); // prettier-ignore
    if (became === 'kept') said.push(`It keeps ${a}.`);
  }
  for (const { change, destroys } of props.row.harms.filter((one) => one.kind === 'new meaning').slice(0, 2)) {
    const press = change.old[0] ? show(change.old[0].shortcut, platforms.value[0], style.value) : change.press;
    const place = change.place.now === null ? '' : treeOf(made.now.contexts).get(change.place.now).name;
    said.push(
      `${press} in ${place} was ${change.old.map((one) => formerName(one.command)).join(', ')} and is ${change.now.map((one) => name(one.command)).join(', ')} now${destroys ? ', which destroys work' : ''}.`,
    );
  }
  return said;
});
const worst = computed(() => props.row.harms[0] ?? null);

/** Custom keysets on the older release carried to the newer one: once a comparison, whichever row is looked at. */
const carried = computed(() => {
  const made = compared.value!;
  if (made.old.release.id === made.now.release.id) return [];
  const stack = stackOf(
    made.now.keysets.find((one) => one.id === now.value!.id)!,
    made.now.keysets,
  );
  const target = settingFrom(made.now, now.value!.id, { stack });
  return made.old.keysets.flatMap((keyset) => {
    if (keyset.kind !== 'custom') return [];
    // What a set on top of another comes to is seen when that one has been carried.
    if (!made.old.keysets.some((one) => one.id === keyset.baseId && one.kind === 'shipped')) return [];
    const base = settingFrom(made.old, keyset.baseId);
    const outcomes = carry({ edits: keyset.edits, old: base, now: target, lineage: made.lineage });
    return [{ keyset, outcomes, decisions: useDecisions(keyset.id, made.now.release.id) }];
  });
});
/** What each of them does for this command. */
const customs = computed(() => {
  const ids = new Set(props.row.change.old.map((one) => one.id));
  return carried.value.map((one) => ({ ...one, outcomes: one.outcomes.filter(({ edit }) => ids.has(edit.command)) }));
});
</script>

<template>
  <h2>{{ command.label }}</h2>
  <p class="under">
    {{ tree.path(command.home) }} · {{ row.kinds.map((one) => KIND_TITLES[one].toLowerCase()).join(', ') }}
  </p>
  <p v-for="one in sentences" :key="one" class="said">{{ one }}</p>
  <template v-if="worst && worst.harm > 0">
    <h3>Harm to habit</h3>
    <div class="pair">
      <span>Uses a working day</span><b>{{ worst.uses ? Math.round(worst.uses * 10) / 10 : 'not counted' }}</b>
    </div>
    <div class="pair">
      <span>The key now destroys work</span><b>{{ worst.destroys ? 'yes' : 'no' }}</b>
    </div>
    <div class="pair">
      <span>The command is left without a key</span><b>{{ worst.keyless ? 'yes' : 'no' }}</b>
    </div>
    <div v-if="worst.mm" class="pair">
      <span>From the old key to the new</span><b>{{ Math.round(worst.mm) }} mm</b>
    </div>
    <div class="pair">
      <span>Together</span><b class="figures">{{ worst.harm.toFixed(1) }}</b>
    </div>
    <p class="mid how">
      (1 + uses) × (3 for another meaning, 1 for a dead key; + 4 if it destroys, + 2 without a key, + mm ÷ 200, at most
      2). Our own weights.
    </p>
  </template>
  <template v-for="{ keyset, outcomes, decisions } in customs" :key="keyset.id">
    <h3>What {{ keyset.name }} does</h3>
    <p v-if="!outcomes.length">It leaves this as shipped: carried forward, it goes along with {{ nowLabel }}.</p>
    <div v-for="outcome in outcomes" :key="`${outcome.edit.context} ${outcome.edit.platform}`" class="outcome">
      <p>
        <KeyChip
          v-for="one in outcome.edit.shortcuts"
          :key="one"
          :shortcut="one"
          :platform="outcome.edit.platform ?? platforms[1]"
          :how="style"
          state="yours"
        />
        {{ outcome.sentence }}
      </p>
      <DecideEdit :outcome="outcome" :decisions="decisions" />
      <blockquote v-if="outcome.edit.reason">{{ outcome.edit.reason }}</blockquote>
    </div>
    <RouterLink
      class="btn plain"
      :to="{ name: 'carry', params: { keyset: keyset.id }, query: { ...luggage, to: String(now!.releaseId) } }"
      >To the whole list</RouterLink
    >
  </template>
  <div class="actions">
    <RouterLink class="btn" :to="{ name: 'story', query: { ...luggage, command: command.name } }"
      >Through all releases</RouterLink
    >
    <RouterLink
      v-if="row.change.after[0]"
      class="btn"
      :to="{ name: 'story', query: { ...luggage, press: row.change.after[0].shortcut } }"
      >This press through all</RouterLink
    >
  </div>
</template>

<style scoped>
.said {
  margin-bottom: 6px;
}
.how {
  font-size: 12px;
}
.outcome {
  margin-bottom: 10px;
}
.outcome p {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin-bottom: 6px;
}
blockquote {
  margin: 6px 0 0;
  padding-left: 10px;
  border-left: 2px solid var(--rule);
  color: var(--mid);
}
</style>
