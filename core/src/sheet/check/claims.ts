import { stemmer } from 'stemmer';
import { parseStored, readShortcuts, writeStored } from '../../keys/index.ts';

/** A key that a text names: where it stands, and the shortcuts it reads as. */
interface KeyMention {
  readonly from: number;
  readonly to: number;
  readonly shortcuts: readonly string[];
}
/** A command that a text names. */
export interface CommandMention {
  readonly from: number;
  readonly to: number;
  readonly command: number;
}
/** What a text says of a key and a command: that the one does the other. */
export interface KeyClaim {
  readonly key: KeyMention;
  readonly command: number;
  /** Whether only one of the keys named with it has to be right. */
  readonly among: readonly KeyMention[];
}
/** A command by the names a text may give it, each as its words without their endings: in their order, and sorted. */
export interface Named {
  readonly command: number;
  readonly ways: readonly { readonly stems: readonly string[]; readonly sorted: string }[];
}
export const namedBy = (command: number, names: readonly string[]): Named => ({
  command,
  ways: names
    .flatMap(waysToSay)
    .filter((stems) => stems.length > 0)
    .map((stems) => ({ stems, sorted: [...stems].sort().join(' ') })),
});

const MODIFIER = '(?:ctrl|control|strg|shift|umschalt|alt gr|altgr|alt|option|opt|cmd|command|win|windows|super|meta)';
const SIGN = '[⌘⌥⌃⇧⊞]';
const NAMED =
  '(?:page ?up|page ?down|pg ?up|pg ?dn|escape|esc|enter|return|tab|space ?bar|space|backspace|delete|insert|home|end|(?:left|right|up|down) arrow|arrow (?:left|right|up|down)|f(?:1\\d|2[0-4]|[1-9]))';
/** Letters as they are spoken, and as dictation writes them down (common practice, no source). */
const SPOKEN: Readonly<Record<string, string>> = {
  bee: 'B',
  cee: 'C',
  see: 'C',
  sea: 'C',
  dee: 'D',
  ef: 'F',
  eff: 'F',
  gee: 'G',
  aitch: 'H',
  jay: 'J',
  kay: 'K',
  el: 'L',
  ell: 'L',
  em: 'M',
  en: 'N',
  oh: 'O',
  pea: 'P',
  pee: 'P',
  cue: 'Q',
  queue: 'Q',
  are: 'R',
  ess: 'S',
  tea: 'T',
  tee: 'T',
  you: 'U',
  vee: 'V',
  ex: 'X',
  why: 'Y',
  wye: 'Y',
  zed: 'Z',
  zee: 'Z',
};
const LETTER = `(?:${Object.keys(SPOKEN).join('|')})`;
const JOIN = '(?:\\s{0,3}\\+\\s{0,3}|-|\\s{1,3}plus\\s{1,3}|\\s{1,3}and\\s{1,3}|\\s{1,3})';
const HELD = `(?:(?:${MODIFIER})${JOIN}){1,4}(?:${NAMED}|(?:left|right|up|down|del|ins)(?![\\p{L}])|${LETTER}(?![\\p{L}])|[\\p{L}\\p{N}](?![\\p{L}\\p{N}])|[,./;])`;
const SIGNED = `${SIGN}{1,4}\\s{0,3}(?:${NAMED}|[\\p{L}\\p{N}](?![\\p{L}\\p{N}]))`;
const VERB =
  '(?:press(?:ing|es)?|hit(?:ting|s)?|push(?:ing)?|tap(?:ping)?|strike|striking|type|typing|use|using|hold(?:ing)?)(?: and hold)?(?: down)?(?: the)?';
const LONE = `(?<=\\b${VERB}\\s{1,3})(?:${NAMED}|[\\p{L}\\p{N}](?![\\p{L}\\p{N}]))`;
const KEYED = `(?:${NAMED}|[\\p{L}\\p{N}])(?=\\s{1,3}key\\b)`;
const ON = `(?<=\\b(?:on|with|is|by)\\s{1,3})(?:[B-HJ-Z]|f(?:1\\d|2[0-4]|[1-9]))(?![\\p{L}\\p{N}])`;
const BARE = `(?<![\\p{L}\\p{N}])f(?:1\\d|2[0-4]|[1-9])(?![\\p{L}\\p{N}])`;
const BEGINS = `(?<=^|[.;:!?]\\s{1,3})(?:(?:${NAMED})(?=\\s{1,3}(?!(?:is|was|has)\\b)\\p{Ll}+s\\b)|[B-HJ-Z](?=\\s{1,3}\\p{Ll}))`;
const KEYS = new RegExp(`(?<![\\p{L}\\p{N}])(?:${[HELD, SIGNED, LONE, KEYED, ON, BARE, BEGINS].join('|')})`, 'giu');
const OF_A_PLATFORM = /(?<![\p{L}])(?:on|in|for|under|unter|auf|bei|für|sous|sur|dans|pour)\s{1,3}$/iu;
const HOLDS = new RegExp(`^(?:${MODIFIER}(?![\\p{L}])|${SIGN})`, 'iu');
/** Single letters count as keys only where they are capitals, or something says that they are pressed. */
const CAPITALS = /^[\p{Ll}]$/u;
/** What a sentence with one of these says of a key is that it is not so, or is no more. */
const DENIES =
  /\b(?:not|n['’]t|no longer|never|instead of|rather than|used to|formerly|was|were|until|before|unlike|nothing)\b/i;
const SMALL = new Set(
  'a an and are as at be been being by can do does for from here in into is it its my of off on onto or our out that the their then this to up will with you your'.split(
    ' ',
  ),
);
const LONGEST = 2000;

/** The keys that a text names in words, signs and as they are spoken, in order. */
export function keysIn(text: string): KeyMention[] {
  return [...text.slice(0, LONGEST).matchAll(KEYS)].flatMap((found): KeyMention[] => {
    const { span, from } = withoutPlatform(found[0], found.index, text);
    if (!span) return [];
    if (
      CAPITALS.test(span) &&
      !new RegExp(`${VERB}\\s{1,3}$`, 'iu').test(text.slice(0, from)) &&
      !/^\s+key\b/i.test(text.slice(from + span.length))
    )
      return [];
    const plain = span
      .replace(new RegExp(`(?<=[\\s+-])${LETTER}$`, 'iu'), (word) => SPOKEN[word.toLowerCase()]!)
      .replace(/\s{1,3}(?:plus|and)\s{1,3}/gi, '+');
    const read = readShortcuts(plain, { suggest: false });
    const list =
      read.kind === 'read'
        ? read.shortcuts
        : read.kind === 'choice'
          ? read.readings.flatMap((one) => ('shortcuts' in one ? one.shortcuts : []))
          : [];
    const shortcuts = [...new Set(list.map(writeStored))].filter((one) => parseStored(one).strokes.length === 1);
    return shortcuts.length ? [{ from, to: from + span.length, shortcuts }] : [];
  });
}

/**
 * “Windows” before keys is the platform, and not the key, where something says so before it or other modifiers come behind it:
 * “On Windows Ctrl+S”, “Unter Windows F5”. A letter alone is then no key either.
 */
function withoutPlatform(span: string, from: number, text: string): { span: string; from: number } {
  const [platform = ''] = /^windows\s{1,3}/i.exec(span) ?? [];
  const rest = span.slice(platform.length);
  if (!platform || !(OF_A_PLATFORM.test(text.slice(0, from)) || HOLDS.test(rest))) return { span, from };
  return { span: [...rest].length > 1 ? rest : '', from: from + platform.length };
}

/** A word without its ending; a doubled last letter is one, as `add` and `added`. */
const stemOf = (word: string) => stemmer(word.toLowerCase()).replace(/([^aeiou])\1$/, '$1');

/** Words of a text as they are compared, with where each stands. */
function wordsIn(text: string): { stem: string; from: number; to: number }[] {
  return [...text.matchAll(/[\p{L}\p{N}]+/gu)]
    .filter(([word]) => !SMALL.has(word.toLowerCase()))
    .map((found) => ({ stem: stemOf(found[0]), from: found.index, to: found.index + found[0].length }));
}

/** Verbs that a text leaves out, or says in other words: `the whole chart` is `Show whole chart`. */
const PLAIN_VERBS = new Set(['go', 'show', 'open', 'make', 'set', 'do', 'get', 'turn'].map(stemOf));
/** A name as its words, and without a plain verb where two words are left. */
function waysToSay(name: string): string[][] {
  const stems = wordsIn(name).map((one) => one.stem);
  return stems.length > 2 && PLAIN_VERBS.has(stems[0]!) ? [stems, stems.slice(1)] : [stems];
}

/** The commands that a text names: all words of a name in a row, small ones aside; the longest names first. */
export function commandsIn(text: string, named: readonly Named[]): CommandMention[] {
  const words = wordsIn(text.slice(0, LONGEST));
  const found: (CommandMention & { length: number })[] = [];
  const known = new Set(words.map((one) => one.stem));
  for (const { command, ways } of named)
    for (const { stems, sorted } of ways) {
      if (!stems.every((stem) => known.has(stem))) continue;
      for (let at = 0; at + stems.length <= words.length; at++) {
        const here = words.slice(at, at + stems.length);
        const same = stems.every((stem, i) => here[i]!.stem === stem);
        // `The tide table opens` is `Open tide table`: the same words in another order.
        const turned =
          !same &&
          stems.length > 1 &&
          sorted ===
            here
              .map((one) => one.stem)
              .sort()
              .join(' ');
        if (same || turned) found.push({ command, from: here[0]!.from, to: here.at(-1)!.to, length: stems.length });
      }
    }
  const kept: typeof found = [];
  for (const one of found.toSorted((a, b) => b.length - a.length || a.from - b.from))
    if (!kept.some((other) => one.from < other.to && other.from < one.to)) kept.push(one);
  return kept.toSorted((a, b) => a.from - b.from);
}

/**
 * What a text claims of keys and commands, sentence by sentence: each key with the command beside it. Sentences that deny
 * claim nothing; several keys for one command are alternatives, of which one has to be right.
 */
export function claimsIn(text: string, named: readonly Named[]): KeyClaim[] {
  const claims: KeyClaim[] = [];
  for (const found of text.matchAll(/(?:(?!,? then )[^.;!?\n]|\.(?=\d))+/g)) {
    const [sentence] = found;
    if (DENIES.test(sentence)) continue;
    const moved = <One extends { from: number; to: number }>(list: readonly One[]) =>
      list.map((one) => ({ ...one, from: one.from + found.index, to: one.to + found.index }));
    const keys = moved(keysIn(sentence));
    const commands = moved(commandsIn(sentence, named)).filter(
      (one) => !keys.some((key) => one.from < key.to && key.from < one.to),
    );
    if (keys.length === 0 || commands.length === 0) continue;
    if (keys.length === commands.length)
      keys.forEach((key, at) => claims.push({ key, command: commands[at]!.command, among: [key] }));
    else if (commands.length === 1) claims.push({ key: keys[0]!, command: commands[0]!.command, among: keys });
    else {
      const near = (key: KeyMention) =>
        commands.toSorted((a, b) => Math.abs(a.from - key.from) - Math.abs(b.from - key.from))[0]!;
      for (const key of keys) claims.push({ key, command: near(key).command, among: [key] });
    }
  }
  return claims;
}
