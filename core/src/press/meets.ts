import type { Made } from './keyboard.ts';
import type { Keyboards, Mask } from './keyboards.ts';
import { overlaps, type Press } from './press.ts';

/** How one shortcut stands to another: one movement makes both, it begins the other, or the other begins it. */
export type How = 'meet' | 'begins' | 'begun';

/** How the first of two shortcuts stands to the second, by their strokes. */
export function howOf(first: readonly unknown[], second: readonly unknown[]): How {
  return first.length === second.length ? 'meet' : first.length < second.length ? 'begins' : 'begun';
}

/**
 * The keyboards on which two shortcuts meet, or one begins the other: those on which, stroke by stroke, one movement
 * makes both. Strokes by their numbers in the keyboards. Not transitive: US `Ctrl+[` meets what it meets.
 */
export function meetOn(a: readonly number[], b: readonly number[], keyboards: Keyboards): Mask {
  let mask = keyboards.everywhere;
  const shared = Math.min(a.length, b.length);
  for (let i = 0; i < shared && mask; i++) mask &= keyboards.meets(a[i]!, b[i]!);
  return mask;
}

/** Whether presses, made one after another, begin a shortcut, or are all of it. */
export function begin(presses: readonly Press[], shortcut: Made): boolean {
  return (
    presses.length <= shortcut.length && presses.every((press, at) => shortcut[at]!.some((way) => overlaps(way, press)))
  );
}

/** `meetOn` for what was made on one keyboard. */
export function meet(a: Made, b: Made): boolean {
  return (
    a.length === b.length && a.every((ways, at) => ways.some((way) => b[at]!.some((other) => overlaps(way, other))))
  );
}
