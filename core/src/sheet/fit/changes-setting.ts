import type { ChangeLine, ChangesBody } from '../../contract/index.ts';
import { US, platformName, showStored, type Platform } from '../../keys/index.ts';
import { dateIn, tell } from '../../words/index.ts';
import { appliesOn, changesFrom, keysOfLine } from '../compose/changes.ts';
import { KEY_SIZE, PAD, SMALL, assembled, headingOf, type Block } from './blocks.ts';
import type { Face } from './metrics.generated.ts';
import { paperOf } from './paper.ts';
import type { Type } from './measure.ts';
import { stack, type Setting } from './setting.ts';
import { breaking, type Reading } from './sheet-setting.ts';

/** Change notes are read, not hung on a wall: one size on as many pages as they take. */
const SIZE = 9.5;
const MOST_PAGES = 60;
/** How much of a line its keys take. */
const COLUMN = 0.32;

/** Change notes as they are set: a line a change, its keys before and now at the left. */
export function changesSetting(body: ChangesBody, reading: Reading, address: string): Setting {
  const { language, title, intro, credit, number, publishedOn } = body;
  const { platforms } = reading;
  const groups = body.groups
    .map((group, index) => ({
      ...group,
      index,
      lines: group.lines.filter((line) => platforms.some((one) => appliesOn(line, one))),
    }))
    .filter((group) => group.lines.length > 0);
  const on = platforms.length === 1 && body.platforms.length > 1 ? ` · ${platformName(platforms[0]!)}` : '';
  return {
    paper: paperOf({ paper: 'a4', landscape: false, columns: 1 }),
    pages: MOST_PAGES,
    sizes: [SIZE],
    named: groups.map((one) => one.index),
    head: ({ size, width, measure }) =>
      stack(
        [
          { kind: 'title', text: title, face: 'head', size: 1.9 * size, tone: 'ink', after: 0.1 * size },
          {
            kind: 'about',
            text: `${changesFrom(body)}${on}`,
            face: 'text',
            size: 0.85 * size,
            tone: 'mid',
            after: intro ? 0.4 * size : size,
          },
          { kind: 'intro', text: intro, face: 'text', size, tone: 'ink', after: size },
        ],
        { width, measure },
      ),
    foot: ({ size, width, measure }, page) => {
      const text = (words: string) => ({
        kind: 'foot' as const,
        text: words,
        face: 'text' as const,
        size: 0.75 * size,
        tone: 'mid' as const,
        after: 0,
      });
      const edition = [tell(language, 'print.edition', { number, on: dateIn(language, publishedOn) }), address, page]
        .filter(Boolean)
        .join(' · ');
      const made = stack([text(credit), text(edition)], { width, measure });
      return { ...made, height: made.height + 0.8 * size };
    },
    sections: (type) =>
      groups.map(({ title: heading, lines }) => [
        headingOf(heading, type),
        ...lines.map((line) => lineBlock(body, line, reading, type)),
      ]),
    numbered: (page, pages) => tell(language, 'print.page', { page, pages }),
  };
}

/** The keys of a line on each platform; once, where all platforms read alike. */
function keysOf(line: ChangeLine, { platforms, how, keyLanguage }: Reading, body: ChangesBody) {
  const shown = (key: string, platform: Platform) => showStored(key, platform, how, US, keyLanguage ?? body.language);
  return keysOfLine(line, platforms, shown).map(({ platform, before, after }) => {
    const written = (keys: readonly string[]) => keys.map((key) => shown(key, platform ?? platforms[0]!));
    return { on: platform ? platformName(platform) : '', before: written(before), after: written(after) };
  });
}

function lineBlock(body: ChangesBody, line: ChangeLine, reading: Reading, { size, width, measure }: Type): Block {
  const { texts, frames, put, key } = assembled(size, measure);
  const column = COLUMN * width;
  const [step, high] = [0.4 * size, KEY_SIZE * 1.25 * size + 2 * PAD.y * size];
  let y = 0;
  for (const { on, before, after } of keysOf(line, reading, body)) {
    if (on) y += put(on, { at: SMALL * size, tone: 'mid', role: 'detail', x: 0, y: y + 0.1 * size, width: column });
    let [x, lowest] = [0, y];
    const room = (wide: number) => {
      if (x === 0 || x + wide <= column) return;
      [x, y] = [0, lowest + 0.18 * size];
    };
    const frame = (written: string) => {
      const wide = Math.min(column, measure.width(written, 'keys', KEY_SIZE * size) + 2 * PAD.x * size);
      room(wide);
      // Of several frames on a line each is as high as its own lines: the next line begins below the highest.
      const made = key(breaking(written), 'key', x, y, column);
      lowest = Math.max(lowest, y + made.height);
      x += made.width + step;
    };
    before.forEach(frame);
    if (after.length) {
      const wide = measure.width('→', 'text', size);
      room(wide);
      put('→', { role: 'arrow', x, y: y + PAD.y * size, width: column, tone: 'mid' });
      lowest = Math.max(lowest, y + high);
      x += wide + step;
    }
    after.forEach(frame);
    y = lowest + 0.25 * size;
  }
  const from = column + 1.2 * size;
  let down = PAD.y * size;
  const say = (text: string, small: boolean, face: Face = 'text') => {
    down += put(text, {
      face,
      at: (small ? SMALL : 1) * size,
      tone: small ? 'mid' : 'ink',
      role: small ? 'detail' : 'label',
      x: from,
      y: down,
      width: width - from,
    });
  };
  say(line.subject, false, 'head');
  say(line.text, false);
  if (line.where !== 'Everywhere') say(line.where, true);
  say(line.reason, true);
  return {
    kind: 'row',
    height: Math.max(y, down) + 0.42 * size,
    keeps: false,
    texts,
    frames,
    ticks: 0,
    fresh: false,
    drawing: null,
  };
}
