import type { ChangesBody, EditionBody } from '../../contract/index.ts';
import { each } from '../../memory/index.ts';
import { TICK, type Block } from './blocks.ts';
import { changesSetting } from './changes-setting.ts';
import { balanced, place, type Placed } from './columns.ts';
import type { PlacedText, Placing, Rect, SheetLayout, SheetPage } from './layout.ts';
import { measurer, type Measurer } from './measure.ts';
import { ABOVE } from './leading.ts';
import type { Setting } from './setting.ts';
import { sheetSetting, type Reading } from './sheet-setting.ts';

const settingOf = (body: EditionBody | ChangesBody, reading: Reading, address: string) =>
  body.format === 'crib-sheet' ? sheetSetting(body, reading, address) : changesSetting(body, reading, address);

/**
 * Lays a sheet or change notes out at the largest type that their pages allow, in steps of a quarter of a point: at one
 * where all of it fits and at the next it does not. Then with the fewest broken sections; then with even columns. What does
 * not fit at the least size stands on further pages, which are marked. `address` is where it is to be had. Whoever lays out
 * the same thing again and again hands on one measurer.
 */
export function fit(
  body: EditionBody | ChangesBody,
  reading: Reading,
  address = '',
  measure: Measurer = measurer(),
): SheetLayout {
  const setting = settingOf(body, reading, address);
  const { paper, sizes } = setting;
  const room = each((size: number) => prepared(setting, size, measure));
  // A word is cut only where it has to be at any size.
  const cuts = isCut(room(sizes[0]!));
  const able = (at: number) => {
    const tried = at < sizes.length ? room(sizes[at]!) : null;
    return tried !== null && (cuts || !isCut(tried)) && fitsIn(tried, setting.pages);
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
  // One size is no choice: pages are filled one after another, and only the last may be short.
  let pages = sizes.length === 1 ? 1 : setting.pages;
  let found = balanced(at.sections, at.heights(pages), at.gap);
  while (!found && pages < 60) found = place(at.sections, at.heights((pages += 1)), at.gap);
  // A single thing higher than a page stands alone, and runs out of it.
  const placed =
    found ??
    place(
      at.sections,
      at.heights(60).map(() => Infinity),
      at.gap,
    )!;
  return {
    width: paper.width,
    height: paper.height,
    size,
    least: sizes[0]!,
    fits: low > 0,
    broken: placed.broken,
    pages: pagesOf(setting, at, placed, measure),
  };
}

/** Whether a sheet stands on so many pages at a size. */
function fitsIn({ sections, heights, gap, head, bottom, tops }: Prepared, pages: number): boolean {
  return tops(0, 0) <= bottom && head.height <= bottom && place(sections, heights(pages), gap) !== null;
}
const isCut = ({ sections }: Prepared) =>
  sections.some((list) => list.some((block) => block.texts.some((text) => text.lines.some((line) => line.cut))));
/** Whether a sheet fits its pages at a size (pt), with no word cut that is whole at the least size. */
export function fitsAt(body: EditionBody, reading: Reading, size: number, address = ''): boolean {
  const setting = settingOf(body, reading, address);
  const at = (one: number) => prepared(setting, one, measurer());
  const tried = at(size);
  return fitsIn(tried, setting.pages) && (!isCut(tried) || isCut(at(setting.sizes[0]!)));
}

type Prepared = ReturnType<typeof prepared>;

/** Everything of a sheet at one size: its head and foot, its blocks, and how high columns are. */
function prepared(setting: Setting, size: number, measure: Measurer) {
  const { paper } = setting;
  const across = paper.width - 2 * paper.margin;
  const width = (across - (paper.columns - 1) * paper.gap) / paper.columns;
  // Nothing stands across a fold: head and foot keep to the first half.
  const wide = paper.fold ? width : across;
  const head = setting.head({ size, width: wide, measure });
  // Room for the longest number of a page, wherever there may be several.
  const foot = setting.foot({ size, width: wide, measure }, setting.numbered(88, setting.pages > 1 ? 88 : 1));
  const sections = setting.sections({ size, width, measure });
  const bottom = paper.height - paper.margin - foot.height;
  const tops = (page: number, column: number) =>
    paper.margin + (page === 0 && (!paper.fold || column === 0) ? head.height : 0);
  const heights = (pages: number) =>
    Array.from(
      { length: pages * paper.columns },
      (_, at) => bottom - tops(Math.floor(at / paper.columns), at % paper.columns),
    );
  return { width, wide, head, sections, heights, tops, bottom, gap: 1.1 * size, size };
}

const NOTHING = { rects: [], drawing: null, section: null, row: null } as const;

function pagesOf(setting: Setting, at: Prepared, placed: Placed, measure: Measurer): SheetPage[] {
  const { paper } = setting;
  const { width, wide, head, sections, tops, bottom, size } = at;
  const count = Math.max(1, ...placed.spots.flat().map((spot) => Math.floor(spot.column / paper.columns) + 1));
  const pages = Array.from({ length: count }, (): Placing[] => []);
  const moved = (texts: readonly PlacedText[], x: number, y: number) =>
    texts.map((one) => ({ ...one, x: one.x + x, y: one.y + y }));
  const { margin } = paper;
  for (const { kind, texts, y, height } of head.parts)
    pages[0]!.push({
      ...NOTHING,
      kind,
      x: margin,
      y: margin + y,
      width: wide,
      height,
      texts: moved(texts, margin, margin),
    });
  if (head.aside) {
    const { size: side, drawing } = head.aside;
    pages[0]!.push({
      ...NOTHING,
      kind: 'drawing',
      x: margin + wide - side,
      y: margin,
      width: side,
      height: side,
      texts: [],
      drawing,
    });
  }
  placed.spots.forEach((spots, section) => {
    const index = setting.named[section]!;
    let row = 0;
    spots.forEach((spot, item) => {
      const page = Math.floor(spot.column / paper.columns);
      const column = spot.column % paper.columns;
      const x = margin + column * (width + paper.gap);
      const y = tops(page, column) + spot.y;
      const block = sections[section]![item]!;
      pages[page]!.push(
        standing(block, { x, y, width, size }, { section: index, row: block.kind === 'row' ? row++ : null }),
      );
    });
  });
  return pages.map((placings, page) => {
    const fold: Rect[] = paper.fold
      ? [{ kind: 'fold', x: paper.width / 2, y: 0, width: 0, height: paper.height, part: null }]
      : [];
    const foot = setting.foot({ size, width: wide, measure }, setting.numbered(page + 1, count));
    const from = bottom + 0.8 * size;
    const feet = foot.parts.map(({ kind, texts, y, height }, i): Placing => ({
      ...NOTHING,
      kind,
      x: margin,
      y: from + y,
      width: wide,
      height,
      texts: moved(texts, margin, from),
      rects: i === 0 ? fold : [],
    }));
    return { placings: [...placings, ...feet], over: page >= setting.pages };
  });
}

/** A block where it stands. */
function standing(
  block: Block,
  { x, y, width, size }: { readonly x: number; readonly y: number; readonly width: number; readonly size: number },
  of: Pick<Placing, 'section' | 'row'>,
): Placing {
  const texts = block.texts.flatMap((text, part) =>
    text.lines.map((line, at): PlacedText => ({
      x: x + text.x,
      y: y + text.y + at * text.leading + ABOVE * text.size,
      size: text.size,
      tone: text.tone,
      runs: line.runs,
      role: text.role,
      part,
      cut: line.cut,
    })),
  );
  const keys = block.frames.map((one): Rect => ({
    kind: one.kind,
    x: x + one.x,
    y: y + one.y,
    width: one.width,
    height: one.height,
    part: one.part,
  }));
  const under = y + block.height - (block.kind === 'heading' ? 0.42 : 0.2) * size;
  const plain = (kind: Rect['kind'], left: number, top: number, wide: number, high: number): Rect => ({
    kind,
    x: left,
    y: top,
    width: wide,
    height: high,
    part: null,
  });
  const rects: Rect[] = [
    ...keys,
    ...Array.from({ length: block.ticks }, (_, at) =>
      plain('tick', x + at * TICK * size, y + 0.22 * size, 0.85 * size, 0.85 * size),
    ),
    ...(block.fresh ? [plain('fresh', x - 0.45 * size, y, 0.18 * size, block.height - 0.35 * size)] : []),
    ...(block.kind === 'drawing' ? [] : [plain(block.kind === 'heading' ? 'rule' : 'hair', x, under, width, 0)]),
  ];
  return { kind: block.kind, x, y, width, height: block.height, texts, rects, drawing: block.drawing, ...of };
}
