import type { Command } from '../../contract/index.ts';
import { cellOf, type Cell, type Chip, type Weighed } from '../../keyset/index.ts';
import type { Platform } from '../../keys/index.ts';
import { said, type Said } from '../../words/index.ts';
import type { Relation } from '../lineage/lineage.ts';
import { isStopped, type MovedRow } from './rows.ts';

/** The commands of a row as one, for a ledger: those of the newer side, else those of the older. */
export function rowCommand({ change }: Pick<MovedRow, 'change'>): Command {
  const list = change.now.length ? change.now : change.old;
  return { ...list[0]!, label: list.map((one) => one.label).join(', ') };
}

/** Which side of a comparison a column shows; null is a keyset beside the two. */
export type ColumnSide = 'old' | 'now' | null;

/** A keyset as a column of a comparison. */
export interface ColumnFacts {
  readonly weighed: Weighed;
  /** What it stands on, for a custom one. */
  readonly base: Weighed | undefined;
  readonly commands: ReadonlyMap<number, Command>;
  readonly platform: Platform;
  readonly side: ColumnSide;
  /** From commands of the newer side to those of the column’s release. */
  readonly toColumn: Relation;
}

/** A cell, and what is said beside its keys. */
export interface MovedCell {
  readonly cell: Cell;
  readonly beside: Said | null;
}

/**
 * The cells of a column, by the id of a row’s command: shortcuts that are new here, and presses that now do something
 * else, told apart from the rest.
 */
export function movedCells(facts: ColumnFacts, rows: ReadonlyMap<number, MovedRow>): (command: number) => MovedCell {
  const { weighed, base, commands: known, platform, side } = facts;
  const { keyboards } = weighed;
  const press = (shortcut: string) => keyboards.pressKey(shortcut, platform);
  const oldNames = new Map(
    [...rows.values()].flatMap(({ change }) => change.old.map((one) => [one.id, one.label] as const)),
  );

  function commandsHere({ change }: MovedRow): readonly number[] {
    if (side === 'now') return change.now.map((one) => one.id);
    if (side === 'old') return change.old.map((one) => one.id);
    const found = change.now.flatMap((one) => facts.toColumn.forward(one.id));
    return found.length ? [...new Set(found)] : change.old.map((one) => one.id).filter((id) => known.has(id));
  }
  /** In the newer side’s column, what is new there and what the same keys did before. */
  function restated(chip: Chip, row: MovedRow, ids: readonly number[]): Chip {
    if (side !== 'now' || chip.state === 'fixed') return chip;
    const same = (one: { readonly shortcut: string }) => press(one.shortcut) === press(chip.shortcut);
    const otherwise = row.harms.some(
      ({ kind, change }) => kind === 'new meaning' && change.now.some((one) => same(one) && ids.includes(one.command)),
    );
    if (otherwise) return { ...chip, state: 'new meaning' };
    const isNew = chip.state === 'as shipped' && !row.change.before.some(same);
    return isNew ? { ...chip, state: 'new here' } : chip;
  }
  /** What the press is now, for who lost it; what it was, for who has it. */
  function besideOf(row: MovedRow, ids: readonly number[]): Said | null {
    const worst = row.harms.find((one) => one.kind === 'new meaning');
    const stopped = row.harms.find((one) => isStopped(one, row.change));
    if (side === 'now' && !worst && stopped)
      return said('column.stopped', { keys: { keys: stopped.change.old[0]!.shortcut, on: platform } });
    if (side !== 'now' || !worst) return null;
    const { change } = worst;
    const gained = change.now.some((one) => ids.includes(one.command));
    const former = row.change.old.some((one) => change.old.some((was) => was.command === one.id));
    const names = change.old.flatMap((one) => oldNames.get(one.command) ?? []);
    if (gained && !former && names.length) return said('column.was', { commands: names.join(', ') });
    const keys = change.old[0] ? { keys: change.old[0].shortcut, on: platform } : change.press;
    return said('column.is', {
      keys,
      commands: change.now.map((one) => known.get(one.command)?.label ?? '').join(', '),
    });
  }
  return (command) => {
    const row = rows.get(command);
    const here = (row ? commandsHere(row) : []).flatMap((id) => known.get(id) ?? []);
    if (!row || here.length === 0) return { cell: { chips: [], word: 'not there', blockedIn: [] }, beside: null };
    const ids = here.map((one) => one.id);
    const cells = here.map((one) => cellOf(one, weighed, platform, base));
    const chips = cells.flatMap((one) => one.chips).map((chip) => restated(chip, row, ids));
    const [{ word: first }] = cells as [Cell];
    const word = cells.every((one) => one.word === first) ? first : chips.length ? '' : 'none';
    return { cell: { chips, word, blockedIn: cells.flatMap((one) => one.blockedIn) }, beside: besideOf(row, ids) };
  };
}
