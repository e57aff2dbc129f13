import type { Run } from './measure.ts';

/** A number in a path or a style: three places are a hundredth of a hair. */
export const thousandths = (value: number) => String(Math.round(1000 * value) / 1000);

/** What a line of text is for its reader. */
export type TextRole = 'plain' | 'key' | 'arrow' | 'label' | 'detail' | 'none' | 'figure';

/** A line of text on a page: where its baseline begins, in pt from the top left corner. */
export interface PlacedText {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly tone: 'ink' | 'mid' | 'light';
  readonly runs: readonly Run[];
  readonly role: TextRole;
  /** Lines of one text have one number within their placing; a frame has that of the key in it. */
  readonly part: number;
  /** It ends within a word. */
  readonly cut: boolean;
}
/** What the frame of a key says: that it is the school’s, or that it cannot be changed. */
export type KeyKind = 'key' | 'own key' | 'fixed key';
export interface Rect {
  readonly kind: KeyKind | 'tick' | 'rule' | 'hair' | 'fresh' | 'fold' | 'cell';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly part: number | null;
}
/** A line or an area of a drawing, as an SVG path (SVG 2, chapter 9) in pt from the corner of its placing. */
export interface Stroke {
  readonly path: string;
  /** The width of the line in pt; null for an area. */
  readonly line: number | null;
  readonly tone: 'ink' | 'mid' | 'faint' | 'paper';
}
/** Something drawn, and what it says to who does not see it. */
export interface Drawing {
  readonly alt: string;
  readonly strokes: readonly Stroke[];
}
/** What stands on a page as one thing, for a reader who does not see where it stands. */
export interface Placing {
  readonly kind: 'title' | 'about' | 'intro' | 'heading' | 'row' | 'drawing' | 'foot';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly texts: readonly PlacedText[];
  readonly rects: readonly Rect[];
  readonly drawing: Drawing | null;
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

const textOf = ({ runs }: PlacedText) => runs.map((run) => run.text).join('');
/** The plain text of a layout in the order it is read: each row as its texts stand. */
export const layoutText = ({ pages }: Pick<SheetLayout, 'pages'>): string[] =>
  pages.flatMap((page) => page.placings.map((one) => one.texts.map(textOf).join(' ')));
