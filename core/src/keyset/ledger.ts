import type { ContextTree } from '../catalogue/index.ts';
import type { Binding, Command, Run, ShippedKeyset } from '../contract/index.ts';
import { BITS, storedPress, type Layout, type Platform } from '../keys/index.ts';
import { codeRankOf } from '../keys/index.ts';
import type { Effective, Held } from './effective.ts';

export const LEDGER_ORDERS = ['category', 'context', 'menu', 'alphabet', 'key', 'run'] as const;
export type LedgerOrder = (typeof LEDGER_ORDERS)[number];

/** What a ledger can be narrowed to. */
export const LEDGER_FILTERS = ['with', 'without', 'differing', 'fixed', 'clashing', 'unverified'] as const;
export type LedgerFilter = (typeof LEDGER_FILTERS)[number];

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

/** What a row of the ledger is found and counted by: computed once for a set of columns, asked at every letter typed. */
export interface RowFacts {
  /** Its presses in all columns, each once; the main one of the first column first. */
  readonly presses: readonly string[];
  readonly modifiers: readonly string[];
  readonly keys: readonly string[];
  readonly with: boolean;
  readonly without: boolean;
  readonly differing: boolean;
}

function sameKeys(a: readonly Held[], b: readonly Held[]): boolean {
  return (
    a === b ||
    (a.length === b.length && a.every((held, i) => held.shortcut === b[i]!.shortcut && held.context === b[i]!.context))
  );
}

/** The facts of every row of a ledger, by command. */
export function rowFacts(
  commands: readonly Command[],
  columns: readonly Effective[],
  layout: Layout,
  platform: Platform,
): Map<number, RowFacts> {
  const [first] = columns;
  return new Map(
    commands.map(({ id }) => {
      const base = first?.of(id) ?? [];
      const presses = new Set<string>();
      let [has, lacks, differing] = [false, false, false];
      for (const column of columns) {
        const held = column.of(id);
        if (held.length === 0) lacks = true;
        else has = true;
        const same = sameKeys(held, base);
        if (!same) differing = true;
        if (same && column !== first) continue;
        for (const { shortcut } of held) {
          const press = storedPress(shortcut, layout, platform);
          if (press) presses.add(press);
        }
      }
      const list = [...presses];
      const modifiers = [...new Set(list.map(modifiersOf))];
      const keys = [...new Set(list.map(keyOfPress))];
      return [id, { presses: list, modifiers, keys, with: has, without: lacks, differing }];
    }),
  );
}

export interface LedgerView {
  readonly facts: ReadonlyMap<number, RowFacts>;
  readonly clashing: ReadonlySet<number>;
  /** Bindings that nobody has tried on this platform, by command. */
  readonly unverified: ReadonlySet<number>;
}

/** Whether a command stays in a ledger that is narrowed. */
export function passes(command: Command, filter: LedgerFilter, { facts, clashing, unverified }: LedgerView): boolean {
  if (filter === 'fixed') return command.fixed;
  if (filter === 'clashing') return clashing.has(command.id);
  if (filter === 'unverified') return unverified.has(command.id);
  return facts.get(command.id)?.[filter] === true;
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
      groupOf: (command) => (press.get(command.id) ? keyOfPress(press.get(command.id)!) : 'Without a key'),
    };
  }
  if (order === 'run') {
    const step = new Map<number, number>();
    run?.steps.forEach((id, at) => step.set(id, step.get(id) ?? at));
    const at = (command: Command) => step.get(command.id) ?? Number.MAX_SAFE_INTEGER;
    return {
      commands: commands.toSorted((a, b) => at(a) - at(b)),
      groupOf: (command) => (step.has(command.id) ? run!.name : 'Not in the run'),
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
