import {
  parseStored,
  physicalModifiers,
  type Key,
  type Modifier,
  type Platform,
  type Stroke,
} from '../../keys/index.ts';
import { sampleOf } from './sample.ts';
import type { Meaning } from './words.ts';

/** How a file writes keys: what parts them, and its words. */
export interface Vocabulary {
  readonly joiner: string;
  readonly sequence: string | null;
  readonly several: string | null;
  readonly held: string | null;
  readonly modifiers: readonly (readonly [Modifier, string])[];
  /** Words of keys, by the names that recipes have for them. */
  readonly keys: Readonly<Record<string, string>>;
  readonly letters: 'capitals' | 'small';
  /** Words that nobody knows, the most frequent first. */
  readonly unknown: readonly { readonly word: string; readonly times: number }[];
  /** Several keys in one text are one after another, or alternatives: both could be meant. */
  readonly undecided: string | null;
}

const JOINERS = ['+', '-', ':', ' + ', '.', '_', '&', '*', '~', '|', ' ', ''];
const SEQUENCES = [' > ', '>', ' then ', ', ', ',', ' ', ' , ', '|', ';'];
const SEVERAL = [' | ', '|', '; ', ';', ', ', ',', ' / ', '/', ' or ', ' '];
const HELD = ['hold', 'holding', 'held', 'keep', 'keeping'];

/** What a word means where something is held, or where the key stands. */
type Lexicon = (word: string, where: 'held' | 'key') => Meaning | null;
interface Parting {
  readonly joiner: string;
  readonly sequence: string | null;
  readonly several: string | null;
}

/** The strokes of a text in parts, for each of its shortcuts; a joiner at the end is the key itself. */
function partsOf(text: string, { joiner, sequence, several }: Parting, of: Lexicon): string[][][] {
  return (several === null ? [text] : text.split(several)).map((one) =>
    (sequence === null ? [one.trim()] : one.trim().split(sequence)).map((stroke) => {
      if (joiner === '') return peeled(stroke, of);
      if (stroke === joiner) return [stroke];
      if (stroke.endsWith(joiner + joiner)) return [...stroke.slice(0, -2 * joiner.length).split(joiner), joiner];
      return stroke.split(joiner);
    }),
  );
}
function peeled(text: string, of: Lexicon): string[] {
  const [first = ''] = text;
  const meaning = [...text].length > 1 ? of(first, 'held') : null;
  return meaning && 'modifier' in meaning ? [first, ...peeled(text.slice(first.length), of)] : [text];
}
const isStroke = (parts: readonly string[], of: Lexicon) =>
  parts.every((part, at) => {
    const meaning = of(part, at === parts.length - 1 ? 'key' : 'held');
    return meaning !== null && (at === parts.length - 1 ? 'key' in meaning : 'modifier' in meaning);
  });

/** Signs that stand before words which are not known with them, as in `VK_A` or `Mod.Ctrl`: the most frequent first. */
function prefixesIn(texts: readonly string[], of: Lexicon): string[] {
  const counts = new Map<string, number>();
  for (const word of texts.flatMap((one) => one.split(/[+:&*~ ,;|>/-]+/))) {
    if (of(word, 'key')) continue;
    for (let at = 1; at < word.length; at++) {
      const ends = /[._]/.test(word[at - 1]!) || (/[a-z]/.test(word[at - 1]!) && /[A-Z0-9]/.test(word[at]!));
      if (ends && of(word.slice(at), 'key')) counts.set(word.slice(0, at), (counts.get(word.slice(0, at)) ?? 0) + 1);
    }
  }
  return [...counts]
    .filter(([, times]) => times >= 3)
    .sort((a, b) => b[1] - a[1] || a[0].length - b[0].length)
    .slice(0, 4)
    .map(([sign]) => sign);
}

/** What texts of keys are parted by, and which words they have; `meant` are texts whose keys were pressed. */
export function vocabularyOf(
  texts: readonly string[],
  meant: readonly { readonly text: string; readonly stored: string }[],
  words: (word: string) => Meaning | null,
  platform: Platform,
): Vocabulary {
  const told = new Map<string, Meaning>();
  const distinct = [...new Set(texts.map((one) => one.trim()).filter(Boolean))];
  const sample = sampleOf(distinct, 160);
  const plain: Lexicon = (word, where) => told.get(`${where} ${word.toLowerCase()}`) ?? words(word);
  const prefixes = prefixesIn(sample, plain);
  const of: Lexicon = (word, where) => {
    const sign = plain(word, where)
      ? undefined
      : prefixes.find((one) => word.startsWith(one) && plain(word.slice(one.length), where));
    return plain(sign === undefined ? word : word.slice(sign.length), where);
  };
  const heldBy = HELD.find((one) => sample.some((text) => text.toLowerCase().startsWith(`${one} `))) ?? null;
  const bare = (text: string) =>
    heldBy && text.toLowerCase().startsWith(`${heldBy} `) ? text.slice(heldBy.length + 1) : text;
  const used = (list: readonly string[]) =>
    list.filter((one) => one !== '' && sample.some((text) => bare(text).includes(one)));
  let best: (Parting & { score: number }) | null = null;
  const ways: (Parting & { score: number })[] = [];
  for (const joiner of [...used(JOINERS), '', '+'])
    for (const sequence of [null, ...used(SEQUENCES)])
      for (const several of [null, ...used(SEVERAL)]) {
        if (sequence === joiner || several === joiner || (several !== null && several === sequence)) continue;
        const way = { joiner, sequence, several };
        // What was pressed says something else in each way to part it.
        told.clear();
        learnMeant(meant, way, of, told, platform);
        if (meant.some(({ text, stored }) => !agrees(partsOf(bare(text), way, of), stored))) continue;
        const read = sample.filter((text) =>
          partsOf(bare(text), way, of).every((strokes) => strokes.every((parts) => isStroke(parts, of))),
        ).length;
        // Of two that read as much the plainer one: nothing parts what need not be parted.
        const score =
          read -
          0.01 * ((sequence === null ? 0 : 1) + (several === null ? 0 : 1)) -
          (joiner === '' ? 0.002 : 0) +
          (several !== null && /[,;|/]/.test(several) ? 0.003 : 0) +
          (sequence !== null && /^(?: | > |>| then )$/.test(sequence) ? 0.003 : 0) +
          0.0001 * ((several?.length ?? 0) + (sequence?.length ?? 0) + joiner.length);
        ways.push({ ...way, score });
        if (!best || score > best.score) best = ways.at(-1)!;
      }
  const way = best ?? { joiner: '+', sequence: null, several: null, score: 0 };
  told.clear();
  learnMeant(meant, way, of, told, platform);
  const other = ways.find(
    (one) =>
      Math.abs(one.score - way.score) < 0.02 &&
      (one.sequence ?? one.several) === (way.sequence ?? way.several) &&
      (one.sequence === null) !== (way.sequence === null),
  );
  return {
    ...wordsIn(distinct.map(bare), way, of, prefixes[0] ?? ''),
    joiner: way.joiner,
    sequence: way.sequence,
    several: way.several,
    held: heldBy,
    undecided: other && meant.length === 0 ? (way.sequence ?? way.several) : null,
  };
}

/** Words of a text whose keys were pressed: what is left of either is the other. */
function learnMeant(
  meant: readonly { text: string; stored: string }[],
  way: Parting,
  of: Lexicon,
  told: Map<string, Meaning>,
  platform: Platform,
): void {
  for (const { text, stored } of meant) {
    const [strokes] = partsOf(text, way, of);
    const wanted = parseStored(stored).strokes;
    if (!strokes || strokes.length !== wanted.length) continue;
    strokes.forEach((parts, at) => {
      const stroke = wanted[at] as Stroke;
      if (stroke.kind !== 'key' || parts.length !== stroke.modifiers.length + 1) return;
      if (!of(parts.at(-1)!, 'key')) told.set(`key ${parts.at(-1)!.toLowerCase()}`, { key: stroke.key });
      const held = new Set<Modifier>(physicalModifiers(stroke.modifiers, platform));
      const open = parts.slice(0, -1).filter((part) => {
        const meaning = of(part, 'held');
        if (meaning && 'modifier' in meaning) held.delete(meaning.modifier);
        return !meaning || 'key' in meaning;
      });
      const [left] = held;
      if (open.length === 1 && held.size === 1) told.set(`held ${open[0]!.toLowerCase()}`, { modifier: left! });
    });
  }
}
const agrees = (shortcuts: readonly (readonly string[][])[], stored: string) =>
  shortcuts.some((strokes) => strokes.length === parseStored(stored).strokes.length);

const nameOf = (key: Key) => (key.by === 'position' ? `[${key.code}]` : key.by === 'name' ? key.name : key.character);

/** The words that texts have, with what they mean, in the order in which what is held is written. */
function wordsIn(
  texts: readonly string[],
  way: Parting,
  of: Lexicon,
  prefix: string,
): Pick<Vocabulary, 'modifiers' | 'keys' | 'letters' | 'unknown'> {
  const modifiers = new Map<string, { modifier: Modifier; rank: number; times: number }>();
  const keys = new Map<string, Map<string, number>>();
  const unknown = new Map<string, number>();
  let [capitals, small] = [0, 0];
  for (const parts of texts.flatMap((text) => partsOf(text, way, of).flat())) {
    parts.forEach((part, at) => {
      const meaning = of(part, at === parts.length - 1 ? 'key' : 'held');
      if (!meaning || 'modifier' in meaning === (at === parts.length - 1))
        return void unknown.set(part, (unknown.get(part) ?? 0) + 1);
      if ('modifier' in meaning) {
        const known = modifiers.get(part.toLowerCase()) ?? {
          modifier: meaning.modifier,
          rank: 0,
          times: 0,
          word: part,
        };
        modifiers.set(part.toLowerCase(), { ...known, rank: known.rank + at, times: known.times + 1 });
        return;
      }
      const name = nameOf(meaning.key);
      if (/^\p{Lu}$/u.test(part)) capitals++;
      else if (/^\p{Ll}$/u.test(part)) small++;
      const found = keys.get(name) ?? new Map<string, number>();
      keys.set(name, found.set(part, (found.get(part) ?? 0) + 1));
    });
  }
  const named = Object.fromEntries(
    [...keys].map(([name, list]) => [name, [...list].sort((a, b) => b[1] - a[1])[0]![0]]),
  );
  const words = Object.entries(named).filter(
    ([name, word]) => word.toLowerCase() !== name.toLowerCase() || [...name].length > 1,
  );
  const written = new Map(
    texts.flatMap((text) => partsOf(text, way, of).flat(2)).map((part) => [part.toLowerCase(), part]),
  );
  return {
    modifiers: [...modifiers]
      .sort((a, b) => a[1].rank / a[1].times - b[1].rank / b[1].times)
      .slice(0, 6)
      .map(([word, { modifier }]) => [modifier, written.get(word) ?? word]),
    keys: { ...patterned(words, prefix, small > capitals), ...Object.fromEntries(words) },
    letters: small > capitals ? 'small' : 'capitals',
    unknown: [...unknown].map(([word, times]) => ({ word, times })).sort((a, b) => b.times - a.times),
  };
}

/** Words that were not seen, where others show how they are made: function keys, and letters and digits behind a sign. */
function patterned(
  words: readonly (readonly [string, string])[],
  prefix: string,
  small: boolean,
): Record<string, string> {
  const made: Record<string, string> = {};
  const seen = words.find(([name]) => /^F\d+$/.test(name));
  if (seen) for (let n = 1; n <= 12; n++) made[`F${n}`] = replaced(seen[1], seen[0].slice(1), String(n));
  if (prefix && words.some(([name, word]) => /^[A-Z]$/.test(name) && word.startsWith(prefix)))
    for (const letter of 'ABCDEFGHIJKLMNOPQRSTUVWXYZ') made[letter] = prefix + (small ? letter.toLowerCase() : letter);
  if (prefix && words.some(([name, word]) => /^\d$/.test(name) && word.startsWith(prefix)))
    for (const digit of '0123456789') made[digit] = prefix + digit;
  return made;
}

function replaced(word: string, digits: string, by: string): string {
  const at = word.lastIndexOf(digits);
  return word.slice(0, at) + by + word.slice(at + digits.length);
}
