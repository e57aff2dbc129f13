import { KEYPAD, codeRank } from './codes.ts';
import { spotsOf, type Layout } from './layout.ts';
import { namedKey } from './named.ts';
import type { Platform } from './platform.ts';
import { parseStored } from './stored.ts';
import {
  physicalModifiers,
  type Key,
  type Modifier,
  type PhysicalModifier,
  type Shortcut,
  type Stroke,
} from './shortcut.ts';

/** The modifiers of a real keyboard, as bits, in the order in which a press is written. */
const BITS = { Ctrl: 1, Alt: 2, Shift: 4, Meta: 8, AltGr: 16, Fn: 32 } as const;
const PHYSICAL = Object.keys(BITS) as PhysicalModifier[];

/** One physical way to make a stroke: modifier bits and what is pressed with them (a code, a pointer action). */
interface Press {
  readonly bits: number;
  readonly target: string;
  readonly level: number;
}

function bitsOf(modifiers: readonly Modifier[], platform: Platform): number {
  return physicalModifiers(modifiers, platform).reduce((bits, modifier) => bits | BITS[modifier], 0);
}

const LEVEL_BITS = [0, BITS.Shift, BITS.AltGr, BITS.Shift | BITS.AltGr] as const;

/** The positions of a key on a layout, each with the modifiers that its character needs itself. */
function spots(key: Key, layout: Layout): Press[] {
  if (key.by === 'character') {
    return spotsOf(layout, key.character).map(({ code, level }) => ({
      bits: LEVEL_BITS[level],
      target: code,
      level,
    }));
  }
  const code = key.by === 'name' ? namedKey(key.name)!.code : key.code;
  const there = key.by === 'name' || KEYPAD.has(code) || code in layout.characters;
  return there ? [{ bits: 0, target: code, level: 0 }] : [];
}

/** All ways to make one stroke: a character's own Shift or AltGr is united with the written modifiers. */
function strokePresses(stroke: Stroke, layout: Layout, platform: Platform): Press[] {
  if (stroke.kind === 'tap') {
    return [{ bits: 0, target: `tap ${physicalModifiers([stroke.modifier], platform)[0]}`, level: 0 }];
  }
  const written = bitsOf(stroke.modifiers, platform);
  if (stroke.kind === 'key') {
    return spots(stroke.key, layout).map((spot) => ({ ...spot, bits: spot.bits | written }));
  }
  const action = stroke.action + (stroke.over ? '@over' : '');
  if (!stroke.held) return [{ bits: written, target: action, level: 0 }];
  return spots(stroke.held, layout).map((spot) => ({
    ...spot,
    bits: spot.bits | written,
    target: `${spot.target}+${action}`,
  }));
}

function writePress(press: Press): string {
  return [...PHYSICAL.filter((name) => press.bits & BITS[name]), press.target].join('+');
}

/** Lowest level first, then lowest position. */
function byCanon(a: Press, b: Press): number {
  return a.level - b.level || codeRank(a.target) - codeRank(b.target) || (a.target < b.target ? -1 : 1);
}

/** Strokes as they are made: a shortcut done twice is its strokes two times over. */
function strokesMade(shortcut: Shortcut): readonly Stroke[] {
  return shortcut.manner === 'twice' ? [...shortcut.strokes, ...shortcut.strokes] : shortcut.strokes;
}

/**
 * For each stroke all physical ways to make it, the canonical one first, written like `Ctrl+Shift+Equal`;
 * null when some stroke cannot be made on this layout. Caps Lock off, NumLock on.
 */
export function presses(shortcut: Shortcut, layout: Layout, platform: Platform): string[][] | null {
  const all: string[][] = [];
  for (const stroke of strokesMade(shortcut)) {
    const ways = strokePresses(stroke, layout, platform).sort(byCanon).map(writePress);
    if (ways.length === 0) return null;
    all.push([...new Set(ways)]);
  }
  if (shortcut.manner === 'held') all[0] = all[0]!.map((way) => `hold ${way}`);
  return all;
}

/**
 * The canonical press of a shortcut (strokes parted by a space), or null when it cannot be made here.
 * Two shortcuts are the *same press* when theirs are equal.
 */
export function canonicalPress(shortcut: Shortcut, layout: Layout, platform: Platform): string | null {
  return (
    presses(shortcut, layout, platform)
      ?.map((ways) => ways[0])
      .join(' ') ?? null
  );
}

/** Whether two shortcuts are the same press here; those that cannot be made are the same as nothing. */
export function samePress(a: Shortcut, b: Shortcut, layout: Layout, platform: Platform): boolean {
  const press = canonicalPress(a, layout, platform);
  return press !== null && press === canonicalPress(b, layout, platform);
}

const strokeOverlap = (a: readonly string[], b: readonly string[]) => a.some((way) => b.includes(way));

/** How two shortcuts stand to each other: they meet, one begins the other, or neither. Not transitive. */
export function meeting(
  a: string[][],
  b: string[][],
): 'meet' | 'first begins second' | 'second begins first' | 'apart' {
  const shared = Math.min(a.length, b.length);
  for (let i = 0; i < shared; i++) if (!strokeOverlap(a[i]!, b[i]!)) return 'apart';
  if (a.length === b.length) return 'meet';
  return a.length < b.length ? 'first begins second' : 'second begins first';
}

const cache = new Map<string, string[][] | null>();

/** `presses` of a stored text, remembered: a catalogue asks for the same few thousand again and again. */
export function storedPresses(stored: string, layout: Layout, platform: Platform): string[][] | null {
  const name = `${layout.id} ${platform} ${stored}`;
  const known = cache.get(name);
  if (known !== undefined) return known;
  if (cache.size > 200_000) cache.clear();
  const ways = presses(parseStored(stored), layout, platform);
  cache.set(name, ways);
  return ways;
}

/** The canonical press of a stored text. */
export function storedPress(stored: string, layout: Layout, platform: Platform): string | null {
  return (
    storedPresses(stored, layout, platform)
      ?.map((ways) => ways[0])
      .join(' ') ?? null
  );
}
