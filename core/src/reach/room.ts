import type { ContextTree } from '../catalogue/index.ts';
import type { SystemKey } from '../contract/index.ts';
import { KEYPAD, WRITING_CODES, namedKey, withPrimary, writeStored, type Shortcut } from '../keys/index.ts';
import {
  isThird,
  pressOf,
  pressText,
  strokeOf,
  typesCharacter,
  type Keyboard,
  type Mask,
  type Press,
} from '../press/index.ts';
import { each } from '../memory/index.ts';
import { combinations, pressOn, type Held, type Near, type Takers, type Weighed } from '../keyset/index.ts';
import { reachOn } from './reach.ts';
import type { Rest } from './rest.ts';

/**
 * What a press is in a context: free on every keyboard, taken there or where it shows through, free itself while its
 * shortcut meets another on another keyboard or made another way, another’s, or needed for a character.
 */
export type RoomState = 'free' | 'taken' | 'elsewhere' | 'others' | 'types';

export interface RoomCell {
  /** Written like `Ctrl+Shift+KeyU`. */
  readonly press: string;
  /** As a shortcut, by what is printed on the key. */
  readonly shortcut: string;
  readonly state: RoomState;
  /** Who has it, in this context, around it or within it; shortcuts that begin with it too. */
  readonly by: readonly Held[];
  readonly taker: string;
}

export interface Room {
  /** The keys that are looked at, nearest to the resting hands first, with their distance in mm. */
  readonly keys: readonly { readonly code: string; readonly mm: number }[];
  /** A row for each combination of modifiers, plain first, its cells in the order of the keys. */
  readonly rows: readonly { readonly held: string; readonly cells: readonly RoomCell[] }[];
}

export interface RoomQuestion {
  readonly weighed: Weighed;
  readonly takers: Takers;
  readonly tree: ContextTree;
  /** The keyboard that is drawn, one of the weighed ones. */
  readonly keyboard: Keyboard;
  readonly rest: Rest;
  /** The keys that are looked at: those that write, unless others are named. */
  readonly codes?: readonly string[];
}

const NAMED = [
  'Space',
  'Enter',
  'Tab',
  'Escape',
  'Backspace',
  'Insert',
  'Delete',
  'Home',
  'End',
  'PageUp',
  'PageDown',
  'ArrowUp',
  'ArrowDown',
  'ArrowLeft',
  'ArrowRight',
] as const;
/** Every key that shortcuts are commonly given: those that write, the function keys, the named ones, the numeric pad. */
export const ALL_ROOM: readonly string[] = [
  ...WRITING_CODES,
  ...Array.from({ length: 12 }, (_, i) => `F${i + 1}`),
  ...NAMED.map((name) => namedKey(name)!.code),
  ...KEYPAD.keys(),
];

/** A press as it is in any context: who answers to it here and elsewhere, who else takes it, and what it types. */
interface Field {
  readonly press: string;
  readonly shortcut: string;
  readonly answering: readonly Held[];
  readonly elsewhere: readonly Near[];
  readonly taker: SystemKey | null;
  readonly types: boolean;
  readonly third: boolean;
}

/** Whether a shortcut says of every platform what is held. */
const isGeneral = ({ strokes: [stroke] }: Shortcut) =>
  stroke?.kind === 'key' && !stroke.modifiers.some((one) => one === 'Ctrl' || one === 'Meta' || one === 'AltGr');

/**
 * Every press of a keyboard with a keyset, nearest first; then asked context by context: what is free, and for what is
 * taken, by whom. A press is free only where it is so on every keyboard that is weighed.
 */
export function roomIn(question: RoomQuestion): (context: number) => Room {
  const { weighed, takers, tree, keyboard, rest, codes = WRITING_CODES } = question;
  const { keyboards } = weighed;
  const here: Mask = 1n << BigInt(keyboards.all.indexOf(keyboard));
  const stored = (press: Press) => writeStored({ strokes: [strokeOf(press, keyboard)], manner: 'pressed' });
  /**
   * Who has what it is stored as: on other keyboards, on other platforms by the part of its modifiers if they have one
   * there, and here by another way to make it (Shift+/ by AltGr+Q on a Brazilian keyboard).
   */
  const elsewhere = (shortcut: Shortcut): Near[] => {
    const general = withPrimary(shortcut, keyboard.platform);
    const among = isGeneral(general) ? keyboards.everywhere : keyboards.maskOf(keyboard.platform);
    return weighed.near(writeStored(general)).filter(({ on }) => on & among);
  };
  const reach = reachOn(keyboard, rest);
  const keys = codes
    .flatMap((code) => {
      const found = keyboard.board.lacks.has(code) ? null : reach(stored(pressOf([], code)));
      return found ? [{ code, mm: found.mm }] : [];
    })
    .sort((a, b) => a.mm - b.mm);
  const rows = combinations(keyboard.platform).map((held) => ({
    held,
    fields: keys.map(({ code }): Field => {
      const press = pressOn(held, code);
      const shortcut = stored(press);
      const taken = takers(keyboards.strokes(shortcut)).find(({ on }) => on & here);
      return {
        press: pressText(press),
        shortcut,
        answering: weighed.answering([press], keyboard).map((one) => one.held),
        elsewhere: elsewhere({ strokes: [strokeOf(press, keyboard)], manner: 'pressed' }),
        taker: taken?.taken ?? null,
        types: typesCharacter(press, keyboard),
        third: isThird(press, keyboard.platform),
      };
    }),
  }));
  return each((context: number): Room => {
    const { takesText } = tree.get(context);
    const apart = (held: Held) => tree.relation(context, held.context) === 'apart';
    const cellOf = ({ press, shortcut, answering, elsewhere, taker, types, third }: Field): RoomCell => {
      const mine = answering.filter((one) => !apart(one));
      const others = mine.length ? [] : elsewhere.map((one) => one.held).filter((one) => !apart(one));
      const state: RoomState = mine.length
        ? 'taken'
        : taker
          ? 'others'
          : types && (takesText || third)
            ? 'types'
            : others.length
              ? 'elsewhere'
              : 'free';
      return { press, shortcut, state, by: mine.length ? mine : others, taker: taker?.taker ?? '' };
    };
    return { keys, rows: rows.map(({ held, fields }) => ({ held, cells: fields.map(cellOf) })) };
  });
}
