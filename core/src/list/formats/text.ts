import { readShortcuts } from '../../keys/index.ts';
import { MOST_ROWS, clean, joined, type RawRow, type RawTable } from './raw.ts';

const DIVIDER = /^\s*\|?\s*:?-+:?\s*(\|\s*:?-+:?\s*)*\|?\s*$/;

/** Whether a text holds a table as Markdown writes them: a heading line over a line of dashes and bars. */
export function isMarkdown(text: string): boolean {
  const lines = text.slice(0, 200_000).split('\n');
  return lines.some(
    (line, at) =>
      at > 0 && line.includes('-') && DIVIDER.test(line) && line.includes('|') && lines[at - 1]!.includes('|'),
  );
}

/** The tables of a Markdown text (GitHub Flavored Markdown Spec 4.10, from memory), each under the heading before it. */
export function markdownTables(text: string): RawTable[] {
  const lines = text.split('\n');
  const tables: { title: string; rows: RawRow[] }[] = [];
  let heading = '';
  let open: { title: string; rows: RawRow[] } | null = null;
  lines.slice(0, MOST_ROWS * 2).forEach((line, at) => {
    const title = /^#{1,6}\s+(.*?)\s*#*$/.exec(line)?.[1] ?? /^\*\*([^*|]+)\*\*:?\s*$/.exec(line)?.[1];
    if (title) heading = title.trim();
    if (!line.includes('|')) {
      open = null;
      return;
    }
    if (DIVIDER.test(line) && at > 0) return;
    const head = DIVIDER.test(lines[at + 1] ?? '') && !open;
    if (head || !open) {
      open = { title: heading, rows: [] };
      tables.push(open);
    }
    const cells = cellsOf(line);
    const filled = cells.filter(Boolean).length;
    if (filled === 0) return;
    const row = { line: at + 1, cells };
    if (head) open.rows.push({ ...row, head: true });
    else
      open.rows.push(
        filled === 1 && /^(\*\*|__).*(\*\*|__)$/.test(line.replaceAll('|', '').trim())
          ? { ...row, section: true }
          : row,
      );
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
  return inner.split('|').map((cell) =>
    back(
      clean(
        cell
          .replace(/<\/kbd>\s*<kbd>/gi, '+')
          .replace(/<br\s*\/?>/gi, '\n')
          .replace(/<\/?(kbd|b|i|em|strong|code)>/gi, '')
          .replace(/``?([^`]+)``?/g, '$1')
          .replace(/^(\*\*|__)(.*)\1$/, '$2'),
      ),
    ),
  );
}

/** How the two parts of a plain line stand apart, from the clearest to the faintest. */
const GAPS = [/\s*(?:\.\s?){3,}\s*/, /\s*…+\s*/, /\t+/, /\s{2,}/, /\s+[–—]\s+/, /\s+-\s+/, /:\s+/];

const isKeys = (text: string) => text.length < 60 && readShortcuts(text).kind !== 'error';

/**
 * Plain lines, as they are typed or copied from a PDF: a label and its keys, in either order, dots, tabs or spaces
 * between them; lines without keys that others follow are headings.
 */
export function plainTable(text: string): RawTable {
  const lines = text.split('\n');
  const pairs: { line: number; left: string; right: string; alone: string }[] = [];
  lines.slice(0, MOST_ROWS).forEach((raw, at) => {
    const line = raw.trim().replace(/^[-*•]\s+(?=\S+\s)/, '');
    if (line === '' || /^[-=_*]{3,}$/.test(line)) return;
    pairs.push({ line: at + 1, ...parted(line) });
  });
  const keysRight = pairs.filter((one) => one.right && isKeys(one.right)).length;
  const keysLeft = pairs.filter((one) => one.right && isKeys(one.left)).length;
  const rows = pairs.map((one, at): RawRow => {
    if (one.right) {
      const [label, keys] = keysLeft > keysRight ? [one.right, one.left] : [one.left, one.right];
      return { line: one.line, cells: [label, keys] };
    }
    const follows = pairs[at + 1];
    // The first line over a heading is the title of the whole.
    const title = at === 0 && follows !== undefined && pairs[at + 2]?.right;
    if (follows?.right || title) return { line: one.line, cells: [one.alone.replace(/:$/, '')], section: true };
    return { line: one.line, cells: [one.alone, ''] };
  });
  return { title: '', rows };
}

function parted(line: string): { left: string; right: string; alone: string } {
  for (const gap of GAPS) {
    const found = gap.exec(line);
    if (!found || found.index === 0) continue;
    const [left, right] = [line.slice(0, found.index).trim(), line.slice(found.index + found[0].length).trim()];
    if (left && right && (isKeys(left) || isKeys(right))) return { left, right, alone: line };
  }
  // One space only: the longest end, or beginning, that is keys.
  const words = line.split(/\s+/);
  if (words.length > 24) return { left: '', right: '', alone: line };
  for (let at = 1; at < words.length; at++) {
    const end = words.slice(at).join(' ');
    if (looksPressed(end) && isKeys(end)) return { left: words.slice(0, at).join(' '), right: end, alone: line };
  }
  for (let at = words.length - 1; at > 0; at--) {
    const begin = words.slice(0, at).join(' ');
    if (looksPressed(begin) && isKeys(begin)) return { left: begin, right: words.slice(at).join(' '), alone: line };
  }
  return { left: '', right: '', alone: line };
}

/** Words that could as well be part of a label (“Up”, “Delete”, “Home”) are no keys without more. */
function looksPressed(text: string): boolean {
  return (
    /[+⌘⌥⌃⇧]|^F\d{1,2}$|\b(ctrl|alt|shift|cmd|command|option|control)\b|^[A-Z]( then [A-Z])*$/i.test(text) &&
    !/^[a-z]$/.test(text)
  );
}
