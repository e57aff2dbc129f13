import {
  begin,
  howOf,
  madeOn,
  meetOn,
  pressText,
  unsided,
  type How,
  type Keyboard,
  type Keyboards,
  type Mask,
  type Press,
} from '../press/index.ts';
import type { Platform } from '../keys/index.ts';
import { each, once } from '../memory/index.ts';
import { effective, type Effective, type Held, type Stack } from './effective.ts';

/** A binding of one keyset with the keyboards it is on, whatever the platforms. */
export interface Entry {
  readonly held: Held;
  readonly strokes: readonly number[];
  /** The keyboards of its platforms. */
  readonly there: Mask;
  /** Those on which it can be made. */
  readonly pressable: Mask;
}

/** A binding that meets a shortcut, or of which one begins the other, and the keyboards on which that is so. */
export interface Near {
  readonly held: Held;
  /** How the shortcut that was asked about stands to it. */
  readonly how: How;
  readonly on: Mask;
}

/**
 * A stack with the keyboards it is weighed for: all that is asked of a keyset again and again. What was computed is
 * remembered in the value, as long as it is; it is handed on as an argument.
 */
export interface Weighed {
  readonly stack: Stack;
  readonly keyboards: Keyboards;
  /** Which shortcuts each command has where, on one platform. */
  on(platform: Platform): Effective;
  /** All bindings, each once with its keyboards. */
  readonly entries: () => readonly Entry[];
  /** Bindings that a shortcut meets, begins or is begun by, somewhere. */
  near(shortcut: string): readonly Near[];
  /** On one keyboard, bindings that presses made one after another are all of, or begin. */
  answering(presses: readonly Press[], keyboard: Keyboard): readonly { readonly held: Held; readonly whole: boolean }[];
  /** What lies below the topmost layer, weighed alike. */
  readonly below: () => Weighed;
  /** What was shipped, weighed alike. */
  readonly shipped: () => Weighed;
}

export function weigh(stack: Stack, keyboards: Keyboards): Weighed {
  const on = each((platform: Platform) => effective(stack, platform));
  const entries = once(() =>
    entriesOf(
      keyboards.platforms.map((platform) => on(platform).held),
      keyboards,
    ),
  );
  const byFirst = once(() => {
    const groups = new Map<number, Entry[]>();
    for (const entry of entries()) {
      const group = groups.get(entry.strokes[0]!);
      if (group) group.push(entry);
      else groups.set(entry.strokes[0]!, [entry]);
    }
    return groups;
  });
  const indexOn = each((keyboard: Keyboard) => pressIndex(on(keyboard.platform), keyboard));
  return {
    stack,
    keyboards,
    on,
    entries,
    near: (shortcut) => nearOf(keyboards.strokes(shortcut), (stroke) => byFirst().get(stroke) ?? [], keyboards),
    answering: (presses, keyboard) => indexOn(keyboard)(presses),
    below: once(() => weigh({ ...stack, layers: stack.layers.slice(0, -1) }, keyboards)),
    shipped: once(() => (stack.layers.length ? weigh({ ...stack, layers: [] }, keyboards) : weigh(stack, keyboards))),
  };
}

/** Which of the bindings that begin with a stroke a shortcut is near to, and where. */
export function nearOf(
  strokes: readonly number[],
  beginningWith: (stroke: number) => Iterable<Entry>,
  keyboards: Keyboards,
): Near[] {
  const found: Near[] = [];
  const [first] = strokes as readonly [number, ...number[]];
  const look = (stroke: number) => {
    for (const { held, strokes: theirs, pressable } of beginningWith(stroke)) {
      const on = pressable && meetOn(strokes, theirs, keyboards) & pressable;
      if (on) found.push({ held, how: howOf(strokes, theirs), on });
    }
  };
  look(first);
  for (const other of keyboards.near(first)) look(other);
  return found;
}

/** The keyboards of one binding as an entry. */
export function entryOf(held: Held, there: Mask, keyboards: Keyboards): Entry {
  const strokes = keyboards.strokes(held.shortcut);
  let pressable = there;
  for (const stroke of strokes) pressable &= keyboards.pressable(stroke);
  return { held, strokes, there, pressable };
}

/** A binding that stands on several platforms, as one text. */
export const heldKey = ({ command, context, shortcut }: Held) => `${command} ${context} ${shortcut}`;

/** Bindings of several platforms (in the order of the keyboards’), each once, with the keyboards they are on. */
export function entriesOf(lists: readonly (readonly Held[])[], keyboards: Keyboards): Entry[] {
  const all = new Map<string, { held: Held; there: Mask }>();
  lists.forEach((list, p) => {
    const mask = keyboards.maskOf(keyboards.platforms[p]!);
    for (const held of list) {
      const key = heldKey(held);
      const known = all.get(key);
      if (known) known.there |= mask;
      else all.set(key, { held, there: mask });
    }
  });
  return [...all.values()].map(({ held, there }) => entryOf(held, there, keyboards));
}

/** Finds who answers to presses on one keyboard, by every way to make a first stroke. */
function pressIndex({ held }: Effective, keyboard: Keyboard) {
  const byFirst = new Map<string, Held[]>();
  for (const one of held) {
    for (const way of madeOn(one.shortcut, keyboard)?.[0] ?? []) {
      const name = pressText(unsided(way));
      const group = byFirst.get(name);
      if (!group) byFirst.set(name, [one]);
      // Both ways of a key may be without sides one and the same.
      else if (group.at(-1) !== one) group.push(one);
    }
  }
  return (presses: readonly Press[]) => {
    const [first] = presses;
    if (!first) return [];
    return (byFirst.get(pressText(unsided(first))) ?? []).flatMap((one) => {
      const made = madeOn(one.shortcut, keyboard)!;
      return begin(presses, made) ? [{ held: one, whole: made.length === presses.length }] : [];
    });
  };
}
