import { bracketedEnd, labelledPlatform, readShortcuts, type ReadResult } from '../../keys/index.ts';
import { MOST_COLUMNS, MOST_ROWS, clean, joined, type RawRow, type RawTable } from './raw.ts';

const DIVIDER = /^\|?:?-+:?(?:\|:?-+:?)*\|?$/;
const isDivider = (line: string) => line.includes('-') && line.length < 4000 && DIVIDER.test(line.replace(/\s/g, ''));

/** Whether a text holds a table as Markdown writes them: a heading line over a line of dashes and bars. */
export function isMarkdown(text: string): boolean {
  const lines = text.slice(0, 200_000).split('\n');
  return lines.some((line, at) => at > 0 && line.includes('|') && lines[at - 1]!.includes('|') && isDivider(line));
}

/** The text of a Markdown heading, or of a line that is bold as a whole. */
function headingOf(line: string): string | undefined {
  const text = line.trim();
  const marks = /^#{1,6}(?=\s)/.exec(text)?.[0];
  if (marks) {
    let end = text.length;
    while (text[end - 1] === '#') end--;
    return text.slice(marks.length, end).trim();
  }
  return /^\*\*([^*|]+)\*\*:?$/.exec(text)?.[1];
}

/** The tables of a Markdown text (GitHub Flavored Markdown Spec 4.10, from memory), each under the heading before it. */
export function markdownTables(text: string): RawTable[] {
  const lines = text.split('\n');
  const tables: { title: string; rows: RawRow[] }[] = [];
  let heading = '';
  let open: { title: string; rows: RawRow[] } | null = null;
  lines.slice(0, MOST_ROWS * 2).forEach((line, at) => {
    const title = headingOf(line);
    if (title) heading = title.trim();
    if (!line.includes('|')) {
      open = null;
      return;
    }
    if (at > 0 && isDivider(line)) return;
    const head = !open && isDivider(lines[at + 1] ?? '');
    if (head || !open) {
      open = { title: heading, rows: [] };
      tables.push(open);
    }
    const cells = cellsOf(line);
    const filled = cells.filter(Boolean).length;
    if (filled === 0) return;
    const row = { line: at + 1, cells };
    const bold = line.replaceAll('|', '').trim();
    const marked = (mark: string) => bold.length > 4 && bold.startsWith(mark) && bold.endsWith(mark);
    if (head) open.rows.push({ ...row, head: true });
    else open.rows.push(filled === 1 && (marked('**') || marked('__')) ? { ...row, section: true } : row);
  });
  return joined(tables.filter((table) => table.rows.length > 1));
}

/** Signs behind a backslash are text: they step aside into the private use area until the marks are read. */
const ESCAPABLE = /\\([\\|`*_<>[\]])/g;
const ASIDE = 0xe000;
const aside = (line: string) =>
  line.replace(ESCAPABLE, (_, sign: string) => String.fromCharCode(ASIDE + sign.charCodeAt(0)));
const back = (text: string) =>
  text.replace(/[\ue000-\ue07f]/g, (sign) => String.fromCharCode(sign.charCodeAt(0) - ASIDE));

function cellsOf(line: string): string[] {
  const inner = aside(line.trim()).replace(/^\|/, '').replace(/\|$/, '');
  return inner.split('|', MOST_COLUMNS).map((cell) =>
    back(
      clean(
        unmarked(
          cell
            .replace(/<\/kbd>\s?<kbd>/gi, '+')
            .replace(/<br ?\/?>/gi, '\n')
            .replace(/<\/?(?:kbd|b|i|em|strong|code)>/gi, '')
            .replace(/`+/g, ''),
        ),
      ),
    ),
  );
}

/** A cell that is bold as a whole, without its marks. */
function unmarked(cell: string): string {
  const text = cell.trim();
  const mark = ['**', '__'].find((one) => text.length > 4 && text.startsWith(one) && text.endsWith(one));
  return mark ? text.slice(2, -2) : cell;
}

/** How the two parts of a plain line stand apart, from the clearest to the faintest. */
const GAPS = [/(?:\. ?){3,}/, /…+/, /\t+/, / {2}/, / [–—] /, / - /, /: /];

export interface PlainOptions {
  /** Letters are typed one by one in this program: `HE` is keys. */
  readonly typedLetters?: boolean | undefined;
  /** Names of places: a line that is one stands over what works there. */
  readonly places?: readonly string[] | undefined;
}

/** Whether a text is keys, or can be read as some: pointer actions and ranges among them. */
function keysIn(text: string, { typedLetters }: PlainOptions): ReadResult | null {
  if (text.length >= 60) return null;
  const result = readShortcuts(text, { typedLetters, suggest: false });
  return result.kind === 'error' ? null : result;
}

interface Parted {
  readonly line: number;
  readonly left: string;
  readonly right: string;
  readonly alone: string;
}

/**
 * Plain lines, as they are typed or copied from a PDF: a label and its keys, in either order, dots, tabs or spaces
 * between them. A line without keys is a heading where it says so (a colon, capitals, a blank line before it, a place’s
 * name), and a question where it does not.
 */
export function plainTable(text: string, options: PlainOptions = {}): RawTable {
  const lines = text.split('\n');
  const pairs: Parted[] = [];
  lines.slice(0, MOST_ROWS).forEach((raw, at) => {
    const line = raw.trim().replace(/^[-*•] (?=\S)/, '');
    if (line === '' || /^[-=_*]{3,}$/.test(line)) return;
    pairs.push({ line: at + 1, ...parted(line, options) });
  });
  const places = new Set((options.places ?? []).map((one) => one.toLowerCase()));
  const keysRight = pairs.filter((one) => one.right && keysIn(one.right, options)).length;
  const keysLeft = pairs.filter((one) => one.right && keysIn(one.left, options)).length;
  const rows = pairs.map((one, at): RawRow => {
    if (one.right) {
      const [label, keys] = keysLeft > keysRight ? [one.right, one.left] : [one.left, one.right];
      return { line: one.line, cells: [label, keys] };
    }
    const { alone } = one;
    // Keys without a name are no name.
    if (looksPressed(alone) && keysIn(alone, options)) return { line: one.line, cells: ['', alone] };
    const [follows, before] = [pairs[at + 1], pairs[at - 1]];
    if (!follows?.right && !(at === 0 && pairs[at + 2]?.right)) return { line: one.line, cells: [alone, ''] };
    const gap = before !== undefined && one.line - before.line > 1;
    const shouts = /\p{Lu}{2}/u.test(alone) && alone === alone.toUpperCase();
    const title = at === 0 && !follows?.right;
    if (bracketedEnd(alone)) return { line: one.line, cells: [alone, ''] };
    const sure = title || gap || shouts || alone.endsWith(':') || places.has(alone.toLowerCase());
    if (sure) return { line: one.line, cells: [alone.replace(/:$/, '')], section: true };
    return { line: one.line, cells: [alone, ''], unsure: true };
  });
  return { title: '', rows, lines: true };
}

function parted(given: string, options: PlainOptions): Omit<Parted, 'line'> {
  const none = { left: '', right: '', alone: given };
  if (given.length > 400) return none;
  const line = given.replace(/[\u00A0\u2007\u202F]/g, ' ');
  for (const gap of GAPS) {
    const found = gap.exec(line);
    if (!found || found.index === 0) continue;
    const [left, right] = [line.slice(0, found.index).trim(), line.slice(found.index + found[0].length).trim()];
    if (left && right && !labelledPlatform(left) && (keysIn(left, options) || keysIn(right, options)))
      return { left, right, alone: line };
  }
  // Keys that stand alone are not cut in two.
  if (looksPressed(line) && keysIn(line, options)) return none;
  // One space only: the longest end, or beginning, that is keys. What stands in brackets is a remark, not the keys.
  const words = line.split(/\s+/, 26);
  if (words.length > 24) return none;
  for (let at = 1; at < words.length; at++) {
    const end = words.slice(at).join(' ');
    if (!/^\(/.test(end) && balanced(end) && looksPressed(end) && keysIn(end, options))
      return { left: words.slice(0, at).join(' '), right: end, alone: line };
  }
  for (let at = words.length - 1; at > 0; at--) {
    const begin = words.slice(0, at).join(' ');
    if (balanced(begin) && looksPressed(begin) && keysIn(begin, options))
      return { left: begin, right: words.slice(at).join(' '), alone: line };
  }
  return none;
}

/** Brackets that are cut in two do not part a name from its keys. */
const balanced = (text: string) => text.split('(').length === text.split(')').length;

/** Words that could as well be part of a label (“Up”, “Delete”, “Home”) are no keys without more. */
function looksPressed(text: string): boolean {
  return (
    /[+⌘⌥⌃⇧]|^F\d{1,2}$|^[A-Z]$|\b(?:ctrl|alt|shift|cmd|command|option|control|strg)\b/i.test(text) &&
    !/^[a-z]$/.test(text)
  );
}
