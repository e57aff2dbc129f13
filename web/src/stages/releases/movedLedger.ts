import { effective, type Cell, type Chip, type ChipState, type Stack } from '@crib/core/keyset';
import { platformName, type Platform } from '@crib/core/keys';
import type { Catalogue, Command } from '@crib/core/contract';
import { treeOf, type Lineage, type MovedKind, type MovedRow } from '@crib/core/release';
import type { LedgerColumn } from '../../parts/ledger.ts';
import { show } from '../../parts/chips.ts';

/** What each group of the comparison is called. */
export const KIND_TITLES: Record<MovedKind, string> = {
  'new meaning': 'Same keys, new meaning',
  moved: 'Moved to another key',
  lost: 'Lost a key',
  gained: 'New key',
  dropped: 'Gone',
  added: 'New command',
  split: 'Split',
  merged: 'Put together',
  renamed: 'Renamed',
  'moved in the menus': 'Elsewhere in the menus',
  'became fixed': 'Cannot be changed any more',
  'became free': 'Can be changed now',
  same: 'Same as before',
};

/** The commands of a row as one, for the ledger: those of the newer side, else those of the older. */
export function rowCommand({ change }: MovedRow): Command {
  const list = change.now.length ? change.now : change.old;
  const label = list.map((one) => one.label).join(', ');
  return { ...list[0]!, label };
}

/** A keyset as a column of the comparison. */
export interface ColumnFacts {
  /** Unlike every other column’s: one keyset stands in two where its platforms are compared. */
  readonly id: number;
  readonly keyset: number;
  readonly catalogue: Catalogue;
  readonly stack: Stack;
  /** From the newer side of the comparison to the column’s release. */
  readonly toColumn: Lineage;
  readonly platform: Platform;
  readonly isOld: boolean;
  readonly isNow: boolean;
  readonly showPlatform: boolean;
}

/** Cells of a column: shortcuts that are new here, and presses that now do something else, told apart from the rest. */
export function movedColumn(facts: ColumnFacts, rows: ReadonlyMap<number, MovedRow>): LedgerColumn {
  const { catalogue, stack, platform, isOld, isNow } = facts;
  const keyset = catalogue.keysets.find((one) => one.id === facts.keyset)!;
  const tree = treeOf(catalogue.contexts);
  const held = effective(stack, platform);
  const base = keyset.kind === 'custom' ? effective({ ...stack, layers: stack.layers.slice(0, -1) }, platform) : null;
  const known = new Map(catalogue.commands.map((one) => [one.id, one]));
  const label = catalogue.release.label;
  const baseName = catalogue.keysets.find((one) => keyset.kind === 'custom' && one.id === keyset.baseId)?.name ?? '';

  function commandsHere({ change }: MovedRow): readonly number[] {
    if (isNow) return change.now.map((one) => one.id);
    if (isOld) return change.old.map((one) => one.id);
    const found = change.now.flatMap((one) => facts.toColumn.commands.forward(one.id));
    return found.length ? [...new Set(found)] : change.old.map((one) => one.id).filter((id) => known.has(id));
  }

  function cell(command: Command): Cell {
    const row = rows.get(command.id);
    const ids = row ? commandsHere(row).filter((id) => known.has(id)) : [];
    if (!row || ids.length === 0) return { chips: [], word: 'not there', blockedIn: [] };
    const mine = ids.flatMap((id) => held.of(id));
    const before = new Set(row.change.before.map((one) => one.shortcut));
    const meaning = new Set(row.harms.filter((one) => one.kind === 'new meaning').flatMap((one) => one.change.now.filter((now) => ids.includes(now.command)).map((now) => now.shortcut))); // prettier-ignore
    const chips = new Map<string, Chip>();
    for (const one of mine) {
      const isNew = isNow && !before.has(one.shortcut);
      const state: ChipState = known.get(one.command)!.fixed
        ? 'fixed'
        : isNow && meaning.has(one.shortcut)
          ? 'new meaning'
          : one.edit
            ? 'yours'
            : isNew
              ? 'new here'
              : 'as shipped';
      const present = chips.get(one.shortcut);
      chips.set(one.shortcut, { shortcut: one.shortcut, state, contexts: [...(present?.contexts ?? []), one.context], held: one }); // prettier-ignore
    }
    const list = [...chips.values()];
    if (base && list.length && ids.every((id) => same(base.of(id), held.of(id))))
      return { chips: list, word: 'as base', blockedIn: [] };
    const cleared = ids.some((id) => held.cleared(id).length > 0);
    const says = isNow ? wordsFor(row, ids) : '';
    return { chips: list, word: list.length ? '' : cleared ? 'cleared' : 'none', blockedIn: [], ...(says && { says }) };
  }

  /** `J is Discard trial contour` for who lost the press, `was Show drying heights` for who has it. */
  function wordsFor(row: MovedRow, ids: readonly number[]): string {
    const [worst] = row.harms.filter((one) => one.kind === 'new meaning');
    if (!worst) return '';
    const { change } = worst;
    const gained = change.now.some((one) => ids.includes(one.command));
    if (gained) {
      const former = row.change.old.some((one) => change.old.some((was) => was.command === one.id));
      const names = change.old.flatMap((one) => oldNames.get(one.command) ?? []);
      if (!former && names.length) return `was ${names.join(', ')}`;
    }
    const press = change.old[0] ? show(change.old[0].shortcut, platform) : change.press;
    return `${press} is ${change.now.map((one) => known.get(one.command)?.label ?? '').join(', ')}`;
  }
  const oldNames = new Map(
    [...rows.values()].flatMap((row) => row.change.old.map((one) => [one.id, one.label] as const)),
  );

  const own = keyset.kind === 'custom';
  return {
    id: facts.id,
    platform,
    title: keyset.kind === 'shipped' && keyset.isDefault ? label : keyset.name,
    sub: `${own ? `made on ${label}` : keyset.isDefault ? 'shipped' : `shipped with ${label}`}${facts.showPlatform ? `, ${platformName(platform)}` : ''}`,
    asBase: own && stack.layers.length === 1 ? `as ${label}` : `as ${baseName}`,
    cell: remembered(cell),
    tree,
  };
}

const same = (
  a: readonly { shortcut: string; context: number }[],
  b: readonly { shortcut: string; context: number }[],
) => a.length === b.length && a.every((one, at) => one.shortcut === b[at]!.shortcut && one.context === b[at]!.context);

function remembered(cell: (command: Command) => Cell): (command: Command) => Cell {
  const known = new Map<number, Cell>();
  return (command) => {
    const found = known.get(command.id) ?? cell(command);
    known.set(command.id, found);
    return found;
  };
}
