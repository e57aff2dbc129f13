import type { Block } from './blocks.ts';
import type { Drawing, PlacedText, Placing } from './layout.ts';
import type { Type } from './measure.ts';
import type { Face } from './metrics.generated.ts';
import type { Paper } from './paper.ts';
import { ABOVE, LEADING } from './leading.ts';

/** What is set on pages: a head, sections of blocks, and a foot, each at any size. */
export interface Setting {
  readonly paper: Paper;
  /** It may take so many pages. */
  readonly pages: number;
  /** Sizes it may be set in, in pt, the least first. */
  readonly sizes: readonly number[];
  /** The numbers that the sections of blocks have in the body. */
  readonly named: readonly number[];
  head(at: Type): Stack;
  foot(at: Type, page: string): Stack;
  sections(at: Type): Block[][];
  /** What the numbers of pages say. */
  numbered(page: number, pages: number): string;
}

/** Paragraphs over one another. */
export interface Stack {
  readonly height: number;
  readonly parts: readonly {
    readonly kind: Placing['kind'];
    readonly texts: readonly PlacedText[];
    readonly y: number;
    readonly height: number;
  }[];
  /** Something drawn beside them, at the right. */
  readonly aside?: { readonly size: number; readonly drawing: Drawing } | undefined;
}
export interface Paragraph {
  readonly kind: Placing['kind'];
  readonly text: string;
  readonly face: Face;
  readonly size: number;
  readonly tone: 'ink' | 'mid';
  readonly after: number;
}

/** Paragraphs over one another, from a point downwards; those without a text take no room. */
export function stack(paragraphs: readonly Paragraph[], { width, measure }: Omit<Type, 'size'>): Stack {
  let y = 0;
  const parts = paragraphs
    .filter((one) => one.text)
    .map(({ kind, text, face, size, tone, after }) => {
      const from = y;
      const texts = measure.lines(text, face, size, width).map(({ runs, cut }, at): PlacedText => ({
        x: 0,
        y: from + at * LEADING * size + ABOVE * size,
        size,
        tone,
        runs,
        cut,
        role: 'plain',
        part: 0,
      }));
      const height = texts.length * LEADING * size;
      y += height + after;
      return { kind, texts, y: from, height };
    });
  return { height: y, parts };
}
