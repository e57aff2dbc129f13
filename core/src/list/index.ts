import type { Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import type { Catalogue } from '../contract/index.ts';
import { contextTree } from '../catalogue/index.ts';
import { columnMeanings, type ColumnMeaning } from './columns.ts';
import { cellKey, readRows } from './rows.ts';
import { planList, type ListPlan, type ListTarget } from './plan.ts';
import { readTable, type Table } from './table.ts';

export { MOST_BYTES, checkText, decodeText, tooLarge } from './decode.ts';
export { MOST_ROWS, delimiterName, readTable, type Table, type TableRow } from './table.ts';
export { openList, type OpenedList } from './open.ts';
export type { ListFormat } from './formats/raw.ts';
export { CribList } from './formats/crib.ts';
export { MEANINGS, columnMeanings, headingMeaning, meaningName, type ColumnMeaning } from './columns.ts';
export { cellKey, readRows, type ListRow, type StatedKey } from './rows.ts';
export {
  changesNothing,
  keysetFor,
  planList,
  type ListPlan,
  type ListTarget,
  type NewBinding,
  type NewCommand,
} from './plan.ts';

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
  /** Lines not to take in. */
  readonly leaveOut?: readonly number[];
}

/** A list read and compared with a catalogue; with problems in it, it cannot be taken in. */
export interface ListReading {
  readonly table: Table;
  readonly meanings: readonly ColumnMeaning[];
  readonly plan: ListPlan;
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
  if (problems.length) return { table, meanings, plan: { ...planList([], catalogue, tree, [], answers), problems } };
  const setting = {
    platforms,
    policy: catalogue.app.keyPolicy,
    tree,
    newContexts: answers.newContexts ?? [],
  };
  const { rows, problems: unread } = readRows(table, meanings, setting);
  const plan = planList(rows, catalogue, tree, platformsSpokenOf(meanings, platforms), answers);
  const all = [...unread, ...plan.problems].sort((a, b) => (a.place?.line ?? 0) - (b.place?.line ?? 0));
  return { table, meanings, plan: { ...plan, problems: all } };
}

/** The headings of a list as one text: what its columns meant is remembered under it. */
export function headingsOf(table: Table): string {
  return table.unheaded ? `${table.header.length} columns without headings` : table.header.join(' | ').slice(0, 1000);
}

/** The rows that remain, with the reader's own texts in place of what stood there. */
function answered(table: Table, { cells = {}, leaveOut = [] }: ListAnswers): Table {
  const out = new Set(leaveOut);
  if (out.size === 0 && Object.keys(cells).length === 0) return table;
  const rows = table.rows
    .filter((row) => !out.has(row.line))
    .map((row) => ({
      ...row,
      cells: table.header.map((_, i) => cells[cellKey(row.line, i)] ?? row.cells[i] ?? ''),
    }));
  return { ...table, rows };
}

/** The platforms whose shortcuts a list would name if they were there. */
function platformsSpokenOf(meanings: readonly ColumnMeaning[], platforms: readonly Platform[]): (Platform | null)[] {
  const own = meanings.flatMap((meaning) =>
    meaning.startsWith('shortcut ') ? [meaning.slice('shortcut '.length)] : [],
  );
  return meanings.includes('shortcut') ? [null, ...platforms] : own;
}
