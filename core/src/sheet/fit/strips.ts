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
import type { Placing, Rect, SheetLayout, SheetPage } from './layout.ts';
import { measurer } from './measure.ts';
import { MM } from './paper.ts';
import { LANDSCAPE, MARGIN, SIZES, stripDrawing, type StripDrawing } from './strip-drawing.ts';
import { sayHeld } from '../compose/modifiers.ts';

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
/** The flat top of a keycap of the usual make (common practice, no source). */
const CAP = 13.5 * MM;

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
  { rect, boxed, line, row }: StripDrawing,
): { placings: Placing[]; height: number } | null {
  const codes = new Set(keys.map(([code]) => code));
  const here = held.filter((one) => codes.has(one.code));
  if (here.length === 0) return null;
  const left = Math.min(...keys.map(([, spot]) => spot.x));
  const right = Math.max(...keys.map(([, spot]) => spot.x + spot.width));
  const wide = (right - left) * PITCH * MM;
  const named = Math.min(25 * MM, LANDSCAPE.width - 2 * MARGIN - wide);
  const x = (spot: KeySpot) => MARGIN + named + (spot.x - left) * PITCH * MM;
  /** The inside of a key’s column. */
  const within = (spot: KeySpot, top: number, height: number) => ({
    x: x(spot) + 0.8 * MM,
    y: top,
    width: spot.width * PITCH * MM - 1.6 * MM,
    height,
  });
  const placings: Placing[] = [line('heading', title, { x: MARGIN, y, size: 10, width: wide })];
  const top = y + 5 * MM;
  const head = 4.5 * MM;
  const characters = keyboard.layout.on[keyboard.convention].characters;
  const nameOf = (code: string) => (FUNCTION.test(code) ? code : (characters[code]?.[0] ?? ''));
  const cells = keys.map(([, spot]) =>
    rect('cell', { x: x(spot), y: top, width: spot.width * PITCH * MM, height: head }),
  );
  placings.push(
    row(
      { x: MARGIN, y: top, width: named + wide, height: head },
      keys.flatMap(([code, spot], part) =>
        boxed(nameOf(code), within(spot, top + 0.4 * MM, head - 0.6 * MM), { part, face: 'keys' }),
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
    const name = { x: MARGIN + 0.5 * MM, y: at + 0.8 * MM, width: named - 1.5 * MM, height: high - 1.6 * MM };
    const texts = boxed(kind.said, name, { part: 0, face: 'keys' });
    const rects: Rect[] = [rect('cell', { x: MARGIN, y: at, width: named, height: high })];
    keys.forEach(([code, spot], part) => {
      const labels = here.filter((one) => one.code === code && one.held === kind.held).map((one) => one.label);
      rects.push(rect('cell', { x: x(spot), y: at, width: spot.width * PITCH * MM, height: high }));
      texts.push(...boxed(labels.join(' / '), within(spot, at + 0.6 * MM, high - 1.2 * MM), { part: part + 1 }));
    });
    placings.push(row({ x: MARGIN, y: at, width: named + wide, height: high }, texts, rects));
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
  const making = stripDrawing(measurer());
  const { language } = body;
  const spots = boardSpots(boardById(on.board)!);
  const rowOf = (which: RegExp) =>
    [...spots]
      .filter(([code]) => which.test(code) && Number(code.slice(1)) <= 12 === FUNCTION.test(code))
      .sort(([, a], [, b]) => a.x - b.x);
  const bottom = LANDSCAPE.height - MARGIN - 6 * MM;
  const pages: Placing[][] = [];
  const width = LANDSCAPE.width - 2 * MARGIN;
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
        { x: MARGIN, y: MARGIN, size: pages.length ? 9 : 15, width },
      ),
      making.line('about', about, { x: MARGIN, y: MARGIN + 7 * MM, size: 8.5, width }),
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
  { rect, boxed, line, row }: StripDrawing,
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
    const heading =
      index === 0 ? [line('heading', tell(language, 'strip.caps'), { x: MARGIN, y, size: 10, width: 200 * MM })] : [];
    const top = y + (index === 0 ? 5 * MM : 0);
    const texts = list.flatMap((code, at) => {
      const all = held.filter((one) => one.code === code);
      const plain = all.filter((one) => one.count === 0);
      const said = (plain.length ? plain : all)
        .map((one) => (one.said ? `${one.said}: ${one.label}` : one.label))
        .join('; ');
      const [x, width] = [MARGIN + at * CAP + 0.8 * MM, CAP - 1.6 * MM];
      return [
        ...boxed(nameOf(code), { x, y: top + 0.5 * MM, width, height: 3.4 * MM }, { part: 2 * at, face: 'keys' }),
        ...boxed(said, { x, y: top + 4 * MM, width, height: CAP - 4.4 * MM }, { part: 2 * at + 1 }),
      ];
    });
    const rects = list.map((_, at) => rect('cell', { x: MARGIN + at * CAP, y: top, width: CAP, height: CAP }));
    return {
      placings: [...heading, row({ x: MARGIN, y: top, width: list.length * CAP, height: CAP }, texts, rects)],
      height: top - y + CAP,
    };
  });
}

/** Strips for the keyboard that a sheet names; one layout a platform; empty where it names none. */
export function stripsIn(body: EditionBody, how: Style = 'words'): SheetLayout[] {
  const { strips } = body.look;
  const layout = strips && layoutById(strips.layout);
  if (!strips || !layout || !boardById(strips.board)) return [];
  return body.platforms.flatMap((platform) => stripsOf(body, { platform, layout, board: strips.board, how }) ?? []);
}
