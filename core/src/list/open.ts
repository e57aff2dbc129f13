import type { ListFormat } from '../contract/index.ts';
import { problem, type Problem } from '../error/index.ts';
import { MOST_BYTES, checkText, decodeText, tooLarge } from './decode.ts';
import { cribTable } from './formats/crib.ts';
import { htmlTables } from './formats/html.ts';
import type { RawTable } from './formats/raw.ts';
import { odsTables, xlsxTables, zipParts } from './formats/sheets.ts';
import { isMarkdown, markdownTables, plainTable } from './formats/text.ts';
import { shapeTable, type ShapeOptions } from './shape.ts';
import { delimiterOf, readTable, type Table } from './table.ts';

/** A file or a pasted text, opened: what it is, and the tables that it holds, the largest first. */
export interface OpenedList {
  readonly format: ListFormat;
  readonly encoding: string;
  readonly tables: readonly { readonly title: string; readonly table: Table }[];
}

const begins = (bytes: Uint8Array, ...with_: number[]) => with_.every((byte, i) => bytes[i] === byte);

/** Opens a list, whatever it comes as: CSV, XLSX, ODS, a web page, Markdown, plain lines, Crib's own JSON. */
export async function openList(source: Uint8Array | string, options: ShapeOptions): Promise<OpenedList | Problem> {
  if (typeof source === 'string') return checkText(source) ?? openText(source, '', options);
  if (source.length > MOST_BYTES) return tooLarge(source.length);
  if (begins(source, 0x50, 0x4b, 0x03, 0x04)) return openZip(source, options);
  if (begins(source, 0x25, 0x50, 0x44, 0x46))
    return problem('not-text', 'PDF files cannot be imported. Copy the list from the PDF and paste it here.');
  if (begins(source, 0xd0, 0xcf, 0x11, 0xe0))
    return problem('not-text', 'Old spreadsheet format. Save it as .xlsx, .ods or .csv and try again.');
  const decoded = decodeText(source);
  return 'code' in decoded ? decoded : openText(decoded.text, decoded.encoding, options);
}

type Tables = readonly RawTable[] | Problem;
/** Packed formats, each by a part that it has. */
const PACKED: readonly { format: ListFormat; part: string; read: (bytes: Uint8Array) => Tables | Promise<Tables> }[] = [
  { format: 'xlsx', part: 'xl/workbook.xml', read: xlsxTables },
  { format: 'ods', part: 'content.xml', read: odsTables },
];
/** Formats of text that show what they are, the surest first. */
const TEXTS: readonly { format: ListFormat; is: (text: string) => boolean; read: (text: string) => Tables }[] = [
  {
    format: 'crib json',
    is: (text) => /^[{[]\s*["\]}[{]/.test(text.trimStart()),
    read(text) {
      const table = cribTable(text);
      return 'code' in table ? table : [table];
    },
  },
  { format: 'html', is: isPage, read: htmlTables },
  { format: 'markdown', is: isMarkdown, read: markdownTables },
];
function isPage(text: string): boolean {
  const start = text.trimStart();
  return /^<|<(table|dl|body|html)\b/i.test(start.slice(0, 20_000)) && /<(table|dl)\b/i.test(start);
}

async function openZip(bytes: Uint8Array, options: ShapeOptions): Promise<OpenedList | Problem> {
  const parts = zipParts(bytes);
  if (!(parts instanceof Map)) return parts;
  const found = PACKED.find(({ part }) => parts.has(part));
  if (found) return opened(found.format, '', await found.read(bytes), options);
  return problem('not-text', 'This is an archive, not a spreadsheet. Unpack it and choose the list in it.');
}

/** A text that shows no format is columns, where its first line has what parts them, or else plain lines. */
function openText(text: string, encoding: string, options: ShapeOptions): OpenedList | Problem {
  const plain = text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  const found = TEXTS.find(({ is }) => is(plain));
  if (found) return opened(found.format, encoding, found.read(plain), options);
  const start = plain.trimStart();
  const [first = ''] = start.split('\n');
  if (first.includes(delimiterOf(start)) && !/^[^,;\t|]{2,}(\. ?){3,}/.test(first)) {
    const table = readTable(plain);
    if ('code' in table) return table;
    return { format: 'csv', encoding, tables: [{ title: '', table: reshaped(table, options) }] };
  }
  return opened('lines', encoding, [plainTable(plain, options)], options);
}

/** A CSV whose first line is no heading, or that has headings inside. */
function reshaped(table: Table, options: ShapeOptions): Table {
  const rows = [
    { line: 1, cells: table.header },
    ...table.rows.map(({ line, cells, short }) => ({ line, cells, ...(short && { short }) })),
  ];
  const found = shapeTable({ title: '', rows }, options);
  // Its own first line stays the heading when nothing better is found: that is what CSV says.
  if ('code' in found || (found.unheaded && !keysInFirst(table))) return table;
  return { ...found, delimiter: table.delimiter };
}

/** Whether the first line holds keys itself: then it is no heading. */
function keysInFirst({ header }: Table): boolean {
  return header.some((cell) => /[+⌘⌥⌃⇧]/.test(cell) && cell.trim().length > 1);
}

function opened(
  format: ListFormat,
  encoding: string,
  raw: readonly RawTable[] | Problem,
  options: ShapeOptions,
): OpenedList | Problem {
  if ('code' in raw) return raw;
  const shaped = raw.map((one) => ({ title: one.title, table: shapeTable(one, options) }));
  const tables = shaped.flatMap(({ title, table }) => ('code' in table ? [] : [{ title, table }]));
  if (tables.length) return { format, encoding, tables };
  const wrong = shaped.map((one) => one.table).find((table): table is Problem => 'code' in table);
  return wrong ?? problem('empty-file', 'No table found. Paste or choose a list.');
}
