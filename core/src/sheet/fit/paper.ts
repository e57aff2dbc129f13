import type { SheetLook } from '../../contract/index.ts';
import { FACE_TABLES } from './metrics.generated.ts';

/** Points in a millimetre: 72 to the inch. */
export const MM = 72 / 25.4;
/** Width and height in mm, upright: ISO 216, ANSI/ASME Y14.1, and a card of A6 folded to A7. */
const PAPERS: Record<SheetLook['paper'], readonly [number, number]> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
  a3: [297, 420],
  pocket: [105, 148],
};
/** Larger type than that helps nobody. */
const MOST = 30;
/** No sheet is set smaller (common practice, no source). */
const LEAST = 5.5;
/** Large print (clear print begins at 12 pt, large print at 16 pt; common practice, no source). */
const LARGE = 16;
/** Least height of a capital as seen, in minutes of arc (ISO 9241-303, from memory: 16 at least, 20 to 22 to read with ease). */
const ARC = 16;

export interface Paper {
  readonly width: number;
  readonly height: number;
  readonly margin: number;
  readonly gap: number;
  readonly columns: number;
  /** A card is folded down its middle. */
  readonly fold: boolean;
}

/** The paper of a look, in pt. */
export function paperOf({ paper, landscape, columns }: Pick<SheetLook, 'paper' | 'landscape' | 'columns'>): Paper {
  const [short, long] = PAPERS[paper];
  const card = paper === 'pocket';
  const [width, height] = landscape || card ? [long, short] : [short, long];
  const margin = { a4: 12, letter: 12, a3: 16, pocket: 6 }[paper];
  return {
    width: width * MM,
    height: height * MM,
    margin: margin * MM,
    gap: (card ? 2 * margin : 7) * MM,
    columns: card ? 2 : columns,
    fold: card,
  };
}

/** The sizes a sheet may be set in, in steps of a quarter of a point, the least first. */
export function sizesOf({ distance, largePrint }: Pick<SheetLook, 'distance' | 'largePrint'>): number[] {
  const least = Math.max(LEAST, largePrint ? LARGE : 0, distance === null ? 0 : leastAt(distance));
  const from = Math.ceil(4 * least);
  const to = Math.max(from, 4 * MOST);
  return Array.from({ length: to - from + 1 }, (_, i) => (from + i) / 4);
}

/** The least size in pt at a distance in cm: a capital is seen under so many minutes of arc. */
export function leastAt(distance: number): number {
  const { capHeight, unitsPerEm } = FACE_TABLES.text;
  const seen = 2 * distance * 10 * MM * Math.tan((ARC / 60 / 2) * (Math.PI / 180));
  return (seen * unitsPerEm) / capHeight;
}
