import type { EditionFigure } from '../../contract/index.ts';
import { platformName } from '../../keys/index.ts';
import { tell, type LearnerLanguage } from '../../words/index.ts';
import { SMALL, type Block, type Text } from './blocks.ts';
import { thousandths as n, type Stroke } from './layout.ts';
import type { Measurer, Type } from './measure.ts';
import { LEADING } from './leading.ts';

/** Lines of equal distance from the resting fingers, in mm, the farthest first. */
const LEVELS = [57, 38, 19];
const circle = (x: number, y: number, r: number) =>
  `M${n(x - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;
const square = (x: number, y: number, side: number) => `M${n(x)} ${n(y)}h${n(side)}v${n(side)}h${n(-side)}Z`;

/** A drawing as a block as wide as its column, with what its signs mean below it; told apart in black and white by form. */
export function figureBlock(figure: EditionFigure, language: LearnerLanguage, { size, width, measure }: Type): Block {
  const { texts, strokes, height } =
    figure.of === 'reach' ? chart(figure, width, measure) : table(figure, width, language, measure);
  const small = SMALL * size;
  const said = `${platformName(figure.platform)}, ${figure.layout}. ${altOf(figure, language)}; ${tell(language, `figure.${figure.of}`)}`;
  const lines = measure.lines(said, 'text', small, width);
  const below: Text = {
    lines,
    face: 'text',
    size: small,
    tone: 'mid',
    role: 'figure',
    x: 0,
    y: height + 0.3 * size,
    leading: LEADING * small,
  };
  return {
    kind: 'drawing',
    height: height + 0.3 * size + lines.length * LEADING * small + 0.6 * size,
    keeps: false,
    texts: [...texts, below],
    frames: [],
    ticks: 0,
    fresh: false,
    drawing: { alt: said, strokes },
  };
}

/** What a drawing comes to, in a sentence. */
function altOf({ of, keys, rows, place }: EditionFigure, language: LearnerLanguage): string {
  if (of === 'reach')
    return tell(language, 'figure.reach alt', {
      count: keys.filter((one) => one.used !== '').length,
      all: keys.length,
      place,
    });
  const cells = rows.flatMap((row) => row.cells);
  return tell(language, 'figure.room alt', {
    free: cells.filter((one) => one === 'free').length,
    all: cells.length,
    place,
  });
}

interface Drawn {
  readonly texts: Text[];
  readonly strokes: Stroke[];
  readonly height: number;
}
/** A sign in the middle of a point. */
function centred(
  sign: string,
  [x, y]: readonly [number, number],
  { size, tone }: Pick<Text, 'size' | 'tone'>,
  measure: Measurer,
): Text {
  const wide = measure.width(sign, 'keys', size);
  return {
    lines: measure.lines(sign, 'keys', size, wide + 1),
    face: 'keys',
    size,
    tone,
    role: 'figure',
    x: x - wide / 2,
    y: y - 0.62 * size,
    leading: size,
  };
}

/** Letters on lines of distance, like depths on a chart: dark where a key is used alone, ringed where only with others. */
function chart({ keys, fingers }: EditionFigure, width: number, measure: Measurer): Drawn {
  const [xs, ys] = [keys.map((one) => one.x), keys.map((one) => one.y)];
  const [left, top] = [Math.min(...xs) - 12, Math.min(...ys) - 12];
  const scale = width / (Math.max(...xs) + 12 - left);
  const height = (Math.max(...ys) + 12 - top) * scale;
  const at = (x: number, y: number) => [(x - left) * scale, (y - top) * scale] as const;
  const strokes = LEVELS.flatMap((level): Stroke[] => {
    const all = (by: number) => fingers.map((one) => circle(...at(one.x, one.y), (level + by) * scale)).join('');
    // The rings of all fingers, and over them their insides: what is left is the line around them.
    return [
      { path: all(0), line: 1.4, tone: 'mid' },
      { path: all(-0.4), line: null, tone: 'paper' },
    ];
  });
  const size = 7.5 * scale;
  const texts: Text[] = [];
  // Each line says how far it is, at the right of the fingers.
  const [right] = [...fingers].sort((a, b) => b.x - a.x);
  if (right)
    for (const level of LEVELS)
      texts.push(
        centred(String(level), at(right.x + level + 3.5, right.y + 6), { size: 4.2 * scale, tone: 'mid' }, measure),
      );
  for (const { sign, x, y, used } of keys) {
    const [cx, cy] = at(x, y);
    if (used) strokes.push({ path: circle(cx, cy, 7.6 * scale), line: used === 'alone' ? null : 0.9, tone: 'ink' });
    const fits = Math.min(size, (14 * scale) / Math.max(1, measure.width(sign, 'keys', 1)));
    texts.push(centred(sign, [cx, cy], { size: fits, tone: used === 'alone' ? 'light' : 'ink' }, measure));
  }
  for (const { x, y } of fingers) {
    const [cx, cy] = at(x, y + 8.6);
    strokes.push({ path: `M${n(cx - 3 * scale)} ${n(cy)}h${n(6 * scale)}`, line: 1.2, tone: 'ink' });
  }
  return { texts, strokes, height };
}

/** A row for what is held, a column a key, the nearest first: filled, grey, ringed, or empty where it is free. */
function table({ keys, rows }: EditionFigure, width: number, language: LearnerLanguage, measure: Measurer): Drawn {
  const named = 0.2 * width;
  const cell = (width - named) / Math.max(1, keys.length);
  const high = Math.max(cell, 7);
  const size = Math.min(0.8 * cell, 8);
  const texts = keys.map(({ sign }, at) =>
    centred(
      sign,
      [named + (at + 0.5) * cell, 0.6 * high],
      { size: Math.min(size, (0.95 * cell) / measure.width(sign, 'keys', 1)), tone: 'ink' },
      measure,
    ),
  );
  const strokes: Stroke[] = [];
  const grid: string[] = [];
  rows.forEach(({ held, cells }, index) => {
    const y = high * (index + 1);
    const said = held || tell(language, 'figure.plain');
    const at = Math.min(8, 0.72 * high, (0.95 * named) / measure.width(said, 'keys', 1));
    texts.push({
      lines: measure.lines(said, 'keys', at, named),
      face: 'keys',
      size: at,
      tone: 'ink',
      role: 'figure',
      x: 0,
      y: y + 0.5 * high - 0.62 * at,
      leading: at,
    });
    cells.forEach((state, key) => {
      const x = named + key * cell;
      grid.push(square(x, y + (high - cell) / 2, cell));
      const inner = square(x + 0.18 * cell, y + high / 2 - 0.32 * cell, 0.64 * cell);
      if (state === 'taken') strokes.push({ path: inner, line: null, tone: 'ink' });
      else if (state === 'others' || state === 'types') strokes.push({ path: inner, line: null, tone: 'faint' });
      else if (state === 'elsewhere')
        strokes.push({ path: circle(x + cell / 2, y + high / 2, 0.26 * cell), line: 0.7, tone: 'ink' });
    });
  });
  strokes.push({ path: grid.join(''), line: 0.3, tone: 'faint' });
  return { texts, strokes, height: high * (rows.length + 1) };
}
