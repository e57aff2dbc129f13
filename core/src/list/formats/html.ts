import { parse, type DefaultTreeAdapterTypes } from 'parse5';
import { MOST_CELLS, MOST_COLUMNS, MOST_ROWS, clean, joined, type RawRow, type RawTable } from './raw.ts';

type Node = DefaultTreeAdapterTypes.Node;
type Element = DefaultTreeAdapterTypes.Element;

/** Nothing nested deeper is looked at. */
const MOST_DEPTH = 200;
const BLOCKS = new Set(['br', 'p', 'div', 'li', 'tr']);
const HEADINGS = /^(h[1-6]|caption|summary|legend)$/;
const SKIPPED = new Set(['script', 'style', 'template', 'noscript', 'svg', 'head']);

const isElement = (node: Node): node is Element => 'tagName' in node;
const childrenOf = (node: Node): readonly Node[] => ('childNodes' in node ? node.childNodes : []);

/** The tables of a saved web page, and its lists of terms; rows and columns that span are filled out. */
export function htmlTables(text: string): RawTable[] {
  const document = parse(text, { sourceCodeLocationInfo: true });
  const tables: RawTable[] = [];
  let heading = '';
  let rows = 0;
  let cells = 0;
  const visit = (node: Node, depth: number) => {
    if (depth > MOST_DEPTH || rows > MOST_ROWS || cells > MOST_CELLS) return;
    if (isElement(node)) {
      const { tagName } = node;
      if (SKIPPED.has(tagName)) return;
      if (HEADINGS.test(tagName)) heading = clean(textOf(node, 0));
      if (tagName === 'table' || tagName === 'dl') {
        const table = tagName === 'table' ? tableOf(node, heading) : termsOf(node, heading);
        rows += table.rows.length;
        cells += table.rows.reduce((sum, row) => sum + row.cells.length, 0);
        if (table.rows.length) tables.push(table);
        if (tagName === 'dl' || table.rows.some((row) => row.cells.length > 1)) return;
      }
    }
    for (const child of childrenOf(node)) visit(child, depth + 1);
  };
  visit(document, 0);
  return joined(tables);
}

function lineOf(element: Element): number {
  return element.sourceCodeLocation?.startLine ?? 0;
}

/** The elements of a name below another, not those of a table within. */
function within(element: Element, names: ReadonlySet<string>, depth = 0): Element[] {
  if (depth > 12) return [];
  return childrenOf(element).flatMap((child): Element[] => {
    if (!isElement(child) || child.tagName === 'table') return [];
    return names.has(child.tagName) ? [child] : within(child, names, depth + 1);
  });
}

const ROW = new Set(['tr']);
const CELL = new Set(['td', 'th']);
const TERM = new Set(['dt', 'dd']);

function spanOf(cell: Element, name: 'rowspan' | 'colspan', most: number): number {
  const value = Number(cell.attrs.find((one) => one.name === name)?.value ?? 1);
  return Number.isSafeInteger(value) && value > 1 ? Math.min(value, most) : 1;
}

function tableOf(table: Element, heading: string): RawTable {
  const captions = childrenOf(table).filter((child) => isElement(child) && child.tagName === 'caption');
  const title = captions[0] ? clean(textOf(captions[0], 0)) : heading;
  const carried = new Map<number, { text: string; left: number }>();
  const rows: RawRow[] = [];
  for (const row of within(table, ROW)) {
    if (rows.length > MOST_ROWS) break;
    const cells: string[] = [];
    const parts = within(row, CELL);
    let next = 0;
    for (let column = 0; column < MOST_COLUMNS && (next < parts.length || carried.size); column++) {
      const above = carried.get(column);
      if (above) {
        cells.push(above.text);
        if (--above.left === 0) carried.delete(column);
        continue;
      }
      const cell = parts[next++];
      if (!cell) {
        if (![...carried.keys()].some((at) => at > column)) break;
        cells.push('');
        continue;
      }
      const text = clean(textOf(cell, 0));
      const [down, right] = [spanOf(cell, 'rowspan', 1000), spanOf(cell, 'colspan', MOST_COLUMNS)];
      for (let i = 0; i < right && column + i < MOST_COLUMNS; i++) {
        // A cell over several columns is said once, but for one over the whole row, which is a heading.
        cells.push(i === 0 ? text : '');
        if (down > 1) carried.set(column + i, { text: i === 0 ? text : '', left: down - 1 });
      }
      column += right - 1;
    }
    const heads = parts.filter((cell) => cell.tagName === 'th').length;
    const line = lineOf(row);
    const filled = cells.filter((cell) => cell !== '').length;
    if (filled === 0) continue;
    if (parts.length === 1 && filled === 1 && rows.length > 0) rows.push({ line, cells, section: true });
    else if (heads === parts.length && heads > 1) {
      if (!rows.some((one) => one.head)) rows.push({ line, cells, head: true });
    } else rows.push({ line, cells });
  }
  return { title, rows };
}

function termsOf(list: Element, title: string): RawTable {
  const rows: RawRow[] = [];
  let term: Element | null = null;
  for (const one of within(list, TERM)) {
    if (one.tagName === 'dt') term = one;
    else if (term) rows.push({ line: lineOf(term), cells: [clean(textOf(term, 0)), clean(textOf(one, 0))] });
  }
  return { title, rows };
}

/** Text as it is read: keys that stand beside each other without a sign between them are joined by `+`. */
function textOf(node: Node, depth: number): string {
  if (depth > MOST_DEPTH) return '';
  if (node.nodeName === '#text' && 'value' in node) return node.value.replace(/\s+/g, ' ');
  if (isElement(node) && (SKIPPED.has(node.tagName) || node.tagName === 'table')) return '';
  const parts: string[] = [];
  let before: Node | undefined;
  for (const child of childrenOf(node)) {
    const text = textOf(child, depth + 1);
    const isKey = isElement(child) && child.tagName === 'kbd';
    const wasKey = before && isElement(before) && before.tagName === 'kbd';
    if (isKey && wasKey && parts.at(-1) !== '') parts.push('+');
    parts.push(isElement(child) && BLOCKS.has(child.tagName) ? `${text}\n` : text);
    if (text.trim() !== '' || isElement(child)) before = child;
  }
  return parts.join('');
}
