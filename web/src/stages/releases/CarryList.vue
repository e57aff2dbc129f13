<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { placeKey } from '@crib/core/keyset';
import { platformName } from '@crib/core/keys';
import { say } from '@crib/core/words';
import { type Decision, type EditCost, type Outcome, type OutcomeKind } from '@crib/core/release';
import KeyChip from '../../parts/KeyChip.vue';
import { show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import type { useCarry } from './useCarry.ts';

/** The edits of a keyset on its way, one a row: moved through by arrows, decided by one letter each. */
const props = defineProps<{
  carrying: ReturnType<typeof useCarry>;
  shown: readonly Outcome[];
  selected: Outcome | null;
  costs: ReadonlyMap<string, EditCost>;
  titles: Readonly<Record<OutcomeKind, string>>;
}>();
const emit = defineEmits<{ select: [outcome: Outcome]; decide: [decision: Decision]; margin: [] }>();
const { style, platform } = usePlace();
const { keyset, to, from, source, decisionOf, isDecided } = props.carrying;
const root = ref<HTMLElement | null>(null);
const keyOf = (one: Outcome) => placeKey(one.edit);

function go(by: number) {
  const index = props.shown.findIndex((one) => one === props.selected);
  const next = props.shown[Math.max(0, Math.min(props.shown.length - 1, index + by))];
  if (next) emit('select', next);
}
const KEYS: Record<string, () => void> = {
  ArrowDown: () => go(1),
  ArrowUp: () => go(-1),
  Home: () => go(-props.shown.length),
  End: () => go(props.shown.length),
  k: () => emit('decide', { what: 'keep' }),
  f: () => emit('decide', { what: 'follow' }),
  l: () => emit('decide', { what: 'later' }),
  o: () => emit('margin'),
  Enter: () => emit('margin'),
};
function onKey(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const act = KEYS[event.key.length === 1 ? event.key.toLowerCase() : event.key];
  if (!act) return;
  event.preventDefault();
  act();
}
watch(
  () => props.selected,
  () => nextTick(() => root.value?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' })),
);

const WORDS: Record<Decision['what'], string> = {
  keep: 'keep mine',
  follow: 'use new default',
  other: 'something else',
  later: 'decide later',
};
const label = (one: Outcome) => source.value?.commands.find((each) => each.id === one.edit.command)?.label ?? '';
const place = (one: Outcome) => from.value?.tree.get(one.edit.context).name ?? '';
const otherKeys = (decision: Decision) => (decision.what === 'other' ? (decision.shortcuts ?? []) : []);
const past = (one: Outcome) => props.costs.get(keyOf(one))?.at.length ?? 0;
const hasPast = computed(() => [...props.costs.values()].some((one) => one.steps > 0));
defineExpose({ focus: () => root.value?.focus() });
</script>

<template>
  <div
    ref="root"
    class="list"
    role="grid"
    tabindex="0"
    :aria-label="`Edits in ${keyset?.name}`"
    :aria-rowcount="shown.length + 1"
    @keydown="onKey"
  >
    <div class="row head" role="row">
      <span role="columnheader">Edit in {{ keyset?.name }}</span>
      <span role="columnheader">Shortcut</span>
      <span role="columnheader">In {{ to?.label }}</span>
      <span v-if="hasPast" role="columnheader">Past decisions</span>
      <span role="columnheader">Decision</span>
    </div>
    <div
      v-for="one in shown"
      :key="keyOf(one)"
      class="row"
      role="row"
      :aria-selected="one === selected"
      :class="{ chosen: one === selected, waits: !isDecided(one) }"
      @click="(emit('select', one), root?.focus())"
    >
      <span role="gridcell" class="what"
        ><b>{{ label(one) }}</b
        ><small>{{ place(one) }}{{ one.edit.platform ? `, ${platformName(one.edit.platform)}` : '' }}</small></span
      >
      <span role="gridcell" class="keys-cell">
        <KeyChip
          v-for="key in one.edit.shortcuts"
          :key="key"
          :shortcut="key"
          :platform="one.edit.platform ?? platform"
          :how="style"
          state="yours"
        />
        <span v-if="!one.edit.shortcuts.length" class="mid">{{ one.edit.action }}</span>
      </span>
      <span role="gridcell" class="says"
        ><b>{{ titles[one.kind] }}</b
        >{{ say(one.said) }}</span
      >
      <span
        v-if="hasPast"
        role="gridcell"
        class="figures"
        :title="past(one) ? 'releases where it would have needed a decision' : undefined"
        >{{ past(one) || '–' }}</span
      >
      <span role="gridcell" class="decision">
        <template v-if="isDecided(one)"
          >{{ WORDS[decisionOf(one).what] }}
          {{
            otherKeys(decisionOf(one))
              .map((key) => show(key, platform, style))
              .join(' or ')
          }}</template
        >
        <b v-else>undecided</b>
      </span>
    </div>
  </div>
</template>

<style scoped>
.list {
  flex: 1;
  min-height: 0;
  overflow: auto;
  margin-right: -18px;
}
.row {
  display: grid;
  grid-template-columns: minmax(136px, 1.1fr) minmax(140px, 0.7fr) minmax(180px, 2fr) 76px 92px;
  align-items: center;
  gap: 0 12px;
  min-height: 46px;
  padding: 4px 8px;
  border-bottom: 1px solid var(--hair);
}
.row:not(:has(> :nth-child(5))) {
  grid-template-columns: minmax(136px, 1.1fr) minmax(140px, 0.7fr) minmax(190px, 2fr) 92px;
}
.head {
  position: sticky;
  top: 0;
  z-index: 1;
  min-height: 30px;
  border-bottom: 1.5px solid var(--ink);
  background: var(--sheet);
  font: 600 12px var(--mono);
}
.what b,
.says b {
  display: block;
  font-weight: 600;
}
.says b {
  font-size: 12px;
}
.says,
small {
  color: var(--mid);
  font-size: 12.5px;
}
.keys-cell {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.waits .decision b {
  padding: 2px 6px;
  background: var(--sun-wash);
  box-shadow: inset 0 -2px 0 var(--sun-line);
  color: var(--sun-ink);
  font: 600 12px var(--mono);
}
.decision {
  font: 500 12.5px var(--mono);
}
</style>
