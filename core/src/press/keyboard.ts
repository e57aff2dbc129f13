import {
  KEYPAD,
  codeRankOf,
  conventionOf,
  namedKeyOn,
  parseStored,
  physicalModifiers,
  sideOf,
  spotsOf,
  tableOn,
  usualBoard,
  type Board,
  type Key,
  type KnownPlatform,
  type Layout,
  type LayoutTable,
  type Modifier,
  type Platform,
  type Shortcut,
  type Stroke,
} from '../keys/index.ts';
import { BITS, bitOf, pressText, pressesText, thirdBits, type Press } from './press.ts';

/** One physical way to make a stroke, with the level of the layout that its key is on. */
export interface Way extends Press {
  readonly level: number;
}

/** For each stroke all physical ways to make it, the canonical one first. */
export type Made = readonly (readonly Press[])[];

/** Why a shortcut cannot be made. */
export interface NoPress {
  readonly why: 'no character' | 'not known' | 'no key' | 'no AltGr' | 'keypad with Shift';
  /** The key or modifier that is missing. */
  readonly what: string;
}

/** A keyboard: a layout on a platform and a board. What was asked of it before is remembered in it, and ends with it. */
export interface Keyboard {
  readonly layout: Layout;
  readonly table: LayoutTable;
  readonly platform: Platform;
  readonly convention: KnownPlatform;
  readonly board: Board;
  readonly memory: {
    readonly spots: Map<string, Way[] | NoPress>;
    readonly bits: Map<string, number | NoPress>;
    readonly made: Map<string, Made | null>;
  };
}

/** The keyboard of a layout on a platform; its board is the layout's usual one, if none is named. */
export function keyboardOf(layout: Layout, platform: Platform, board: Board = usualBoard(layout, platform)): Keyboard {
  return {
    layout,
    table: tableOn(layout, platform),
    platform,
    convention: conventionOf(platform),
    board,
    memory: { spots: new Map(), bits: new Map(), made: new Map() },
  };
}

function bitsOf(modifiers: readonly Modifier[], keyboard: Keyboard): number | NoPress {
  if (modifiers.length === 0) return 0;
  const name = modifiers.join();
  const known = keyboard.memory.bits.get(name);
  if (known !== undefined) return known;
  const bits = countBits(modifiers, keyboard);
  keyboard.memory.bits.set(name, bits);
  return bits;
}

function countBits(modifiers: readonly Modifier[], { platform, table, convention }: Keyboard): number | NoPress {
  let bits = 0;
  const third = table.third && convention !== 'macos';
  for (const modifier of physicalModifiers(modifiers, platform)) {
    const { base, side } = sideOf(modifier);
    const isThird = base === 'AltGr' || (base === 'Alt' && side === 'Right' && third);
    if (isThird && !table.third && convention !== 'macos') return { why: 'no AltGr', what: 'AltGr' };
    bits |= isThird ? thirdBits(platform) : bitOf(modifier);
  }
  return bits;
}

/** The positions of a key on a keyboard, each with the modifiers that its character needs itself. */
function spots(key: Key, keyboard: Keyboard): Way[] | NoPress {
  const name = key.by === 'character' ? key.character : key.by === 'name' ? key.name : `[${key.code}]`;
  const known = keyboard.memory.spots.get(name);
  if (known) return known;
  const found = findSpots(key, keyboard);
  keyboard.memory.spots.set(name, found);
  return found;
}

function findSpots(key: Key, { board, table, platform }: Keyboard): Way[] | NoPress {
  const way = (bits: number, target: string, level: number): Way => ({ bits, target, manner: 'pressed', level });
  if (key.by === 'character') {
    const there = spotsOf(table, key.character);
    const found = there.filter(({ code }) => !board.lacks.has(code));
    if (found.length)
      return found.map(({ code, level }) =>
        way((level & 1 ? BITS.Shift : 0) | (level & 2 ? thirdBits(platform) : 0), code, level),
      );
    if (there.length) return { why: 'no key', what: key.character };
    return { why: table.whole ? 'no character' : 'not known', what: key.character };
  }
  const code = key.by === 'name' ? namedKeyOn(key.name, board) : key.code;
  const known = key.by === 'name' || KEYPAD.has(code) || code in table.characters;
  if (!known || board.lacks.has(code)) return { why: 'no key', what: key.by === 'name' ? key.name : code };
  return [way(board.behindFn.has(code) ? BITS.Fn : 0, code, 0)];
}

export const isWays = (found: Way[] | NoPress): found is Way[] => Array.isArray(found);
const PAD_DIGIT = /^Numpad(\d|Decimal)$/;

/** The ways of a key with modifiers. Clash finding asks this hundreds of thousands of times: plain loops. */
function keyWays(key: Key, written: number, keyboard: Keyboard): Way[] | NoPress {
  const found = spots(key, keyboard);
  if (!isWays(found) || written === 0) return found;
  const ways: Way[] = [];
  for (const { bits, target, manner, level } of found) {
    const both = bits | written;
    // With NumLock on, Shift turns a pad digit into an arrow there (Windows, from memory).
    if (keyboard.convention === 'windows' && both & BITS.Shift && PAD_DIGIT.test(target)) continue;
    ways.push({ bits: both, target, manner, level });
  }
  return ways.length ? ways : { why: 'keypad with Shift', what: found[0]!.target };
}

/** All ways to make one stroke: a character's own Shift or AltGr is united with the written modifiers. */
export function strokeWays(stroke: Stroke, keyboard: Keyboard): Way[] | NoPress {
  if (stroke.kind === 'tap') {
    const [modifier] = physicalModifiers([stroke.modifier], keyboard.platform);
    return [{ bits: bitOf(modifier!), target: '', manner: 'tap', level: 0 }];
  }
  const written = bitsOf(stroke.modifiers, keyboard);
  if (typeof written !== 'number') return written;
  if (stroke.kind === 'key') return keyWays(stroke.key, written, keyboard);
  const actions = pointerWays(stroke.action, written, keyboard);
  const suffix = stroke.over ? '@over' : '';
  const nothing: Way[] = [{ bits: 0, target: '', manner: 'pressed', level: 0 }];
  const held = stroke.held ? spots(stroke.held, keyboard) : nothing;
  if (!isWays(held)) return held;
  return held.flatMap((spot) =>
    actions.map(({ bits, action }) => ({
      bits: spot.bits | bits,
      target: `${spot.target}${spot.target && '+'}${action}${suffix}`,
      manner: 'pressed' as const,
      level: spot.level,
    })),
  );
}

const RIGHT_OF: Record<string, string> = { Click: 'RightClick', DoubleClick: 'RightDoubleClick', Drag: 'RightDrag' };
const LEFT_OF = Object.fromEntries(Object.entries(RIGHT_OF).map(([left, right]) => [right, left]));
const DIRECTED = ['DragLeft', 'DragRight', 'DragUp', 'DragDown'];

/**
 * On macOS Ctrl with the left button is the right one (Apple’s support pages, from memory): either way makes it. A drag
 * of which no direction is said is made by one in any direction.
 */
function pointerWays(action: string, bits: number, { convention }: Keyboard): { bits: number; action: string }[] {
  const right = convention === 'macos' && bits & BITS.Ctrl ? RIGHT_OF[action] : undefined;
  const left = convention === 'macos' ? LEFT_OF[action] : undefined;
  const plain = { bits, action };
  const directed = action === 'Drag' ? DIRECTED.map((one) => ({ bits, action: one })) : [];
  if (right) return [{ bits: bits & ~BITS.Ctrl, action: right }, plain, ...directed];
  return left ? [plain, { bits: bits | BITS.Ctrl, action: left }] : [plain, ...directed];
}

/** Lowest level first, then lowest position. */
function byCanon(a: Way, b: Way): number {
  return a.level - b.level || codeRankOf(a.target) - codeRankOf(b.target);
}

/** Strokes as they are made: a shortcut done twice is its strokes two times over. */
export function strokesMade(shortcut: Shortcut): readonly Stroke[] {
  return shortcut.manner === 'twice' ? [...shortcut.strokes, ...shortcut.strokes] : shortcut.strokes;
}

/** A way as it is made in a shortcut: of one that is held, the first stroke is held down. */
export const heldDown = <One extends Press>(way: One): One => ({
  ...way,
  manner: way.manner === 'tap' ? 'tap' : 'held',
});

/**
 * For each stroke all physical ways to make it, the canonical one first; or why some stroke cannot be made on this
 * keyboard. Caps Lock off, NumLock on.
 */
export function madeOrWhy(shortcut: Shortcut, keyboard: Keyboard): Made | NoPress {
  const all: Press[][] = [];
  for (const stroke of strokesMade(shortcut)) {
    const ways = strokeWays(stroke, keyboard);
    if (!isWays(ways)) return ways;
    const sorted = ways.length > 1 ? ways.toSorted(byCanon) : ways;
    const seen = new Set<string>();
    all.push(sorted.filter((way) => !seen.has(pressText(way)) && seen.add(pressText(way))));
  }
  if (shortcut.manner === 'held') all[0] = all[0]!.map(heldDown);
  return all;
}

/** `madeOrWhy` of a stored text without the reason, remembered: null where it cannot be made. */
export function madeOn(stored: string, keyboard: Keyboard): Made | null {
  const { made } = keyboard.memory;
  const known = made.get(stored);
  if (known !== undefined) return known;
  const found = madeOrWhy(parseStored(stored), keyboard);
  const ways = 'why' in found ? null : found;
  made.set(stored, ways);
  return ways;
}

/** The canonical presses of a shortcut, one a stroke; null where it cannot be made. */
export function canonicalOn(stored: string, keyboard: Keyboard): Press[] | null {
  return madeOn(stored, keyboard)?.map((ways) => ways[0]!) ?? null;
}

/**
 * The canonical press of a shortcut as a text (strokes parted by a space), or null when it cannot be made here. Two
 * shortcuts are the *same press* when theirs are equal.
 */
export function canonicalText(stored: string, keyboard: Keyboard): string | null {
  const presses = canonicalOn(stored, keyboard);
  return presses && pressesText(presses);
}

/** Whether two shortcuts are the same press here; those that cannot be made are the same as nothing. */
export function samePress(a: string, b: string, keyboard: Keyboard): boolean {
  const press = canonicalText(a, keyboard);
  return press !== null && press === canonicalText(b, keyboard);
}
