import { numberOf } from '../words/counts.ts';
import Papa from 'papaparse';
import { problem, type Problem } from '../error/index.ts';
import { MOST_COLUMNS, MOST_ROWS } from './formats/raw.ts';

export { MOST_ROWS } from './formats/raw.ts';

/** A list cut into cells; `line` is where a row begins in the text, counted from 1. */
export interface Table {
  /** What stands between the columns of a CSV; empty for other formats. */
  readonly delimiter: string;
  readonly header: readonly string[];
  /** The columns have no headings of their own: those here only count them. */
  readonly unheaded?: true;
  /** Its shortcuts are in the stored form, several parted by “or”. */
  readonly stored?: true;
  readonly rows: readonly TableRow[];
}

export interface TableRow {
  readonly line: number;
  readonly cells: readonly string[];
  /** The heading inside the list that stands over it. */
  readonly section?: string;
  /** It stands alone, and may be a heading or a command without a key. */
  readonly unsure?: true;
  /** It has fewer cells than the heading. */
  readonly short?: true;
}

const DELIMITERS = [',', ';', '\t', '|', '^', '~'];
const NAMES: Record<string, string> = {
  ',': 'comma',
  ';': 'semicolon',
  '\t': 'tab',
  '|': 'bar',
  '^': 'caret',
  '~': 'tilde',
};

/** The name of what stands between the columns. */
export function delimiterName(delimiter: string): string {
  return NAMES[delimiter] ?? delimiter;
}

/** The delimiter of the heading line: the one that stands in it most often outside quotes; a comma if none does. */
export function delimiterOf(text: string): string {
  const counts = new Map(DELIMITERS.map((delimiter) => [delimiter, 0]));
  let quoted = false;
  for (const char of text) {
    if (char === '"') quoted = !quoted;
    else if (!quoted && (char === '\n' || char === '\r')) break;
    else if (!quoted && counts.has(char)) counts.set(char, counts.get(char)! + 1);
  }
  return DELIMITERS.reduce((best, next) => (counts.get(next)! > counts.get(best)! ? next : best));
}

/** Cuts CSV or TSV (RFC 4180) into a heading and rows. Empty lines are passed over, short rows filled up. */
export function readTable(source: string): Table | Problem {
  const text = source
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .replace(/^\n+/, (blank) => blank);
  const delimiter = delimiterOf(text.trimStart());
  const records: { line: number; cells: string[] }[] = [];
  let failure: Problem | undefined;
  let line = 1;
  let done = 0;
  Papa.parse<string[]>(text, {
    delimiter,
    newline: '\n',
    step: ({ data, errors, meta }, parser) => {
      const error = errors.find((one) => one.type === 'Quotes');
      if (error) {
        failure = problem(
          'unbalanced-quotes',
          `A quotation mark opened in line ${line} is not closed. Close it, or double it if it is part of the text.`,
          { line },
        );
      } else if (data.length > MOST_COLUMNS) {
        failure = problem(
          'too-many-columns',
          `Line ${line} has ${data.length} columns; the limit is ${MOST_COLUMNS}.`,
          { line },
        );
      } else if (data.some((cell) => cell.trim() !== '')) {
        records.push({ line, cells: data });
        if (records.length > MOST_ROWS + 1) {
          failure = problem(
            'too-many-rows',
            `The list has more than ${numberOf(MOST_ROWS)} rows. Split it into several lists.`,
            { line },
          );
        }
      }
      if (failure) parser.abort();
      for (; done < meta.cursor; done++) if (text.charCodeAt(done) === 10) line++;
    },
  });
  if (failure) return failure;
  const [header, ...rows] = records;
  if (!header) return problem('empty-file', 'The list is empty. Paste or choose a list.');
  const width = header.cells.length;
  const long = rows.find((row) => row.cells.slice(width).some((cell) => cell.trim() !== ''));
  if (long) {
    const sentence = `Line ${long.line} has ${long.cells.length} columns, the heading ${width}. Put quotation marks around cells that contain a ${delimiterName(delimiter)}.`;
    return problem('too-many-cells', sentence, { line: long.line });
  }
  if (rows.length === 0) {
    return problem('header-only', 'The list has a header row but no data.', {
      line: header.line,
    });
  }
  return {
    delimiter,
    header: header.cells.map((cell) => cell.trim()),
    rows: rows.map((row) => (row.cells.length < width ? { ...row, short: true as const } : row)),
  };
}
