import { numberOf } from '../words/counts.ts';
import { readShortcuts, type Platform } from '../keys/index.ts';
import { problem, type Problem } from '../error/index.ts';
import { headingMeaning } from './columns.ts';
import { keyShare } from './contents.ts';
import { MOST_CELLS, MOST_ROWS, tooManyCells, type RawRow, type RawTable } from './formats/raw.ts';
import type { Table, TableRow } from './table.ts';

/** How far down a heading line is looked for. */
const TITLE_ROWS = 12;

export interface ShapeOptions {
  readonly platforms: readonly Platform[];
  /** Names of places: a heading that is one stands over what works there. */
  readonly places: readonly string[];
  /** Letters are typed one by one in this program. */
  readonly typedLetters?: boolean | undefined;
}

const known = (cells: readonly string[], platforms: readonly Platform[]) =>
  cells.filter((cell) => cell && headingMeaning(cell, platforms) !== 'left out').length;

/** Makes a list's table of a raw one: finds the line of headings, and takes headings inside it for sections. */
export function shapeTable(raw: RawTable, options: ShapeOptions): Table | Problem {
  const { rows } = raw;
  if (rows.length > MOST_ROWS + 1)
    return problem('too-many-rows', `The list has more than ${numberOf(MOST_ROWS)} rows. Split it into several lists.`);
  const width = Math.max(0, ...rows.map((row) => row.cells.length));
  if (rows.length * width > MOST_CELLS) return tooManyCells(`${numberOf(rows.length)} rows of ${width} columns`);
  if (rows.length === 0 || width === 0) return problem('empty-file', 'No table found. Paste or choose a list.');
  const at = headAt(rows, options);
  const head = at < 0 ? null : rows[at]!;
  const header = Array.from({ length: width }, (_, i) => head?.cells[i]?.trim() || (head ? '' : `Column ${i + 1}`));
  const body = rows.slice(at + 1).filter((row) => !isHeadAgain(row, head));
  const sections = sectioned(body, width, options, raw.lines === true);
  if (sections.length === 0)
    return problem('header-only', 'The list has a header row but no data.', {
      line: head?.line ?? 1,
    });
  const { stored } = raw;
  return {
    delimiter: '',
    header,
    rows: sections,
    ...(head ? {} : { unheaded: true as const }),
    ...(stored && { stored }),
  };
}

/** The line of headings: marked as one, or the first that knows at least two columns; -1 when there is none. */
function headAt(rows: readonly RawRow[], { platforms, typedLetters }: ShapeOptions): number {
  const marked = rows.findIndex((row) => row.head);
  if (marked >= 0) return marked;
  const most = rows.slice(0, TITLE_ROWS).map((row) => (row.section ? 0 : known(row.cells, platforms)));
  const best = most.findIndex((count) => count >= 2);
  if (best >= 0) return best;
  // Words over a column of keys are its heading, whatever they are.
  const [first, ...rest] = rows;
  if (!first || first.section || first.cells.filter(Boolean).length < 2) return -1;
  const keyColumn = first.cells.findIndex((_, i) => keyShare(rest, i) >= 0.6);
  return keyColumn >= 0 && readShortcuts(first.cells[keyColumn] || '?!', { typedLetters }).kind === 'error' ? 0 : -1;
}

const isHeadAgain = (row: RawRow, head: RawRow | null) =>
  head !== null && row.cells.length === head.cells.length && row.cells.every((cell, i) => cell === head.cells[i]);

function sectioned(rows: readonly RawRow[], width: number, { places }: ShapeOptions, lines: boolean): TableRow[] {
  const names = new Set(places.map((name) => name.toLowerCase()));
  const table: TableRow[] = [];
  let section = '';
  rows.forEach((row, at) => {
    const filled = row.cells.map((cell) => cell.trim()).filter(Boolean);
    const [text = ''] = filled;
    const alone = filled.length === 1 && width > 1;
    const next = rows[at + 1];
    const over = next !== undefined && next.cells.filter((cell) => cell.trim()).length > 1;
    const gap = next !== undefined && at > 0 && row.line - rows[at - 1]!.line > 1;
    const shouts = /\p{Lu}{2}/u.test(text) && text === text.toUpperCase();
    const says = gap || shouts || /[^:]:$/.test(text) || names.has(text.toLowerCase());
    if (row.section || (alone && over && row.cells[0]?.trim() === text && says)) {
      section = text.replace(/:$/, '').replace(/ (?:shortcuts|keys|commands)$/i, '') || text;
      return;
    }
    const { line, cells, unsure, short } = row;
    table.push({ line, cells, ...(section && { section }), ...(unsure && { unsure }), ...(short && { short }) });
  });
  return lines ? table : filledDown(table);
}

/** A cell merged over several lines holds its text in the first only: what has keys and no name belongs to the one above. */
function filledDown(rows: TableRow[]): TableRow[] {
  let above: TableRow | null = null;
  return rows.map((row) => {
    const first = row.cells[0]?.trim();
    const rest = row.cells.slice(1).some((cell) => cell.trim());
    if (!first && rest && above) return { ...row, cells: [above.cells[0] ?? '', ...row.cells.slice(1)] };
    above = row;
    return row;
  });
}
