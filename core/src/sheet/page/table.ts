import Papa from 'papaparse';
import { escaped } from '../fit/escaped.ts';

/** A table of plain texts, as it is handed out. */
export interface PlainTable {
  readonly header: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Cells that spreadsheets would take for formulas get one leading apostrophe. */
const FORMULA = /^[=+\-@'\t\r\n]/;
const guarded = (cell: string) => (FORMULA.test(cell) ? `'${cell}` : cell);

/** A table as CSV (RFC 4180, CRLF, UTF-8 with a byte order mark so that spreadsheets read it so). */
export function tableCsv({ header, rows }: PlainTable): string {
  const cells = [header, ...rows].map((row) => row.map(guarded));
  return `\uFEFF${Papa.unparse(cells, { newline: '\r\n' })}\r\n`;
}

/** A text as it stands in Markdown, on one line: nothing of it is markup. */
export const markdownText = (cell: string) => cell.replace(/[\\|`*_<>[\]]/g, (sign) => `\\${sign}`).replace(/\n/g, ' ');

/** A table as Markdown (GitHub Flavored Markdown Spec 4.10, from memory). */
export function tableMarkdown({ header, rows }: PlainTable): string {
  const line = (cells: readonly string[]) => `| ${cells.map(markdownText).join(' | ')} |`;
  return [line(header), `|${' --- |'.repeat(header.length)}`, ...rows.map(line)].join('\n') + '\n';
}

/** A table as HTML, for the clipboard. */
export function tableHtml({ header, rows }: PlainTable): string {
  const row = (cells: readonly string[], tag: 'th' | 'td') =>
    `<tr>${cells.map((cell) => `<${tag}>${escaped(cell)}</${tag}>`).join('')}</tr>`;
  return `<table><thead>${row(header, 'th')}</thead><tbody>${rows.map((one) => row(one, 'td')).join('')}</tbody></table>`;
}

/** A table as text with tabs, for the clipboard. */
export function tableText({ header, rows }: PlainTable): string {
  return [header, ...rows].map((row) => row.map((cell) => cell.replace(/[\t\n]/g, ' ')).join('\t')).join('\n');
}
