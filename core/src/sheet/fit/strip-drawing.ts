import type { PlacedText, Placing, Rect, TextRole } from './layout.ts';
import { ABOVE } from './leading.ts';
import type { Line, Measurer } from './measure.ts';
import type { Face } from './metrics.generated.ts';
import { MM } from './paper.ts';

/** A rectangle on a page, in points. */
interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export const LANDSCAPE = { width: 297 * MM, height: 210 * MM };
export const MARGIN = 8 * MM;
/** Type sizes that a cell is set in, the largest first; smaller is not read at arm’s length (common practice, no source). */
export const SIZES = Array.from({ length: 15 }, (_, at) => 8 - 0.25 * at);
const LEAD = 1.15;

/** Breaks a text into lines at the largest size at which all of it fits its box; at the smallest, the rest becomes an ellipsis. */
function inBox(
  text: string,
  face: Face,
  width: number,
  height: number,
  { lines }: Measurer,
): { size: number; lines: Line[] } {
  for (const size of SIZES) {
    const found = lines(text, face, size, width);
    if (found.length * LEAD * size <= height && !found.some((line) => line.cut)) return { size, lines: found };
  }
  const size = SIZES.at(-1)!;
  const most = Math.max(1, Math.floor(height / (LEAD * size)));
  for (let end = text.length; end > 0; end--) {
    const found = lines(end < text.length ? `${text.slice(0, end).trimEnd()}…` : text, face, size, width);
    if (found.length <= most) return { size, lines: found };
  }
  return { size, lines: [] };
}

/** The parts of a page of strips: text in boxes, headings, rows and a ruler. */
export function stripDrawing(measure: Measurer) {
  const rect = (kind: Rect['kind'], box: Box): Rect => ({ kind, ...box, part: null });
  const boxed = (
    text: string,
    { x, y, width, height }: Box,
    { role = 'label', part, face = 'text' }: { role?: TextRole; part: number; face?: Face },
  ): PlacedText[] => {
    const { size, lines } = inBox(text, face, width, height, measure);
    return lines.map(({ runs, cut }, at) => ({
      x,
      y: y + at * LEAD * size + ABOVE * size,
      size,
      tone: 'ink',
      runs,
      role,
      part,
      cut,
    }));
  };
  const line = (
    kind: 'title' | 'heading' | 'about',
    text: string,
    { x, y, width, size }: Omit<Box, 'height'> & { readonly size: number },
  ): Placing => {
    const face: Face = kind === 'about' ? 'text' : 'head';
    const list = measure.lines(text, face, size, width);
    const texts = list.map(({ runs, cut }, at): PlacedText => ({
      x,
      y: y + at * LEAD * size + ABOVE * size,
      size,
      tone: kind === 'about' ? 'mid' : 'ink',
      runs,
      role: 'plain',
      part: 0,
      cut,
    }));
    return {
      kind,
      x,
      y,
      width,
      height: list.length * LEAD * size,
      texts,
      rects: [],
      drawing: null,
      section: null,
      row: null,
    };
  };
  const row = (box: Box, texts: readonly PlacedText[], rects: readonly Rect[]): Placing => ({
    kind: 'row',
    ...box,
    texts,
    rects,
    drawing: null,
    section: null,
    row: null,
  });
  /** A hundred millimetres, to be measured before anything is cut. */
  const ruler = (x: number, y: number, said: string): Placing => {
    const marks = Array.from(
      { length: 21 },
      (_, at) => `M${(at * 5 * MM).toFixed(3)} 0V${(at % 2 ? 2 : 3.5) * MM}`,
    ).join('');
    const strokes = [{ path: `M0 0H${(100 * MM).toFixed(3)}${marks}`, line: 0.5, tone: 'ink' as const }];
    const beside = { x: x + 103 * MM, y, width: LANDSCAPE.width - 2 * MARGIN - 103 * MM, height: 4 * MM };
    const texts = boxed(said, beside, { role: 'figure', part: 0 });
    return {
      kind: 'drawing',
      x,
      y,
      width: LANDSCAPE.width - 2 * MARGIN,
      height: 4 * MM,
      texts,
      rects: [],
      drawing: { alt: said, strokes },
      section: null,
      row: null,
    };
  };
  return { rect, boxed, line, row, ruler };
}
export type StripDrawing = ReturnType<typeof stripDrawing>;
