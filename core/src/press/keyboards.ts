import { each } from '../memory/index.ts';
import { parseStored, type Board, type Layout, type Platform, type Stroke } from '../keys/index.ts';
import {
  canonicalText,
  heldDown,
  isWays,
  keyboardOf,
  strokeWays,
  strokesMade,
  type Keyboard,
  type Way,
} from './keyboard.ts';
import { PLAIN, sidesAgree, type Press } from './press.ts';
import { editsText, thirdUnknown, typesCharacter } from './types.ts';
import { isThird } from './press.ts';

/** A set of keyboards, one bit each. */
export type Mask = bigint;

/**
 * The keyboards that something is weighed for: layouts × platforms, each with its board. Strokes have numbers in it, with
 * the keyboards on which each can be made and on which two of them are one press. Most bindings share few strokes, and
 * most strokes meet only themselves: what is said of them once holds for thousands of bindings. All of it is remembered
 * in the value and ends with it.
 */
export interface Keyboards {
  readonly layouts: readonly Layout[];
  readonly platforms: readonly Platform[];
  /** Platform by platform, in the order of the layouts. */
  readonly all: readonly Keyboard[];
  readonly everywhere: Mask;
  /** The keyboards of a platform; none, where it is not among them. */
  on(platform: Platform): readonly Keyboard[];
  maskOf(platform: Platform): Mask;
  /** A mask as platforms and layouts. */
  placesOf(mask: Mask): Places;
  /** The numbers of the strokes of a stored shortcut, as they are made. */
  strokes(stored: string): readonly number[];
  stroke(id: number): Stroke;
  pressable(id: number): Mask;
  /** The keyboards on which two strokes overlap. */
  meets(a: number, b: number): Mask;
  /** Other strokes that meet this one somewhere. */
  near(id: number): readonly number[];
  /** The keyboards on which some way to make a stroke is of a kind. */
  where(id: number, kind: StrokeKind): Mask;
  /** What a shortcut is on a platform, on all its keyboards: equal for those that are the same press on each. */
  pressKey(stored: string, platform: Platform): string;
}

/** Platforms, and layouts by their ids. */
export interface Places {
  readonly platforms: readonly Platform[];
  readonly layouts: readonly string[];
}

/** It types a character; it edits text; it types on the third level; what the third level types is not known; the layout is not known. */
export type StrokeKind = 'types' | 'edits' | 'types with AltGr' | 'not known' | 'layout not known';

const TESTS: Record<Exclude<StrokeKind, 'layout not known'>, (way: Press, keyboard: Keyboard) => boolean> = {
  types: typesCharacter,
  edits: editsText,
  'types with AltGr': (way, keyboard) => isThird(way, keyboard.platform) && typesCharacter(way, keyboard),
  'not known': thirdUnknown,
};

/** Layouts on platforms; `boardOf` names a board where it is not the layout’s usual one. */
export function keyboardsOf(
  layouts: readonly Layout[],
  platforms: readonly Platform[],
  boardOf: (layout: Layout, platform: Platform) => Board | undefined = () => undefined,
): Keyboards {
  const all = platforms.flatMap((platform) =>
    layouts.map((layout) => keyboardOf(layout, platform, boardOf(layout, platform))),
  );
  const bit = all.map((_, index) => 1n << BigInt(index));
  const everywhere = bit.reduce((sum, one) => sum | one, 0n);
  const byPlatform = new Map(
    platforms.map((platform, p) => {
      const from = p * layouts.length;
      const mine = bit.slice(from, from + layouts.length);
      return [
        platform,
        { list: all.slice(from, from + layouts.length), mask: mine.reduce((sum, one) => sum | one, 0n) },
      ];
    }),
  );
  const table = strokeTable(all, bit);
  const kinds = new Map<StrokeKind, Map<number, Mask>>();
  const inMask = (mask: Mask) => all.filter((_, index) => mask & bit[index]!);
  const on = (platform: Platform) => byPlatform.get(platform)?.list ?? [];

  const pressKeys = each((platform: Platform) =>
    each((stored: string) => {
      const texts = on(platform).map((keyboard) => canonicalText(stored, keyboard) ?? `(${stored})`);
      return texts.length ? texts.join(' | ') : `(${stored})`;
    }),
  );

  function kindMask(id: number, kind: StrokeKind): Mask {
    const known = kinds.get(kind) ?? new Map<number, Mask>();
    kinds.set(kind, known);
    const found = known.get(id);
    if (found !== undefined) return found;
    let mask = 0n;
    all.forEach((keyboard, k) => {
      const ways = table.waysOf(id, keyboard);
      const is =
        kind === 'layout not known'
          ? !isWays(ways) && ways.why === 'not known'
          : isWays(ways) && ways.some((way) => TESTS[kind](way, keyboard));
      if (is) mask |= bit[k]!;
    });
    known.set(id, mask);
    return mask;
  }
  return {
    layouts,
    platforms,
    all,
    everywhere,
    on,
    maskOf: (platform) => byPlatform.get(platform)?.mask ?? 0n,
    placesOf: each((mask: Mask): Places => {
      const there = inMask(mask);
      return {
        platforms: [...new Set(there.map((keyboard) => keyboard.platform))],
        layouts: [...new Set(there.map((keyboard) => keyboard.layout.id))],
      };
    }),
    strokes: table.of,
    stroke: table.stroke,
    pressable: table.pressable,
    meets: table.meets,
    near: table.near,
    where: kindMask,
    pressKey: (stored, platform) => pressKeys(platform)(stored),
  };
}

/** Strokes by number, and which of them meet where: each is made once on every keyboard, and found by what it is. */
function strokeTable(keyboards: readonly Keyboard[], bit: readonly Mask[]) {
  const numbers = new Map<string, number>();
  const shortcuts = new Map<string, readonly number[]>();
  const strokes: { readonly stroke: Stroke; readonly held: boolean }[] = [];
  const can: Mask[] = [];
  const meeting: Map<number, Mask>[] = [];
  const neighbours: number[][] = [];
  const targets = new Map<string, number>();
  /** For each keyboard: strokes by the press without sides, as `stroke, bits` one after another. */
  const made = keyboards.map(() => new Map<number, number[]>());

  function targetId({ target, manner }: Press): number {
    const text = manner === 'pressed' ? target : `${manner} ${target}`;
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
  function waysOf(id: number, keyboard: Keyboard) {
    const { stroke, held } = strokes[id]!;
    const ways = strokeWays(stroke, keyboard);
    return held && isWays(ways) ? ways.map((way: Way) => heldDown(way)) : ways;
  }
  function add(stroke: Stroke, held: boolean): number {
    const id = strokes.length;
    strokes.push({ stroke, held });
    meeting.push(new Map());
    neighbours.push([]);
    let mask = 0n;
    for (let k = 0; k < keyboards.length; k++) {
      const ways = waysOf(id, keyboards[k]!);
      if (!isWays(ways)) continue;
      mask |= bit[k]!;
      const index = made[k]!;
      for (const way of ways) {
        const { bits } = way;
        const name = targetId(way) * (PLAIN + 1) + (bits & PLAIN);
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
    of(stored: string): readonly number[] {
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
    stroke: (id: number) => strokes[id]!.stroke,
    waysOf,
    pressable: (id: number) => can[id]!,
    meets: (a: number, b: number) => (a === b ? can[a]! : (meeting[a]!.get(b) ?? 0n)),
    near: (id: number) => neighbours[id]!,
  };
}
