import type { EditionBody, EditionRow } from '../../contract/index.ts';
import { US, showStored, type Platform, type Style } from '../../keys/index.ts';
import { each } from '../../memory/index.ts';
import { tell } from '../../words/index.ts';
import { ZERO, type Line, type Measurer } from './measure.ts';
import type { Face } from './metrics.ts';

/** Lines of one size that stand together, with how far they lie from the top of their block. */
export interface Text {
  readonly lines: readonly Line[];
  readonly face: Face;
  readonly size: number;
  readonly tone: 'ink' | 'mid' | 'light';
  readonly x: number;
  readonly y: number;
  readonly leading: number;
}
/** Something that stands as a whole in a column: a heading, or a row. */
export interface Block {
  readonly kind: 'heading' | 'row' | 'note';
  readonly height: number;
  readonly keeps: boolean;
  readonly texts: readonly Text[];
  /** Frames of keys, from the top of the block. */
  readonly frames: readonly { x: number; y: number; width: number; height: number; ours: boolean }[];
  readonly tick: boolean;
  /** It is new, or has changed, since the edition before. */
  readonly fresh: boolean;
  readonly row: EditionRow | null;
}
/** How the rows of a sheet are read: on which platforms, and in words or in signs. */
export interface Reading {
  readonly platforms: readonly Platform[];
  readonly how: Style;
}

export const LEADING = 1.25;
const SMALL = 0.82;
/** Room in a frame beside and above its text, in em. */
const PAD = { x: 0.32, y: 0.16 };

/** The keys of a row as they are written, platform by platform; the same at every size. */
export type KeysOf = (row: EditionRow) => readonly (readonly string[])[];
export const keysWritten = ({ language }: EditionBody, { platforms, how }: Reading): KeysOf =>
  each((row) => platforms.map((platform) => (row.keys[platform] ?? []).map((key) => showStored(key, platform, how, US, language)))); // prettier-ignore

/** A sheet at a size and column width as blocks, section by section. */
export function blocksOf(
  body: EditionBody,
  { platforms, how }: Reading,
  size: number,
  width: number,
  { lines, width: widthOf }: Measurer,
  keysOf: KeysOf,
): Block[][] {
  const { look, language } = body;
  const rows = body.sections.flatMap((one) => one.rows);
  const tick = look.ticks ? 1.5 * size : 0;
  const keySize = 0.92 * size;
  const framed = (text: string) => widthOf(text, 'keys', keySize) + 2 * PAD.x * size;
  // Each platform’s keys have a column of their own: as wide as the widest, and never more than its share.
  const most = ((0.46 + 0.12 * (platforms.length - 1)) * (width - tick)) / platforms.length;
  const widths = platforms.map((_, at) => Math.min(most, Math.max(2.2 * size, ...rows.map((row) => Math.max(0, ...keysOf(row)[at]!.map(framed)))))); // prettier-ignore
  const from = tick + widths.reduce((sum, one) => sum + one + 0.7 * size, 0);

  const rowBlock = (row: EditionRow): Block => {
    const texts: Text[] = [];
    const frames: Block['frames'][number][] = [];
    let keysHeight = 0;
    let x = tick;
    keysOf(row).forEach((keys, at) => {
      let y = 0;
      const shipped = row.shipped[platforms[at]!];
      keys.forEach((key, index) => {
        // Keys that are too long for their column go on behind a plus.
        const list = lines(key.replace(/\+(?=.)/g, `+${ZERO}`), 'keys', keySize, widths[at]! - 2 * PAD.x * size);
        const height = list.length * LEADING * keySize + 2 * PAD.y * size;
        const stored = row.keys[platforms[at]!]![index]!;
        const ours = shipped !== undefined && !shipped.includes(stored);
        frames.push({ x, y, width: Math.max(...list.map((line) => line.width)) + 2 * PAD.x * size, height, ours }); // prettier-ignore
        texts.push({ lines: list, face: 'keys', size: keySize, tone: ours ? 'light' : 'ink', x: x + PAD.x * size, y: y + PAD.y * size, leading: LEADING * keySize }); // prettier-ignore
        y += height + 0.18 * size;
      });
      if (keys.length === 0) {
        const list = lines(tell(language, 'page.no key'), 'text', SMALL * size, widths[at]!);
        texts.push({ lines: list, face: 'text', size: SMALL * size, tone: 'mid', x, y: PAD.y * size, leading: LEADING * SMALL * size }); // prettier-ignore
        y = list.length * LEADING * SMALL * size;
      }
      keysHeight = Math.max(keysHeight, y);
      x += widths[at]! + 0.7 * size;
    });
    let y = PAD.y * size;
    const put = (text: string, face: Face, at: number, tone: Text['tone']) => {
      if (!text) return;
      const list = lines(text, face, at, width - from);
      texts.push({ lines: list, face, size: at, tone, x: from, y, leading: LEADING * at });
      y += list.length * LEADING * at;
    };
    put(row.label, 'text', size, 'ink');
    for (const text of detailsOf(body, row, platforms, how)) put(text, 'text', SMALL * size, 'mid');
    const height = Math.max(keysHeight, y) + 0.42 * size;
    return { kind: 'row', height, keeps: false, texts, frames, tick: look.ticks, fresh: look.marksNew && row.since !== '', row }; // prettier-ignore
  };
  return body.sections
    .filter((section) => section.rows.length > 0)
    .map((section) => {
      const list = lines(section.title, 'head', 1.15 * size, width);
      const heading: Block = { kind: 'heading', height: list.length * 1.2 * 1.15 * size + 0.5 * size, keeps: true, frames: [], tick: false, fresh: false, row: null, texts: [{ lines: list, face: 'head', size: 1.15 * size, tone: 'ink', x: 0, y: 0, leading: 1.2 * 1.15 * size }] }; // prettier-ignore
      return section.title ? [heading, ...section.rows.map(rowBlock)] : section.rows.map(rowBlock);
    });
}

/** What a row says besides its keys and its name, as far as the sheet says it. */
export function detailsOf(body: EditionBody, row: EditionRow, platforms: readonly Platform[], how: Style): string[] {
  const { look, language } = body;
  const shipped = platforms.flatMap((platform) => {
    const before = row.shipped[platform];
    if (!before) return [];
    const keys = before.map((key) => showStored(key, platform, how, US, language)).join(', ');
    return [keys ? tell(language, 'row.shipped', { keys }) : tell(language, 'row.shipped none')];
  });
  const said: Record<(typeof look.parts)[number], string> = {
    place: row.contexts.join(', '),
    menu: row.menu,
    note: row.note,
    'memory aid': row.memoryAid,
    origin: [...new Set(shipped)].join('; '),
    needs: row.needs && tell(language, 'row.needs', { text: row.needs }),
    then: row.then && tell(language, 'row.then', { text: row.then }),
    sign: row.sign && tell(language, 'row.sign', { text: row.sign }),
    states: row.states.join(', '),
    advice: row.advice,
    reason: row.reason,
    lesson: !row.lesson ? '' : row.lesson.minutes === null ? row.lesson.title : tell(language, 'row.minutes', { title: row.lesson.title, minutes: row.lesson.minutes }), // prettier-ignore
  };
  return [...new Set(look.parts.map((part) => said[part]).filter(Boolean))];
}
