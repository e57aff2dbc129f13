import type { EditionBody } from '../../contract/index.ts';
import { platformName } from '../../keys/index.ts';
import { tell } from '../../words/index.ts';
import { LEADING, blocksOf, keysWritten, type Block, type KeysOf, type Reading } from './blocks.ts';
import { balanced, place, type Placed } from './columns.ts';
import { legendOf } from './legend.ts';
import { measurer, type Measurer, type Run } from './measure.ts';
import type { Face } from './metrics.ts';
import { paperOf, sizesOf, type Paper } from './paper.ts';

/** A line of text on a page: where its baseline begins, in pt from the top left corner. */
export interface PlacedText {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly tone: 'ink' | 'mid' | 'light';
  readonly runs: readonly Run[];
}
export interface Rect {
  readonly kind: 'key' | 'own key' | 'tick' | 'rule' | 'hair' | 'fresh' | 'fold';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
/** What stands on a page as one thing, for a reader who does not see where it stands. */
export interface Placing {
  readonly kind: 'title' | 'about' | 'intro' | 'heading' | 'row' | 'foot';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly texts: readonly PlacedText[];
  readonly rects: readonly Rect[];
  /** The section and the row in it that stand there. */
  readonly section: number | null;
  readonly row: number | null;
}
export interface SheetPage {
  readonly placings: readonly Placing[];
  /** It is a page more than the sheet may take. */
  readonly over: boolean;
}
/** A sheet laid out once for screen, print and PDF; in pt. */
export interface SheetLayout {
  readonly width: number;
  readonly height: number;
  readonly size: number;
  /** The least size it may be set in; below it there is none. */
  readonly least: number;
  /** Whether all of it stands on as many pages as it may take. */
  readonly fits: boolean;
  /** Sections that go on in another column. */
  readonly broken: number;
  readonly pages: readonly SheetPage[];
}

/** How a line of a size stands above its baseline, in em. */
const ABOVE = 0.95;

/**
 * Lays a sheet out at the largest type that its pages allow, in steps of a quarter of a point: at one where all of it fits
 * and at the next it does not. Then with the fewest broken sections; then with even columns. What does not fit at the least
 * size stands on further pages, which are marked.
 */
export function fit(body: EditionBody, reading: Reading, address = ''): SheetLayout {
  const paper = paperOf(body.look);
  const sizes = sizesOf(body.look);
  const measure = measurer();
  const keysOf = keysWritten(body, reading);
  const room = (size: number) => prepared(body, reading, address, paper, size, measure, keysOf);
  // A word is cut only where it has to be at any size.
  const cuts = isCut(room(sizes[0]!));
  const able = (at: number) => {
    const tried = at < sizes.length ? room(sizes[at]!) : null;
    return tried !== null && (cuts || !isCut(tried)) && fitsIn(tried, body.look.pages);
  };
  let [low, high] = [0, sizes.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (able(middle)) low = middle + 1;
    else high = middle;
  }
  // Lines that break more luckily can make a little larger type fit after all.
  for (let more = 1; low > 0 && more <= 3; more++) if (able(low - 1 + more)) [low, more] = [low + more, 0];
  const size = sizes[Math.max(0, low - 1)]!;
  const at = room(size);
  let pages = body.look.pages;
  let found = balanced(at.sections, at.heights(pages), at.gap);
  while (!found && pages < 60) found = place(at.sections, at.heights((pages += 1)), at.gap);
  // A single thing higher than a page stands alone, and runs out of it.
  const placed = found ?? place(at.sections, at.heights(60).map(() => Infinity), at.gap)!; // prettier-ignore
  return { width: paper.width, height: paper.height, size, least: sizes[0]!, fits: low > 0, broken: placed.broken, pages: pagesOf(body, at, placed, paper) }; // prettier-ignore
}

/** Whether a sheet stands on so many pages at a size. */
function fitsIn({ sections, heights, gap, head, bottom, tops }: Prepared, pages: number): boolean {
  return tops(0, 0) <= bottom && head.height <= bottom && place(sections, heights(pages), gap) !== null;
}
const isCut = ({ sections }: Prepared) =>
  sections.some((list) => list.some((block) => block.texts.some((text) => text.lines.some((line) => line.cut))));
/** Whether a sheet fits its pages at a size (pt), with no word cut that is whole at the least size. */
export function fitsAt(body: EditionBody, reading: Reading, size: number, address = ''): boolean {
  const at = (one: number) =>
    prepared(body, reading, address, paperOf(body.look), one, measurer(), keysWritten(body, reading));
  const tried = at(size);
  return fitsIn(tried, body.look.pages) && (!isCut(tried) || isCut(at(sizesOf(body.look)[0]!)));
}

type Prepared = ReturnType<typeof prepared>;

/** Everything of a sheet at one size: its head and foot, its blocks, and how high columns are. */
function prepared(
  body: EditionBody,
  reading: Reading,
  address: string,
  paper: Paper,
  size: number,
  measure: Measurer,
  keysOf: KeysOf,
) {
  const across = paper.width - 2 * paper.margin;
  const width = (across - (paper.columns - 1) * paper.gap) / paper.columns;
  const head = headOf(body, reading, size, paper.fold ? width : across, measure);
  const foot = footOf(body, reading, address, size, across, measure);
  const sections = blocksOf(body, reading, size, width, measure, keysOf);
  const bottom = paper.height - paper.margin - foot.height;
  const tops = (page: number, column: number) => paper.margin + (page === 0 && (!paper.fold || column === 0) ? head.height : 0); // prettier-ignore
  const heights = (pages: number) => Array.from({ length: pages * paper.columns }, (_, at) => bottom - tops(Math.floor(at / paper.columns), at % paper.columns)); // prettier-ignore
  return { width, head, foot, sections, heights, tops, bottom, gap: 1.1 * size, size };
}

interface Stack {
  readonly height: number;
  readonly parts: readonly { kind: 'title' | 'about' | 'intro' | 'foot'; texts: PlacedText[]; y: number; height: number }[]; // prettier-ignore
}
/** Paragraphs over one another, from a point downwards. */
function stack(
  parts: readonly {
    kind: Stack['parts'][number]['kind'];
    text: string;
    face: Face;
    size: number;
    tone: 'ink' | 'mid';
    after: number;
  }[],
  width: number,
  measure: Measurer,
): Stack {
  let y = 0;
  const made = parts
    .filter((one) => one.text)
    .map(({ kind, text, face, size, tone, after }) => {
      const from = y;
      const texts = measure.lines(text, face, size, width).map(({ runs }, at): PlacedText => ({ x: 0, y: from + at * LEADING * size + ABOVE * size, size, tone, runs })); // prettier-ignore
      const height = texts.length * LEADING * size;
      y += height + after;
      return { kind, texts, y: from, height };
    });
  return { height: y, parts: made };
}

function headOf(body: EditionBody, { platforms }: Reading, size: number, width: number, measure: Measurer): Stack {
  const { title, intro, app, release, keyset, language, number } = body;
  // Where it is set for one platform of several, it says for which.
  const on = platforms.length === 1 && body.platforms.length > 1 ? platformName(platforms[0]!) : '';
  const about = [tell(language, 'page.with', { app, release, keyset: keyset.name }), on, tell(language, 'page.edition', { number })].filter(Boolean).join(' · '); // prettier-ignore
  return stack(
    [
      { kind: 'title', text: title, face: 'head', size: 1.9 * size, tone: 'ink', after: 0.1 * size },
      { kind: 'about', text: about, face: 'text', size: 0.85 * size, tone: 'mid', after: intro ? 0.4 * size : size },
      { kind: 'intro', text: intro, face: 'text', size, tone: 'ink', after: size },
    ],
    width,
    measure,
  );
}

function footOf(
  body: EditionBody,
  { platforms, how }: Reading,
  address: string,
  size: number,
  width: number,
  measure: Measurer,
): Stack {
  const { language, look, credit, terms, independence, publishedOn } = body;
  const small = Math.max(4.5, 0.72 * size);
  const signs = look.legend ? legendOf(platforms, how, language) : [];
  const legend = signs.length ? `${tell(language, 'page.legend')}: ${signs.join(', ')}` : '';
  const words = [credit, terms, independence].filter(Boolean).join(' · ');
  const edition = [tell(language, 'print.edition', { number: body.number, on: publishedOn }), address].filter(Boolean).join(' · '); // prettier-ignore
  const line = (text: string) => ({ kind: 'foot' as const, text, face: 'text' as const, size: small, tone: 'mid' as const, after: 0 }); // prettier-ignore
  const made = stack([line(legend), line(words), line(edition)], width, measure);
  return { ...made, height: made.height + 0.8 * size };
}

function pagesOf(body: EditionBody, at: Prepared, placed: Placed, paper: Paper): SheetPage[] {
  const { width, head, foot, sections, tops, bottom, size } = at;
  const count = Math.max(1, ...placed.spots.flat().map((spot) => Math.floor(spot.column / paper.columns) + 1));
  const pages = Array.from({ length: count }, (): Placing[] => []);
  const moved = (texts: readonly PlacedText[], x: number, y: number) => texts.map((one) => ({ ...one, x: one.x + x, y: one.y + y })); // prettier-ignore
  for (const { kind, texts, y, height } of head.parts)
    pages[0]!.push({ kind, x: paper.margin, y: paper.margin + y, width: paper.width - 2 * paper.margin, height, texts: moved(texts, paper.margin, paper.margin), rects: [], section: null, row: null }); // prettier-ignore
  const named = body.sections.map((one, index) => ({ index, rows: one.rows.length, titled: one.title !== '' })).filter((one) => one.rows > 0); // prettier-ignore
  placed.spots.forEach((spots, section) => {
    const { index, titled } = named[section]!;
    spots.forEach((spot, item) => {
      const page = Math.floor(spot.column / paper.columns);
      const column = spot.column % paper.columns;
      const x = paper.margin + column * (width + paper.gap);
      const y = tops(page, column) + spot.y;
      pages[page]!.push(standing(sections[section]![item]!, x, y, width, size, index, titled ? item - 1 : item));
    });
  });
  return pages.map((placings, page) => {
    const rects: Rect[] = paper.fold
      ? [{ kind: 'fold', x: paper.width / 2, y: 0, width: 0, height: paper.height }]
      : [];
    const feet = foot.parts.map(({ kind, texts, y, height }, i): Placing => ({ kind, x: paper.margin, y: bottom + 0.8 * size + y, width: paper.width - 2 * paper.margin, height, texts: moved(texts, paper.margin, bottom + 0.8 * size), rects: i === 0 ? rects : [], section: null, row: null })); // prettier-ignore
    return { placings: [...placings, ...feet], over: page >= body.look.pages };
  });
}

/** A block where it stands. */
function standing(
  block: Block,
  x: number,
  y: number,
  width: number,
  size: number,
  section: number,
  row: number,
): Placing {
  const texts = block.texts.flatMap((text) => text.lines.map((line, at): PlacedText => ({ x: x + text.x, y: y + text.y + at * text.leading + ABOVE * text.size, size: text.size, tone: text.tone, runs: line.runs }))); // prettier-ignore
  const keys = block.frames.map((one): Rect => ({ kind: one.ours ? 'own key' : 'key', x: x + one.x, y: y + one.y, width: one.width, height: one.height })); // prettier-ignore
  const under = y + block.height - (block.kind === 'heading' ? 0.42 : 0.2) * size;
  const rects: Rect[] = [
    ...keys,
    ...(block.tick ? [{ kind: 'tick' as const, x, y: y + 0.22 * size, width: 0.85 * size, height: 0.85 * size }] : []),
    ...(block.fresh ? [{ kind: 'fresh' as const, x: x - 0.45 * size, y, width: 0.18 * size, height: block.height - 0.35 * size }] : []), // prettier-ignore
    { kind: block.kind === 'heading' ? 'rule' : 'hair', x, y: under, width, height: 0 },
  ];
  const kind = block.kind === 'heading' ? 'heading' : 'row';
  return { kind, x, y, width, height: block.height, texts, rects, section, row: kind === 'row' ? row : null };
}
