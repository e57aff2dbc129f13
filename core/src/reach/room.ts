import type { ContextTree } from '../catalogue/index.ts';
import type { SystemKey } from '../contract/index.ts';
import {
  WRITING_CODES,
  conventionOf,
  keyboardOf,
  strokeOfWay,
  usualBoard,
  writeStored,
  type Board,
  type Layout,
  type Platform,
} from '../keys/index.ts';
import { combinations, pressOn, pressTypes, takersOn, type Held, type PressIndex } from '../keyset/index.ts';
import { storedReach } from './reach.ts';
import type { Rest } from './rest.ts';

/** What a press is in a context: free, taken there or where it shows through, another’s, or needed for a character. */
export type RoomState = 'free' | 'taken' | 'others' | 'types';

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
  /** The keys of the writing block, nearest to the resting hands first, with their distance in mm. */
  readonly keys: readonly { readonly code: string; readonly mm: number }[];
  /** A row for each combination of modifiers, plain first, its cells in the order of the keys. */
  readonly rows: readonly { readonly held: string; readonly cells: readonly RoomCell[] }[];
}

export interface RoomQuestion {
  readonly index: PressIndex;
  readonly tree: ContextTree;
  readonly context: number;
  readonly layout: Layout;
  readonly platform: Platform;
  readonly rest: Rest;
  readonly systemKeys: readonly SystemKey[];
  readonly board?: Board;
}

/** A press as it is in any context: who answers to it anywhere, who else takes it, and what it types. */
interface Press {
  readonly press: string;
  readonly shortcut: string;
  readonly answering: readonly Held[];
  readonly taker: string;
  readonly types: boolean;
  readonly third: boolean;
}
interface Field {
  readonly keys: Room['keys'];
  readonly rows: readonly { readonly held: string; readonly presses: readonly Press[] }[];
}
const remembered = new WeakMap<PressIndex, { question: RoomQuestion; field: Field }>();

/** The presses of a keyboard with a keyset: remembered for the contexts that are asked about next. */
function fieldOf(question: RoomQuestion): Field {
  const known = remembered.get(question.index);
  const same = (['layout', 'platform', 'rest', 'systemKeys', 'board'] as const).every(
    (name) => known?.question[name] === question[name],
  );
  if (known && same) return known.field;
  const field = computed(question);
  remembered.set(question.index, { question, field });
  return field;
}

function computed(question: RoomQuestion): Field {
  const { index, layout, platform, rest, systemKeys } = question;
  const board = question.board ?? usualBoard(layout, platform);
  const keyboard = keyboardOf(layout, platform, board);
  const takers = takersOn(systemKeys, layout, platform);
  const stored = (press: string) => writeStored({ strokes: [strokeOfWay(press, layout, platform)], manner: 'pressed' });
  const keys = WRITING_CODES.flatMap((code) => {
    const found = board.lacks.has(code) ? null : storedReach(stored(code), layout, platform, rest, board);
    return found ? [{ code, mm: found.mm }] : [];
  }).sort((a, b) => a.mm - b.mm);
  const rows = combinations(platform).map((held) => ({
    held,
    presses: keys.map(({ code }): Press => {
      const press = pressOn(held, code);
      return {
        press,
        shortcut: stored(press),
        answering: index.answering(press).map((one) => one.held),
        taker: takers.get(press)?.taker ?? '',
        types: pressTypes(press, keyboard),
        third: isThird(held, platform),
      };
    }),
  }));
  return { keys, rows };
}

/** Every press of a context, nearest first: what is free, and for what is taken, by whom. */
export function roomLeft(question: RoomQuestion): Room {
  const { tree, context } = question;
  const takesText = tree.get(context).takesText;
  const { keys, rows } = fieldOf(question);
  const cellOf = ({ press, shortcut, answering, taker, types, third }: Press): RoomCell => {
    const by = answering.filter((one) => tree.relation(context, one.context) !== 'apart');
    const state: RoomState = by.length ? 'taken' : taker ? 'others' : types && (takesText || third) ? 'types' : 'free';
    return { press, shortcut, state, by, taker };
  };
  return { keys, rows: rows.map(({ held, presses }) => ({ held, cells: presses.map(cellOf) })) };
}

/** Ctrl+Alt on Windows and Option on macOS type characters: a press with them is needed for typing. */
export function isThird(held: string, platform: Platform): boolean {
  const names = held.split('+');
  if (conventionOf(platform) === 'macos') return names.includes('Alt') && !names.includes('Meta');
  return conventionOf(platform) === 'windows' && names.includes('Ctrl') && names.includes('Alt');
}
