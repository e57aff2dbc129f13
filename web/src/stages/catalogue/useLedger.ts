import { computed, onBeforeUnmount, shallowRef, watch, type Ref } from 'vue';
import { platformName } from '@crib/core/keys';
import { canonicalOn } from '@crib/core/press';
import type { Command } from '@crib/core/contract';
import {
  LEDGER_FILTERS,
  LEDGER_ORDERS,
  cellOf,
  clashes,
  ordered,
  passes,
  rowFacts,
  unverifiedOn,
  type LedgerFilter,
  type LedgerOrder,
  type LedgerView,
} from '@crib/core/keyset';
import { grouped, remembered, type LedgerColumn } from '../../parts/ledger.ts';
import { useLookup } from '../../stores/lookup.ts';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** The rows and columns of a ledger, as the address asks for them: by name or press, by place, narrowed, in an order. */
export function useLedger(columnIds: Ref<readonly number[]>) {
  const workspace = useWorkspace();
  const { kept, set, platform } = usePlace();
  const where = kept('where');
  const press = kept('press');
  const narrowed = kept('narrow');
  const held = kept('held');
  const key = kept('key');
  const lookup = useLookup();
  const query = computed(() => lookup.name);
  const orderAsked = kept('group', 'category');
  const order = computed<LedgerOrder>({
    get: () => LEDGER_ORDERS.find((one) => one === orderAsked.value) ?? 'category',
    set: (value) => (orderAsked.value = value),
  });
  const runAsked = kept('run');
  const run = computed(() => {
    const runs = workspace.catalogue?.runs ?? [];
    return runs.find((one) => String(one.id) === runAsked.value) ?? runs[0] ?? null;
  });
  const selectedName = kept('row');

  const columns = computed<LedgerColumn[]>(() =>
    columnIds.value.flatMap((id): LedgerColumn[] => {
      const keyset = workspace.keyset(id);
      if (!keyset) return [];
      const weighed = workspace.weighedOf(id);
      const on = platform.value;
      if (keyset.kind === 'shipped') {
        const { label } = workspace.catalogue!.release;
        const sub = `shipped, ${keyset.bindings.length} shortcuts`;
        const title = keyset.isDefault ? label : keyset.name;
        return [{ id, title, sub, asBase: '', cell: remembered((command) => cellOf(command, weighed, on)) }];
      }
      const base = workspace.keyset(keyset.baseId)!;
      const below = workspace.weighedOf(keyset.baseId);
      const asBase = base.kind === 'shipped' ? 'as shipped' : `as ${base.name}`;
      const cell = remembered((command) => cellOf(command, weighed, on, below));
      return [{ id, title: keyset.name, sub: `${keyset.edits.length} edits`, asBase, cell }];
    }),
  );

  const keyboard = computed(() => workspace.keyboardOn(platform.value));
  const weighed = computed(() =>
    columnIds.value.flatMap((id) => (workspace.keyset(id) ? [workspace.weighedOf(id)] : [])),
  );
  const facts = computed(() => rowFacts(workspace.catalogue?.commands ?? [], weighed.value, keyboard.value));
  /** What clashes in the last column: found once the ledger stands on the screen. */
  const clashing = shallowRef<ReadonlySet<number>>(new Set());
  let waiting: ReturnType<typeof setTimeout> | undefined;
  watch(
    () => [workspace.catalogue, columnIds.value.at(-1), workspace.keyboards] as const,
    ([, last]) => {
      clearTimeout(waiting);
      waiting = setTimeout(() => {
        if (last === undefined || !workspace.keyset(last)) return;
        const found = clashes(workspace.settingOf(last)).filter((clash) => clash.severity !== 'note');
        clashing.value = new Set(found.flatMap((clash) => clash.parties.map((party) => party.command)));
      }, 300);
    },
    { immediate: true },
  );
  onBeforeUnmount(() => clearTimeout(waiting));
  const view = computed<LedgerView>(() => ({
    facts: facts.value,
    clashing: clashing.value,
    unverified: workspace.shipped?.kind === 'shipped' ? unverifiedOn(workspace.shipped, platform.value) : new Set(),
  }));

  /** Commands that answer to the pressed keys in any column. */
  const pressed = computed(() => {
    const asked = press.value ? canonicalOn(press.value, keyboard.value) : null;
    if (!asked) return null;
    const found = weighed.value.flatMap((one) => one.answering(asked, keyboard.value));
    return new Set(found.map((one) => one.held.command));
  });

  const texts = computed(
    () =>
      new Map(
        (workspace.catalogue?.commands ?? []).map((one) => [
          one.id,
          [one.label, ...one.otherNames, one.menu, ...one.wordings.flatMap((word) => [word.label, ...word.otherNames])]
            .join(' ')
            .toLowerCase(),
        ]),
      ),
  );
  /** What name and press find, before the ledger is narrowed further: the counts in the index are of these. */
  const found = computed<Command[]>(() => {
    const words = query.value.normalize('NFC').toLowerCase().split(/\s+/).filter(Boolean);
    return (workspace.catalogue?.commands ?? []).filter(
      (command) =>
        (!pressed.value || pressed.value.has(command.id)) &&
        words.every((word) => texts.value.get(command.id)!.includes(word)),
    );
  });
  const filter = computed(() => LEDGER_FILTERS.find((one) => one === narrowed.value) ?? null);
  const shown = computed(() =>
    found.value.filter(
      (command) =>
        (!where.value || String(command.home) === where.value) &&
        (!filter.value || passes(command, filter.value, view.value)) &&
        (!held.value || facts.value.get(command.id)?.modifiers.includes(held.value)) &&
        (!key.value || facts.value.get(command.id)?.keys.includes(key.value)),
    ),
  );
  const counts = computed(() => {
    const map = new Map<LedgerFilter, number>(LEDGER_FILTERS.map((one) => [one, 0]));
    for (const command of found.value)
      for (const one of LEDGER_FILTERS) if (passes(command, one, view.value)) map.set(one, map.get(one)! + 1);
    return map;
  });
  /** Modifiers and keys in use, with how many commands each has. */
  const tally = (of: 'modifiers' | 'keys') => {
    const map = new Map<string, number>();
    for (const command of found.value)
      for (const one of facts.value.get(command.id)?.[of] ?? []) map.set(one, (map.get(one) ?? 0) + 1);
    return [...map].sort((a, b) => b[1] - a[1]);
  };
  /** Counted when they are asked for. */
  const tallies = { modifiers: () => tally('modifiers'), keys: () => tally('keys') };

  const rows = computed(() => {
    const { tree } = workspace;
    if (!tree) return [];
    const { commands, groupOf } = ordered(shown.value, order.value, facts.value, tree, run.value);
    return grouped(commands, groupOf);
  });

  const selected = computed(() => workspace.byName.get(selectedName.value) ?? null);
  const select = (id: number) => set({ row: workspace.commands.get(id)?.name ?? '' }, true);
  const title = computed(
    () => `${workspace.app?.name ?? ''} ${workspace.catalogue?.release.label ?? ''} on ${platformName(platform.value)}`,
  );
  return {
    columns,
    found,
    shown,
    rows,
    order,
    press,
    query,
    where,
    narrowed,
    held,
    key,
    counts,
    tallies,
    selected,
    select,
    title,
    clear: lookup.showAll,
  };
}
