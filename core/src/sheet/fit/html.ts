import { escaped } from './escaped.ts';
import {
  thousandths as n,
  type KeyKind,
  type PlacedText,
  type Placing,
  type Rect,
  type SheetLayout,
  type SheetPage,
} from './layout.ts';

/**
 * What is said of a page to who does not see it: what it is, what frames of keys mean, that a row is new, and in which
 * language keys are named, where it is another than that of the rows.
 */
export interface PageWords {
  readonly title: string;
  readonly keys?: Partial<Record<KeyKind, string>>;
  readonly fresh?: string;
  readonly keyLanguage?: string | undefined;
}
const box = ({ x, y, width, height }: Pick<Rect, 'x' | 'y' | 'width' | 'height'>, from: { x: number; y: number }) =>
  `style="--x:${n(x - from.x)};--y:${n(y - from.y)};--w:${n(width)};--h:${n(height)}"`;

/** A line of text where it stands in a box: a span a run, since each begins where it was measured to. */
const lineOf = ({ x, y, size, tone, runs }: PlacedText, from: { x: number; y: number }): string =>
  runs
    .map(
      (run) =>
        `<span class="l f-${run.face}${tone === 'ink' ? '' : ` ${tone}`}" style="--x:${n(x + run.x - from.x)};--y:${n(y - from.y)};--s:${n(size)}">${escaped(run.text)}</span>`,
    )
    .join('');

/** Lines of one text: a blank between them, unless a word or a key goes on. */
const linesOf = (lines: readonly PlacedText[], from: { x: number; y: number }): string =>
  lines
    .map((line, at) => {
      const goesOn = line.cut || (line.role === 'key' && line.runs.at(-1)?.text.endsWith('+'));
      return lineOf(line, from) + (goesOn || at === lines.length - 1 ? '' : ' ');
    })
    .join('');

const TAGS = { title: 'h1', about: 'p', intro: 'p', heading: 'h2', foot: 'p' } as const;
const PARTS = {
  label: ['span', 'name'],
  detail: ['small', ''],
  none: ['small', 'none'],
  arrow: ['span', 'arrow'],
  plain: ['span', ''],
  figure: ['span', ''],
} as const;

const FRAMES: Record<KeyKind, string> = { key: '', 'own key': 'own ', 'fixed key': 'fixed ' };
const unseen = (before: string, text = '') => text && `<span class="unseen">${before}${escaped(text)}</span>`;

/** The parts of a row: keys in their frames, its name, and what is said besides. */
function partsOfRow({ texts, rects, x, y }: Placing, { keys = {}, keyLanguage }: PageWords): string {
  const numbers = [...new Set(texts.map((one) => one.part))];
  return numbers
    .map((part) => {
      const lines = texts.filter((one) => one.part === part);
      const { role } = lines[0]!;
      if (role === 'key') {
        const frame = rects.find((one) => one.part === part)!;
        const kind = frame.kind as KeyKind;
        return `<kbd${keyLanguage ? ` lang="${keyLanguage}"` : ''} class="${FRAMES[kind]}b" ${box(frame, { x, y })}>${linesOf(lines, frame)}</kbd>${unseen(', ', keys[kind])}`;
      }
      const [tag, name] = PARTS[role];
      return `<${tag}${name && ` class="${name}"`}>${linesOf(lines, { x, y })}</${tag}>`;
    })
    .join(' ');
}
/** Lines and areas that say nothing that the words do not. */
const markOf = (rect: Rect, from: { x: number; y: number }) => `<i class="${rect.kind} b" ${box(rect, from)}></i>`;
const marksOf = ({ rects, x, y }: Placing) =>
  rects
    .filter((one) => one.part === null)
    .map((one) => markOf(one, { x, y }))
    .join('');

function drawn({ drawing, x, y, width, height, texts, section }: Placing): string {
  if (!drawing) return '';
  const paths = drawing.strokes
    .map(
      ({ path, line, tone }) =>
        `<path class="${tone}${line === null ? ' area' : ''}"${line === null ? '' : ` stroke-width="${n(line)}"`} d="${path}"/>`,
    )
    .join('');
  const words = texts.map((one) => lineOf(one, { x, y })).join('');
  return `<div class="b drawing${section === null ? ' code' : ''}"${section === null ? '' : ` data-section="${section}"`} role="img" aria-label="${escaped(drawing.alt)}" ${box({ x, y, width, height }, { x: 0, y: 0 })}><svg viewBox="0 0 ${n(width)} ${n(height)}" aria-hidden="true">${paths}</svg>${words}</div>`;
}

function placingOf(placing: Placing, words: PageWords): string {
  const { kind, section, row, texts, x, y } = placing;
  const at = section === null ? '' : ` data-section="${section}"${row === null ? '' : ` data-row="${row}"`}`;
  const place = box(placing, { x: 0, y: 0 });
  if (kind === 'drawing') return drawn(placing);
  if (kind === 'row') {
    const fresh = placing.rects.some((one) => one.kind === 'fresh');
    return `<li class="b${fresh ? ' fresh' : ''}"${at} ${place}>${marksOf(placing)}${partsOfRow(placing, words)}${fresh ? unseen(' ', words.fresh) : ''}</li>`;
  }
  return `<${TAGS[kind]} class="${kind} b"${at} ${place}>${linesOf(texts, { x, y })}</${TAGS[kind]}>${placing.rects.map((rect) => markOf(rect, { x: 0, y: 0 })).join('')}`;
}

/**
 * A page as HTML: every line and box where the layout has it, in units of `--u` (a point of paper, unless said otherwise).
 * Rows are a list. The same elements flow, without their places, where a screen is too narrow for the page.
 */
export function pageHtml(
  { width, height }: Pick<SheetLayout, 'width' | 'height'>,
  page: SheetPage,
  words: PageWords,
): string {
  let html = '';
  let list = false;
  for (const placing of page.placings) {
    const inList = placing.kind === 'row';
    if (inList !== list) html += inList ? '<ul>' : '</ul>';
    list = inList;
    html += placingOf(placing, words);
  }
  return `<section class="leaf" aria-label="${escaped(words.title)}" style="--w:${n(width)};--h:${n(height)}">${html}${list ? '</ul>' : ''}</section>`;
}
