import type { Platform } from '../keys/platform.ts';
import { conventionOf } from '../keys/platform.ts';
import { POINTER_ACTIONS, sideOf, type PhysicalModifier, type PointerAction } from '../keys/shortcut.ts';

/** The modifiers of a real keyboard, as bits, in the order in which a press is written. */
export const BITS = { Ctrl: 1, Alt: 2, Shift: 4, Meta: 8, AltGr: 16, Fn: 32 } as const;
/** A modifier as a keyboard has it, whichever of its two keys. */
export type HeldName = keyof typeof BITS;
export const HELD_NAMES = Object.keys(BITS) as HeldName[];
/** All modifiers without their sides; the sides stand above them: which of the two keys, left or right. */
export const PLAIN = 63;
const LEFT = 6;
const RIGHT = 12;

/**
 * One thing that fingers do on one keyboard: what is held, and what is pressed with it, held down, or, for a modifier
 * alone, tapped. Presses are compared by `overlaps` and named by `pressText`; nothing else takes them apart.
 */
export interface Press {
  readonly bits: number;
  /** A position (W3C `code`), a pointer action with what is held for it (`KeyA+Drag@over`), or nothing for a tap. */
  readonly target: string;
  readonly manner: 'pressed' | 'held' | 'tap';
}

/** The bit of a modifier, with its side where it names one. */
export function bitOf(modifier: PhysicalModifier): number {
  const { base, side } = sideOf(modifier);
  const bit = BITS[base as HeldName];
  return bit | (side === 'Left' ? bit << LEFT : side === 'Right' ? bit << RIGHT : 0);
}

/** The press of a key with modifiers held. */
export function pressOf(held: readonly PhysicalModifier[], code: string): Press {
  return { bits: held.reduce((bits, one) => bits | bitOf(one), 0), target: code, manner: 'pressed' };
}

/** The modifiers of a press, in the order in which they are written; a side only where it is meant. */
export function heldBy({ bits }: Press): PhysicalModifier[] {
  return HELD_NAMES.flatMap((name) => {
    const bit = BITS[name];
    if (!(bits & bit)) return [];
    const side = bits & (bit << LEFT) ? 'Left' : bits & (bit << RIGHT) ? 'Right' : '';
    return [`${side}${name}` as PhysicalModifier];
  });
}

/** What is written of modifiers without sides before the target: a table of all there are. */
const WRITTEN: readonly string[] = Array.from({ length: PLAIN + 1 }, (_, bits) =>
  HELD_NAMES.filter((name) => bits & BITS[name])
    .map((name) => `${name}+`)
    .join(''),
);

/** The only text form of a press: `Ctrl+Shift+Equal`, `hold Space`, `tap Alt`, `Shift+KeyA+Drag@over`. */
export function pressText(press: Press): string {
  const { bits, target, manner } = press;
  if (manner === 'tap') return `tap ${heldBy(press).join('+')}`;
  const text = bits <= PLAIN ? WRITTEN[bits]! + target : [...heldBy(press), target].join('+');
  return manner === 'held' ? `hold ${text}` : text;
}

/** Presses one after another, as a text. */
export const pressesText = (presses: readonly Press[]) => presses.map(pressText).join(' ');

const MODIFIER = /^(?:Left|Right)?(?:Ctrl|Alt|Shift|Meta)$|^AltGr$|^Fn$/;

/** Reads the text form of one press. */
export function readPress(text: string): Press {
  const manner = text.startsWith('hold ') ? 'held' : text.startsWith('tap ') ? 'tap' : 'pressed';
  const parts = text.slice(manner === 'held' ? 5 : manner === 'tap' ? 4 : 0).split('+');
  let bits = 0;
  while (parts.length && MODIFIER.test(parts[0]!)) bits |= bitOf(parts.shift() as PhysicalModifier);
  return { bits, target: parts.join('+'), manner };
}

/** Between two presses of a text; `hold` and `tap` belong to the press behind them. */
const BETWEEN = / (?<!(?:^| )(?:hold|tap) )/;

/** Reads presses that follow one another: `KeyP KeyX`, `hold Space`. */
export function readPresses(text: string): Press[] {
  return text.split(BETWEEN).map(readPress);
}

/** The texts that a text of presses begins with, the whole last: `KeyP` and `KeyP KeyX`. */
export function beginningsOf(text: string): string[] {
  const presses = text.split(BETWEEN);
  return presses.map((_, at) => presses.slice(0, at + 1).join(' '));
}

/** A press without which of two like modifiers is meant: what an index finds it by. */
export function unsided(press: Press): Press {
  return press.bits > PLAIN ? { ...press, bits: press.bits & PLAIN } : press;
}

/** Whether the sides that two presses ask for can be one hand’s: left against right cannot. */
export function sidesAgree(a: number, b: number): boolean {
  return ((((a >> LEFT) & (b >> RIGHT)) | ((b >> LEFT) & (a >> RIGHT))) & PLAIN) === 0;
}

/** Whether two presses can be made by one and the same movement: a modifier without a side is made by either key. */
export function overlaps(a: Press, b: Press): boolean {
  return (
    a.target === b.target && a.manner === b.manner && ((a.bits ^ b.bits) & PLAIN) === 0 && sidesAgree(a.bits, b.bits)
  );
}

/** The press as each of the keys named by sides can make it: for modifiers that `sides` tells apart, left and right. */
export function withSides(press: Press, sides: number): Press[] {
  const told = HELD_NAMES.filter(
    (name) =>
      press.bits & BITS[name] & sides && !((press.bits >> LEFT) & BITS[name]) && !((press.bits >> RIGHT) & BITS[name]),
  );
  return told.reduce<Press[]>(
    (list, name) =>
      list.flatMap((one) => [LEFT, RIGHT].map((side) => ({ ...one, bits: one.bits | (BITS[name] << side) }))),
    [press],
  );
}

/** The modifiers, as bits without sides, of which a press names the side. */
export const sidesOf = ({ bits }: Press) => ((bits >> LEFT) | (bits >> RIGHT)) & PLAIN;

const POINTERS = new Set<string>(POINTER_ACTIONS);

/** What a press is made on: a key, or a pointer action with a key held perhaps. */
export function targetOf({ target }: Press): { code: string | null; action: PointerAction | null; over: boolean } {
  const over = target.endsWith('@over');
  const plain = over ? target.slice(0, -'@over'.length) : target;
  const at = plain.lastIndexOf('+');
  const last = plain.slice(at + 1);
  if (!POINTERS.has(last)) return { code: plain || null, action: null, over };
  return { code: at > 0 ? plain.slice(0, at) : null, action: last as PointerAction, over };
}

/** The same modifiers on another key. */
export const onKey = (press: Press, code: string): Press => ({ ...press, target: code });

/** A press with one more modifier, or with one fewer (whichever of its two keys was meant). */
export const withHeld = (press: Press, name: HeldName): Press => ({ ...press, bits: press.bits | BITS[name] });
export function withoutHeld(press: Press, name: HeldName): Press {
  const bit = BITS[name];
  return { ...press, bits: press.bits & ~(bit | (bit << LEFT) | (bit << RIGHT)) };
}

/** The modifiers of a press as one text, without sides; empty for none. */
export const heldText = (press: Press) => heldBy(unsided(press)).join('+');

/** Whether only Shift is held, or nothing. */
export const isPlain = ({ bits }: Press) => (bits & PLAIN & ~BITS.Shift) === 0;

/** What holds the third level of keys on a platform: Ctrl and Alt on Windows, Option on macOS, AltGr elsewhere. */
export function thirdBits(platform: Platform): number {
  const convention = conventionOf(platform);
  return convention === 'windows' ? BITS.Ctrl | BITS.Alt : convention === 'macos' ? BITS.Alt : BITS.AltGr;
}

/** Whether a press is held with just what types third-level characters on its platform, perhaps with Shift. */
export const isThird = ({ bits }: Press, platform: Platform) => (bits & PLAIN & ~BITS.Shift) === thirdBits(platform);

const FOLDED = {
  macos: { Meta: 'Primary', Ctrl: 'Control' },
  other: { Ctrl: 'Primary', Meta: 'System' },
} as const;

/** A press with Primary written so, whichever key it is on the platform; Option is Alt in a press already. */
export function foldedText(press: Press, platform: Platform): string {
  const names: Readonly<Record<string, string>> = conventionOf(platform) === 'macos' ? FOLDED.macos : FOLDED.other;
  const held = heldBy(press).map((one) => {
    const { base, side } = sideOf(one);
    return (side ?? '') + (names[base] ?? base);
  });
  const manner = press.manner === 'pressed' ? '' : press.manner === 'held' ? 'hold ' : 'tap ';
  return manner + [...held.sort(), ...(press.target ? [press.target] : [])].join('+');
}
