import type { Board } from './boards.ts';
import { usualBoard } from './boards.ts';
import { KEYPAD, codeRank } from './codes.ts';
import { spotsOf, tableOn, type Layout, type LayoutTable } from './layout.ts';
import { namedKey } from './named.ts';
import { conventionOf, type Platform } from './platform.ts';
import { parseStored } from './stored.ts';
import { sideOf, physicalModifiers, type Key, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';

/** The modifiers of a real keyboard, as bits, in the order in which a press is written. */
export const BITS = { Ctrl: 1, Alt: 2, Shift: 4, Meta: 8, AltGr: 16, Fn: 32 } as const;
type Physical = keyof typeof BITS;
const PHYSICAL = Object.keys(BITS) as Physical[];
/** Where the bits begin that say “the left one”, “the right one”. */
const LEFT = 6;
const RIGHT = 12;

/** One physical way to make a stroke: modifier bits and what is pressed with them (a code, a pointer action). */
export interface Way {
  readonly bits: number;
  readonly target: string;
  readonly level: number;
}

/** Why a shortcut cannot be made. */
export interface NoPress {
  readonly why: 'no character' | 'not known' | 'no key' | 'no AltGr' | 'keypad with Shift';
  /** The key or modifier that is missing. */
  readonly what: string;
}

/** A keyboard as a stroke meets it; what was asked of it before is remembered. */
export interface Keyboard {
  readonly layout: Layout;
  readonly table: LayoutTable;
  readonly platform: Platform;
  readonly convention: ReturnType<typeof conventionOf>;
  readonly board: Board;
  readonly spots: Map<string, Way[] | NoPress>;
  readonly bits: Map<string, number | NoPress>;
}

/** What AltGr is on a keyboard: Ctrl and Alt on Windows, Option on macOS. */
function altGrBits(keyboard: Keyboard): number {
  const { convention } = keyboard;
  return convention === 'windows' ? BITS.Ctrl | BITS.Alt : convention === 'macos' ? BITS.Alt : BITS.AltGr;
}

function bitsOf(modifiers: readonly Modifier[], keyboard: Keyboard): number | NoPress {
  if (modifiers.length === 0) return 0;
  const name = modifiers.join();
  const known = keyboard.bits.get(name);
  if (known !== undefined) return known;
  const bits = countBits(modifiers, keyboard);
  keyboard.bits.set(name, bits);
  return bits;
}

function countBits(modifiers: readonly Modifier[], keyboard: Keyboard): number | NoPress {
  let bits = 0;
  for (const modifier of physicalModifiers(modifiers, keyboard.platform)) {
    const { base, side } = sideOf(modifier);
    const third = keyboard.table.third && keyboard.convention !== 'macos';
    if (base === 'AltGr' || (base === 'Alt' && side === 'Right' && third)) {
      if (!keyboard.table.third && keyboard.convention !== 'macos') return { why: 'no AltGr', what: 'AltGr' };
      bits |= altGrBits(keyboard);
      continue;
    }
    const bit = BITS[base as Physical];
    bits |= bit | (side === 'Left' ? bit << LEFT : side === 'Right' ? bit << RIGHT : 0);
  }
  return bits;
}

function levelBits(level: number, keyboard: Keyboard): number {
  return (level & 1 ? BITS.Shift : 0) | (level & 2 ? altGrBits(keyboard) : 0);
}

/** The positions of a key on a keyboard, each with the modifiers that its character needs itself. */
function spots(key: Key, keyboard: Keyboard): Way[] | NoPress {
  const name = key.by === 'character' ? key.character : key.by === 'name' ? key.name : key.code;
  const known = keyboard.spots.get(name);
  if (known) return known;
  const found = findSpots(key, keyboard);
  keyboard.spots.set(name, found);
  return found;
}

function findSpots(key: Key, keyboard: Keyboard): Way[] | NoPress {
  const { board, table } = keyboard;
  if (key.by === 'character') {
    const there = spotsOf(table, key.character);
    const found = there.filter(({ code }) => !board.lacks.has(code));
    if (found.length)
      return found.map(({ code, level }) => ({ bits: levelBits(level, keyboard), target: code, level }));
    if (there.length) return { why: 'no key', what: key.character };
    return { why: table.whole ? 'no character' : 'not known', what: key.character };
  }
  const code = key.by === 'name' ? namedKey(key.name)!.code : key.code;
  const known = key.by === 'name' || KEYPAD.has(code) || code in table.characters;
  if (!known || board.lacks.has(code)) return { why: 'no key', what: key.by === 'name' ? key.name : code };
  return [{ bits: board.behindFn.has(code) ? BITS.Fn : 0, target: code, level: 0 }];
}

export const isWays = (found: Way[] | NoPress): found is Way[] => Array.isArray(found);
const PAD_DIGIT = /^Numpad(\d|Decimal)$/;

/** The ways of a key with modifiers. Clash finding asks this hundreds of thousands of times: plain loops. */
function keyWays(key: Key, written: number, keyboard: Keyboard): Way[] | NoPress {
  const found = spots(key, keyboard);
  if (!isWays(found) || written === 0) return found;
  const ways: Way[] = [];
  for (const { bits, target, level } of found) {
    const both = bits | written;
    // With NumLock on, Shift turns a pad digit into an arrow there (Windows, from memory).
    if (keyboard.convention === 'windows' && both & BITS.Shift && PAD_DIGIT.test(target)) continue;
    ways.push({ bits: both, target, level });
  }
  return ways.length ? ways : { why: 'keypad with Shift', what: found[0]!.target };
}

/** All ways to make one stroke: a character's own Shift or AltGr is united with the written modifiers. */
export function strokeWays(stroke: Stroke, keyboard: Keyboard): Way[] | NoPress {
  if (stroke.kind === 'tap') {
    return [{ bits: 0, target: `tap ${physicalModifiers([stroke.modifier], keyboard.platform)[0]}`, level: 0 }];
  }
  const written = bitsOf(stroke.modifiers, keyboard);
  if (typeof written !== 'number') return written;
  if (stroke.kind === 'key') return keyWays(stroke.key, written, keyboard);
  const actions = pointerWays(stroke.action, written, keyboard);
  const suffix = stroke.over ? '@over' : '';
  const held: Way[] | NoPress = stroke.held ? spots(stroke.held, keyboard) : [{ bits: 0, target: '', level: 0 }];
  if (!isWays(held)) return held;
  return held.flatMap((spot) =>
    actions.map(({ bits, action }) => ({
      bits: spot.bits | bits,
      target: `${spot.target}${spot.target && '+'}${action}${suffix}`,
      level: spot.level,
    })),
  );
}

const RIGHT_OF: Record<string, string> = { Click: 'RightClick', DoubleClick: 'RightDoubleClick', Drag: 'RightDrag' };
const LEFT_OF = Object.fromEntries(Object.entries(RIGHT_OF).map(([left, right]) => [right, left]));

/** On macOS Ctrl with the left button is the right one (Apple’s support pages, from memory): either way makes it. */
function pointerWays(action: string, bits: number, keyboard: Keyboard): { bits: number; action: string }[] {
  if (keyboard.convention !== 'macos') return [{ bits, action }];
  const right = bits & BITS.Ctrl ? RIGHT_OF[action] : undefined;
  if (right)
    return [
      { bits: bits & ~BITS.Ctrl, action: right },
      { bits, action },
    ];
  const left = LEFT_OF[action];
  return left
    ? [
        { bits, action },
        { bits: bits | BITS.Ctrl, action: left },
      ]
    : [{ bits, action }];
}

function writePress({ bits, target }: Way): string {
  if (bits === 0) return target;
  let text = '';
  for (const name of PHYSICAL) {
    const bit = BITS[name];
    if (!(bits & bit)) continue;
    text += `${bits & (bit << LEFT) ? 'Left' : bits & (bit << RIGHT) ? 'Right' : ''}${name}+`;
  }
  return text + target;
}

/** Lowest level first, then lowest position. */
function byCanon(a: Way, b: Way): number {
  return a.level - b.level || codeRank(a.target) - codeRank(b.target);
}

/** Strokes as they are made: a shortcut done twice is its strokes two times over. */
export function strokesMade(shortcut: Shortcut): readonly Stroke[] {
  return shortcut.manner === 'twice' ? [...shortcut.strokes, ...shortcut.strokes] : shortcut.strokes;
}

const keyboards = new Map<string, Keyboard>();

/** The keyboard of a layout on a platform; its board is the layout's usual one, if none is named. */
export function keyboardOf(layout: Layout, platform: Platform, board: Board = usualBoard(layout, platform)): Keyboard {
  const name = `${layout.id} ${platform} ${board.id}`;
  const known = keyboards.get(name);
  if (known?.layout === layout) return known;
  const table = tableOn(layout, platform);
  const convention = conventionOf(platform);
  const keyboard = { layout, table, platform, convention, board, spots: new Map(), bits: new Map() };
  keyboards.set(name, keyboard);
  return keyboard;
}

/**
 * For each stroke all physical ways to make it, the canonical one first, written like `Ctrl+Shift+Equal`; or why some
 * stroke cannot be made on this layout, platform and board (the layout's usual one, if none is named). Caps Lock off,
 * NumLock on.
 */
export function pressesOrWhy(
  shortcut: Shortcut,
  layout: Layout,
  platform: Platform,
  board?: Board,
): string[][] | NoPress {
  const keyboard = keyboardOf(layout, platform, board);
  const all: string[][] = [];
  for (const stroke of strokesMade(shortcut)) {
    const ways = strokeWays(stroke, keyboard);
    if (!isWays(ways)) return ways;
    all.push([...new Set(ways.length > 1 ? ways.toSorted(byCanon).map(writePress) : ways.map(writePress))]);
  }
  if (shortcut.manner === 'held') all[0] = all[0]!.map((way) => `hold ${way}`);
  return all;
}

/** `pressesOrWhy` without the reason: null when the shortcut cannot be made. */
export function presses(shortcut: Shortcut, layout: Layout, platform: Platform, board?: Board): string[][] | null {
  const found = pressesOrWhy(shortcut, layout, platform, board);
  return Array.isArray(found) ? found : null;
}

/**
 * The canonical press of a shortcut (strokes parted by a space), or null when it cannot be made here.
 * Two shortcuts are the *same press* when theirs are equal.
 */
export function canonicalPress(shortcut: Shortcut, layout: Layout, platform: Platform, board?: Board): string | null {
  return (
    presses(shortcut, layout, platform, board)
      ?.map((ways) => ways[0])
      .join(' ') ?? null
  );
}

/** Whether two shortcuts are the same press here; those that cannot be made are the same as nothing. */
export function samePress(a: Shortcut, b: Shortcut, layout: Layout, platform: Platform): boolean {
  const press = canonicalPress(a, layout, platform);
  return press !== null && press === canonicalPress(b, layout, platform);
}

const SIDES = /(?:Left|Right)(?=Ctrl|Alt|Shift|Meta)/g;

/** A press without which of two like modifiers is meant: what an index finds it by. */
export function unsided(way: string): string {
  return way.includes('Left') || way.includes('Right') ? way.replace(SIDES, '') : way;
}

/** Whether two ways are one press: a modifier without a side is made by either. */
function sameWay(a: string, b: string): boolean {
  if (a === b) return true;
  if (unsided(a) !== unsided(b)) return false;
  const [first, second] = [a.split('+'), b.split('+')];
  return first.every((part, i) => {
    const other = second[i]!;
    const sided = /^(Left|Right)./.exec(part)?.[1];
    const theirs = /^(Left|Right)./.exec(other)?.[1];
    return !sided || !theirs || sided === theirs;
  });
}

const strokeOverlap = (a: readonly string[], b: readonly string[]) =>
  a.some((way) => b.some((other) => sameWay(way, other)));

/** How two shortcuts stand to each other: they meet, one begins the other, or neither. Not transitive. */
export function meeting(
  a: readonly (readonly string[])[],
  b: readonly (readonly string[])[],
): 'meet' | 'first begins second' | 'second begins first' | 'apart' {
  const shared = Math.min(a.length, b.length);
  for (let i = 0; i < shared; i++) if (!strokeOverlap(a[i]!, b[i]!)) return 'apart';
  if (a.length === b.length) return 'meet';
  return a.length < b.length ? 'first begins second' : 'second begins first';
}

const cache = new Map<string, string[][] | null>();

/** `presses` of a stored text, remembered: a catalogue asks for the same few thousand again and again. */
export function storedPresses(stored: string, layout: Layout, platform: Platform, board?: Board): string[][] | null {
  const name = `${layout.id} ${platform} ${board?.id ?? ''} ${stored}`;
  const known = cache.get(name);
  if (known !== undefined) return known;
  if (cache.size > 400_000) cache.clear();
  const ways = presses(parseStored(stored), layout, platform, board);
  cache.set(name, ways);
  return ways;
}

/** The canonical press of a stored text. */
export function storedPress(stored: string, layout: Layout, platform: Platform, board?: Board): string | null {
  return (
    storedPresses(stored, layout, platform, board)
      ?.map((ways) => ways[0])
      .join(' ') ?? null
  );
}
