import { cellOf, effective, type Cell, type Chip, type Stack } from '@crib/core/keyset';
import { platformName, type Platform } from '@crib/core/keys';
import type { Catalogue, Command } from '@crib/core/contract';
import { treeOf, type Lineage, type MovedKind, type MovedRow } from '@crib/core/release';
import { remembered, type LedgerColumn } from '../../parts/ledger.ts';
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
  const base =
    keyset.kind === 'custom' ? effective({ ...stack, layers: stack.layers.slice(0, -1) }, platform) : undefined;
  const known = new Map(catalogue.commands.map((one) => [one.id, one]));
  const label = catalogue.release.label;
  const baseName = catalogue.keysets.find((one) => keyset.kind === 'custom' && one.id === keyset.baseId)?.name ?? '';

  function commandsHere({ change }: MovedRow): readonly number[] {
    if (isNow) return change.now.map((one) => one.id);
    if (isOld) return change.old.map((one) => one.id);
    const found = change.now.flatMap((one) => facts.toColumn.commands.forward(one.id));
    return found.length ? [...new Set(found)] : change.old.map((one) => one.id).filter((id) => known.has(id));
  }

  /** In the newer side’s column, what is new there and what the same keys did before. */
  function restated(chip: Chip, row: MovedRow, ids: readonly number[]): Chip {
    if (!isNow || chip.state === 'fixed') return chip;
    const otherwise = row.harms.some(
      ({ kind, change }) =>
        kind === 'new meaning' && change.now.some((one) => one.shortcut === chip.shortcut && ids.includes(one.command)),
    );
    if (otherwise) return { ...chip, state: 'new meaning' };
    const isNew = chip.state === 'as shipped' && !row.change.before.some((one) => one.shortcut === chip.shortcut);
    return isNew ? { ...chip, state: 'new here' } : chip;
  }

  function cell(command: Command): Cell {
    const row = rows.get(command.id);
    const here = (row ? commandsHere(row) : []).flatMap((id) => known.get(id) ?? []);
    if (!row || here.length === 0) return { chips: [], word: 'not there', blockedIn: [] };
    const ids = here.map((one) => one.id);
    const cells = here.map((one) => cellOf(one, held, base));
    const chips = cells.flatMap((one) => one.chips).map((chip) => restated(chip, row, ids));
    const [{ word: first }] = cells as [Cell];
    const word = cells.every((one) => one.word === first) ? first : chips.length ? '' : 'none';
    const says = isNow ? wordsFor(row, ids) : '';
    return { chips, word, blockedIn: cells.flatMap((one) => one.blockedIn), ...(says && { says }) };
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
