import { problem, type Problem } from '../error/index.ts';
import {
  NAMED_KEYS,
  foldedKeys,
  nearest,
  normalized,
  platformName,
  readCell,
  writeShortcut,
  readStored,
  writeStored,
  type CellOptions,
  type CellResult,
  type Platform,
  type Shortcut,
  type StatedKey as ReadKey,
} from '../keys/index.ts';
import type { CommandWords } from '../contract/index.ts';
import { each } from '../memory/index.ts';
import type { ColumnMeaning } from './columns.ts';
import { clip, contextsOf, labelled, platformsOf, wordsOf, type RowSaid, type RowSetting } from './row-words.ts';
import type { Table, TableRow } from './table.ts';

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
  /** The keys of a range: one member of a family each, by what the key is called. */
  readonly members: readonly { readonly name: string; readonly keys: readonly StatedKey[] }[];
  /** The platforms it speaks of; null is all of them. */
  readonly speaks: readonly (Platform | null)[];
  readonly note: string;
  readonly memoryAid: string;
  readonly source: string;
  /** What decides between this command and others with the same key. */
  readonly chosenBy: string;
  /** The goal it is a way to, and why this way is advised; the bar it is a slot of. */
  readonly wayTo: string;
  readonly advice: string;
  readonly slotOf: string;
}

/** The address of a cell among the reader's own answers. */
export function cellKey(line: number, column: number): string {
  return `${line}:${column}`;
}

const NO_KEY = new Set(['', 'none', 'no key', 'n/a', '–', '—', 'unassigned', 'not assigned']);
/** In how many places of one list what may have been meant is looked for. */
const MOST_SEARCHES = 200;

export interface RowsRead {
  readonly rows: readonly ListRow[];
  readonly problems: readonly Problem[];
  /** Rows that say what an earlier one says, word for word. */
  readonly doubled: readonly number[];
  /** Rows whose keys of several platforms are one once Primary is folded. */
  readonly folded: readonly number[];
}

/** Reads every row; what cannot be understood is a problem with its line and column, and the row is left out. */
export function readRows(table: Table, meanings: readonly ColumnMeaning[], setting: RowSetting): RowsRead {
  const reader = new RowReader(table, meanings, setting);
  const rows: ListRow[] = [];
  const doubled: number[] = [];
  const seen = new Set<string>();
  for (const row of table.rows) {
    const said = `${row.section ?? ''}\u0000${row.cells.join('\u0000')}`;
    if (seen.has(said)) {
      doubled.push(row.line);
      continue;
    }
    seen.add(said);
    const before = reader.problems.length;
    const read = reader.read(row);
    if (reader.problems.length === before) rows.push(read);
  }
  return { rows, problems: reader.problems, doubled, folded: reader.folded };
}

/** White space that is not single spaces. */
const UNEVEN = /\s\s|[^\S ]/;
/** What a spreadsheet’s guard puts before a cell that would be a formula. */
const GUARD = /^'(?=[=+\-@\t])/;

/** Reads rows one after another; what many rows say alike is understood once. */
class RowReader implements RowSaid {
  readonly problems: Problem[] = [];
  readonly folded: number[] = [];
  section = '';
  private line = 0;
  private cells: readonly string[] = [];
  private searches = 0;
  private readonly at = new Map<ColumnMeaning, number>();
  private readonly shortcutColumns: readonly { index: number; platform: Platform | null }[];
  private readonly known = new Map<string, CellResult>();
  private readonly optionsOn = each((platform: Platform | null): CellOptions => {
    const { platforms, policy } = this.setting;
    return { platform, platforms, typedLetters: policy.typedLetters, suggest: false };
  });

  constructor(
    private readonly table: Pick<Table, 'header' | 'stored'>,
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
    const text = (this.cells[index] ?? '').trim().normalize('NFC').replace(GUARD, '');
    return UNEVEN.test(text) ? text.replace(/\s+/g, ' ') : text;
  }

  complain(code: string, sentence: string, meaning: ColumnMeaning, more: Partial<Problem> = {}) {
    this.complainOf(code, sentence, this.table.header[this.at.get(meaning) ?? -1] ?? meaning, more);
  }
  private complainOf(code: string, sentence: string, column: string, { suggestions, about }: Partial<Problem> = {}) {
    const { line } = this;
    const found = problem(code, `Row ${line}, ${column}: ${sentence}`, { line, column }, suggestions);
    this.problems.push(about === undefined ? found : { ...found, about });
  }

  /** What may have been meant, as often as it is looked for in one list. */
  nearest(word: string, candidates: Iterable<string>): string[] {
    return this.searches++ < MOST_SEARCHES ? nearest(word, candidates) : [];
  }

  read({ line, cells, section = '', unsure, short }: TableRow): ListRow {
    this.line = line;
    this.cells = cells;
    this.section = section;
    const [heading = ''] = this.table.header;
    if (unsure)
      this.complainOf(
        'heading-or-command',
        `“${clip(cells[0] ?? '')}” is on its own. Is it a heading for the following rows, or a command without a shortcut?`,
        heading,
        { suggestions: [`${cells[0]}:`, cells[0] ?? ''] },
      );
    if (short)
      this.complainOf(
        'short-row',
        `this row has ${cells.length} of ${this.table.header.length} cells. Confirm the first cell if the rest are empty, or skip the row.`,
        heading,
        { suggestions: [cells[0] ?? ''] },
      );
    const command = this.text('command') || null;
    if (command && /\s/.test(command))
      this.complain('bad-command', `a command’s id has no spaces: “${clip(command)}”.`, 'command');
    if (!command && this.text('label') === '') this.complain('no-command', 'this row has no command.', 'label');
    const label = labelled(this);
    const words = wordsOf(this, label.text);
    const contexts = contextsOf(this);
    const speaks = label.platform ? [label.platform] : platformsOf(this);
    const { keys, members, remarks } = this.keys(speaks);
    const note = [this.text('note'), label.remark, ...remarks].filter(Boolean).join('; ');
    if (/\bcannot be changed\b|\bcan’t be changed\b|\bcan't be changed\b/i.test(note)) words.fixed = true;
    const [memoryAid, source, chosenBy] = [this.text('memoryAid'), this.text('source'), this.text('chosenBy')];
    const [wayTo, advice, slotOf] = [this.text('wayTo'), this.text('advice'), this.text('slotOf')];
    for (const [meaning, { length }] of [
      ['note', note],
      ['memoryAid', memoryAid],
      ['source', source],
      ['chosenBy', chosenBy],
      ['advice', advice],
      ['wayTo', wayTo],
      ['slotOf', slotOf],
    ] as const) {
      const most = meaning === 'wayTo' || meaning === 'slotOf' ? 120 : 240;
      if (length > most) this.complain('too-long', `at most ${most} characters; this has ${length}.`, meaning);
    }
    return {
      line,
      command,
      words,
      contexts,
      keys,
      members,
      speaks,
      note,
      memoryAid,
      source,
      chosenBy,
      wayTo,
      advice,
      slotOf,
    };
  }

  private keys(targets: readonly (Platform | null)[]) {
    const found: ReadKey[] = [];
    const members: { name: string; keys: StatedKey[] }[] = [];
    const remarks: string[] = [];
    for (const { index, platform } of this.shortcutColumns) {
      const cell = (this.cells[index] ?? '').trim().replace(GUARD, '');
      if (NO_KEY.has(cell.toLowerCase())) continue;
      for (const target of platform === null ? targets : [platform]) {
        const result = this.readKeys(cell, target);
        if (result.kind !== 'read') {
          const [code, sentence] = complaint(result, cell, target);
          this.complainOf(code, sentence, this.table.header[index]!, { suggestions: remedies(result, cell, target) });
        } else if (result.each) {
          result.keys.forEach((key, n) => {
            const member = (members[n] ??= { name: memberName(key.shortcut), keys: [] });
            member.keys.push({ platform: key.platform, shortcut: writeStored(key.shortcut) });
          });
        } else {
          found.push(...result.keys);
          if (result.remark && !remarks.includes(result.remark)) remarks.push(result.remark);
        }
      }
    }
    return { keys: this.fold(found), members, remarks };
  }

  /** Keys of several platforms that are one once Primary is folded, said once. */
  private fold(keys: readonly ReadKey[]): StatedKey[] {
    if (keys.length < 2) return keys.map(({ platform, shortcut }) => ({ platform, shortcut: writeStored(shortcut) }));
    const own = keys.filter((key) => key.platform !== null);
    const folded = own.length > 1 ? foldedKeys(own, this.setting.platforms) : own;
    if (folded.some((key) => key.platform === null)) this.folded.push(this.line);
    const all = [...keys.filter((key) => key.platform === null), ...folded];
    const said = new Map(
      all.map(({ platform, shortcut }) => [`${platform} ${writeStored(shortcut)}`, platform] as const),
    );
    return [...said].map(([key, platform]) => ({ platform, shortcut: key.slice(String(platform).length + 1) }));
  }

  private readKeys(text: string, platform: Platform | null): CellResult {
    const key = `${platform} ${text}`;
    const known = this.known.get(key);
    if (known) return known;
    const options = this.optionsOn(platform);
    let result = (this.table.stored && storedCell(text, platform)) || readCell(text, options);
    // What was meant is looked for only where something is not known, and not without end.
    if (result.kind === 'error' && result.problem.code === 'unknown-key' && this.searches++ < MOST_SEARCHES)
      result = readCell(text, { ...options, suggest: true });
    this.known.set(key, result);
    return result;
  }
}

/** A cell of stored shortcuts; null if the user corrected it to shortcuts as people write them. */
function storedCell(text: string, platform: Platform | null): CellResult | null {
  const keys = text.split(' or ').map((one) => readStored(one));
  const read = keys.flatMap((one) => ('code' in one ? [] : [{ platform, shortcut: one }]));
  return read.length === keys.length ? { kind: 'read', keys: read } : null;
}

/** What a member of a family is called by its key. */
function memberName({ strokes }: Shortcut): string {
  const last = strokes.at(-1)!;
  if (last.kind === 'tap') return last.modifier;
  if (last.kind === 'pointer') return last.action;
  if (last.key.by === 'name') return NAMED_KEYS.get(last.key.name)?.word ?? last.key.name;
  return last.key.by === 'character' ? last.key.character : last.key.code;
}

type Unread = Exclude<CellResult, { kind: 'read' }>;

function complaint(result: Unread, cell: string, platform: Platform | null): [string, string] {
  if (result.kind === 'error') return [result.problem.code, lowerFirst(result.problem.sentence)];
  const where = platform ? ` on ${platformName(platform)}` : '';
  if (result.readings.some((one) => one.each))
    return [
      'key-range',
      `“${clip(cell)}”${where}: ${lowerFirst(result.sentence)} Treat each as a separate family member, or type the shortcuts.`,
    ];
  const ways = result.readings.length === 1 ? 'needs confirming' : `can be read in ${result.readings.length} ways`;
  return ['unclear-shortcut', `“${clip(cell)}”${where} ${ways}. ${result.sentence}`];
}

/** Texts that would be read without a question in place of the cell. */
function remedies(result: Unread, given: string, platform: Platform | null): string[] {
  const cell = normalized(given);
  const { from, to } = result.kind === 'error' ? (result.problem.place ?? {}) : {};
  if (result.kind === 'error') {
    const place = from !== undefined && to !== undefined;
    return (result.problem.suggestions ?? []).map((word) =>
      place ? cell.slice(0, from) + word + cell.slice(to) : word,
    );
  }
  const style = platform === 'macos' ? 'symbols' : 'words';
  const text = (one: Shortcut) => writeShortcut(one, platform ?? 'windows', style);
  return result.readings.map(
    (reading) => `${reading.each ? 'each of ' : ''}${reading.keys.map((one) => text(one.shortcut)).join(' or ')}`,
  );
}

/** A sentence as it goes on behind a colon; key names keep their capitals. */
const lowerFirst = (sentence: string) =>
  sentence.replace(/^(There|A|No|Only|In|Unknown|Is|Are|Does|Do|Key|Nothing|Modifiers|The)\b/, (word) =>
    word.toLowerCase(),
  );
