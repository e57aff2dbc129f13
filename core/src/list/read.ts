import type { Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import type { Catalogue } from '../contract/index.ts';
import { contextTree } from '../catalogue/index.ts';
import { columnMeanings, type ColumnMeaning } from './columns.ts';
import { menuSignOf } from './row-words.ts';
import { cellKey, readRows, type ListRow, type RowsRead } from './rows.ts';
import { planList, type ListPlan, type ListTarget } from './plan.ts';
import { readTable, type Table, type TableRow } from './table.ts';

/** What the reader decided about a list. */
export interface ListAnswers extends ListTarget {
  /** Meanings of columns by their number from 0, where the headings do not tell. */
  readonly columns?: Readonly<Record<string, ColumnMeaning>>;
  /** What they meant when such a list was last taken in. */
  readonly remembered?: Readonly<Record<string, ColumnMeaning>>;
  /** Cells written anew, by line and column number (`cellKey`). */
  readonly cells?: Readonly<Record<string, string>>;
  /** Contexts to make. */
  readonly newContexts?: readonly string[];
  /** What parts the steps of menu paths, where it is not what most of them show. */
  readonly menuSign?: string | undefined;
  /** Lines not to take in. */
  readonly leaveOut?: readonly number[];
}

/** A list read and compared with a catalogue; with problems in it, it cannot be taken in. */
export interface ListReading {
  readonly table: Table;
  readonly meanings: readonly ColumnMeaning[];
  readonly plan: ListPlan;
  /** What parts the steps of menu paths. */
  readonly menuSign: string;
}

/** Reads a list, opened or as the text of a CSV, against a catalogue. A text that is no table at all is a problem. */
export function readList(
  source: string | Table,
  catalogue: Catalogue,
  answers: ListAnswers = {},
): ListReading | Problem {
  const read = typeof source === 'string' ? readTable(source) : source;
  if ('code' in read) return read;
  const table = answered(read, answers);
  const { platforms } = catalogue.release;
  const chosen = { ...answers.remembered, ...answers.columns };
  const { meanings, problems } = columnMeanings(table.header, platforms, chosen, table.rows);
  const tree = contextTree(catalogue.contexts);
  const menuColumn = meanings.indexOf('menu');
  const menuSign =
    answers.menuSign ?? (menuColumn < 0 ? '' : menuSignOf(table.rows.map((row) => row.cells[menuColumn] ?? '')));
  if (problems.length)
    return { table, meanings, menuSign, plan: { ...planList(NOTHING, catalogue, tree, [], answers), problems } };
  const setting = {
    platforms,
    policy: catalogue.app.keyPolicy,
    tree,
    newContexts: answers.newContexts ?? [],
    menuSign,
  };
  const rowsRead = readRows(table, meanings, setting);
  const plan = planList(rowsRead, catalogue, tree, platformsSpokenOf(meanings, platforms, rowsRead.rows), answers);
  const all = [...rowsRead.problems, ...plan.problems].sort((a, b) => (a.place?.line ?? 0) - (b.place?.line ?? 0));
  return { table, meanings, menuSign, plan: { ...plan, problems: all } };
}

/** The headings of a list as one text: what its columns meant is remembered under it. */
export function headingsOf(table: Table): string {
  return table.unheaded ? `${table.header.length} columns without headings` : table.header.join(' | ').slice(0, 1000);
}

/** The rows that remain, with the reader's own texts in place of what stood there. */
function answered(table: Table, { cells = {}, leaveOut = [] }: ListAnswers): Table {
  const out = new Set(leaveOut);
  if (out.size === 0 && Object.keys(cells).length === 0) return table;
  const told = new Set(Object.keys(cells).map((key) => Number(key.slice(0, key.indexOf(':')))));
  let heading: string | null = null;
  const rows = table.rows.flatMap((row): TableRow[] => {
    if (out.has(row.line)) return [];
    const under = heading === null || row.section ? row : { ...row, section: heading };
    if (row.section) heading = null;
    if (!told.has(row.line)) return [under];
    const { unsure, short: _short, ...rest } = under;
    const said = table.header.map((_, i) => cells[cellKey(row.line, i)] ?? row.cells[i] ?? '');
    // What was asked about, answered with a colon, is a heading over what follows.
    if (unsure && said[0]?.endsWith(':')) {
      heading = said[0].slice(0, -1).trim();
      return [];
    }
    return [{ ...rest, cells: said }];
  });
  return { ...table, rows };
}

/** The platforms whose shortcuts a list would name if they were there. */
function platformsSpokenOf(
  meanings: readonly ColumnMeaning[],
  platforms: readonly Platform[],
  rows: readonly ListRow[],
): (Platform | null)[] {
  const own = meanings.flatMap((meaning) =>
    meaning.startsWith('shortcut ') ? [meaning.slice('shortcut '.length)] : [],
  );
  if (!meanings.includes('shortcut')) return platforms.every((one) => own.includes(one)) ? [null, ...own] : own;
  // A list that names the platform of all its keys says nothing of the others.
  const named = rows.filter((row) => row.keys.length || row.members.length);
  const stated = named.flatMap((row) => (row.speaks.includes(null) ? row.keys.map((key) => key.platform) : row.speaks));
  if (named.length && stated.every((one) => one !== null)) return [...new Set([...own, ...stated])];
  return [null, ...platforms];
}

const NOTHING: RowsRead = { rows: [], problems: [], doubled: [], folded: [] };
