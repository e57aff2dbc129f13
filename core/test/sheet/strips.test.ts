import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EditionBody, SheetFigure } from '../../src/contract/index.ts';
import { BOARDS, LAYOUTS, MODIFIERS, US, inOrder, layoutById, writeStored } from '../../src/keys/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { MM, fit, stripsOf, type Placing, type SheetLayout } from '../../src/sheet/index.ts';
import { figuresOf } from '../../src/sheet/compose/figures.ts';
import { catalogue } from '../list/fixtures.ts';
import { runs } from '../runs.ts';

const bodyOf = (rows: readonly (readonly [label: string, keys: readonly string[]])[]) =>
  EditionBody.parse({
    format: 'crib-sheet',
    version: 1,
    title: 'First week',
    intro: '',
    credit: '',
    language: 'en',
    number: 1,
    publishedOn: '2026-11-27',
    app: 'Fathomry',
    release: '7.0',
    keyset: { name: 'School set', revision: 1, custom: true },
    platforms: ['windows'],
    sections: [
      {
        title: 'All',
        rows: rows.map(([label, keys], at) => ({
          command: `c${at}`,
          label,
          menu: '',
          keys: { windows: keys },
          shipped: {},
          contexts: [],
          note: '',
          memoryAid: '',
          fixed: false,
        })),
      },
    ],
  });
const textOf = ({ texts }: Pick<Placing, 'texts'>) =>
  texts.map(({ runs }) => runs.map((run) => run.text).join('')).join(' ');
const placings = (layout: SheetLayout) => layout.pages.flatMap((page) => page.placings);
/** Where the names of keys begin in the row below a heading, in mm. */
function columns(layout: SheetLayout, heading: string): Map<string, number> {
  const all = placings(layout);
  const head = all[all.findIndex((one) => one.kind === 'heading' && textOf(one) === heading) + 1]!;
  return new Map(head.texts.map((text) => [text.runs[0]!.text, text.x / MM]));
}

describe('strips', () => {
  it('have keys as far apart as on the board: 19.05 mm within a block, half a key more between blocks of function keys', () => {
    const layout = stripsOf(
      bodyOf([
        ['Help', ['F1']],
        ['One', ['1']],
      ]),
      { platform: 'windows', layout: US, board: 'ansi', how: 'words' },
    )!;
    const above = columns(layout, 'Above the function keys');
    const digits = columns(layout, 'Above the number keys');
    // ANSI INCITS 154 and ISO 9241-410, from memory: three quarters of an inch from key to key.
    const apart = (from: string, to: string, on = above) => on.get(to)! - on.get(from)!;
    expect(apart('F1', 'F2')).toBeCloseTo(19.05, 3);
    expect(apart('F1', 'F4')).toBeCloseTo(57.15, 3);
    expect(apart('F4', 'F5')).toBeCloseTo(28.575, 3);
    expect(apart('F1', 'F12')).toBeCloseTo(247.65 - 19.05, 3);
    expect(apart('1', '0', digits)).toBeCloseTo(171.45, 3);
  });

  it('are made of whatever a keyboard can make, on every layout, platform and board', () => {
    const modifiers = fc.subarray([...MODIFIERS].filter((one) => one !== 'Primary' && !/^(?:Left|Right)/.test(one)));
    const key = fc.constantFrom('F5', '1', 'A', 'ß', 'ArrowUp');
    const shortcut = fc.tuple(modifiers, key).map(([held, name]) => {
      const by = /^(?:F5|ArrowUp)$/.test(name)
        ? { by: 'name' as const, name: name as 'F5' }
        : { by: 'character' as const, character: name };
      return writeStored({ strokes: [{ kind: 'key', modifiers: inOrder(held), key: by }], manner: 'pressed' });
    });
    const board = fc.record({
      platform: fc.constantFrom('windows', 'macos', 'linux'),
      layout: fc.constantFrom(...LAYOUTS),
      board: fc.constantFrom(...BOARDS.map((one) => one.id)),
      how: fc.constantFrom('words' as const, 'symbols' as const),
    });
    fc.assert(
      fc.property(fc.array(shortcut, { minLength: 1, maxLength: 6 }), board, (keys, on) => {
        const body = bodyOf([['Do', keys]]);
        const row = { ...body.sections[0]!.rows[0]!, keys: { [on.platform]: keys } };
        stripsOf({ ...body, platforms: [on.platform], sections: [{ ...body.sections[0]!, rows: [row] }] }, on);
      }),
      {
        examples: [
          [
            ['AltGr+Shift+F5', 'AltGr+Shift+1', 'AltGr+Meta+F5'],
            { platform: 'linux', layout: layoutById('de')!, board: 'iso', how: 'words' },
          ],
        ],
      },
    );
  });

  it('have each single press of the row under its key and beside what is held, on every board and layout', () => {
    const keys = Array.from({ length: 12 }, (_, at) => `F${at + 1}`);
    const held = ['', 'Ctrl+', 'Shift+', 'Ctrl+Alt+'];
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(fc.constantFrom(...held), fc.constantFrom(...keys)), {
          minLength: 1,
          maxLength: 9,
          selector: (one) => one.join(''),
        }),
        fc.constantFrom(...LAYOUTS),
        fc.constantFrom(...BOARDS),
        (presses, layout, board) => {
          const rows = presses.map(([modifiers, key], at) => [`Do${at}`, [modifiers + key]] as const);
          const made = stripsOf(bodyOf(rows), { platform: 'windows', layout, board: board.id, how: 'words' })!;
          const above = columns(made, 'Above the function keys');
          const all = placings(made).filter((one) => one.kind === 'row');
          presses.forEach(([modifiers, key], at) => {
            const found = all.filter((one) => textOf(one).split(' ').includes(`Do${at}`));
            expect(found).toHaveLength(1);
            const cell = found[0]!.texts.find((text) => text.runs[0]!.text === `Do${at}`)!;
            expect(cell.x / MM).toBeCloseTo(above.get(key)!, 3);
            const line = textOf(found[0]!).replaceAll('+ ', '+');
            expect(line.startsWith(modifiers.slice(0, -1))).toBe(true);
            if (modifiers === '') expect(line).not.toMatch(/Ctrl|Shift|Alt/);
          });
          for (const { x, y, width, height } of placings(made)) {
            expect(x + width).toBeLessThanOrEqual(made.width);
            expect(y + height).toBeLessThanOrEqual(made.height);
          }
        },
      ),
      runs(150),
    );
  });

  it('go by where a key is on a layout, label a cap for each key that writes, and are none where nothing is one press', () => {
    const german = layoutById('de')!;
    const on = (rows: Parameters<typeof bodyOf>[0], layout = US) =>
      stripsOf(bodyOf(rows), { platform: 'windows', layout, board: 'iso', how: 'words' });
    // A slash is on the 7 of a German keyboard, and on none of the digits of a US one.
    const slash = on([['Search', ['Ctrl+/']]], german)!;
    const digits = columns(slash, 'Above the number keys');
    const cell = placings(slash)
      .flatMap((one) => one.texts)
      .find((text) => text.runs[0]!.text === 'Search')!;
    expect(cell.x / MM).toBeCloseTo(digits.get('7')!, 3);
    expect(placings(on([['Search', ['Ctrl+/']]])!).some((one) => textOf(one) === 'Above the number keys')).toBe(false);
    const caps = placings(
      on(
        [
          ['Place sounding', ['D']],
          ['Delete', ['Ctrl+D']],
          ['Zoom', ['Z']],
        ],
        german,
      )!,
    );
    const row = textOf(caps[caps.findIndex((one) => textOf(one) === 'Key labels') + 1]!);
    expect(row).toMatch(/D Place sounding/);
    expect(row).not.toContain('Delete');
    expect(
      on([
        ['Join', ['P C']],
        ['Pan', ['hold:Space']],
        ['Turn', ['Shift+Drag']],
        ['Nothing', []],
      ]),
    ).toBeNull();
    // What is too long for a cell ends in dots, and is whole on the sheet.
    const long = 'Nonesuch '.repeat(40).trim();
    expect(placings(on([[long, ['F5']]])!).some((one) => textOf(one).includes('…'))).toBe(true);
  });
});

describe('drawings', () => {
  const base = catalogue(
    [{ label: 'Place' }, { label: 'Join' }, { label: 'Save' }],
    [
      { command: 1, shortcut: 'S' },
      { command: 2, shortcut: 'P C' },
      { command: 3, shortcut: 'Ctrl+Q' },
      { command: 3, shortcut: 'F5', contexts: [4] },
    ],
  );
  const figure = (of: 'reach' | 'room', context: number | null = null, layout = 'us') =>
    figuresOf(SheetFigure.parse({ of, layout, context }), opened(base), 1);

  it('tell which keys are used alone, only with others, or not at all; in the place they are of', () => {
    const [windows] = figure('reach');
    const used = (name: string, list = windows!) => list.keys.find((one) => one.sign === name)?.used;
    expect(['S', 'P', 'Q', 'X', 'F5'].map((name) => used(name))).toEqual(['alone', 'alone', 'held', '', '']);
    expect(used('F5', figure('reach', 4)[0]!)).toBe('alone');
    // A key as far from its neighbour as the board has them.
    const at = (name: string) => windows!.keys.find((one) => one.sign === name)!;
    expect(at('W').x - at('Q').x).toBeCloseTo(19.05);
  });

  it('of room left have a cell for each key and each way to hold something, and are drawn in forms that ink alone tells', () => {
    const [windows, macos] = figure('room');
    expect([windows!.rows.length, macos!.rows.length]).toEqual([8, 16]);
    const cell = (held: string, sign: string) =>
      windows!.rows.find((row) => row.held === held)!.cells[windows!.keys.findIndex((one) => one.sign === sign)];
    expect([cell('', 'S'), cell('', 'P'), cell('Ctrl', 'Q')]).toEqual(['taken', 'taken', 'taken']);
    const body = EditionBody.parse({
      ...bodyOf([]),
      sections: [{ title: 'Drawn', rows: [], figures: [windows, figure('reach')[0]] }],
    });
    const layout = fit(body, { platforms: ['windows'], how: 'words' });
    const drawn = placings(layout).filter((one) => one.drawing && one.section === 0);
    expect(drawn).toHaveLength(2);
    const free = windows!.rows.flatMap((row) => row.cells).filter((state) => state === 'free').length;
    expect(drawn[0]!.drawing!.alt).toContain(
      `${free} of ${8 * windows!.keys.length} key combinations free in Everywhere`,
    );
    expect(drawn[0]!.drawing!.strokes.filter((one) => one.line === null && one.tone === 'ink')).toHaveLength(
      windows!.rows.flatMap((row) => row.cells).filter((state) => state === 'taken').length,
    );
    for (const { x, width, height, y } of drawn) {
      expect(x + width).toBeLessThanOrEqual(layout.width);
      expect(y + height).toBeLessThanOrEqual(layout.height);
    }
  });
});
