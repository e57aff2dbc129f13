import type { Drawing, KeyKind, TextRole } from './layout.ts';
import type { Line, Measurer, Type } from './measure.ts';
import type { Face } from './metrics.generated.ts';
import { LEADING } from './leading.ts';

/** Lines of one size that stand together, with how far they lie from the top left of their block. */
export interface Text {
  readonly lines: readonly Line[];
  readonly face: Face;
  readonly size: number;
  readonly tone: 'ink' | 'mid' | 'light';
  readonly role: TextRole;
  readonly x: number;
  readonly y: number;
  readonly leading: number;
}
/** The frame of a key, from the top of its block; `part` is the place of its text among the texts. */
interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly kind: KeyKind;
  readonly part: number;
}
/** Something that stands as a whole in a column: a heading, a row, or a drawing. */
export interface Block {
  readonly kind: 'heading' | 'row' | 'drawing';
  readonly height: number;
  readonly keeps: boolean;
  readonly texts: readonly Text[];
  readonly frames: readonly Frame[];
  /** Boxes to tick before it. */
  readonly ticks: number;
  /** It is new, or has changed, since the edition before. */
  readonly fresh: boolean;
  readonly drawing: Drawing | null;
}

/** Smaller type of what is said besides, in em. */
export const SMALL = 0.82;
/** Room in a frame beside and above its text, in em. */
export const PAD = { x: 0.32, y: 0.16 };
export const KEY_SIZE = 0.92;
/** Room that a box to tick takes, in em. */
export const TICK = 1.25;

/** A heading as a block: it stays with what follows it. */
export function headingOf(title: string, { size, width, measure }: Type): Block {
  const list = measure.lines(title, 'head', 1.15 * size, width);
  const text: Text = {
    lines: list,
    face: 'head',
    size: 1.15 * size,
    tone: 'ink',
    role: 'plain',
    x: 0,
    y: 0,
    leading: 1.2 * 1.15 * size,
  };
  return {
    kind: 'heading',
    height: list.length * 1.2 * 1.15 * size + 0.5 * size,
    keeps: true,
    frames: [],
    ticks: 0,
    fresh: false,
    drawing: null,
    texts: [text],
  };
}

/** Puts texts and frames of a block together: each text is given its number. */
export function assembled(size: number, { lines }: Measurer) {
  const texts: Text[] = [];
  const frames: Frame[] = [];
  const put = (
    text: string,
    {
      face = 'text',
      at = size,
      tone = 'ink',
      role,
      x,
      y,
      width,
    }: { face?: Face; at?: number; tone?: Text['tone']; role: TextRole; x: number; y: number; width: number },
  ): number => {
    if (!text) return 0;
    const list = lines(text, face, at, width);
    texts.push({ lines: list, face, size: at, tone, role, x, y, leading: LEADING * at });
    return list.length * LEADING * at;
  };
  /** A key in its frame: how wide and high it came out. */
  const key = (written: string, kind: KeyKind, x: number, y: number, most: number) => {
    const at = KEY_SIZE * size;
    const list = lines(written, 'keys', at, most - 2 * PAD.x * size);
    const width = Math.max(...list.map((line) => line.width)) + 2 * PAD.x * size;
    const height = list.length * LEADING * at + 2 * PAD.y * size;
    frames.push({ x, y, width, height, kind, part: texts.length });
    texts.push({
      lines: list,
      face: 'keys',
      size: at,
      tone: kind === 'own key' ? 'light' : 'ink',
      role: 'key',
      x: x + PAD.x * size,
      y: y + PAD.y * size,
      leading: LEADING * at,
    });
    return { width, height };
  };
  return { texts, frames, put, key };
}
