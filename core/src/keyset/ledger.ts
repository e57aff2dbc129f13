import { holding, type ContextTree } from '../catalogue/index.ts';
import type { Command, Run, ShippedKeyset } from '../contract/index.ts';
import { codeRankOf, type Platform } from '../keys/index.ts';
import { canonicalText, heldText, readPresses, type Keyboard } from '../press/index.ts';
import type { Held } from './effective.ts';
import { untried } from './round.ts';
import type { Weighed } from './weighed.ts';

export const LEDGER_ORDERS = ['category', 'context', 'menu', 'alphabet', 'key', 'run'] as const;
export type LedgerOrder = (typeof LEDGER_ORDERS)[number];

/** What a ledger can be narrowed to; several hold together. */
export const LEDGER_FILTERS = [
  'with',
  'without',
  'edited',
  'often',
  'differing',
  'fixed',
  'clashing',
  'unverified',
] as const;
export type LedgerFilter = (typeof LEDGER_FILTERS)[number];

/** The filters that a text names, `without,often`; what is not one is passed over. */
export const filtersIn = (text: string): LedgerFilter[] =>
  text.split(',').flatMap((name) => LEDGER_FILTERS.find((one) => one === name) ?? []);

/** The modifiers of the first of some presses, `plain` for none: `Ctrl+Shift`. */
export const modifiersOf = (presses: string) => heldText(readPresses(presses)[0]!) || 'plain';

/** The key of the first of some presses, without its modifiers: `KeyU`. */
export const keyOfPress = (presses: string) => readPresses(presses)[0]!.target;

/** What a row of the ledger is found and counted by: computed once for a set of columns, asked at every letter typed. */
export interface RowFacts {
  /** Its presses in all columns, each once; the main one of the first column first. */
  readonly presses: readonly string[];
  readonly modifiers: readonly string[];
  readonly keys: readonly string[];
  /** Whether it has a key in the keyset in hand; an argument has one where its command, or another argument, has. */
  readonly with: boolean;
  readonly differing: boolean;
  /** The places where it has a key in any column. */
  readonly places: ReadonlySet<number>;
}

/** The facts of every row of a ledger, by command; keys differ where their presses do, however they are spelled. */
export function rowFacts(
  commands: readonly Command[],
  columns: readonly Weighed[],
  inHand: Weighed | undefined,
  keyboard: Keyboard,
): Map<number, RowFacts> {
  const { platform } = keyboard;
  const held = columns.map((column) => column.on(platform));
  const [first] = held;
  const hand = inHand?.on(platform) ?? first;
  const text = ({ shortcut, context }: Held) => `${canonicalText(shortcut, keyboard) ?? shortcut} ${context}`;
  const keyed = holding(commands, (id) => (hand?.of(id).length ?? 0) > 0);
  const same = (a: readonly Held[], b: readonly Held[]) =>
    a === b || (a.length === b.length && a.every((one, i) => text(one) === text(b[i]!)));
  return new Map(
    commands.map(({ id }) => {
      const base = first?.of(id) ?? [];
      const presses = new Set<string>();
      const places = new Set<number>();
      let differing = false;
      for (const column of held) {
        const mine = column.of(id);
        for (const { context } of mine) places.add(context);
        const alike = same(mine, base);
        if (!alike) differing = true;
        if (alike && column !== first) continue;
        for (const { shortcut } of mine) {
          const press = canonicalText(shortcut, keyboard);
          if (press) presses.add(press);
        }
      }
      const list = [...presses];
      const modifiers = [...new Set(list.map(modifiersOf))];
      const keys = [...new Set(list.map(keyOfPress))];
      return [id, { presses: list, modifiers, keys, with: keyed.has(id), differing, places }];
    }),
  );
}

export interface LedgerView {
  readonly facts: ReadonlyMap<number, RowFacts>;
  /** Commands that the keyset in hand edits. */
  readonly edited: ReadonlySet<number>;
  /** Commands that are used often. */
  readonly often: ReadonlySet<number>;
  readonly clashing: ReadonlySet<number>;
  /** Bindings that nobody has tried on this platform, by command. */
  readonly unverified: ReadonlySet<number>;
}

/** Whether a command stays in a ledger that is narrowed. */
export function passes(command: Command, filter: LedgerFilter, view: LedgerView): boolean {
  if (filter === 'fixed') return command.fixed;
  const facts = view.facts.get(command.id);
  if (filter === 'with') return facts?.with === true;
  if (filter === 'without') return facts?.with === false;
  if (filter === 'differing') return facts?.differing === true;
  return view[filter].has(command.id);
}

/** The places that a command belongs to: where it is at home, and where it has a key. */
export function placesOf({ id, home }: Command, facts: ReadonlyMap<number, RowFacts>): ReadonlySet<number> {
  const keyed = facts.get(id)?.places;
  return keyed?.has(home) ? keyed : new Set(keyed).add(home);
}

/** Commands whose shipped shortcuts nobody has tried on a platform. */
export const unverifiedOn = (shipped: ShippedKeyset, platform: Platform): Set<number> =>
  new Set(untried(shipped, platform).map((binding) => binding.command));

/** Commands in an order that readers look things up by; the groups they then stand in. */
export function ordered(
  commands: readonly Command[],
  order: LedgerOrder,
  facts: ReadonlyMap<number, RowFacts>,
  tree: ContextTree,
  run: Run | null = null,
): { readonly commands: readonly Command[]; groupOf(command: Command): string } {
  const byLabel = (a: Command, b: Command) => a.label.localeCompare(b.label);
  if (order === 'alphabet') {
    const initial = (command: Command) => command.label.normalize('NFD').charAt(0).toUpperCase();
    return { commands: commands.toSorted(byLabel), groupOf: initial };
  }
  if (order === 'menu') {
    const top = (command: Command) => command.menu.split(' › ')[0] || 'Not in a menu';
    return { commands: commands.toSorted((a, b) => Number(a.menu === '') - Number(b.menu === '')), groupOf: top };
  }
  if (order === 'key') {
    const press = new Map(commands.map((command) => [command.id, facts.get(command.id)?.presses[0] ?? '']));
    const rank = (command: Command) => {
      const mine = press.get(command.id)!;
      return mine === '' ? Number.MAX_SAFE_INTEGER : codeRankOf(keyOfPress(mine)) * 100 + modifiersOf(mine).length;
    };
    return {
      commands: commands.toSorted((a, b) => rank(a) - rank(b) || byLabel(a, b)),
      groupOf: (command) => (press.get(command.id) ? keyOfPress(press.get(command.id)!) : 'Without a shortcut'),
    };
  }
  if (order === 'run') {
    const step = new Map<number, number>();
    run?.steps.forEach((id, at) => step.set(id, step.get(id) ?? at));
    const at = (command: Command) => step.get(command.id) ?? Number.MAX_SAFE_INTEGER;
    return {
      commands: commands.toSorted((a, b) => at(a) - at(b)),
      groupOf: (command) => (step.has(command.id) ? run!.name : 'Not in this task'),
    };
  }
  if (order === 'context') {
    const place = new Map(tree.inOrder.map((context, index) => [context.id, index]));
    return {
      commands: commands.toSorted((a, b) => place.get(a.home)! - place.get(b.home)!),
      groupOf: (command) => tree.path(command.home),
    };
  }
  return { commands, groupOf: (command) => command.category };
}
