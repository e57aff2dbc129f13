import { COMMAND_FIELDS, fieldsOfKind, type CommandField } from '../contract/index.ts';
import { problem, type Problem } from '../error/index.ts';
import { nearest, platformName, type Platform } from '../keys/index.ts';
import { keyShare } from './contents.ts';

/** Columns that are no field of the command. */
const BESIDE = {
  command: { title: 'Command id', headings: ['command', 'id', 'identifier', 'action id'] },
  context: { title: 'Where it works', headings: ['context', 'contexts', 'where', 'area', 'scope', 'window', 'mode'] },
  platform: { title: 'Platform', headings: ['platforms', 'system', 'os', 'operating system'] },
  shortcut: {
    title: 'Shortcut',
    headings: [
      'shortcuts',
      'key',
      'keys',
      'keyboard shortcut',
      'keystroke',
      'key combination',
      'hotkey',
      'press',
      'press this',
      'tastenkürzel',
      'taste',
      'all platforms',
    ],
  },
  alsoShortcut: {
    title: 'Shortcut as well',
    headings: [
      'alternative',
      'alternative shortcut',
      'alternate',
      'second shortcut',
      'secondary',
      'shortcut 2',
      'key 2',
      'or',
    ],
  },
  flags: { title: 'Flags', headings: ['flag', 'properties'] },
  chosenBy: { title: 'Chosen by', headings: [] },
  wayTo: { title: 'Way to', headings: [] },
  advice: { title: 'Advised because', headings: [] },
  slotOf: { title: 'Slot of', headings: [] },
  note: { title: 'Note', headings: ['notes', 'remark', 'remarks', 'comment', 'comments'] },
  memoryAid: { title: 'Memory aid', headings: ['mnemonic'] },
  source: { title: 'Source', headings: ['provenance', 'from'] },
} as const;
const WORDS = fieldsOfKind('line', 'prose', 'list', 'effect');
type Meaning = keyof typeof BESIDE | (typeof WORDS)[number];
const COLUMNS: Readonly<Record<Meaning, Pick<CommandField, 'title' | 'headings'>>> = { ...BESIDE, ...COMMAND_FIELDS };

/** What a column can mean; a shortcut column may be that of one platform. Of two with one heading the first is meant. */
export const MEANINGS: readonly Meaning[] = [
  'command',
  'label',
  'context',
  'platform',
  'shortcut',
  'alsoShortcut',
  ...WORDS.filter((field) => field !== 'label'),
  'flags',
  'chosenBy',
  'wayTo',
  'advice',
  'slotOf',
  'note',
  'memoryAid',
  'source',
];
export type ColumnMeaning = Meaning | `shortcut ${string}` | 'left out';

/** A meaning as it is shown above its column. */
export function meaningName(meaning: ColumnMeaning): string {
  if (meaning === 'left out') return meaning;
  if (meaning.startsWith('shortcut ')) return platformName(meaning.slice('shortcut '.length));
  return COLUMNS[meaning as Meaning].title;
}

const PLATFORM_HEADINGS: Record<string, readonly string[]> = {
  windows: ['windows', 'pc', 'win', 'windows key', 'pc key', 'windows shortcut', 'windows keys', 'windows shortcuts'],
  macos: ['macos', 'mac', 'mac os', 'mac key', 'mac keys', 'mac shortcut', 'macos shortcut', 'macos keys'],
  linux: ['linux', 'linux key', 'linux keys', 'linux shortcut'],
};

const simplify = (heading: string) =>
  heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** What a heading says of its column, or “left out” for one nobody knows. */
export function headingMeaning(heading: string, platforms: readonly Platform[]): ColumnMeaning {
  const words = simplify(heading);
  const platform = platforms.find((name) => name === words || PLATFORM_HEADINGS[name]?.includes(words));
  // Our own ledgers name a keyset and the platform: `7.0, Windows`.
  const ours = platform ?? platforms.find((name) => heading.trim().endsWith(`, ${platformName(name)}`));
  if (ours) return `shortcut ${ours}`;
  const found = MEANINGS.find((meaning) => {
    const { title, headings = [] } = COLUMNS[meaning];
    return headings.includes(words) || simplify(title) === words;
  });
  return found ?? 'left out';
}

/** The meanings of all columns, from what the reader chose and else from the headings; or what is wrong with them. */
export function columnMeanings(
  header: readonly string[],
  platforms: readonly Platform[],
  chosen: Readonly<Record<string, ColumnMeaning>> = {},
  rows: readonly { readonly cells: readonly string[] }[] = [],
): { meanings: ColumnMeaning[]; problems: Problem[] } {
  const meanings = header.map((heading, index) => chosen[index] ?? headingMeaning(heading, platforms));
  commandOfWords(meanings, header, chosen, rows);
  fromContents(meanings, platforms, chosen, rows);
  const problems: Problem[] = [];
  meanings.forEach((meaning, index) => {
    const earlier = meanings.indexOf(meaning);
    if (meaning === 'left out' || meaning === 'alsoShortcut' || earlier === index) return;
    const sentence = `“${header[earlier]}” and “${header[index]}” are both set as ${meaningName(meaning)}. Ignore one of them.`;
    problems.push(problem('doubled-column', sentence, { line: 1, column: header[index]! }));
  });
  if (!meanings.includes('label') && !meanings.includes('command')) problems.push(missing('label', header));
  if (!meanings.some((meaning) => meaning.startsWith('shortcut'))) problems.push(missing('shortcut', header));
  return { meanings, problems };
}

/** What a column holds where its heading does not say: keys, of one platform if they are written so, or the labels. */
function fromContents(
  meanings: ColumnMeaning[],
  platforms: readonly Platform[],
  chosen: Readonly<Record<string, ColumnMeaning>>,
  rows: readonly { readonly cells: readonly string[] }[],
) {
  const open = (index: number) => meanings[index] === 'left out' && !chosen[index];
  const keyColumns = meanings.flatMap((_, index) => (open(index) && keyShare(rows, index) >= 0.6 ? [index] : []));
  const isMac = (index: number) => {
    const cells = rows.slice(0, 200).flatMap(({ cells: row }) => (row[index] ? [row[index]] : []));
    return cells.filter((cell) => /[⌘⌥⌃]|\b(cmd|command|option)\b/i.test(cell)).length > cells.length / 4;
  };
  const has = meanings.some((meaning) => meaning.startsWith('shortcut'));
  const macs = keyColumns.filter(isMac);
  if (!has && keyColumns.length === 2 && macs.length === 1 && platforms.includes('macos')) {
    const other = keyColumns.find((index) => !macs.includes(index))!;
    meanings[macs[0]!] = 'shortcut macos';
    meanings[other] = platforms.includes('windows') ? 'shortcut windows' : 'shortcut';
  } else if (!has) keyColumns.forEach((index, at) => (meanings[index] = at === 0 ? 'shortcut' : 'alsoShortcut'));
  if (meanings.includes('label') || meanings.includes('command')) return;
  // The labels: of the columns that are left the one with the most different texts.
  const texts = meanings.flatMap((_, index) => {
    const cells = rows.slice(0, 200).map(({ cells: row }) => row[index]?.trim() ?? '');
    return open(index) && cells.some(Boolean) ? [{ index, different: new Set(cells.filter(Boolean)).size }] : [];
  });
  const [best] = texts.sort((a, b) => b.different - a.different || a.index - b.index);
  if (best && meanings.some((meaning) => meaning.startsWith('shortcut'))) meanings[best.index] = 'label';
}

/**
 * A column headed “Command” holds what people call the command where another one holds the ids, where there is none for
 * labels, or where its cells are words; a title beside it describes the command then.
 */
function commandOfWords(
  meanings: ColumnMeaning[],
  header: readonly string[],
  chosen: Readonly<Record<string, ColumnMeaning>>,
  rows: readonly { readonly cells: readonly string[] }[],
) {
  const at = header.findIndex((heading, index) => meanings[index] === 'command' && simplify(heading) === 'command');
  if (at < 0 || chosen[at]) return;
  const cells = rows.slice(0, 200).flatMap(({ cells: row }) => row[at]?.trim() || []);
  const words = cells.filter((cell) => /\s/.test(cell)).length > cells.length / 3;
  const others = meanings.some((meaning, index) => meaning === 'command' && index !== at);
  const label = meanings.indexOf('label');
  if (!others && label >= 0 && !words) return;
  meanings[at] = 'label';
  if (label >= 0 && !chosen[label]) meanings[label] = meanings.includes('description') ? 'left out' : 'description';
}

function missing(meaning: 'label' | 'shortcut', header: readonly string[]): Problem {
  const what = meaning === 'label' ? 'the commands' : 'the shortcuts';
  const close = nearest(meaning, header);
  return problem(
    'missing-column',
    `No column holds ${what}. Say which one does, or head it “${COLUMNS[meaning].title}”.`,
    { line: 1 },
    close,
  );
}
