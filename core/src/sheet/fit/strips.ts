import type { EditionBody } from '../../contract/index.ts';
import {
  US,
  boardById,
  layoutById,
  platformName,
  showStored,
  type Layout,
  type Platform,
  type Style,
} from '../../keys/index.ts';
import {
  canonicalText,
  heldBy,
  keyboardOf,
  pressOf,
  pressText,
  readPresses,
  targetOf,
  type Keyboard,
} from '../../press/index.ts';
import { PITCH, boardSpots, type KeySpot } from '../../reach/index.ts';
import { tell } from '../../words/index.ts';
import type { PlacedText, Placing, Rect, SheetLayout, SheetPage, TextRole } from './layout.ts';
import { measurer, type Line, type Measurer } from './measure.ts';
import type { Face } from './metrics.generated.ts';
import { MM } from './paper.ts';
import { ABOVE } from './leading.ts';
import { sayHeld } from '../held.ts';

/** A command of the sheet on a press of one key. */
interface Held {
  readonly code: string;
  /** What is held, as a text that is the same for the same keys. */
  readonly held: string;
  readonly count: number;
  readonly said: string;
  readonly label: string;
}

/** For which keyboard strips and labels are made. */
export interface StripBoard {
  readonly platform: Platform;
  readonly layout: Layout;
  readonly board: string;
  readonly how: Style;
}
const LANDSCAPE = { width: 297 * MM, height: 210 * MM };
const MARGIN = 8 * MM;
/** Type sizes that a cell is set in, the largest first; smaller is not read at arm’s length (common practice, no source). */
const SIZES = Array.from({ length: 15 }, (_, at) => 8 - 0.25 * at);
/** The flat top of a keycap of the usual make (common practice, no source). */
const CAP = 13.5 * MM;
const LEAD = 1.15;

const FUNCTION = /^F\d+$/;
const DIGITS = /^(?:Backquote|Digit\d|Minus|Equal|IntlYen)$/;

/** The single strokes of a sheet’s rows on a keyboard, each with what it does. */
function heldOn(body: EditionBody, { platform, how }: StripBoard, keyboard: Keyboard): Held[] {
  const found = body.sections.flatMap((section) =>
    section.rows.flatMap((row) =>
      (row.keys[platform] ?? []).flatMap((key): Held[] => {
        const text = canonicalText(key, keyboard);
        const presses = text === null ? [] : readPresses(text);
        const [press] = presses;
        if (!press || presses.length > 1 || press.manner !== 'pressed') return [];
        const { code, action } = targetOf(press);
        if (!code || action) return [];
        const names = heldBy(press);
        const held = pressText(pressOf(names, 'X')).replace(/\+?X$/, '');
        const said = sayHeld(names, platform, how, US, body.language);
        return [{ code, held, count: names.length, said, label: row.label }];
      }),
    ),
  );
  return [...new Map(found.map((one) => [`${one.code} ${one.held} ${one.label}`, one])).values()];
}

/** Lines of a text in a box, at the largest size at which all of it stands there; what does not at the least ends in dots. */
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

/** What is put together on pages of strips. */
function sheetOf(measure: Measurer) {
  const rect = (kind: Rect['kind'], x: number, y: number, width: number, height: number): Rect => ({
    kind,
    x,
    y,
    width,
    height,
    part: null,
  });
  const boxed = (
    text: string,
    role: TextRole,
    part: number,
    x: number,
    y: number,
    width: number,
    height: number,
    face: Face = 'text',
    tone: PlacedText['tone'] = 'ink',
  ): PlacedText[] => {
    const { size, lines } = inBox(text, face, width, height, measure);
    return lines.map(({ runs, cut }, at) => ({
      x,
      y: y + at * LEAD * size + ABOVE * size,
      size,
      tone,
      runs,
      role,
      part,
      cut,
    }));
  };
  const line = (
    kind: 'title' | 'heading' | 'about',
    text: string,
    x: number,
    y: number,
    size: number,
    width: number,
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
  const row = (
    x: number,
    y: number,
    width: number,
    height: number,
    texts: readonly PlacedText[],
    rects: readonly Rect[],
  ): Placing => ({ kind: 'row', x, y, width, height, texts, rects, drawing: null, section: null, row: null });
  /** A hundred millimetres, to be measured before anything is cut. */
  const ruler = (x: number, y: number, said: string): Placing => {
    const marks = Array.from(
      { length: 21 },
      (_, at) => `M${(at * 5 * MM).toFixed(3)} 0V${(at % 2 ? 2 : 3.5) * MM}`,
    ).join('');
    const strokes = [{ path: `M0 0H${(100 * MM).toFixed(3)}${marks}`, line: 0.5, tone: 'ink' as const }];
    const texts = boxed(said, 'figure', 0, x + 103 * MM, y, LANDSCAPE.width - 2 * MARGIN - 103 * MM, 4 * MM);
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
type Making = ReturnType<typeof sheetOf>;

/**
 * A strip to lay above a row of keys at true scale: a column a key as far apart as the keys are, a line for each way of
 * holding modifiers that the sheet has on them. Null where the sheet has nothing there.
 */
function strip(
  title: string,
  keys: readonly (readonly [string, KeySpot])[],
  held: readonly Held[],
  keyboard: Keyboard,
  y: number,
  { rect, boxed, line, row }: Making,
): { placings: Placing[]; height: number } | null {
  const codes = new Set(keys.map(([code]) => code));
  const here = held.filter((one) => codes.has(one.code));
  if (here.length === 0) return null;
  const left = Math.min(...keys.map(([, spot]) => spot.x));
  const right = Math.max(...keys.map(([, spot]) => spot.x + spot.width));
  const wide = (right - left) * PITCH * MM;
  const named = Math.min(25 * MM, LANDSCAPE.width - 2 * MARGIN - wide);
  const x = (spot: KeySpot) => MARGIN + named + (spot.x - left) * PITCH * MM;
  const placings: Placing[] = [line('heading', title, MARGIN, y, 10, wide)];
  const top = y + 5 * MM;
  const head = 4.5 * MM;
  const characters = keyboard.layout.on[keyboard.convention].characters;
  const nameOf = (code: string) => (FUNCTION.test(code) ? code : (characters[code]?.[0] ?? ''));
  const cells = keys.map(([, spot]) => rect('cell', x(spot), top, spot.width * PITCH * MM, head));
  placings.push(
    row(
      MARGIN,
      top,
      named + wide,
      head,
      keys.flatMap(([code, spot], at) =>
        boxed(
          nameOf(code),
          'label',
          at,
          x(spot) + 0.8 * MM,
          top + 0.4 * MM,
          spot.width * PITCH * MM - 1.6 * MM,
          head - 0.6 * MM,
          'keys',
        ),
      ),
      cells,
    ),
  );
  const kinds = [...new Map(here.map((one) => [one.held, one])).values()].sort(
    (a, b) => a.count - b.count || a.held.localeCompare(b.held),
  );
  const high = 9.5 * MM;
  kinds.forEach((kind, index) => {
    const at = top + head + index * high;
    const texts = boxed(
      kind.said,
      'label',
      0,
      MARGIN + 0.5 * MM,
      at + 0.8 * MM,
      named - 1.5 * MM,
      high - 1.6 * MM,
      'keys',
    );
    const rects: Rect[] = [rect('cell', MARGIN, at, named, high)];
    keys.forEach(([code, spot], part) => {
      const labels = here.filter((one) => one.code === code && one.held === kind.held).map((one) => one.label);
      rects.push(rect('cell', x(spot), at, spot.width * PITCH * MM, high));
      texts.push(
        ...boxed(
          labels.join(' / '),
          'label',
          part + 1,
          x(spot) + 0.8 * MM,
          at + 0.6 * MM,
          spot.width * PITCH * MM - 1.6 * MM,
          high - 1.2 * MM,
        ),
      );
    });
    placings.push(row(MARGIN, at, named + wide, high, texts, rects));
  });
  return { placings, height: 5 * MM + head + kinds.length * high };
}

/**
 * Strips above the function keys and the digits, and labels for keycaps, at true scale: for one keyboard, from the lines of
 * a sheet. Print them at full size; each page has a ruler to check it. Null where no line is a single stroke.
 */
export function stripsOf(body: EditionBody, on: StripBoard): SheetLayout | null {
  const keyboard = keyboardOf(on.layout, on.platform);
  const held = heldOn(body, on, keyboard);
  if (held.length === 0) return null;
  const measure = measurer();
  const making = sheetOf(measure);
  const { language } = body;
  const spots = boardSpots(boardById(on.board)!);
  const rowOf = (which: RegExp) =>
    [...spots]
      .filter(([code]) => which.test(code) && Number(code.slice(1)) <= 12 === FUNCTION.test(code))
      .sort(([, a], [, b]) => a.x - b.x);
  const bottom = LANDSCAPE.height - MARGIN - 6 * MM;
  const pages: Placing[][] = [];
  let y = 0;
  const turn = () => {
    const about = [
      `${body.app} ${body.release}`,
      platformName(on.platform),
      on.layout.name,
      tell(language, 'page.edition', { number: body.number }),
    ].join(' · ');
    pages.push([
      making.line(
        pages.length ? 'about' : 'title',
        pages.length ? body.title : `${body.title}: ${tell(language, 'page.strips')}`,
        MARGIN,
        MARGIN,
        pages.length ? 9 : 15,
        LANDSCAPE.width - 2 * MARGIN,
      ),
      making.line('about', about, MARGIN, MARGIN + 7 * MM, 8.5, LANDSCAPE.width - 2 * MARGIN),
    ]);
    y = MARGIN + 14 * MM;
  };
  const put = (made: { placings: Placing[]; height: number }) => {
    pages.at(-1)!.push(...made.placings);
    y += made.height + 6 * MM;
  };
  turn();
  for (const [title, which] of [
    ['strip.function', FUNCTION],
    ['strip.digits', DIGITS],
  ] as const) {
    const make = () => strip(tell(language, title), rowOf(which), held, keyboard, y, making);
    const made = make();
    if (!made) continue;
    if (y + made.height > bottom && pages.at(-1)!.length > 2) turn();
    put(make()!);
  }
  for (const made of capRows(held, keyboard, body, making)) {
    if (y + CAP + 5 * MM > bottom) turn();
    put(made(y));
    y -= 4.5 * MM;
  }
  const said = tell(language, 'strip.ruler');
  return {
    ...LANDSCAPE,
    size: SIZES[0]!,
    least: SIZES.at(-1)!,
    fits: true,
    broken: 0,
    pages: pages.map((placings): SheetPage => ({
      placings: [...placings, making.ruler(MARGIN, bottom + 2 * MM, said)],
      over: false,
    })),
  };
}

/** Labels for keycaps, as many in a row as there is room for: the key, and what it does with nothing held; else with what is held. */
function capRows(
  held: readonly Held[],
  { layout, convention }: Keyboard,
  { language }: EditionBody,
  { rect, boxed, line, row }: Making,
) {
  const codes = [...new Set(held.map((one) => one.code))].filter((code) => !FUNCTION.test(code));
  const most = Math.floor((LANDSCAPE.width - 2 * MARGIN) / CAP);
  const rows = Array.from({ length: Math.ceil(codes.length / most) }, (_, at) =>
    codes.slice(at * most, at * most + most),
  );
  const characters = layout.on[convention].characters;
  const nameOf = (code: string) =>
    characters[code]?.[0]?.toUpperCase() ?? showStored(code, convention, 'words', US, language);
  return rows.map((list, index) => (y: number) => {
    const heading = index === 0 ? [line('heading', tell(language, 'strip.caps'), MARGIN, y, 10, 200 * MM)] : [];
    const top = y + (index === 0 ? 5 * MM : 0);
    const texts = list.flatMap((code, at) => {
      const all = held.filter((one) => one.code === code);
      const plain = all.filter((one) => one.count === 0);
      const said = (plain.length ? plain : all)
        .map((one) => (one.said ? `${one.said}: ${one.label}` : one.label))
        .join('; ');
      const x = MARGIN + at * CAP;
      return [
        ...boxed(nameOf(code), 'label', 2 * at, x + 0.8 * MM, top + 0.5 * MM, CAP - 1.6 * MM, 3.4 * MM, 'keys'),
        ...boxed(said, 'label', 2 * at + 1, x + 0.8 * MM, top + 4 * MM, CAP - 1.6 * MM, CAP - 4.4 * MM),
      ];
    });
    const rects = list.map((_, at) => rect('cell', MARGIN + at * CAP, top, CAP, CAP));
    return { placings: [...heading, row(MARGIN, top, list.length * CAP, CAP, texts, rects)], height: top - y + CAP };
  });
}

/** Strips for the keyboard that a sheet names; one layout a platform; empty where it names none. */
export function stripsIn(body: EditionBody, how: Style = 'words'): SheetLayout[] {
  const { strips } = body.look;
  const layout = strips && layoutById(strips.layout);
  if (!strips || !layout || !boardById(strips.board)) return [];
  return body.platforms.flatMap((platform) => stripsOf(body, { platform, layout, board: strips.board, how }) ?? []);
}
