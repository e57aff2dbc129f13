import type { NamedKey } from './named.ts';
import { conventionOf, type Platform } from './platform.ts';

/**
 * Modifiers in the order of the stored form. Primary is Command on macOS and Ctrl elsewhere;
 * Alt is Option on macOS; Meta is Command, the Windows key or Super.
 */
export const MODIFIERS = ['Primary', 'Ctrl', 'Alt', 'AltGr', 'Shift', 'Meta', 'Fn'] as const;
export type Modifier = (typeof MODIFIERS)[number];

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

/** The character as a key: letters are case-blind and kept as capitals (ß has no single one). */
export function characterKey(character: string): Key {
  const capital = character.toUpperCase();
  return { by: 'character', character: [...capital].length === 1 ? capital : character };
}

/** The modifiers that a platform's keyboard really has. */
export type PhysicalModifier = Exclude<Modifier, 'Primary'>;

/** Modifiers with Primary as the platform's own, each once, in the stored order. */
export function physicalModifiers(modifiers: readonly Modifier[], platform: Platform): PhysicalModifier[] {
  const primary = conventionOf(platform) === 'macos' ? 'Meta' : 'Ctrl';
  const own = modifiers.map((modifier) => (modifier === 'Primary' ? primary : modifier));
  return inOrder(own) as PhysicalModifier[];
}
