import type { EditionBody, EditionRow } from '../../contract/index.ts';
import { US, platformName, showStored, type KeyLanguage, type Platform, type Style } from '../../keys/index.ts';
import { each, once } from '../../memory/index.ts';
import { dateIn, tell } from '../../words/index.ts';
import { subjectOf } from '../compose/changes.ts';
import { KEY_SIZE, PAD, SMALL, TICK, assembled, headingOf, type Block } from './blocks.ts';
import { codeOf } from './code.ts';
import { figureBlock } from './figure-block.ts';
import { legendOf } from './legend.ts';
import { ZERO, type Type } from './measure.ts';
import type { KeyKind } from './layout.ts';
import { MM, paperOf, sizesOf } from './paper.ts';
import { stack, type Setting, type Stack } from './setting.ts';

/**
 * How the rows of a sheet are read: on which platforms, in words or in signs, and in which language keys are named; in that
 * of the sheet, where none is given.
 */
export interface Reading {
  readonly platforms: readonly Platform[];
  readonly how: Style;
  readonly keyLanguage?: KeyLanguage;
}

/** Lines may end behind a plus. */
export const breaking = (key: string) => key.replace(/\+(?=.)/g, `+${ZERO}`);

/** A sheet as it is set: on its paper, with its rows read in one way, and the address it is to be had at. */
export function sheetSetting(body: EditionBody, reading: Reading, address: string): Setting {
  const paper = paperOf(body.look);
  const { keyLanguage = body.language } = reading;
  const sections = body.sections.map((one, index) => ({ ...one, index }));
  const filled = sections.filter((one) => one.rows.length + one.figures.length > 0);
  // What rows say is written out once, at whatever size it is set.
  const said: SaidOf = each((row) => ({
    keys: reading.platforms.map((platform) =>
      (row.keys[platform] ?? []).map((key) => ({
        text: showStored(key, platform, reading.how, US, keyLanguage),
        kind: kindOf(row, platform, key),
      })),
    ),
    details: detailsOf(body, row, reading),
  }));
  const signs = legendOf(reading.platforms, reading.how, keyLanguage).join(', ');
  const meant = [signs && `${tell(body.language, 'page.legend')}: ${signs}`, ...framesOf(body, reading)];
  const legend = body.look.legend ? meant.filter(Boolean).join('; ') : '';
  // Modules of at least 0.35 mm, so that a telephone reads them from a hand's breadth (common practice, no source).
  const code = once(() =>
    body.look.code && address ? { size: 14 * MM, drawing: codeOf(address, 14 * MM) } : undefined,
  );
  return {
    paper,
    pages: body.look.pages,
    sizes: sizesOf(body.look),
    named: filled.map((one) => one.index),
    head: (at) => headOf(body, reading, code, at),
    foot: (at, page) => footOf(body, { legend, address, page }, at),
    sections: (at) => blocksOf(body, reading.platforms, said, at),
    // One page by itself needs no number.
    numbered: (page, pages) => (pages > 1 ? tell(body.language, 'print.page', { page, pages }) : ''),
  };
}

function headOf(
  body: EditionBody,
  { platforms }: Reading,
  codeAt: () => Stack['aside'],
  { size, width, measure }: Type,
): Stack {
  const { title, intro, language, number } = body;
  // Where it is set for one platform of several, it says for which.
  const on = platforms.length === 1 && body.platforms.length > 1 ? platformName(platforms[0]!) : '';
  const about = [subjectOf(body), on, tell(language, 'page.edition', { number })].filter(Boolean).join(' · ');
  const code = codeAt();
  const beside = code ? width - code.size - 3 * MM : width;
  const made = stack(
    [
      { kind: 'title', text: title, face: 'head', size: 1.9 * size, tone: 'ink', after: 0.1 * size },
      { kind: 'about', text: about, face: 'text', size: 0.85 * size, tone: 'mid', after: intro ? 0.4 * size : size },
      { kind: 'intro', text: intro, face: 'text', size, tone: 'ink', after: size },
    ],
    { width: beside, measure },
  );
  return { ...made, height: Math.max(made.height, code ? code.size + size : 0), aside: code };
}

function footOf(
  { language, look, credit, terms, independence, publishedOn, number }: EditionBody,
  { legend, address, page }: { readonly legend: string; readonly address: string; readonly page: string },
  { size, width, measure }: Type,
): Stack {
  const small = Math.max(4.5, 0.72 * size);
  const marks = look.marks ? tell(language, 'page.boxes') : '';
  const words = [credit, terms, independence].filter(Boolean).join(' · ');
  const edition = [tell(language, 'print.edition', { number, on: dateIn(language, publishedOn) }), address, page]
    .filter(Boolean)
    .join(' · ');
  const line = (text: string) => ({
    kind: 'foot' as const,
    text,
    face: 'text' as const,
    size: small,
    tone: 'mid' as const,
    after: 0,
  });
  const made = stack([line(legend), line(marks), line(words), line(edition)], { width, measure });
  return { ...made, height: made.height + 0.8 * size };
}

/** What the frame of a key says. */
function kindOf(row: EditionRow, platform: Platform, key: string): KeyKind {
  const shipped = row.shipped[platform];
  return shipped && !shipped.includes(key) ? 'own key' : row.fixed ? 'fixed key' : 'key';
}
/** What the frames that stand on a sheet mean. */
function framesOf({ sections, language }: EditionBody, { platforms }: Reading): string[] {
  const rows = sections.flatMap((one) => one.rows);
  const kinds = new Set(
    rows.flatMap((row) => platforms.flatMap((one) => (row.keys[one] ?? []).map((key) => kindOf(row, one, key)))),
  );
  return [
    ...(kinds.has('own key') ? [tell(language, 'legend.own')] : []),
    ...(kinds.has('fixed key') ? [tell(language, 'legend.fixed')] : []),
  ];
}

/** What a row says: its keys as they are written, platform by platform, and what stands below its name. */
type SaidOf = (row: EditionRow) => {
  readonly keys: readonly (readonly { readonly text: string; readonly kind: KeyKind }[])[];
  readonly details: readonly string[];
};

/** A sheet at a size and column width as blocks, section by section. */
function blocksOf(body: EditionBody, platforms: readonly Platform[], said: SaidOf, type: Type): Block[][] {
  const { size, width, measure } = type;
  const { look, language } = body;
  const rows = body.sections.flatMap((one) => one.rows);
  const ticks = look.marks ? 3 : look.ticks ? 1 : 0;
  const tick = ticks ? (TICK * ticks + 0.25) * size : 0;
  const framed = ({ text }: { text: string }) => measure.width(text, 'keys', KEY_SIZE * size) + 2 * PAD.x * size;
  // Each platform’s keys have a column of their own: as wide as the widest, and never more than its share.
  const most = ((0.46 + 0.12 * (platforms.length - 1)) * (width - tick)) / platforms.length;
  const widths = platforms.map((_, at) =>
    Math.min(most, Math.max(2.2 * size, ...rows.map((row) => Math.max(0, ...said(row).keys[at]!.map(framed))))),
  );
  const from = tick + widths.reduce((sum, one) => sum + one + 0.7 * size, 0);

  const rowBlock = (row: EditionRow): Block => {
    const { texts, frames, put, key } = assembled(size, measure);
    let keysHeight = 0;
    let x = tick;
    const { keys, details } = said(row);
    keys.forEach((list, at) => {
      let y = 0;
      for (const one of list) y += key(breaking(one.text), one.kind, x, y, widths[at]!).height + 0.18 * size;
      if (list.length === 0)
        y = put(tell(language, 'page.no key'), {
          at: SMALL * size,
          tone: 'mid',
          role: 'none',
          x,
          y: PAD.y * size,
          width: widths[at]!,
        });
      keysHeight = Math.max(keysHeight, y);
      x += widths[at]! + 0.7 * size;
    });
    let y = PAD.y * size;
    y += put(row.label, { role: 'label', x: from, y, width: width - from });
    for (const text of details)
      y += put(text, { at: SMALL * size, tone: 'mid', role: 'detail', x: from, y, width: width - from });
    const height = Math.max(keysHeight, y) + 0.42 * size;
    return {
      kind: 'row',
      height,
      keeps: false,
      texts,
      frames,
      ticks,
      fresh: look.marksNew && row.since !== '',
      drawing: null,
    };
  };
  return body.sections
    .filter((section) => section.rows.length + section.figures.length > 0)
    .map(({ title, rows: list, figures }) => [
      ...(title ? [headingOf(title, type)] : []),
      ...figures.filter((one) => platforms.includes(one.platform)).map((one) => figureBlock(one, language, type)),
      ...list.map(rowBlock),
    ]);
}

/** What a row says besides its keys and its name, as far as the sheet says it. */
export function detailsOf(body: EditionBody, row: EditionRow, { platforms, how, ...reading }: Reading): string[] {
  const { look, language } = body;
  const { keyLanguage = language } = reading;
  const shipped = platforms.flatMap((platform) => {
    const before = row.shipped[platform];
    if (!before) return [];
    const keys = before.map((key) => showStored(key, platform, how, US, keyLanguage)).join(', ');
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
    lesson: !row.lesson
      ? ''
      : row.lesson.minutes === null
        ? row.lesson.title
        : tell(language, 'row.minutes', { title: row.lesson.title, minutes: row.lesson.minutes }),
  };
  return [...new Set(look.parts.map((part) => said[part]).filter(Boolean))];
}
