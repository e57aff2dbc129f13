import {
  isWays,
  keyboardOf,
  parseStored,
  strokeWays,
  strokesMade,
  type Keyboard,
  type Layout,
  type Platform,
  type Stroke,
} from '../../keys/index.ts';

/** A set of keyboards, one bit each. */
export type Mask = bigint;

/**
 * Strokes by number, with the keyboards on which each can be made and on which two of them are one press. Most bindings
 * share few strokes, and most strokes meet only themselves: what is said of them once holds for thousands of bindings.
 */
export interface StrokeTable {
  readonly keyboards: readonly Keyboard[];
  /** The numbers of the strokes of a stored shortcut, as they are made. */
  of(stored: string): readonly number[];
  stroke(id: number): Stroke;
  pressable(id: number): Mask;
  /** The keyboards on which two strokes overlap. */
  meets(a: number, b: number): Mask;
  /** Other strokes that meet this one somewhere. */
  near(id: number): readonly number[];
}

const SIDE_BITS = 18;
const PLAIN = 63;

/** Whether the sides that two presses ask for can be one hand's: left against right cannot. */
function sidesAgree(a: number, b: number): boolean {
  const [left, right] = [(a | b) >> 6, (a | b) >> 12];
  const both = left & right & PLAIN;
  if (both === 0) return true;
  return ((((a >> 6) & (b >> 12)) | ((b >> 6) & (a >> 12))) & PLAIN) === 0;
}

export function strokeTable(layouts: readonly Layout[], platforms: readonly Platform[]): StrokeTable {
  const keyboards = platforms.flatMap((platform) => layouts.map((layout) => keyboardOf(layout, platform)));
  const bit = keyboards.map((_, index) => 1n << BigInt(index));
  const numbers = new Map<string, number>();
  const shortcuts = new Map<string, readonly number[]>();
  const strokes: Stroke[] = [];
  const can: Mask[] = [];
  const meeting: Map<number, Mask>[] = [];
  const neighbours: number[][] = [];
  const targets = new Map<string, number>();
  /** For each keyboard: strokes by the press without sides, as `stroke, sides` one after another. */
  const made = keyboards.map(() => new Map<number, number[]>());

  function targetId(text: string): number {
    let id = targets.get(text);
    if (id === undefined) targets.set(text, (id = targets.size));
    return id;
  }
  function join(a: number, b: number, mask: Mask) {
    const known = meeting[a]!.get(b);
    if (known === undefined) {
      neighbours[a]!.push(b);
      neighbours[b]!.push(a);
    }
    const now = (known ?? 0n) | mask;
    meeting[a]!.set(b, now);
    meeting[b]!.set(a, now);
  }
  function add(stroke: Stroke, held: boolean): number {
    const id = strokes.length;
    strokes.push(stroke);
    meeting.push(new Map());
    neighbours.push([]);
    let mask = 0n;
    for (let k = 0; k < keyboards.length; k++) {
      const ways = strokeWays(stroke, keyboards[k]!);
      if (!isWays(ways)) continue;
      mask |= bit[k]!;
      const index = made[k]!;
      for (const { bits, target } of ways) {
        const name = targetId(held ? `hold ${target}` : target) * (1 << SIDE_BITS) + (bits & PLAIN);
        const there = index.get(name);
        if (!there) {
          index.set(name, [id, bits]);
          continue;
        }
        for (let i = 0; i < there.length; i += 2) {
          const other = there[i]!;
          if (other !== id && sidesAgree(bits, there[i + 1]!)) join(id, other, bit[k]!);
        }
        there.push(id, bits);
      }
    }
    can.push(mask);
    return id;
  }
  return {
    keyboards,
    of(stored) {
      const known = shortcuts.get(stored);
      if (known) return known;
      const shortcut = parseStored(stored);
      const ids = strokesMade(shortcut).map((stroke, at) => {
        const held = shortcut.manner === 'held' && at === 0;
        const name = `${held ? 'hold ' : ''}${JSON.stringify(stroke)}`;
        let id = numbers.get(name);
        if (id === undefined) numbers.set(name, (id = add(stroke, held)));
        return id;
      });
      shortcuts.set(stored, ids);
      return ids;
    },
    stroke: (id) => strokes[id]!,
    pressable: (id) => can[id]!,
    meets: (a, b) => (a === b ? can[a]! : (meeting[a]!.get(b) ?? 0n)),
    near: (id) => neighbours[id]!,
  };
}

/** The keyboards of a mask. */
export function keyboardsIn(mask: Mask, keyboards: readonly Keyboard[]): Keyboard[] {
  return keyboards.filter((_, index) => (mask >> BigInt(index)) & 1n);
}
