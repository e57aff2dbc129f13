import { parseStored, readShortcuts, writeStored, type Platform } from '../keys/index.ts';
import type { Opened } from '../keyset/index.ts';
import { commandsIn, keysIn, namedBy, type Named } from '../sheet/index.ts';

/** What a learner’s sentence is about, as far as it says so. */
export interface Heard {
  /** Presses in the stored form, as they may be meant; the first is the likeliest. */
  readonly presses: readonly string[];
  readonly commands: readonly number[];
  /** Commands that it may mean, where none is named: the likeliest first. */
  readonly likely: readonly number[];
  readonly platform: Platform | null;
}

/** Keys as learners name them besides: in quotes, in words of other languages, a letter alone as a capital. */
const MODIFIER =
  '(?:ctrl|control|strg|shift|umschalt|maj|alt ?gr|alt|option|cmd|command|befehl|commande|win|windows|super|meta|entf|⌘|⌥|⌃|⇧)';
const HELD = new RegExp(
  `(?<![\\p{L}\\p{N}])(?:${MODIFIER}\\s{0,2}[+-]\\s{0,2}){1,4}(?:[\\p{L}\\p{N}]{1,9}|[^\\s\\p{L}\\p{N}])`,
  'giu',
);
const QUOTED = /["“„«'‘`]\s?([^"”“»'’`\s]{1,24})\s?["”“»'’`]/gu;
const CAPITAL = /(?<![\p{L}\p{N}+-])(?<!\p{L}['’])[B-HJ-Z](?![\p{L}\p{N}'’+-])/gu;
/** An A and an I are words too: only what presses them makes keys of them. */
const PRESSED =
  /\b(?:press\w*|hit\w*|push\w*|typ\w+|key|taste|drück\w*|touche|appu\w+)\s{1,3}(?:the\s|die\s|la\s|sur\s)?([A-Za-z0-9]|F\d{1,2})(?![\p{L}\p{N}])/giu;
const PLATFORMS: readonly (readonly [Platform, RegExp])[] = [
  ['macos', /\bmac(?:os|book)?\b|⌘|\bcmd\b|\bcommand[+ -]|\bbefehl\b|\bcommande[+ -]|\boption\s?[+-]/iu],
  ['windows', /\bwindows\b(?!\s?\+)|\bwin ?1[01]\b/iu],
  ['linux', /\blinux\b|\bubuntu\b|\bdebian\b/iu],
];

/** What a sentence names: presses, commands of the program, and a platform; nothing is guessed that it does not say. */
export function heardIn(sentence: string, { catalogue }: Opened): Heard {
  const text = sentence.normalize('NFC').slice(0, 1000);
  const platform =
    PLATFORMS.find(([one, says]) => catalogue.release.platforms.includes(one) && says.test(text))?.[0] ?? null;
  const named = catalogue.commands.map((one) => namedBy(one.id, [one.label, ...one.otherNames]));
  const keys = keysIn(text).map((one) => ({ from: one.from, to: one.to, shortcuts: one.shortcuts }));
  const more = [
    ...text.matchAll(HELD),
    ...text.matchAll(QUOTED),
    ...text.matchAll(PRESSED),
    ...text.matchAll(CAPITAL),
  ].flatMap((found) => {
    const said = found[1] ?? found[0];
    const from = found.index + found[0].indexOf(said);
    const shortcuts = stored(said);
    return shortcuts.length ? [{ from, to: from + said.length, shortcuts }] : [];
  });
  const spans = [...keys, ...more].sort((a, b) => b.to - b.from - (a.to - a.from) || a.from - b.from);
  const kept: typeof spans = [];
  for (const one of spans) if (!kept.some((other) => one.from < other.to && other.from < one.to)) kept.push(one);
  const commands = commandsIn(text, named).filter((one) => !kept.some((key) => one.from < key.to && key.from < one.to));
  // What stands inside a name is no press: “Plan B”.
  const presses = kept
    .filter((press) => !commands.some((one) => press.from >= one.from && press.to <= one.to))
    .sort((a, b) => a.from - b.from);
  // The longer a name, the less it stands there by chance.
  const ids = [...new Set(commands.toSorted((a, b) => b.to - b.from - (a.to - a.from)).map((one) => one.command))];
  return {
    presses: [...new Set(presses.flatMap((one) => one.shortcuts))],
    commands: ids,
    likely: ids.length ? [] : nearest(text, named),
    platform,
  };
}

function stored(text: string): string[] {
  const plain = text
    .replace(/\s{0,3}[+-]\s{0,3}(?=\S)/gu, '+')
    .replace(/\bmaj\b/giu, 'Shift')
    .replace(/\bbefehl\b|\bcommande\b/giu, 'Cmd');
  const read = readShortcuts(plain, { suggest: false });
  const list = read.kind === 'read' ? read.shortcuts : [];
  return list.map(writeStored).filter((one) => parseStored(one).strokes.length === 1);
}

/** Commands most of whose words stand in a text, in whatever order; rare words weigh more than frequent ones. */
function nearest(text: string, named: readonly Named[]): number[] {
  const words = new Set(namedBy(0, [text]).ways.flatMap((one) => one.stems));
  const frequency = new Map<string, number>();
  for (const { ways } of named)
    for (const stem of new Set(ways.flatMap((one) => one.stems))) frequency.set(stem, (frequency.get(stem) ?? 0) + 1);
  const weight = (stem: string) => Math.log(1 + named.length / (frequency.get(stem) ?? 1));
  const sum = (list: readonly string[]) => list.reduce((total, stem) => total + weight(stem), 0);
  const scored = named.map(({ command, ways }) => ({
    command,
    score: Math.max(0, ...ways.map(({ stems }) => sum(stems.filter((one) => words.has(one))) / (sum(stems) + 1))),
  }));
  return scored
    .filter((one) => one.score > 0.45)
    .sort((a, b) => b.score - a.score)
    .slice(0, 4)
    .map((one) => one.command);
}
