import { problem, type Problem } from '../error/index.ts';
import { nearest, platformName, type Platform } from '../keys/index.ts';

/** What a column can mean; a shortcut column may be that of one platform. */
export const MEANINGS = [
  'command',
  'label',
  'context',
  'platform',
  'shortcut',
  'menu',
  'category',
  'description',
  'otherNames',
  'flags',
  'onePress',
  'needs',
  'then',
  'note',
  'memoryAid',
  'source',
] as const;
export type ColumnMeaning = (typeof MEANINGS)[number] | `shortcut ${string}` | 'left out';

const SPOKEN: Record<(typeof MEANINGS)[number], string> = {
  command: 'Command id',
  label: 'Command',
  context: 'Where it works',
  platform: 'Platform',
  shortcut: 'Shortcut',
  menu: 'Menu path',
  category: 'Category',
  description: 'Description',
  otherNames: 'Other names',
  flags: 'Flags',
  onePress: 'One press',
  needs: 'Needs',
  then: 'Then',
  note: 'Note',
  memoryAid: 'Memory aid',
  source: 'Source',
};

/** A meaning as it is shown above its column. */
export function meaningName(meaning: ColumnMeaning): string {
  if (meaning === 'left out') return meaning;
  if (meaning.startsWith('shortcut ')) return platformName(meaning.slice('shortcut '.length));
  return SPOKEN[meaning as keyof typeof SPOKEN];
}

const HEADINGS: Record<(typeof MEANINGS)[number], readonly string[]> = {
  command: ['command', 'command id', 'id', 'identifier', 'action id'],
  label: ['label', 'name', 'title', 'function', 'action', 'command name'],
  context: ['context', 'contexts', 'where', 'where it works', 'area', 'scope', 'window', 'mode'],
  platform: ['platform', 'platforms', 'system', 'os', 'operating system'],
  shortcut: ['shortcut', 'shortcuts', 'key', 'keys', 'keyboard shortcut', 'hotkey', 'all platforms'],
  menu: ['menu', 'menu path', 'menu item', 'path'],
  category: ['category', 'group', 'section', 'topic'],
  description: ['description', 'what it does', 'help', 'explanation'],
  otherNames: ['other names', 'aliases', 'also called', 'former name', 'synonyms'],
  flags: ['flags', 'flag', 'properties'],
  onePress: ['one press', 'press', 'what one press does'],
  needs: ['needs', 'requires', 'needed'],
  then: ['then', 'next', 'what comes next', 'afterwards'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment', 'comments'],
  memoryAid: ['memory aid', 'mnemonic'],
  source: ['source', 'provenance', 'from'],
};

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
  if (platform) return `shortcut ${platform}`;
  return MEANINGS.find((meaning) => HEADINGS[meaning].includes(words)) ?? 'left out';
}

/** The meanings of all columns, from what the reader chose and else from the headings; or what is wrong with them. */
export function columnMeanings(
  header: readonly string[],
  platforms: readonly Platform[],
  chosen: Readonly<Record<string, ColumnMeaning>> = {},
): { meanings: ColumnMeaning[]; problems: Problem[] } {
  const meanings = header.map((heading, index) => chosen[index] ?? headingMeaning(heading, platforms));
  onlyCommand(meanings, header, chosen);
  const problems: Problem[] = [];
  meanings.forEach((meaning, index) => {
    const earlier = meanings.indexOf(meaning);
    if (meaning === 'left out' || earlier === index) return;
    const sentence = `“${header[earlier]}” and “${header[index]}” both mean ${meaningName(meaning)}. Leave one of them out.`;
    problems.push(problem('doubled-column', sentence, { line: 1, column: header[index]! }));
  });
  if (!meanings.includes('label') && !meanings.includes('command')) problems.push(missing('label', header));
  if (!meanings.some((meaning) => meaning.startsWith('shortcut'))) problems.push(missing('shortcut', header));
  return { meanings, problems };
}

/** A column headed “Command” without one for labels holds what people call the command. */
function onlyCommand(
  meanings: ColumnMeaning[],
  header: readonly string[],
  chosen: Readonly<Record<string, ColumnMeaning>>,
) {
  const at = meanings.indexOf('command');
  if (at < 0 || meanings.includes('label') || chosen[at] || simplify(header[at]!) !== 'command') return;
  meanings[at] = 'label';
}

function missing(meaning: 'label' | 'shortcut', header: readonly string[]): Problem {
  const what = meaning === 'label' ? 'the commands' : 'the shortcuts';
  const close = nearest(meaning, header);
  return problem(
    'missing-column',
    `No column holds ${what}. Say which one does, or head it “${SPOKEN[meaning]}”.`,
    { line: 1 },
    close,
  );
}
