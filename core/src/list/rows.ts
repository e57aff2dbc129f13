import { problem, type Problem } from '../error/index.ts';
import {
  nearest,
  platformName,
  readShortcuts,
  writeShortcut,
  writeStored,
  type Platform,
  type ReadResult,
} from '../keys/index.ts';
import { PRESS_EFFECTS, type CommandWords, type KeyPolicy } from '../contract/index.ts';
import { contextsNamed, type ContextTree } from '../catalogue/index.ts';
import type { ColumnMeaning } from './columns.ts';
import type { Table } from './table.ts';

/** A shortcut that a row states. */
export interface StatedKey {
  readonly platform: Platform | null;
  readonly shortcut: string;
}

/** A row understood: words it gives of its command, where it works, the shortcuts it states. */
export interface ListRow {
  readonly line: number;
  readonly command: string | null;
  readonly words: Partial<CommandWords>;
  /** Contexts that are there, as numbers; those still to be made, as the text that names them. */
  readonly contexts: readonly (number | string)[];
  readonly keys: readonly StatedKey[];
  readonly note: string;
  readonly memoryAid: string;
  readonly source: string;
}

export interface RowSetting {
  readonly platforms: readonly Platform[];
  readonly policy: KeyPolicy;
  readonly tree: ContextTree;
  /** Names of contexts that the reader agreed to make. */
  readonly newContexts: readonly string[];
}

/** The address of a cell among the reader's own answers. */
export function cellKey(line: number, column: number): string {
  return `${line}:${column}`;
}

const NO_KEY = new Set(['', 'none', 'no key', 'n/a', '–', '—', 'unassigned', 'not assigned']);
const FLAGS = ['fixed', 'hidden', 'destructive', 'parameterised', 'scripted'] as const;
const FLAG_WORDS: Record<string, (typeof FLAGS)[number]> = {
  ...Object.fromEntries(FLAGS.map((flag) => [flag, flag])),
  'cannot be changed': 'fixed',
  'hidden until switched on': 'hidden',
  parameterized: 'parameterised',
};
const LIMITS: Partial<Record<keyof CommandWords, number>> = {
  label: 120,
  menu: 240,
  category: 120,
  description: 2000,
  needs: 240,
  then: 240,
};

/** Reads every row; what cannot be understood is a problem with its line and column, and the row is left out. */
export function readRows(
  table: Table,
  meanings: readonly ColumnMeaning[],
  setting: RowSetting,
): { rows: ListRow[]; problems: Problem[] } {
  const reader = rowReader(table, meanings, setting);
  const rows: ListRow[] = [];
  const problems: Problem[] = [];
  for (const { line, cells } of table.rows) {
    const found: Problem[] = [];
    const row = reader(line, cells, found);
    if (found.length) problems.push(...found);
    else rows.push(row);
  }
  return { rows, problems };
}

function rowReader(table: Table, meanings: readonly ColumnMeaning[], setting: RowSetting) {
  const at = new Map<ColumnMeaning, number>();
  meanings.forEach((meaning, index) => meaning !== 'left out' && at.set(meaning, index));
  const shortcutColumns = meanings.flatMap(
    (meaning, index): { index: number; platform: Platform | null }[] => {
      if (meaning === 'shortcut') return [{ index, platform: null }];
      return meaning.startsWith('shortcut ') ? [{ index, platform: meaning.slice('shortcut '.length) }] : [];
    },
  );
  const readKeys = remembered((text: string, platform: Platform | null) =>
    readShortcuts(text, { platform: platform ?? undefined, typedLetters: setting.policy.typedLetters }),
  );

  return (line: number, cells: readonly string[], found: Problem[]): ListRow => {
    const text = (meaning: ColumnMeaning) => {
      const index = at.get(meaning);
      return index === undefined ? '' : (cells[index] ?? '').trim().replace(/\s+/g, ' ');
    };
    const column = (meaning: ColumnMeaning) => table.header[at.get(meaning) ?? -1] ?? meaning;
    const complain = (code: string, sentence: string, where: string, suggestions?: readonly string[]) =>
      found.push(problem(code, `Line ${line}, ${where}: ${sentence}`, { line, column: where }, suggestions));

    const command = text('command') || null;
    if (command && /\s/.test(command))
      complain('bad-command', `a command’s id has no spaces: “${clip(command)}”.`, column('command'));
    if (!command && text('label') === '')
      complain('no-command', 'the row names no command.', column('label'));
    const words = wordsOf(text, complain, column);
    const contexts = contextsOf(text('context'), setting, (sentence, close) =>
      complain('unknown-context', sentence, column('context'), close),
    );
    const platforms = platformsOf(text('platform'), setting.platforms, (sentence, close) =>
      complain('unknown-platform', sentence, column('platform'), close),
    );

    const keys: StatedKey[] = [];
    for (const { index, platform } of shortcutColumns) {
      const cell = (cells[index] ?? '').trim();
      if (NO_KEY.has(cell.toLowerCase())) continue;
      for (const target of platform === null ? platforms : [platform]) {
        const result = readKeys(cell, target);
        if (result.kind === 'read')
          keys.push(...result.shortcuts.map((one) => ({ platform: target, shortcut: writeStored(one) })));
        else
          complain(...complaint(result, cell, target), table.header[index]!, remedies(result, cell, target));
      }
    }
    const [note, memoryAid, source] = [text('note'), text('memoryAid'), text('source')];
    for (const [meaning, said] of [
      ['note', note],
      ['memoryAid', memoryAid],
      ['source', source],
    ] as const) {
      if (said.length > 240)
        complain('too-long', `at most 240 characters; this has ${said.length}.`, column(meaning));
    }
    return { line, command, words, contexts, keys, note, memoryAid, source };
  };
}

type Complain = (code: string, sentence: string, where: string, suggestions?: readonly string[]) => void;
type Text = (meaning: ColumnMeaning) => string;

/** What the row says of its command; a blank cell says nothing. */
function wordsOf(
  text: Text,
  complain: Complain,
  column: (meaning: ColumnMeaning) => string,
): Partial<CommandWords> {
  const words: Partial<CommandWords> = {};
  for (const field of ['label', 'menu', 'category', 'description', 'needs', 'then'] as const) {
    const said = text(field);
    if (said.length > LIMITS[field]!)
      complain('too-long', `at most ${LIMITS[field]} characters; this has ${said.length}.`, column(field));
    if (said) words[field] = said;
  }
  const names = parts(text('otherNames'));
  if (names.length) words.otherNames = names;
  for (const flag of parts(text('flags').toLowerCase())) {
    const known = FLAG_WORDS[flag];
    if (known) words[known] = true;
    else
      complain(
        'unknown-flag',
        `there is no flag “${clip(flag)}”.`,
        column('flags'),
        nearest(flag, Object.keys(FLAG_WORDS)),
      );
  }
  const effect = text('onePress').toLowerCase();
  const known = PRESS_EFFECTS.find((one) => one === effect);
  if (known) words.onePress = known;
  else if (effect)
    complain(
      'unknown-effect',
      `one press does one of: ${PRESS_EFFECTS.join(', ')}.`,
      column('onePress'),
      nearest(effect, PRESS_EFFECTS),
    );
  return words;
}

const parts = (text: string) =>
  text
    .split(/[;|]/)
    .map((part) => part.trim())
    .filter(Boolean);
const clip = (text: string) => (text.length > 40 ? `${text.slice(0, 40)}…` : text);

function contextsOf(
  text: string,
  setting: RowSetting,
  complain: (sentence: string, close?: readonly string[]) => void,
): (number | string)[] {
  const { tree, newContexts } = setting;
  return parts(text).map((name) => {
    const found = contextsNamed(tree, name);
    if (found.length === 1) return found[0]!.id;
    const agreed = newContexts.find((one) => one.toLowerCase() === name.toLowerCase());
    if (found.length === 0 && agreed) return agreed;
    const known = tree.inOrder.map((context) => context.name);
    if (found.length > 1)
      complain(
        `several places are called “${clip(name)}”.`,
        found.map((context) => tree.path(context.id)),
      );
    else complain(`no place is called “${clip(name)}”.`, nearest(name, known));
    return tree.root.id;
  });
}

function platformsOf(
  text: string,
  known: readonly Platform[],
  complain: (sentence: string, close?: readonly string[]) => void,
): (Platform | null)[] {
  if (text === '' || /^(all|any|every|\*)$/i.test(text)) return [null];
  return text.split(/[;|,/]/).map((part) => {
    const wanted = part.trim().toLowerCase().replace(/\s/g, '');
    const name = wanted === 'mac' ? 'macos' : wanted === 'win' || wanted === 'pc' ? 'windows' : wanted;
    if (known.includes(name)) return name;
    complain(`the release does not run on “${clip(part.trim())}”.`, nearest(name, known).map(platformName));
    return null;
  });
}

type Unread = Exclude<ReadResult, { kind: 'read' }>;

function complaint(result: Unread, cell: string, platform: Platform | null): [string, string] {
  if (result.kind === 'error') return [result.problem.code, lowerFirst(result.problem.sentence)];
  const where = platform ? ` on ${platformName(platform)}` : '';
  return [
    'unclear-shortcut',
    `“${clip(cell)}”${where} can be read in ${result.readings.length} ways. ${result.sentence}`,
  ];
}

/** Texts that would be read without a question in place of the cell. */
function remedies(result: Unread, cell: string, platform: Platform | null): string[] {
  const { from, to } = result.kind === 'error' ? (result.problem.place ?? {}) : {};
  if (result.kind === 'error') {
    const place = from !== undefined && to !== undefined;
    return (result.problem.suggestions ?? []).map((word) =>
      place ? cell.slice(0, from) + word + cell.slice(to) : word,
    );
  }
  const style = platform === 'macos' ? 'symbols' : 'words';
  const text = (one: Parameters<typeof writeShortcut>[0]) => writeShortcut(one, platform ?? 'windows', style);
  return result.readings.map((reading) => reading.shortcuts.map(text).join(' or '));
}

const lowerFirst = (sentence: string) =>
  /^[A-Z][a-z]/.test(sentence) ? sentence[0]!.toLowerCase() + sentence.slice(1) : sentence;

function remembered(read: (text: string, platform: Platform | null) => ReadResult) {
  const known = new Map<string, ReadResult>();
  return (text: string, platform: Platform | null) => {
    const key = `${platform} ${text}`;
    const result = known.get(key) ?? read(text, platform);
    known.set(key, result);
    return result;
  };
}
