import { numberOf } from '../../words/counts.ts';
import { unzipSync } from 'fflate';
import { XMLParser } from 'fast-xml-parser';
import readXlsxFile from 'read-excel-file/universal';
import { problem, type Problem } from '../../error/index.ts';
import { MOST_CELLS, MOST_COLUMNS, MOST_ROWS, clean, tooManyCells, type RawRow, type RawTable } from './raw.ts';

/** Nothing unpacks to more, and no file holds more parts. */
const MOST_UNPACKED = 40 * 1024 * 1024;
const MOST_PARTS = 2000;

const bomb = problem(
  'file-too-large',
  'The unpacked file would be far too large for a list of shortcuts. Save it as CSV and try again.',
);

/** The parts of a zip file by name, without unpacking them; a file that would unpack to too much is refused. */
export function zipParts(bytes: Uint8Array): Map<string, number> | Problem {
  const parts = new Map<string, number>();
  let total = 0;
  try {
    unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        parts.set(name, originalSize);
        total += originalSize;
        return false;
      },
    });
  } catch {
    return problem('not-text', 'The file is damaged: it looks like a spreadsheet but cannot be unpacked.');
  }
  return parts.size > MOST_PARTS || total > MOST_UNPACKED ? bomb : parts;
}

/** One part of a zip file as text; external entities and document types have no place in it. */
function part(bytes: Uint8Array, name: string): string | Problem {
  let unpacked: Uint8Array | undefined;
  try {
    unpacked = unzipSync(bytes, { filter: (one) => one.name === name && one.originalSize <= MOST_UNPACKED })[name];
  } catch {
    unpacked = undefined;
  }
  if (!unpacked) return problem('not-text', 'The file is damaged: its contents cannot be unpacked.');
  const text = new TextDecoder('utf-8').decode(unpacked);
  if (/<!(DOCTYPE|ENTITY)/i.test(text.slice(0, 10_000)))
    return problem('not-text', 'The file defines its own entities, which spreadsheets do not. It was not imported.');
  return text;
}

/** The sheets of an XLSX file (ISO/IEC 29500); of formulas the value that is stored. */
export async function xlsxTables(bytes: Uint8Array): Promise<RawTable[] | Problem> {
  const parts = zipParts(bytes);
  if (!(parts instanceof Map)) return parts;
  for (const name of parts.keys()) {
    if (!/^xl\/(workbook|sharedStrings|worksheets\/[^/]+)\.xml$/.test(name)) continue;
    const text = part(bytes, name);
    if (typeof text !== 'string') return text;
  }
  // The reader makes a grid of all that lies within the outermost cells: they are looked at first.
  for (const name of parts.keys()) {
    if (!/^xl\/worksheets\/[^/]+\.xml$/.test(name)) continue;
    const text = part(bytes, name);
    const wrong = typeof text === 'string' ? farCells(text) : text;
    if (wrong) return wrong;
  }
  try {
    const sheets = await readXlsxFile(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer,
    );
    return sheets.map(({ sheet, data }) => ({
      title: sheet,
      rows: data.slice(0, MOST_ROWS + 2).flatMap((row, at): RawRow[] => {
        const cells = row.slice(0, MOST_COLUMNS).map(cellText);
        return cells.some(Boolean) ? [{ line: at + 1, cells }] : [];
      }),
    }));
  } catch {
    return problem('not-text', 'The file is damaged: its sheets cannot be read. Save it again, or as CSV.');
  }
}

/** What is wrong with where the cells of a sheet stand: further out than any list, or nowhere. */
function farCells(xml: string): Problem | null {
  let [columns, rows, cells] = [0, 0, 0];
  for (const [, from, to] of xml.matchAll(/(?<=[\s:])(?:r|ref)="([A-Z]{1,12}\d{1,12})(?::([A-Z]{1,12}\d{1,12}))?"/g))
    for (const address of [from, to]) {
      if (!address) continue;
      const [, letters = '', digits = ''] = /^([A-Z]+)(\d+)$/.exec(address) ?? [];
      const column = [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
      if (letters.length > 3 || column > 16_384 || Number(digits) > 1_048_576)
        return problem(
          'not-text',
          `The file contains a cell ${address}, which does not exist in a spreadsheet. It was not imported.`,
        );
      columns = Math.max(columns, column);
      rows = Math.max(rows, Number(digits));
      if (++cells > 2 * MOST_CELLS || columns * rows > MOST_CELLS || rows > MOST_ROWS + 2) return tooManyCells(address);
    }
  return null;
}

function cellText(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  return clean(String(value));
}

type Xml = Record<string, unknown> & { ':@'?: Record<string, string>; '#text'?: unknown };

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  trimValues: false,
  parseTagValue: false,
  parseAttributeValue: false,
});

/** The sheets of an ODS file (OpenDocument 1.3, ISO/IEC 26300); repeat counts are followed as far as a list goes. */
export function odsTables(bytes: Uint8Array): RawTable[] | Problem {
  const content = part(bytes, 'content.xml');
  if (typeof content !== 'string') return content;
  let nodes: Xml[];
  try {
    nodes = parser.parse(content) as Xml[];
  } catch {
    return problem('not-text', 'The file is damaged: its sheets cannot be read. Save it again, or as CSV.');
  }
  const tables: RawTable[] = [];
  let cells = 0;
  const visit = (list: readonly Xml[], depth: number) => {
    if (depth > 12) return;
    for (const node of list) {
      const table = node['table:table'] as Xml[] | undefined;
      if (table && cells <= MOST_CELLS) {
        const rows = rowsOf(table);
        cells += rows.reduce((sum, row) => sum + row.cells.length, 0);
        tables.push({ title: node[':@']?.['table:name'] ?? '', rows });
      }
      if (!table)
        for (const [name, inner] of Object.entries(node))
          if (name !== ':@' && Array.isArray(inner)) visit(inner as Xml[], depth + 1);
    }
  };
  visit(nodes, 0);
  return cells > MOST_CELLS ? tooManyCells(`${numberOf(cells)} cells`) : tables;
}

const GROUPS = ['table:table-header-rows', 'table:table-row-group', 'table:table-rows'];

function rowsOf(table: readonly Xml[]): RawRow[] {
  const rows: RawRow[] = [];
  let line = 0;
  let count = 0;
  const visit = (list: readonly Xml[]) => {
    for (const node of list) {
      if (count > MOST_CELLS) return;
      for (const group of GROUPS) if (node[group]) visit(node[group] as Xml[]);
      const row = node['table:table-row'] as Xml[] | undefined;
      if (!row) continue;
      const repeat = repeatOf(node, 'table:number-rows-repeated');
      const cells = cellsOf(row);
      const filled = cells.some(Boolean);
      for (let i = 0; filled && i < repeat && rows.length <= MOST_ROWS + 1; i++) {
        rows.push({ line: line + i + 1, cells });
        count += cells.length;
        if (count > MOST_CELLS) break;
      }
      line += repeat;
    }
  };
  visit(table);
  return rows;
}

function repeatOf(node: Xml, name: string): number {
  const count = Number(node[':@']?.[name] ?? 1);
  return Number.isSafeInteger(count) && count > 0 ? count : 1;
}

function cellsOf(row: readonly Xml[]): string[] {
  const cells: string[] = [];
  for (const node of row) {
    const inner = (node['table:table-cell'] ?? node['table:covered-table-cell']) as Xml[] | undefined;
    if (!inner) continue;
    const text = clean(
      inner
        .filter((one) => one['text:p'])
        .map((one) => textOf(one['text:p'] as Xml[], 0))
        .join('\n'),
    );
    const repeat = Math.min(repeatOf(node, 'table:number-columns-repeated'), MOST_COLUMNS - cells.length);
    for (let i = 0; i < repeat; i++) cells.push(text);
    if (cells.length >= MOST_COLUMNS) break;
  }
  while (cells.length && cells.at(-1) === '') cells.pop();
  return cells;
}

function textOf(nodes: readonly Xml[], depth: number): string {
  if (depth > 40) return '';
  return nodes
    .map((node) => {
      if (node['#text'] !== undefined) return String(node['#text']);
      if ('text:s' in node) return ' '.repeat(Math.min(repeatOf(node, 'text:c'), 100));
      if ('text:tab' in node) return '\t';
      if ('text:line-break' in node) return '\n';
      if ('office:annotation' in node) return '';
      return Object.entries(node)
        .filter(([name, inner]) => name !== ':@' && Array.isArray(inner))
        .map(([, inner]) => textOf(inner as Xml[], depth + 1))
        .join('');
    })
    .join('');
}
