import type { Command } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import type { Effective, Held } from './effective.ts';
import type { Weighed } from './weighed.ts';

/** How a key stands in a cell of the ledger. */
export type ChipState = 'as shipped' | 'yours' | 'fixed' | 'new here' | 'new meaning';

export interface Chip {
  readonly shortcut: string;
  readonly state: ChipState;
  /** All contexts in which the command has it. */
  readonly contexts: readonly number[];
  readonly held: Held;
}

/** One cell of the ledger: chips, or the word that stands in their place. */
export interface Cell {
  readonly chips: readonly Chip[];
  readonly word: '' | 'none' | 'cleared' | 'as base' | 'not there';
  /** What stands beside the chips, where the same keys do something else. */
  readonly says?: string;
  /** Contexts in which the command’s presses are made to do nothing. */
  readonly blockedIn: readonly number[];
}

/** The shortcuts of a command, each once with all its contexts. */
function chipsOf(command: Command, effective: Effective): Chip[] {
  const chips = new Map<string, Chip>();
  for (const held of effective.of(command.id)) {
    const known = chips.get(held.shortcut);
    const state: ChipState = command.fixed ? 'fixed' : held.edit ? 'yours' : 'as shipped';
    chips.set(held.shortcut, {
      shortcut: held.shortcut,
      state: known?.state === 'yours' ? 'yours' : state,
      contexts: [...(known?.contexts ?? []), held.context],
      held: known?.held ?? held,
    });
  }
  return [...chips.values()];
}

/** A command's cell in a column; given what the column stands on, an unchanged cell (the same presses) says so in words. */
export function cellOf(command: Command, { keyboards, on }: Weighed, platform: Platform, base?: Weighed): Cell {
  const column = on(platform);
  const chips = chipsOf(command, column);
  const blockedIn = column.blocked.flatMap(({ edit, context }) => (edit.command === command.id ? context : []));
  if (base && !command.fixed && chips.length > 0 && !blockedIn.length) {
    const alike = (list: readonly Chip[]) =>
      list
        .map((chip) => `${keyboards.pressKey(chip.shortcut, platform)} ${[...chip.contexts].sort().join()}`)
        .join(', ');
    if (alike(chips) === alike(chipsOf(command, base.on(platform)))) return { chips, word: 'as base', blockedIn };
  }
  if (chips.length > 0) return { chips, word: '', blockedIn };
  return { chips, blockedIn, word: column.cleared(command.id).length ? 'cleared' : 'none' };
}
