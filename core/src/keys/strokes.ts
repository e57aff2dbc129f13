import { problem, type Problem } from '../error/index.ts';
import type { Unit } from './lex.ts';
import { LEXICON_WORDS } from './lexicon.ts';
import { nearest } from './nearest.ts';
import { WRITING_CODES } from './codes.ts';
import { US, spotsOf } from './layout.ts';
import { characterKey, inOrder, sideOf, type Key, type Manner, type Modifier, type Stroke } from './shortcut.ts';

/** What stands between two strokes of a text. */
type Link = 'space' | 'then' | 'comma' | 'or' | 'slash';

/** A stroke as found in a text, with what may make it ambiguous. */
export interface Item {
  readonly stroke: Stroke;
  readonly manner: Manner;
  /** What stands before it; the first has none. */
  readonly link?: Link;
  /** The modifiers stand before the key parted by white space only, as in `Alt U`. */
  readonly loose: boolean;
  /** A modifier alone, which only counts as tapped inside a sequence. */
  readonly bare: boolean;
  /** A sign that stands without a blank behind another key. */
  readonly glued: boolean;
  readonly from: number;
  readonly to: number;
}

export interface StrokeOptions {
  /** Words of letters are typed letter by letter (`UB` is U, then B). */
  readonly typedLetters?: boolean | undefined;
  /** Whether what may have been meant is looked for. */
  readonly suggest?: boolean | undefined;
  /** What “Delete” names, if it is not the key of that name. */
  readonly deleteIs?: 'Delete' | 'Backspace' | undefined;
}

/** A word of letters or digits follows glued only where they are typed one by one. */
const isSymbolic = (unit: Unit): boolean => /[\p{L}\p{N}]/u.test(unit.text);

const stops = new Set(['or', 'then', 'held', 'twice']);

/** Walks over the units once, and cuts them into strokes and what links them. */
export function parseStrokes(units: readonly Unit[], options: StrokeOptions): Item[] | Problem {
  const items: Item[] = [];
  let at = 0;
  let link: Link | undefined;

  while (at < units.length) {
    const start = at;
    const first = units[at]!;
    let manner: Manner = 'pressed';
    if (first.meaning?.is === 'hold') {
      manner = 'held';
      at++;
    }
    const tap = units[at]?.meaning?.is === 'tap';
    if (tap) at++;
    const read = parseChord(units, at, options, tap);
    if ('code' in read) return read;
    at = read.next;
    const after = units[at]?.meaning?.is;
    if (after === 'held' || after === 'twice') {
      manner = after;
      at++;
    }
    const place = { from: units[start]!.from, to: units[at - 1]!.to };
    read.strokes.forEach((stroke, index) => {
      const before = index > 0 ? 'then' : link;
      items.push({
        stroke,
        manner,
        loose: read.loose,
        bare: read.bare,
        glued: index === 0 && link === 'space' && first.sign !== undefined && !first.spaced && !isSymbolic(first),
        ...place,
        ...(before && { link: before }),
      });
    });
    if (at >= units.length) break;
    const found = linkAt(units, at);
    link = found.link;
    at += found.used;
    if (at >= units.length) {
      return problem(
        'no-key',
        `Nothing follows “${units[at - 1]!.text}” (position ${units[at - 1]!.from + 1}).`,
        units[at - 1],
      );
    }
  }
  return items;
}

function linkAt(units: readonly Unit[], at: number): { link: Link; used: number } {
  const unit = units[at]!;
  if (unit.meaning?.is === 'or' || unit.sign === ';' || unit.sign === '|') return { link: 'or', used: 1 };
  if (unit.meaning?.is === 'then') return { link: 'then', used: 1 };
  if (unit.sign === ',') {
    const then = units[at + 1]?.meaning?.is === 'then';
    const or = units[at + 1]?.meaning?.is === 'or';
    return then ? { link: 'then', used: 2 } : or ? { link: 'or', used: 2 } : { link: 'comma', used: 1 };
  }
  if (unit.sign === '/') return { link: unit.spaced ? 'or' : 'slash', used: 1 };
  return { link: 'space', used: 0 };
}

interface Chord {
  readonly strokes: readonly Stroke[];
  readonly next: number;
  readonly loose: boolean;
  readonly bare: boolean;
}

const isSymbol = (unit: Unit): boolean => unit.text.length === 1 && !/\w/.test(unit.text);

/** Behind a symbol nothing needs to join, so that in `⌘+` the plus is the key. */
const isKeyAfterSymbol = (modifier: Unit, behind?: Unit, next?: Unit): boolean =>
  isSymbol(modifier) &&
  (!behind || (behind.sign === ',' && next?.spaced === true) || stops.has(behind.meaning?.is ?? ''));

const isJoiner = (unit: Unit | undefined): boolean => unit?.sign === '+' || unit?.sign === '-';

function parseChord(units: readonly Unit[], from: number, options: StrokeOptions, tap: boolean): Chord | Problem {
  const modifiers: Modifier[] = [];
  let at = from;
  let joined = false;
  let loose = false;
  let unit: Unit | undefined;
  for (; (unit = units[at]); at++) {
    if (unit.meaning?.is !== 'modifier') break;
    const { modifier } = unit.meaning;
    if (isHeld(modifiers, modifier)) {
      return problem('modifier-twice', `${unit.text} appears twice (position ${unit.from + 1}).`, unit);
    }
    modifiers.push(modifier);
    joined = isJoiner(units[at + 1]) && !isKeyAfterSymbol(unit, units[at + 2], units[at + 3]);
    if (joined) at++;
    loose = !joined && /\w/.test(unit.text);
  }
  // After a joiner, and glued to a symbol (`⌘,`), anything is the key, also a sign that elsewhere joins or parts.
  const glued = Boolean(unit && !unit.spaced && at > from && isSymbol(units[at - 1]!));
  const parts = stops.has(unit?.meaning?.is ?? '') || (modifiers.length > 0 && unit?.sign === ',' && !glued);
  const ends = !unit || (!joined && parts);
  if (ends) return bareModifier(units, from, at, modifiers, joined, tap);
  if (tap) return problem('tap-of-key', `Only modifiers can be tapped; “${unit!.text}” is not one.`, unit);
  const key = keyAt(units, at, options);
  if ('sentence' in key) return key;
  if ('letters' in key) {
    if (modifiers.length) return unknownWord(unit!, options);
    return { strokes: key.letters, next: at + 1, loose: false, bare: false };
  }
  return finishChord(units, at + key.used, modifiers, key.found, loose && modifiers.length > 0);
}

/** Whether a modifier is among those held already, whichever of its two keys is named. */
function isHeld(modifiers: readonly Modifier[], modifier: Modifier): boolean {
  const { base } = sideOf(modifier);
  return modifiers.some((one) => sideOf(one).base === base);
}

function bareModifier(
  units: readonly Unit[],
  from: number,
  at: number,
  modifiers: Modifier[],
  joined: boolean,
  tap: boolean,
): Chord | Problem {
  const last = units[Math.min(at, units.length) - 1];
  if (joined) {
    // A minus behind a blank is the key; a joiner alone says nothing of a key.
    if (last?.sign === '-' && last.spaced) {
      const stroke: Stroke = { kind: 'key', modifiers: inOrder(modifiers), key: characterKey('-') };
      return { strokes: [stroke], next: at, loose: false, bare: false };
    }
    const sign = last?.sign ?? '+';
    return problem('no-key', `No key follows “${sign}” (position ${(last?.from ?? 0) + 1}).`, last, [`${sign}${sign}`]);
  }
  if (modifiers.length !== 1) {
    const unit = units[at] ?? last;
    return problem('no-key', `Key missing at position ${(unit?.from ?? 0) + 1}.`, unit);
  }
  return { strokes: [{ kind: 'tap', modifier: modifiers[0]! }], next: at, loose: false, bare: !tap };
}

/** The rest of a chord after its first key: a pointer action with the key held, or modifiers written behind it. */
function finishChord(
  units: readonly Unit[],
  from: number,
  modifiers: Modifier[],
  found: Key | Stroke,
  loose: boolean,
): Chord | Problem {
  let at = from;
  let stroke: Stroke = 'by' in found ? { kind: 'key', modifiers, key: found } : ({ ...found, modifiers } as Stroke);
  while (isJoiner(units[at]) && !units[at]!.spaced && units[at + 1]) {
    const next = units[at + 1]!;
    if (next.meaning?.is === 'pointer' && stroke.kind === 'key') {
      stroke = { kind: 'pointer', modifiers, held: stroke.key, action: next.meaning.action };
    } else if (next.meaning?.is === 'modifier') {
      if (isHeld(modifiers, next.meaning.modifier)) {
        return problem('modifier-twice', `${next.text} appears twice (position ${next.from + 1}).`, next);
      }
      modifiers.push(next.meaning.modifier);
    } else {
      const [first, second] = [units[at - 1]!.text, next.text];
      return problem(
        'two-keys',
        `${first} and ${second} are both keys (position ${next.from + 1}). A step has only one.`,
        next,
      );
    }
    at += 2;
  }
  if (units[at]?.meaning?.is === 'over' && stroke.kind === 'pointer') {
    stroke = { ...stroke, over: true };
    at++;
  }
  return { strokes: [{ ...stroke, modifiers: inOrder(modifiers) } as Stroke], next: at, loose, bare: false };
}

type Found = { found: Key | Stroke; used: number } | { letters: Stroke[] } | Problem;

function keyAt(units: readonly Unit[], at: number, options: StrokeOptions): Found {
  const unit = units[at]!;
  const meaning = unit.meaning;
  if (meaning?.is === 'key') return { found: asMeant(unit, meaning.key, options), used: 1 };
  if (meaning?.is === 'pointer') {
    return { found: { kind: 'pointer', modifiers: [], action: meaning.action }, used: 1 };
  }
  if (meaning?.is === 'position') return positionAt(units, at);
  const joins = isJoiner(units[at + 1]) && !units[at + 1]!.spaced;
  if (meaning === undefined && options.typedLetters && !joins && /^(?:[A-Za-z]{2,5}|\d{2,3})$/.test(unit.text)) {
    return {
      letters: [...unit.text].map((letter) => ({ kind: 'key', modifiers: [], key: characterKey(letter) })),
    };
  }
  return unknownWord(unit, options);
}

/** “Delete” alone is a question of platform; its symbols and its longer names are not. */
function asMeant(unit: Unit, key: Key, options: StrokeOptions): Key {
  return isDeleteWord(unit) ? { by: 'name', name: options.deleteIs ?? 'Delete' } : key;
}

export function isDeleteWord(unit: Unit): boolean {
  return unit.text.length === 6 && /^delete$/i.test(unit.text);
}

function positionAt(units: readonly Unit[], at: number): Found {
  const unit = units[at + 1];
  const code = WRITING_CODES.find((known) => known.toLowerCase() === unit?.text.toLowerCase());
  const key = unit?.meaning?.is === 'key' && unit.meaning.key.by === 'character' ? unit.meaning.key : null;
  const spot = key ? spotsOf(US.on.linux, key.character)[0] : undefined;
  const found = code ?? spot?.code;
  if (found) return { found: { by: 'position', code: found }, used: 2 };
  return problem(
    'no-key',
    `“key” must be followed by a key of the US layout (position ${units[at]!.from + 1}).`,
    units[at],
  );
}

function unknownWord(unit: Unit, { suggest = true }: StrokeOptions): Problem {
  const text = unit.text.length > 40 ? `${unit.text.slice(0, 40)}…` : unit.text;
  const small = /^(?:and|the|with|not|use|press|see|plus?)$/i.test(unit.text);
  const near = suggest && !small ? nearest(unit.text, LEXICON_WORDS) : [];
  const close = near.map((word) => word.replace(/(?<!\p{L})\p{L}/gu, (c) => c.toUpperCase()));
  const letters = /^[A-Z]{2,5}$/.test(unit.text) ? [[...unit.text].join(' then ')] : [];
  return problem(
    'unknown-key',
    `Unknown key “${text}” (position ${unit.from + 1}).`,
    { from: unit.from, to: unit.to },
    [...close, ...letters],
  );
}
