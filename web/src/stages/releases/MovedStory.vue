<script setup lang="ts">
import { computed } from 'vue';
import { carry, rowCommand, storyOf, type MovedRow } from '@crib/core/release';
import { say } from '@crib/core/words';
import { useWorkspace } from '../../stores/workspace.ts';
import KeyChip from '../../parts/KeyChip.vue';
import { show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import GiveBack from './GiveBack.vue';
import DecideEdit from './DecideEdit.vue';
import { KIND_TITLES } from './movedLedger.ts';
import { useDecisions } from '../../composables/useDecisions.ts';
import type { useComparison } from './useComparison.ts';

/** The story of one change in words, what it costs a trained hand, and what custom keysets make of it. */
const props = defineProps<{ row: MovedRow; comparison: ReturnType<typeof useComparison> }>();
const workspace = useWorkspace();
const { style, luggage } = usePlace();
const { compared, platforms, now, labelOf } = props.comparison;

const command = computed(() => rowCommand(props.row));
/** The command in the release in hand, where that is the newer one: it can have its old keys back there. */
const inHand = computed(() => {
  const [is] = props.row.change.now;
  return is && now.value?.releaseId === workspace.catalogue?.release.id
    ? (workspace.commands.get(is.id) ?? null)
    : null;
});
const tree = computed(() => (props.row.change.now.length ? compared.value!.now : compared.value!.old).tree);
const nowLabel = computed(() => labelOf(now.value?.releaseId));

const spelling = { showKeys: (stored: string, on: string) => show(stored, on, style.value) };
const sentences = computed(() =>
  storyOf(props.row, compared.value!.sides, nowLabel.value).map((one) => say(one, spelling)),
);
const worst = computed(() => props.row.harms[0] ?? null);

/** Custom keysets on the older release carried to the newer one: once a comparison, whichever row is looked at. */
const carried = computed(() => {
  const made = compared.value!;
  const [a, b] = [made.old.catalogue, made.now.catalogue];
  if (a.release.id === b.release.id) return [];
  const target = made.now.setting(now.value!.id, workspace.keyboardsFor(b.release.platforms));
  return a.keysets.flatMap((keyset) => {
    if (keyset.kind !== 'custom') return [];
    // What a set on top of another comes to is seen when that one has been carried.
    if (made.old.keyset(keyset.baseId)?.kind !== 'shipped') return [];
    const base = made.old.setting(keyset.baseId, workspace.keyboardsFor(a.release.platforms));
    const outcomes = carry({ edits: keyset.edits, old: base, now: target, lineage: made.lineage });
    return [{ keyset, outcomes, decisions: useDecisions(keyset.id, b.release.id) }];
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
    <h3>Disruption</h3>
    <div class="pair">
      <span>Uses per working day</span><b>{{ worst.uses ? Math.round(worst.uses * 10) / 10 : 'no data' }}</b>
    </div>
    <div class="pair">
      <span>The shortcut is destructive now</span><b>{{ worst.destroys ? 'yes' : 'no' }}</b>
    </div>
    <div class="pair">
      <span>The command lost its shortcut</span><b>{{ worst.keyless ? 'yes' : 'no' }}</b>
    </div>
    <div v-if="worst.mm" class="pair">
      <span>Distance from old to new key</span><b>{{ Math.round(worst.mm) }} mm</b>
    </div>
    <div class="pair">
      <span>Total</span><b class="figures">{{ worst.harm.toFixed(1) }}</b>
    </div>
    <p class="mid how">
      (1 + uses) × (3 for another command, 1 for no effect; + 4 if destructive, + 2 without a shortcut, + mm ÷ 200, at
      most 2). Weights chosen by Crib.
    </p>
  </template>
  <template v-for="{ keyset, outcomes, decisions } in customs" :key="keyset.id">
    <h3>Your keyset: {{ keyset.name }}</h3>
    <p v-if="!outcomes.length">No edit here: it will follow {{ nowLabel }}.</p>
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
        {{ say(outcome.said, spelling) }}
      </p>
      <DecideEdit :outcome="outcome" :decisions="decisions" />
      <blockquote v-if="outcome.edit.reason">{{ outcome.edit.reason }}</blockquote>
    </div>
    <RouterLink
      class="btn plain"
      :to="{ name: 'carry', params: { keyset: keyset.id }, query: { ...luggage, to: String(now!.releaseId) } }"
      >Show all edits</RouterLink
    >
  </template>
  <GiveBack v-if="inHand" :command="inHand" :had="row.change.before" />
  <div class="actions">
    <RouterLink class="btn" :to="{ name: 'release-history', query: { ...luggage, command: command.name } }"
      >Command history</RouterLink
    >
    <RouterLink
      v-if="row.change.after[0]"
      class="btn"
      :to="{ name: 'release-history', query: { ...luggage, press: row.change.after[0].shortcut } }"
      >Shortcut history</RouterLink
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
