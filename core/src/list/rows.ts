import { problem, type Problem } from '../error/index.ts';
import {
  nearest,
  platformName,
  readCell,
  writeShortcut,
  writeStored,
  type CellResult,
  type Platform,
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
  const reader = new RowReader(table.header, meanings, setting);
  const rows: ListRow[] = [];
  for (const { line, cells, section } of table.rows) {
    const before = reader.problems.length;
    const row = reader.read(line, cells, section);
    if (reader.problems.length === before) rows.push(row);
  }
  return { rows, problems: reader.problems };
}

/** White space that is not single spaces. */
const UNEVEN = /\s\s|[^\S ]/;

/** Reads rows one after another; what many rows say alike is understood once. */
class RowReader {
  readonly problems: Problem[] = [];
  private line = 0;
  private cells: readonly string[] = [];
  private readonly at = new Map<ColumnMeaning, number>();
  private readonly shortcutColumns: readonly { index: number; platform: Platform | null }[];
  private readonly known = new Map<string, CellResult>();

  constructor(
    private readonly header: readonly string[],
    meanings: readonly ColumnMeaning[],
    readonly setting: RowSetting,
  ) {
    meanings.forEach((meaning, index) => meaning !== 'left out' && this.at.set(meaning, index));
    this.shortcutColumns = meanings.flatMap((meaning, index): { index: number; platform: Platform | null }[] => {
      if (meaning === 'shortcut' || meaning === 'alsoShortcut') return [{ index, platform: null }];
      return meaning.startsWith('shortcut ') ? [{ index, platform: meaning.slice('shortcut '.length) }] : [];
    });
  }

  text(meaning: ColumnMeaning): string {
    const index = this.at.get(meaning);
    if (index === undefined) return '';
    const text = (this.cells[index] ?? '').trim();
    return UNEVEN.test(text) ? text.replace(/\s+/g, ' ') : text;
  }

  complain(code: string, sentence: string, meaning: ColumnMeaning, suggestions?: readonly string[]) {
    this.complainOf(code, sentence, this.header[this.at.get(meaning) ?? -1] ?? meaning, suggestions);
  }
  private complainOf(code: string, sentence: string, column: string, suggestions?: readonly string[]) {
    const { line } = this;
    this.problems.push(problem(code, `Line ${line}, ${column}: ${sentence}`, { line, column }, suggestions));
  }

  /** The heading inside the list that stands over the row. */
  section = '';

  read(line: number, cells: readonly string[], section = ''): ListRow {
    this.line = line;
    this.cells = cells;
    this.section = section;
    const command = this.text('command') || null;
    if (command && /\s/.test(command))
      this.complain('bad-command', `a command’s id has no spaces: “${clip(command)}”.`, 'command');
    if (!command && this.text('label') === '') this.complain('no-command', 'the row names no command.', 'label');
    const words = wordsOf(this);
    const contexts = contextsOf(this);
    const keys = this.keys(platformsOf(this));
    const [note, memoryAid, source] = [this.text('note'), this.text('memoryAid'), this.text('source')];
    for (const meaning of ['note', 'memoryAid', 'source'] as const) {
      const { length } = this.text(meaning);
      if (length > 240) this.complain('too-long', `at most 240 characters; this has ${length}.`, meaning);
    }
    return { line, command, words, contexts, keys, note, memoryAid, source };
  }

  private keys(platforms: readonly (Platform | null)[]): StatedKey[] {
    const keys: StatedKey[] = [];
    for (const { index, platform } of this.shortcutColumns) {
      const cell = (this.cells[index] ?? '').trim();
      if (NO_KEY.has(cell.toLowerCase())) continue;
      for (const target of platform === null ? platforms : [platform]) {
        const result = this.readKeys(cell, target);
        if (result.kind === 'read') {
          for (const one of result.keys) keys.push({ platform: one.platform, shortcut: writeStored(one.shortcut) });
        } else {
          const [code, sentence] = complaint(result, cell, target);
          this.complainOf(code, sentence, this.header[index]!, remedies(result, cell, target));
        }
      }
    }
    return keys;
  }

  private readKeys(text: string, platform: Platform | null): CellResult {
    const key = `${platform} ${text}`;
    const known = this.known.get(key);
    if (known) return known;
    const { platforms, policy } = this.setting;
    const result = readCell(text, { platform, platforms, typedLetters: policy.typedLetters });
    this.known.set(key, result);
    return result;
  }
}

/** What the row says of its command; a blank cell says nothing. */
function wordsOf(row: RowReader): Partial<CommandWords> {
  const words: Partial<CommandWords> = {};
  for (const field of ['label', 'menu', 'category', 'description', 'needs', 'then'] as const) {
    const said = row.text(field);
    if (said.length > LIMITS[field]!)
      row.complain('too-long', `at most ${LIMITS[field]} characters; this has ${said.length}.`, field);
    if (said) words[field] = said;
  }
  const { section, setting } = row;
  if (section && !words.category && contextsNamed(setting.tree, section).length === 0)
    words.category = section.slice(0, 120);
  const names = parts(row.text('otherNames'));
  if (names.length) words.otherNames = names;
  for (const flag of parts(row.text('flags').toLowerCase())) {
    const known = FLAG_WORDS[flag];
    if (known) words[known] = true;
    else
      row.complain(
        'unknown-flag',
        `there is no flag “${clip(flag)}”.`,
        'flags',
        nearest(flag, Object.keys(FLAG_WORDS)),
      );
  }
  const effect = row.text('onePress').toLowerCase();
  const known = PRESS_EFFECTS.find((one) => one === effect);
  if (known) words.onePress = known;
  else if (effect) {
    row.complain(
      'unknown-effect',
      `one press does one of: ${PRESS_EFFECTS.join(', ')}.`,
      'onePress',
      nearest(effect, PRESS_EFFECTS),
    );
  }
  return words;
}

const NO_PARTS: readonly string[] = [];
function parts(text: string): string[] {
  if (text === '') return NO_PARTS as string[];
  return text
    .split(/[;|]/)
    .map((part) => part.trim())
    .filter(Boolean);
}
const clip = (text: string) => (text.length > 40 ? `${text.slice(0, 40)}…` : text);

function contextsOf(row: RowReader): (number | string)[] {
  const { tree, newContexts } = row.setting;
  const said = row.text('context');
  // A heading that is a place stands over what works there.
  if (!said && row.section) {
    const [place, ...others] = contextsNamed(tree, row.section);
    return place && others.length === 0 ? [place.id] : [];
  }
  return parts(said).map((name) => {
    const found = contextsNamed(tree, name);
    if (found.length === 1) return found[0]!.id;
    const agreed = newContexts.find((one) => one.toLowerCase() === name.toLowerCase());
    if (found.length === 0 && agreed) return agreed;
    if (found.length > 1) {
      const paths = found.map((context) => tree.path(context.id));
      row.complain('unknown-context', `several places are called “${clip(name)}”.`, 'context', paths);
    } else {
      const close = nearest(
        name,
        tree.inOrder.map((context) => context.name),
      );
      row.complain('unknown-context', `no place is called “${clip(name)}”.`, 'context', close);
    }
    return tree.root.id;
  });
}

function platformsOf(row: RowReader): (Platform | null)[] {
  const text = row.text('platform');
  const known = row.setting.platforms;
  if (text === '' || /^(all|any|every|\*)$/i.test(text)) return [null];
  return text.split(/[;|,/]/).map((part) => {
    const wanted = part.trim().toLowerCase().replace(/\s/g, '');
    const name = wanted === 'mac' ? 'macos' : wanted === 'win' || wanted === 'pc' ? 'windows' : wanted;
    if (known.includes(name)) return name;
    const close = nearest(name, known).map(platformName);
    row.complain('unknown-platform', `the release does not run on “${clip(part.trim())}”.`, 'platform', close);
    return null;
  });
}

type Unread = Exclude<CellResult, { kind: 'read' }>;

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
  return result.readings.map((reading) => reading.keys.map((one) => text(one.shortcut)).join(' or '));
}

/** A sentence as it goes on behind a colon; key names keep their capitals. */
const lowerFirst = (sentence: string) => sentence.replace(/^(There|A|No|Only|In)\b/, (word) => word.toLowerCase());
