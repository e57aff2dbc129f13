import type { ContextTree } from '../catalogue/index.ts';
import type { Binding, Command, ShippedKeyset } from '../contract/index.ts';
import { BITS, storedPress, type Layout, type Platform } from '../keys/index.ts';
import { codeRankOf } from '../keys/index.ts';
import type { Effective, Held } from './effective.ts';

export const LEDGER_ORDERS = ['category', 'context', 'menu', 'alphabet', 'key'] as const;
export type LedgerOrder = (typeof LEDGER_ORDERS)[number];

/** What a ledger can be narrowed to. */
export const LEDGER_FILTERS = ['with', 'without', 'differing', 'fixed', 'clashing', 'unverified'] as const;
export type LedgerFilter = (typeof LEDGER_FILTERS)[number];

const heldOf = (command: Command, columns: readonly Effective[]) =>
  columns.flatMap((column) => [...column.of(command.id)]);
const alike = (held: readonly Held[]) =>
  held
    .map((one) => `${one.shortcut} ${one.context}`)
    .sort()
    .join('|');

/** The modifiers of a press, `plain` for none: `Ctrl+Shift`. */
export function modifiersOf(press: string): string {
  const parts = press
    .replace(/^hold /, '')
    .split(' ')[0]!
    .split('+')
    .slice(0, -1);
  return parts.filter((part) => part in BITS).join('+') || 'plain';
}

/** The key of a press, without its modifiers: `KeyU`. */
export function keyOfPress(press: string): string {
  return press
    .replace(/^hold /, '')
    .split(' ')[0]!
    .split('+')
    .at(-1)!;
}

export interface LedgerView {
  readonly columns: readonly Effective[];
  readonly layout: Layout;
  readonly platform: Platform;
  readonly clashing: ReadonlySet<number>;
  /** Bindings that nobody has tried on this platform, by command. */
  readonly unverified: ReadonlySet<number>;
}

/** Whether a command stays in a ledger that is narrowed. */
export function passes(command: Command, filter: LedgerFilter, view: LedgerView): boolean {
  switch (filter) {
    case 'with':
      return heldOf(command, view.columns).length > 0;
    case 'without':
      return view.columns.some((column) => column.of(command.id).length === 0);
    case 'differing':
      return new Set(view.columns.map((column) => alike(column.of(command.id)))).size > 1;
    case 'fixed':
      return command.fixed;
    case 'clashing':
      return view.clashing.has(command.id);
    case 'unverified':
      return view.unverified.has(command.id);
  }
}

/** The presses of a command in a view, each once. */
export function pressesIn(command: Command, { columns, layout, platform }: LedgerView): string[] {
  const all = heldOf(command, columns).flatMap((held) => storedPress(held.shortcut, layout, platform) ?? []);
  return [...new Set(all)];
}

/** Commands whose shipped shortcuts nobody has tried on a platform. */
export function unverifiedOn(shipped: ShippedKeyset, platform: Platform): Set<number> {
  const tried = (binding: Binding) =>
    binding.trials.some((trial) => trial.platform === platform) ||
    (binding.provenance.kind === 'tried' && (binding.provenance.platform ?? platform) === platform);
  const there = shipped.bindings.filter((binding) => binding.platform === null || binding.platform === platform);
  return new Set(there.filter((binding) => !tried(binding)).map((binding) => binding.command));
}

/** Commands in an order that readers look things up by; the groups they then stand in. */
export function ordered(
  commands: readonly Command[],
  order: LedgerOrder,
  view: LedgerView,
  tree: ContextTree,
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
    const press = new Map(commands.map((command) => [command.id, pressesIn(command, view)[0] ?? '']));
    const rank = (command: Command) => {
      const mine = press.get(command.id)!;
      return mine === '' ? Number.MAX_SAFE_INTEGER : codeRankOf(keyOfPress(mine)) * 100 + modifiersOf(mine).length;
    };
    return {
      commands: commands.toSorted((a, b) => rank(a) - rank(b) || byLabel(a, b)),
      groupOf: (command) => (press.get(command.id) ? keyOfPress(press.get(command.id)!) : 'Without a key'),
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
