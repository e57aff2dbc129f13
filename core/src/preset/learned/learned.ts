import { Recipe, type Catalogue } from '../../contract/index.ts';
import { CribError, refuse } from '../../error/index.ts';
import type { Platform } from '../../keys/index.ts';
import { decoded } from '../encoding.ts';
import { readPreset, type ReadBinding } from '../read.ts';
import { recordsIn } from '../records.ts';
import { lineAt, lineShape } from './line-shape.ts';
import type { LearnedShape, Mark } from './marks.ts';
import { jsonShape, xmlShape } from './tree-shape.ts';
import { vocabularyOf } from './vocabulary.ts';
import { wordsOn } from './words.ts';

/** A recipe that was learned from a file, how much of the file it explains, and what only the trainer knows. */
export interface LearnedRecipe {
  readonly recipe: Recipe;
  /** Records that the recipe finds, and those of them whose keys it reads. */
  readonly records: number;
  readonly read: number;
  /** Commands of the catalogue among them. */
  readonly known: number;
  readonly questions: readonly LearnedQuestion[];
}
export type LearnedQuestion =
  | { readonly about: 'word'; readonly word: string; readonly times: number; readonly line: number }
  | { readonly about: 'sequence'; readonly sign: string }
  | { readonly about: 'no key'; readonly word: string; readonly times: number }
  | { readonly about: 'place'; readonly word: string }
  /** More lines stand before or behind the records than a recipe keeps. */
  | { readonly about: 'around'; readonly lines: number };

/** So many lines a recipe keeps before and behind its records. */
const MOST_AROUND = 40;
const NOTHING = /^(?:-?none-?|null|nil|nothing|unassigned|unbound|unset|disabled|empty|-{1,3}|<none>)$/i;

/** The bytes of a file as text, with the encoding that they show: a mark, pairs with an empty byte, UTF-8, or else Latin-1. */
export function openedFile(bytes: Uint8Array): { readonly text: string; readonly encoding: Recipe['encoding'] } {
  const at = (from: number) => bytes.subarray(0, 400).filter((one, i) => i % 2 === from && one === 0).length;
  const half = Math.min(bytes.length, 400) / 2;
  if (half > 4 && at(1) > 0.7 * half) return decoded(bytes, 'utf-16le');
  if (half > 4 && at(0) > 0.7 * half) return decoded(bytes, 'utf-16be');
  try {
    return decoded(bytes, 'utf-8');
  } catch (error) {
    if (error instanceof CribError && error.problems[0]?.code === 'encoding') return decoded(bytes, 'latin-1');
    throw error;
  }
}

/**
 * Proposes a recipe from a program’s file in which a few records are marked. What it cannot know (a word for a key, whether
 * two presses follow one another or are alternatives, which word is no key, what places are called) comes as questions.
 */
export function learnRecipe(
  file: { readonly name: string; readonly bytes: Uint8Array },
  marks: readonly Mark[],
  catalogue: Catalogue,
  platform: Platform,
): LearnedRecipe {
  if (marks.length === 0) refuse('no-marks', 'Highlight a command and its shortcut in the file first.');
  const { text, encoding } = openedFile(file.bytes);
  for (const { command, keys } of marks)
    if (command.from < keys.to && keys.from < command.to)
      refuse('marks-overlap', 'A command and its shortcut cannot overlap. Highlight them separately.');
  const names = new Set(catalogue.commands.map((one) => one.name));
  const marked = marks.map(({ command }) => text.slice(command.from, command.to));
  const name = marked.some((one) => /\s/.test(one) && !names.has(one)) ? 'label' : 'command';
  const words = wordsOn(platform);
  const shape = shapeOf(
    text,
    marks,
    name,
    (keys) =>
      keys.trim() !== '' &&
      keys
        .split(/[+\-:>,|;/\s]+/)
        .filter(Boolean)
        .every(
          (one) => words(one) !== null || marks.some((mark) => text.slice(mark.keys.from, mark.keys.to).includes(one)),
        ),
  );
  const made = Recipe.safeParse({
    name: file.name.replace(/\.[^.]*$/, '') || 'Learned',
    extension: /\.([a-z0-9]{1,12})$/i.exec(file.name)?.[1]?.toLowerCase() ?? 'txt',
    ...shape,
    encoding,
    lineEnd: text.includes('\r\n') ? '\r\n' : '\n',
    scope: 'all',
    header: [],
    footer: [],
    noKey: null,
    joiner: '+',
    sequence: null,
    letters: 'capitals',
    contexts: {},
    manners: { held: null, twice: null },
    pointers: {},
    platforms: {},
    howToLoad: '',
  });
  const base: Recipe =
    made.data ??
    refuse(
      'not-a-record',
      'No entry can be made from the highlighted text: it is too long, or contains characters that cannot be in a line. Highlight other examples.',
    );
  const records = recordsIn(base, text);
  const texts = records.map((one) => one.fields['keys'] ?? '');
  const noKey = nothingIn(texts);
  const meant = marks.flatMap((mark) =>
    mark.means ? [{ text: text.slice(mark.keys.from, mark.keys.to), stored: mark.means }] : [],
  );
  const vocabulary = vocabularyOf(
    texts.filter((one) => one !== noKey),
    meant,
    words,
    platform,
  );
  const places = [...new Set(records.flatMap((one) => one.fields['context'] ?? []))];
  const contexts = placesNamed(places, catalogue);
  const inner: Recipe = {
    ...base,
    joiner: vocabulary.joiner,
    sequence: vocabulary.sequence,
    several: vocabulary.several,
    letters: vocabulary.letters,
    noKey: noKey === null ? null : base.record.replace('{keys}', noKey),
    manners: { held: vocabulary.held, twice: null },
    contexts,
    platforms: {
      [platform]: {
        modifiers: vocabulary.modifiers.map(([modifier, word]) => [modifier as 'Ctrl', word]),
        keys: vocabulary.keys,
      },
    },
  };
  // What is around the records: settings before them may look like some, and behind the first only what has keys is one.
  const all = readPreset(inner, file.bytes, catalogue, platform).bindings;
  const sure = (one: ReadBinding) =>
    one.command !== null || marks.some((mark) => mark.command.from >= one.from && mark.command.to <= one.to);
  const start = all.findIndex(sure);
  const last = all.findLast((one, at) => sure(one) || (at > start && !one.unknown.some(({ what }) => what === 'keys')));
  const before = all[start] ? linesAround(text.slice(0, lineAt(text, all[start].from).from), base) : [];
  const behind = last ? linesAround(text.slice(lineAt(text, last.to).to + 1), base) : [];
  const recipe: Recipe = {
    ...inner,
    header: before.slice(-MOST_AROUND),
    footer: behind.slice(0, MOST_AROUND),
  };
  const found = readPreset(recipe, file.bytes, catalogue, platform).bindings;
  const misread = found.filter((one) => one.unknown.some(({ what }) => what === 'keys'));
  const lineOf = (word: string) =>
    misread.find((one) => one.unknown.some(({ said }) => said.includes(word)))?.line ?? 0;
  return {
    recipe,
    records: found.length,
    read: found.length - misread.length,
    known: found.filter((one) => one.command !== null).length,
    questions: [
      ...vocabulary.unknown
        .slice(0, 40)
        .map(({ word, times }) => ({ about: 'word' as const, word, times, line: lineOf(word) })),
      ...(vocabulary.undecided === null ? [] : [{ about: 'sequence' as const, sign: vocabulary.undecided }]),
      ...(noKey ? [{ about: 'no key' as const, word: noKey, times: texts.filter((one) => one === noKey).length }] : []),
      ...[before, behind].flatMap((one) =>
        one.length > MOST_AROUND ? [{ about: 'around' as const, lines: one.length }] : [],
      ),
      ...places
        .filter((one) => !Object.values(contexts).includes(one))
        .map((word) => ({ about: 'place' as const, word })),
    ],
  };
}

function shapeOf(
  text: string,
  marks: readonly Mark[],
  name: 'command' | 'label',
  good: (keys: string) => boolean,
): LearnedShape {
  const start = text.trimStart()[0];
  if (start === '<') return xmlShape(text, marks, name);
  if (start === '{' || start === '[') {
    try {
      return jsonShape(text, marks, name);
    } catch (error) {
      // A file of lines may begin with a bracket as well.
      if (!(error instanceof CribError) && !(error instanceof TypeError)) throw error;
    }
  }
  return lineShape(text, marks, name, good);
}

/** A word that says that there is no key: known as such, or one that several commands share and that is no key. */
function nothingIn(texts: readonly string[]): string | null {
  const counts = new Map<string, number>();
  for (const one of texts) if (NOTHING.test(one)) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/** Places of the catalogue by words of a file that are spelled like them. */
function placesNamed(words: readonly string[], { contexts }: Catalogue): Record<string, string> {
  const plain = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
  const named = contexts.flatMap(({ name }) => {
    const word = words.find((one) => plain(one) === plain(name));
    return word === undefined ? [] : [[name, word] as const];
  });
  return Object.fromEntries(named);
}

/** What stands before or behind all records, as lines that are written as they are. */
function linesAround(text: string, { group }: Recipe): string[] {
  const lines = text.split(/\r?\n/).map((one) => one.slice(0, 400));
  const opens = group && group.open.split('{context}')[0]!;
  const own = opens ? lines.filter((one) => !one.trim().startsWith(opens)) : lines;
  return own.length && own.at(-1) === '' ? own.slice(0, -1) : own;
}
