import type { NamedKey } from './named.ts';
import { conventionOf, type Platform } from './platform.ts';

/**
 * Modifiers in the order of the stored form. Primary is Command on macOS and Ctrl elsewhere;
 * Alt is Option on macOS; Meta is Command, the Windows key or Super. Left and right differ only where a binding says so.
 */
export const MODIFIERS = [
  'Primary',
  'Ctrl',
  'LeftCtrl',
  'RightCtrl',
  'Alt',
  'LeftAlt',
  'RightAlt',
  'AltGr',
  'Shift',
  'LeftShift',
  'RightShift',
  'Meta',
  'LeftMeta',
  'RightMeta',
  'Fn',
] as const;
export type Modifier = (typeof MODIFIERS)[number];

/** A modifier without its side. */
export type BaseModifier = 'Primary' | 'Ctrl' | 'Alt' | 'AltGr' | 'Shift' | 'Meta' | 'Fn';

const SIDES: ReadonlyMap<Modifier, { base: BaseModifier; side: 'Left' | 'Right' | null }> = new Map(
  MODIFIERS.map((modifier) => {
    const side = /^(Left|Right)(\w+)$/.exec(modifier);
    const base = (side?.[2] ?? modifier) as BaseModifier;
    return [modifier, { base, side: (side?.[1] as 'Left' | 'Right' | undefined) ?? null }];
  }),
);

/** Which modifier is meant, and which of the two where the binding says so. */
export function sideOf(modifier: Modifier): { readonly base: BaseModifier; readonly side: 'Left' | 'Right' | null } {
  return SIDES.get(modifier)!;
}

/** Pointer actions; without a button's name the left one is meant. */
export const POINTER_ACTIONS = [
  'Click',
  'RightClick',
  'MiddleClick',
  'BackClick',
  'ForwardClick',
  'DoubleClick',
  'RightDoubleClick',
  'MiddleDoubleClick',
  'Drag',
  'DragLeft',
  'DragRight',
  'DragUp',
  'DragDown',
  'RightDrag',
  'MiddleDrag',
  'WheelUp',
  'WheelDown',
  'WheelLeft',
  'WheelRight',
  'Pinch',
  'Rotate',
  'SwipeLeft',
  'SwipeRight',
  'SwipeUp',
  'SwipeDown',
] as const;
export type PointerAction = (typeof POINTER_ACTIONS)[number];

/**
 * A key: by the character it gives (letters as capitals), by its name (W3C UI Events `key`),
 * or by its position (W3C UI Events `code`; the keypad's keys always so).
 */
export type Key =
  | { readonly by: 'character'; readonly character: string }
  | { readonly by: 'name'; readonly name: NamedKey }
  | { readonly by: 'position'; readonly code: string };

/** One thing done with the hands: a chord, a pointer action with keys held, or a modifier tapped alone. */
export type Stroke =
  | { readonly kind: 'key'; readonly modifiers: readonly Modifier[]; readonly key: Key }
  | {
      readonly kind: 'pointer';
      readonly modifiers: readonly Modifier[];
      /** An ordinary key held down meanwhile. */
      readonly held?: Key;
      readonly action: PointerAction;
      /** Over an object, as opposed to with the focus in it. */
      readonly over?: true;
    }
  | { readonly kind: 'tap'; readonly modifier: Modifier };

export type Manner = 'pressed' | 'held' | 'twice';

/** At most this many strokes make a shortcut. */
export const MOST_STROKES = 5;

/** 1 to 5 strokes and the manner of doing them. */
export interface Shortcut {
  readonly strokes: readonly Stroke[];
  readonly manner: Manner;
}

/** Modifiers without repeats, in the stored order. */
export function inOrder(modifiers: Iterable<Modifier>): Modifier[] {
  const present = new Set(modifiers);
  return MODIFIERS.filter((modifier) => present.has(modifier));
}

/** A character as keys are named by it: letters are case-blind and kept as capitals (ß and ſ have none of their own). */
export function keyCharacter(character: string): string {
  const capital = character.toUpperCase();
  return [...capital].length === 1 && capital.toLowerCase() === character.toLowerCase() ? capital : character;
}

const VISIBLE = /^[^\s\p{C}\p{M}]$/u;

/** Whether a text is one character that a key can be named by: no space of any kind, no control, no mark that needs a letter. */
export const isKeyCharacter = (text: string): boolean => VISIBLE.test(text);

/** The character as a key. */
export function characterKey(character: string): Key {
  return { by: 'character', character: keyCharacter(character) };
}

/** The modifiers that a platform's keyboard really has. */
export type PhysicalModifier = Exclude<Modifier, 'Primary'>;

/** Modifiers with Primary as the platform's own, each once, in the stored order. */
export function physicalModifiers(modifiers: readonly Modifier[], platform: Platform): PhysicalModifier[] {
  const primary = conventionOf(platform) === 'macos' ? 'Meta' : 'Ctrl';
  const own = modifiers.map((modifier) => (modifier === 'Primary' ? primary : modifier));
  return inOrder(own) as PhysicalModifier[];
}
