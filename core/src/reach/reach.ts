import { sideOf, type Board, type PhysicalModifier } from '../keys/index.ts';
import { each } from '../memory/index.ts';
import { canonicalOn, heldBy, targetOf, type Keyboard, type Press } from '../press/index.ts';
import { PITCH, boardSpots, distanceOf, type KeySpot } from './geometry.ts';
import { FINGERS, columnFinger, handOf, type Finger, type Hand, type Rest } from './rest.ts';

/** A key that a finger goes to, and how far that is from where it rests. */
export interface ReachPart {
  readonly code: string;
  readonly finger: Finger;
  readonly mm: number;
}

/** How far a shortcut is from where the hands rest. */
export interface Reach {
  /** The one number: travel of all fingers, and half of what a span is wider than a hand rests. */
  readonly mm: number;
  readonly parts: readonly ReachPart[];
  /** The widest span between two keys that one hand holds at once. */
  readonly span: number;
  readonly hands: 1 | 2;
  /** A hand has to leave where it rests: a finger goes further than a hand reaches, or the pointer has to be taken. */
  readonly leaves: boolean;
  /** Strokes that follow another with the same hand. */
  readonly sameHand: number;
}

/** A finger that goes further takes its hand along (common practice, no source). */
export const HAND_REACH = 2.75 * PITCH;
/** From little finger to thumb a hand rests about this wide; what a span is more has to be stretched. */
export const RESTING_SPAN = 4.5 * PITCH;

const SIDES: Record<string, readonly [left: string, right: string]> = {
  Ctrl: ['ControlLeft', 'ControlRight'],
  Shift: ['ShiftLeft', 'ShiftRight'],
  Alt: ['AltLeft', 'AltRight'],
  Meta: ['MetaLeft', 'MetaRight'],
  AltGr: ['AltRight', 'AltRight'],
  Fn: ['Fn', 'Fn'],
};

/** A board with hands resting on it, and which finger goes to each of its keys. */
interface Desk {
  readonly spots: ReadonlyMap<string, KeySpot>;
  readonly rest: Rest;
  readonly hands: ReadonlySet<Hand>;
  readonly partOf: (code: string) => ReachPart | null;
}

function deskOf(board: Board, rest: Rest): Desk {
  const spots = boardSpots(board);
  const homes = FINGERS.flatMap((finger) => {
    const home = rest.on[finger] && spots.get(rest.on[finger]);
    return home ? [{ finger, home }] : [];
  });
  const hands = new Set((Object.keys(rest.on) as Finger[]).map(handOf));
  return { spots, rest, hands, partOf: each((code) => partOf(code, spots.get(code), homes)) };
}

/** The finger that goes to a key: its own column's, if that hand rests on the board, else the nearest that does. */
function partOf(
  code: string,
  spot: KeySpot | undefined,
  homes: readonly { readonly finger: Finger; readonly home: KeySpot }[],
): ReachPart | null {
  if (!spot) return null;
  const own = columnFinger(code);
  const candidates = homes.map(({ finger, home }) => ({ code, finger, mm: distanceOf(home, spot) }));
  // A thumb lies along the space bar: it is there already.
  if (code === 'Space') {
    const thumb = candidates.find((one) => one.finger.endsWith('thumb'));
    if (thumb) return { ...thumb, mm: 0 };
  }
  const column = candidates.find((one) => one.finger === own);
  const fingers = candidates.filter((one) => !one.finger.endsWith('thumb'));
  return column ?? fingers.sort((a, b) => a.mm - b.mm)[0] ?? candidates[0] ?? null;
}

/** Which of the two keys of a modifier is held: the other hand's, where both rest; else the one on the resting hand's side. */
function modifierCode(modifier: PhysicalModifier, hand: Hand, desk: Desk): string {
  const { base, side } = sideOf(modifier);
  const [left, right] = SIDES[base]!;
  if (side) return side === 'Left' ? left : right;
  const other = hand === 'left' ? 'right' : 'left';
  const by = desk.hands.has(other) ? other : hand;
  const wanted = by === 'left' ? left : right;
  return desk.spots.has(wanted) ? wanted : left;
}

/** One press: the keys that fingers go to, and whether the pointer does some of it. */
function partsOf(press: Press, desk: Desk): { parts: ReachPart[]; pointer: boolean } | null {
  const { code, action } = targetOf(press);
  const main = code ? desk.partOf(code) : null;
  const hand = main ? handOf(main.finger) : (desk.rest.pointer ?? 'right');
  const held = heldBy(press).map((modifier) => desk.partOf(modifierCode(modifier, hand, desk)));
  const pointer = action !== null;
  if (!main && !pointer && held.length === 0) return null;
  return { parts: [...held, main].filter((part) => part !== null), pointer };
}

function spanOf(parts: readonly ReachPart[], desk: Desk): number {
  let span = 0;
  parts.forEach((a, i) =>
    parts.slice(i + 1).forEach((b) => {
      if (handOf(a.finger) === handOf(b.finger))
        span = Math.max(span, distanceOf(desk.spots.get(a.code)!, desk.spots.get(b.code)!));
    }),
  );
  return span;
}

/**
 * How far a shortcut is from where hands rest, in mm with its parts; null where it cannot be pressed. Zero for a key
 * under a resting finger; it never falls when a finger has to go further. Formula and examples: docs/formulas.md.
 */
export const reach = (stored: string, keyboard: Keyboard, rest: Rest): Reach | null => reachOn(keyboard, rest)(stored);

/** The same for many shortcuts on one keyboard. */
export function reachOn(keyboard: Keyboard, rest: Rest): (stored: string) => Reach | null {
  const desk = deskOf(keyboard.board, rest);
  return (stored) => {
    const made = canonicalOn(stored, keyboard);
    return made && reachOf(made, desk);
  };
}

function reachOf(made: readonly Press[], desk: Desk): Reach | null {
  const { rest } = desk;
  const all: ReachPart[] = [];
  let [span, stretch, sameHand, leaves] = [0, 0, 0, false];
  let before: Hand | null = null;
  for (const press of made) {
    const found = partsOf(press, desk);
    if (!found) return null;
    const { parts, pointer } = found;
    const wide = spanOf(parts, desk);
    span = Math.max(span, wide);
    stretch += Math.max(0, wide - RESTING_SPAN) / 2;
    leaves ||= parts.some((part) => part.mm > HAND_REACH) || (pointer && rest.pointer === null);
    const last = parts.at(-1);
    const hand: Hand | null = pointer ? rest.pointer : last ? handOf(last.finger) : null;
    if (before !== null && hand === before) sameHand++;
    before = hand;
    all.push(...parts);
  }
  const travel = all.reduce((sum, part) => sum + part.mm, 0);
  const used = new Set(all.map((part) => handOf(part.finger)));
  return { mm: travel + stretch, parts: all, span, hands: used.size > 1 ? 2 : 1, leaves, sameHand };
}
