import { SMALL } from './word-list.ts';
import { namesOf, stemOf, type MatchedCommand, type WordReader } from './names.ts';
import type { Nearness } from './nearness.ts';

/** A command taken apart once, to be compared often. */
export interface Taken {
  readonly command: MatchedCommand;
  readonly names: readonly (readonly string[])[];
  readonly all: ReadonlySet<string>;
  /** Groups of three letters of the label, as numbers in order. */
  readonly letters: Float64Array;
  readonly about: readonly string[];
  readonly menu: readonly string[];
  readonly place: readonly string[];
  readonly numbers: readonly string[];
}

export function taken(command: MatchedCommand, read: WordReader): Taken {
  const names = namesOf(command, read);
  const text = (names[0] ?? []).join(' ');
  const stemsOf = (of: string) => (of === '' ? [] : [...new Set(read.words(of).map((word) => read.stem(word)))]);
  return {
    command,
    names,
    all: new Set(names.flat()),
    letters: threes(`  ${text} `),
    about: stemsOf(command.description),
    menu: stemsOf(command.menu.split('›').slice(0, -1).join(' ')),
    place: stemsOf(command.place),
    numbers: text.match(/\d+/g) ?? [],
  };
}

/** What words and presses weigh, over both lists. */
export interface Weights {
  word(stem: string): number;
  /** How telling a press is that both have: 1 where nobody else has it. */
  press(press: string): number;
}

export function weightsOf(all: readonly Taken[]): Weights {
  const often = new Map<string, number>();
  const pressed = new Map<string, number>();
  for (const one of all) {
    for (const stem of one.all) often.set(stem, (often.get(stem) ?? 0) + 1);
    for (const press of one.command.presses) pressed.set(press, (pressed.get(press) ?? 0) + 1);
  }
  const total = all.length + 1;
  const small = new Set([...SMALL].map(stemOf));
  const weight = new Map(
    [...often].map(([stem, count]) => [stem, Math.log(1 + total / count) * (small.has(stem) ? 0.1 : 1)]),
  );
  const most = Math.log(1 + total);
  return {
    word: (stem) => weight.get(stem) ?? most,
    press: (press) => 2 / Math.max(2, pressed.get(press) ?? 2),
  };
}

/** What a pair is scored by: each from 0 to 1, what speaks against it as well. */
export const FEATURES = [
  'cover',
  'least',
  'equal',
  'letters',
  'about',
  'menu',
  'place',
  'press',
  'other keys',
  'opposite',
  'other action',
  'left over',
  'numbers',
  'destroys',
  'neighbours',
  'by way',
] as const;
export type Feature = (typeof FEATURES)[number];
export type Features = Record<Feature, number>;

const mean = (a: number, b: number) => (a + b === 0 ? 0 : (2 * a * b) / (a + b));

/** How much of some words others answer to, by weight; and the heaviest that nothing answers to. */
function cover(a: readonly string[], b: readonly string[], { near }: Nearness, weights: Weights) {
  let [sum, all, left] = [0, 0, 0];
  for (const word of a) {
    const weight = weights.word(word);
    let best = 0;
    for (const other of b) best = Math.max(best, near(word, other));
    sum += weight * best;
    all += weight;
    left = Math.max(left, weight * (1 - best));
  }
  return { share: all === 0 ? 0 : sum / all, left };
}

/** How far the words of doing in two names differ: 0 where each is answered, or where one name has none. */
function otherAction(mine: readonly string[], theirs: readonly string[], { near, acts }: Nearness): number {
  const [here, there] = [mine.filter(acts), theirs.filter(acts)];
  if (here.length === 0 || there.length === 0) return 0;
  const answered = (a: readonly string[], b: readonly string[]) =>
    a.filter((word) => b.some((other) => near(word, other) >= 0.5)).length;
  return 1 - (answered(here, theirs) + answered(there, mine)) / (here.length + there.length);
}

/** Every three signs in a row, each once, as numbers in order. */
function threes(text: string): Float64Array {
  const all = new Set<number>();
  for (let at = 0; at + 2 < text.length; at++)
    all.add((text.charCodeAt(at) * 65_536 + text.charCodeAt(at + 1)) * 65_536 + text.charCodeAt(at + 2));
  return Float64Array.from(all).sort();
}

/** What two sets have in common (Dice 1945), each in order. */
function dice(a: Float64Array, b: Float64Array): number {
  let [both, i, j] = [0, 0, 0];
  while (i < a.length && j < b.length) {
    const [mine, theirs] = [a[i]!, b[j]!];
    if (mine === theirs) both++;
    if (mine <= theirs) i++;
    if (theirs <= mine) j++;
  }
  return a.length + b.length === 0 ? 0 : (2 * both) / (a.length + b.length);
}
const keyOf = (press: string) => press.slice(Math.max(press.lastIndexOf('+'), press.indexOf(' ')) + 1);

/** What is known when two commands are compared. */
export interface Known {
  readonly words: Nearness;
  readonly weights: Weights;
  /** How far presses can be trusted, from 0 to 1. */
  readonly trust: number;
  /** How well their neighbours in the lists agree, and how far a third program speaks for them, from 0 to 1. */
  readonly neighbours?: number;
  readonly byWay?: number;
}

/** What speaks for and against two commands being one: the best of their names, their presses, their places. */
export function featuresOf(a: Taken, b: Taken, known: Known): Features {
  const { words, weights, trust, neighbours = 0, byWay = 0 } = known;
  let [best, least, left, equal] = [0, 0, 1, 0];
  let names: readonly [readonly string[], readonly string[]] = [[], []];
  const heaviest = weights.word('\u0000');
  for (const mine of a.names)
    for (const theirs of b.names) {
      const [there, back] = [cover(mine, theirs, words, weights), cover(theirs, mine, words, weights)];
      const harmonic = mean(there.share, back.share);
      if (harmonic <= best && best > 0) continue;
      best = harmonic;
      least = Math.min(there.share, back.share);
      left = Math.min(1, Math.max(there.left, back.left) / heaviest);
      names = [mine, theirs];
      equal = mine.length === theirs.length && mine.every((word) => theirs.includes(word)) ? 1 : 0;
    }
  const [mine, theirs] = names;
  const against = mine.some(
    (x) => !theirs.includes(x) && theirs.some((y) => !mine.includes(y) && words.opposite(x, y)),
  );
  const shared = a.command.presses.filter((press) => b.command.presses.includes(press));
  const telling = shared.reduce((most, press) => Math.max(most, weights.press(press)), 0);
  const both = a.command.presses.length > 0 && b.command.presses.length > 0;
  const keys = new Set(b.command.presses.map(keyOf));
  const sameKey = both && shared.length === 0 && a.command.presses.some((press) => keys.has(keyOf(press)));
  const about =
    a.about.length && b.about.length
      ? mean(cover(a.about, b.about, words, weights).share, cover(b.about, a.about, words, weights).share)
      : 0;
  const menu = a.menu.length && b.menu.length ? cover(a.menu, b.menu, words, weights).share : 0;
  const place = a.place.length && b.place.length ? cover(a.place, b.place, words, weights).share : 0;
  const differ = a.numbers.join() !== b.numbers.join() && (a.numbers.length > 0 || b.numbers.length > 0);
  return {
    cover: best,
    least,
    equal,
    letters: dice(a.letters, b.letters),
    about,
    menu,
    place,
    press: trust * telling,
    'other keys': both && shared.length === 0 && !sameKey ? trust : 0,
    opposite: against ? 1 : 0,
    'other action': otherAction(mine, theirs, words),
    'left over': left,
    numbers: differ ? 1 : 0,
    destroys: a.command.destructive !== b.command.destructive ? 1 : 0,
    neighbours,
    'by way': byWay,
  };
}
