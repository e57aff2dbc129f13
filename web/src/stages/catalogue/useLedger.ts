import { computed, onBeforeUnmount, shallowRef, watch, type Ref } from 'vue';
import { lookedUp, platformName } from '@crib/core/keys';
import { wholeOf } from '@crib/core/catalogue';
import { canonicalOn } from '@crib/core/press';
import type { Command } from '@crib/core/contract';
import {
  LEDGER_FILTERS,
  LEDGER_ORDERS,
  cellOf,
  clashes,
  filtersIn,
  ordered,
  passes,
  placesOf,
  rowFacts,
  unverifiedOn,
  type LedgerFilter,
  type LedgerOrder,
  type LedgerView,
} from '@crib/core/keyset';
import { counted } from '@crib/core/words';
import { following } from '../../composables/following.ts';
import { grouped, remembered, type LedgerColumn } from '../../parts/ledger.ts';
import { useLookup } from '../../stores/lookup.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/**
 * The rows and columns of a ledger, as the address asks for them: by name or press, by place, narrowed, in an order.
 * Whether a command has a key goes by the keyset in hand.
 */
export function useLedger(columnIds: Ref<readonly number[]>, inHand: Ref<number | null>) {
  const workspace = useWorkspace();
  const { kept, set, platform } = usePlace();
  const where = kept('where');
  const press = kept('press');
  const narrowed = kept('narrow');
  const category = kept('category');
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
        const sub = `built in · ${counted(keyset.bindings.length, 'shortcut')}`;
        const title = keyset.isDefault ? label : keyset.name;
        return [{ id, title, sub, asBase: '', cell: remembered((command) => cellOf(command, weighed, on)) }];
      }
      const base = workspace.keyset(keyset.baseId)!;
      const below = workspace.weighedOf(keyset.baseId);
      const asBase = base.kind === 'shipped' ? 'built in' : `as in ${base.name}`;
      const cell = remembered((command) => cellOf(command, weighed, on, below));
      return [{ id, title: keyset.name, sub: counted(keyset.edits.length, 'edit'), asBase, cell }];
    }),
  );

  const keyboard = computed(() => workspace.keyboardOn(platform.value));
  const weighed = computed(() =>
    columnIds.value.flatMap((id) => (workspace.keyset(id) ? [workspace.weighedOf(id)] : [])),
  );
  const handKeyset = computed(() => workspace.keyset(inHand.value));
  const facts = computed(() => {
    const hand = handKeyset.value && workspace.weighedOf(handKeyset.value.id);
    return rowFacts(workspace.catalogue?.commands ?? [], weighed.value, hand, keyboard.value);
  });
  /** What clashes in the keyset in hand: found once the ledger stands on the screen. */
  const clashing = shallowRef<ReadonlySet<number>>(new Set());
  let waiting: ReturnType<typeof setTimeout> | undefined;
  watch(
    () => [workspace.catalogue, inHand.value, workspace.keyboards] as const,
    ([, hand]) => {
      clearTimeout(waiting);
      waiting = setTimeout(() => {
        if (!workspace.keyset(hand)) return;
        const found = clashes(workspace.settingOf(hand!)).filter((clash) => clash.severity !== 'note');
        clashing.value = new Set(found.flatMap((clash) => clash.parties.map((party) => party.command)));
      }, 300);
    },
    { immediate: true },
  );
  onBeforeUnmount(() => clearTimeout(waiting));
  const view = computed<LedgerView>(() => ({
    facts: facts.value,
    edited: new Set(handKeyset.value?.kind === 'custom' ? handKeyset.value.edits.map((one) => one.command) : []),
    often: workspace.opened?.often() ?? new Set(),
    clashing: clashing.value,
    unverified: workspace.shipped?.kind === 'shipped' ? unverifiedOn(workspace.shipped, platform.value) : new Set(),
  }));

  /** What was typed into the look-up, where it may be keys. */
  const typed = computed(() => (query.value ? lookedUp(query.value, platform.value) : null));
  /** The press that is looked up: pressed, or typed so that it can be nothing else. */
  const lookedFor = computed(() => press.value || (typed.value?.sure ? typed.value.shortcut : ''));
  /** Commands that answer to a press in any column. */
  function answering(shortcut: string): ReadonlySet<number> | null {
    const asked = canonicalOn(shortcut, keyboard.value);
    if (!asked) return null;
    const found = weighed.value.flatMap((one) => one.answering(asked, keyboard.value));
    return new Set(found.map((one) => one.held.command));
  }

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
    const all = workspace.catalogue?.commands ?? [];
    const pressed = lookedFor.value ? answering(lookedFor.value) : null;
    const words = typed.value?.sure ? [] : query.value.normalize('NFC').toLowerCase().split(/\s+/).filter(Boolean);
    const byName = all.filter(
      (command) =>
        (!pressed || pressed.has(command.id)) && words.every((word) => texts.value.get(command.id)!.includes(word)),
    );
    if (byName.length > 0 || !typed.value || pressed) return byName;
    // “Home” is a key as well as a word: where no command is called so, it is looked up as a press.
    const byPress = answering(typed.value.shortcut);
    return byPress ? all.filter((command) => byPress.has(command.id)) : byName;
  });
  const filters = computed(() => filtersIn(narrowed.value));
  const shown = computed(() =>
    found.value.filter(
      (command) =>
        (!where.value || placesOf(command, facts.value).has(Number(where.value))) &&
        (!category.value || command.category === category.value) &&
        filters.value.every((one) => passes(command, one, view.value)) &&
        (!held.value || facts.value.get(command.id)?.modifiers.includes(held.value)) &&
        (!key.value || facts.value.get(command.id)?.keys.includes(key.value)),
    ),
  );
  /** How many of the commands found belong to each of some things, an argument counted with its command. */
  function countedBy<Of>(of: (command: Command) => Iterable<Of>): ReadonlyMap<Of, number> {
    const wholes = new Map<Of, Set<string>>();
    for (const command of found.value)
      for (const one of of(command)) {
        const known = wholes.get(one);
        if (known) known.add(wholeOf(command));
        else wholes.set(one, new Set([wholeOf(command)]));
      }
    return new Map([...wholes].map(([one, names]) => [one, names.size]));
  }
  /** How many of the commands that are found pass each filter, and belong to each place and to each category. */
  const counts = following([found, view], () => {
    const some = countedBy((command) => LEDGER_FILTERS.filter((one) => passes(command, one, view.value)));
    return {
      filters: new Map<LedgerFilter, number>(LEDGER_FILTERS.map((one) => [one, some.get(one) ?? 0])),
      places: countedBy((command) => placesOf(command, facts.value)),
      categories: countedBy((command) => [command.category]),
    };
  });
  /** Modifiers and keys in use, with how many commands each has. */
  const tally = (of: 'modifiers' | 'keys') =>
    [...countedBy((command) => facts.value.get(command.id)?.[of] ?? [])].sort((a, b) => b[1] - a[1]);
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
    press: lookedFor,
    counts,
    tallies,
    selected,
    select,
    title,
    clear: lookup.showAll,
  };
}
