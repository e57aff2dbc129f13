import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import writeXlsxFile from 'write-excel-file/node';
import { beforeAll, describe, expect, it } from 'vitest';
import { openList, readList, type OpenedList } from '../../src/list/index.ts';
import { writeStored } from '../../src/keys/index.ts';
import { shortcuts } from '../arbitraries.ts';
import { catalogue } from './fixtures.ts';
import { met, runs } from '../runs.ts';

const file = (name: string) => readFileSync(new URL(`../fixtures/lists/${name}`, import.meta.url));
const base = catalogue();
const options = { platforms: ['windows', 'macos'], places: base.contexts.map((context) => context.name) };
const open = async (source: Uint8Array | string) => {
  const opened = await openList(source, options);
  if ('code' in opened) throw new Error(opened.sentence);
  return opened;
};
/** What a list says, a line a command: label, keys by platform, and its place or category. */
function said({ tables }: OpenedList): string[] {
  const reading = readList(tables[0]!.table, base);
  if ('code' in reading) throw new Error(reading.sentence);
  const { plan } = reading;
  if (plan.problems.length) throw new Error(plan.problems[0]!.sentence);
  return plan.newCommands.map(({ name, words, home }) => {
    const keys = plan.newBindings
      .filter((one) => one.command === name)
      .map((one) => (one.platform ? `${one.platform}:` : '') + one.shortcut);
    const place = home === 1 ? words.category : `in ${base.contexts.find((one) => one.id === home)?.name}`;
    return [words.label, keys.join(' or '), place].filter(Boolean).join(' = ');
  });
}

const xml = (body: string) =>
  `<?xml version="1.0"?><office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet>${body}</office:spreadsheet></office:body></office:document-content>`;
const ods = (content: string) =>
  zipSync({ mimetype: strToU8('application/vnd.oasis.opendocument.spreadsheet'), 'content.xml': strToU8(content) });
const cell = (text: string, more = '') => `<table:table-cell${more}><text:p>${text}</text:p></table:table-cell>`;
const row = (cells: string, more = '') => `<table:table-row${more}>${cells}</table:table-row>`;
const empty = (count: number) => `<table:table-cell table:number-columns-repeated="${count}"/>`;

let xlsx: Uint8Array;
const sheetOf = (rows: (string | null)[][]) =>
  rows.map((line) => line.map((value) => (value === null ? null : { value, type: String })));
beforeAll(async () => {
  const rows = [
    ['Group', 'Function', 'PC key', 'Mac key'],
    ['Chart window', 'Place sounding', 'D', 'D'],
    [null, 'Trace shoreline', 'T', 'T'],
    ['Plates', 'Add plate', 'Ctrl+Shift+P', '⇧⌘P'],
  ];
  xlsx = new Uint8Array((await writeXlsxFile(sheetOf(rows) as never).toBuffer()) as unknown as Buffer);
});

describe('lists of different shapes are right without correction', () => {
  const DEPTHS = [
    'Place sounding = D = Depths',
    'Repeat last sounding = Alt+Q = Depths',
    'Strike soundings = Shift+S = Depths',
  ];
  const FIRST = [
    'New chart = Ctrl+N',
    'Open recent chart = Ctrl+Shift+O',
    'Table of soundings = F3',
    'Repeat last sounding = Alt+Q',
  ];
  const SHAPES: [string, () => Uint8Array | string, string[]][] = [
    [
      'two columns of a PDF, with dots between',
      () => file('pdf-columns.txt'),
      [...DEPTHS, 'Trace shoreline = T = Lines', 'Join contours = P N = Lines'],
    ],
    [
      'nested key tags',
      () => file('nested-keys.html'),
      [
        'Place sounding = Ctrl+D',
        'Repeat last sounding = Alt+Q',
        'Raise by a step = Ctrl+Shift+=',
        'Join contours & ends = F6 or Ctrl+J',
      ],
    ],
    [
      'merged cells in a spreadsheet',
      () => xlsx,
      [
        'Place sounding = D = Chart window',
        'Trace shoreline = T = Chart window',
        'Add plate = Primary+Shift+P = Plates',
      ],
    ],
    [
      'several tables on a page',
      () => file('several-tables.html'),
      ['Place sounding = D = in Chart window', 'Trace shoreline = T = in Chart window', 'Add buoy = B = Marks'],
    ],
    [
      'both platforms in a cell',
      () => file('both-platforms.csv'),
      [
        'Show drying heights = Primary+J',
        'Save chart = Primary+S',
        'Full screen = windows:F11 or macos:Ctrl+Meta+F',
        'Next window = Ctrl+Tab',
      ],
    ],
    [
      'heading rows',
      () => file('heading-rows.csv'),
      [
        'Place sounding = D = in Chart window',
        'Trace shoreline = T = in Chart window',
        'Add plate = Ctrl+Shift+P = PLATES',
        'Lock plate = PLATES',
      ],
    ],
    [
      'title rows, and headings in another language',
      () => file('title-rows.csv'),
      ['Lotung setzen = D', 'Uferlinie ziehen = T', 'Karte speichern = Ctrl+S'],
    ],
    [
      'Markdown tables under headings',
      () => file('tables.md'),
      ['Place sounding = D = Depths', 'Split | join = Primary+J = Depths', 'Trace shoreline = T = Lines'],
    ],
    ['keys first, no headings', () => file('keys-first.tsv'), FIRST],
    [
      'an ODS with repeated and empty cells',
      () =>
        ods(
          xml(
            `<table:table table:name="Keys">${row(cell('Command') + cell('Windows') + cell('macOS') + empty(1020))}${row(cell('Place sounding') + cell('D', ' table:number-columns-repeated="2"'))}${row(empty(1024), ' table:number-rows-repeated="1048000"')}${row(cell('Save <text:span>chart</text:span>') + cell('Ctrl+S') + cell('⌘S'))}</table:table>`,
          ),
        ),
      ['Place sounding = D', 'Save chart = Primary+S'],
    ],
    [
      'spanning cells',
      () => file('spans.html'),
      [
        'Place sounding = D = in Chart window',
        'Trace shoreline = T = in Chart window',
        'Print plate = Primary+P = Plates',
      ],
    ],
    ['a list of terms', () => file('terms.html'), ['Add buoy = B', 'Add wreck = W', 'Turn mark = Shift+Drag']],
    ['typed lines with a space between', () => file('lines.txt'), FIRST],
  ];
  it.each(SHAPES)('%s', async (_, source, expected) => {
    expect(said(await open(source()))).toEqual(expected);
  });
});

describe('what comes as a file', () => {
  it('is read from Crib’s own JSON, and refused when it is another’s or a newer one', async () => {
    const list = {
      format: 'crib-list',
      version: 1,
      commands: [
        { name: 'depth.place', label: 'Place', contexts: ['Chart window'], keys: { all: ['P X'], macos: ['Meta+D'] } },
      ],
    };
    expect(said(await open(JSON.stringify(list)))).toEqual(['Place = P X or macos:Meta+D = in Chart window']);
    expect(await openList('{"format":"other"}', options)).toMatchObject({ code: 'unknown-format' });
    expect(await openList(JSON.stringify({ ...list, version: 2 }), options)).toMatchObject({ code: 'unknown-format' });
    expect(await openList('{"format":"crib-list","version":1,"commands":[{"label":5}]}', options)).toMatchObject({
      place: { path: 'commands.0.label' },
    });
  });

  it('reads back every shortcut of Crib’s own list as it stands there, whatever it is', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          shortcuts.map(writeStored).filter((key) => key.length <= 200),
          { minLength: 1, maxLength: 4 },
        ),
        async (keys) => {
          const commands = keys.map((key, at) => ({
            name: `c${at}`,
            label: `C${at}`,
            keys: { all: [key], macos: keys },
          }));
          const list = await open(JSON.stringify({ format: 'crib-list', version: 1, commands }));
          const reading = readList(list.tables[0]!.table, base);
          if ('code' in reading) throw new Error(reading.sentence);
          expect(reading.plan.problems).toEqual([]);
          keys.forEach((key, at) => {
            const made = reading.plan.newBindings.filter((one) => one.command === `c${at}`);
            const on = (platform: string | null) => made.filter((one) => one.platform === platform);
            expect(on(null).map((one) => one.shortcut)).toEqual([key]);
            expect(new Set(on('macos').map((one) => one.shortcut))).toEqual(new Set(keys));
          });
        },
      ),
      runs(200),
    );
  });

  it('is refused with a remedy when it is no list', async () => {
    const codes = async (bytes: Uint8Array) => ((await openList(bytes, options)) as { code?: string }).code;
    expect(await codes(strToU8('%PDF-1.7 …'))).toBe('not-text');
    expect(await codes(Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0, 1, 2]))).toBe('not-text');
    expect(await codes(zipSync({ 'a.txt': strToU8('x') }))).toBe('not-text');
    expect(await codes(xlsx.slice(0, 300))).toBe('not-text');
  });

  it('is bounded: packed bombs, entities, endless repeats and spans, deep nesting', async () => {
    const bomb = zipSync({ 'xl/workbook.xml': new Uint8Array(70 * 1024 * 1024) });
    expect(bomb.length).toBeLessThan(1024 * 1024);
    expect(await openList(bomb, options)).toMatchObject({ code: 'file-too-large' });
    const entity = '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]>';
    expect(await openList(ods(entity + xml('')), options)).toMatchObject({ code: 'not-text' });
    const many = ods(
      xml(
        `<table:table>${row(cell('A') + cell('Ctrl+B', ' table:number-columns-repeated="16384"'), ' table:number-rows-repeated="1048576"')}</table:table>`,
      ),
    );
    expect(await openList(many, options)).toMatchObject({ code: 'too-many-cells' });
    for (const address of ['XFD1048576', 'ZZZZ1', 'A9999999']) {
      const stray = zipSync({
        'xl/workbook.xml': strToU8('<workbook/>'),
        'xl/worksheets/sheet1.xml': strToU8(
          `<worksheet><sheetData><row r="1"><c r="A1"/><c r="${address}"/></row></sheetData></worksheet>`,
        ),
      });
      expect(stray.length).toBeLessThan(5000);
      expect(await openList(stray, options), address).toMatchObject({
        code: expect.stringMatching(/too-many-cells|not-text/),
      });
    }
    expect(await openList(`{"a":${'['.repeat(5000)}${']'.repeat(5000)}}`, options)).toMatchObject({ code: 'not-text' });
    const wide = await open(
      `<table><tr><th>Command</th><th>Key</th></tr><tr><td rowspan="999999999">A</td><td colspan="999999999">F5</td></tr></table>`,
    );
    expect(wide.tables[0]!.table.rows).toHaveLength(1);
    const deep = `${'<div>'.repeat(20_000)}<table><tr><td>A</td><td>F5</td></tr></table>`;
    expect(await openList(deep, options)).toHaveProperty('code');
  });

  it('keeps formulas as the value that is stored, and no formula runs', async () => {
    const book = ods(
      xml(
        `<table:table>${row(cell('Command') + cell('Shortcut'))}${row(cell('A', ' table:formula="of:=1+1"') + cell('F5'))}${row(cell('=HYPERLINK(1)') + cell('='))}</table:table>`,
      ),
    );
    expect(said(await open(book))).toEqual(['A = F5', '=HYPERLINK(1) = =']);
  });
});

describe('every reader, whatever it is given', () => {
  const texts = [
    'pdf-columns.txt',
    'nested-keys.html',
    'several-tables.html',
    'both-platforms.csv',
    'heading-rows.csv',
    'tables.md',
    'keys-first.tsv',
    'spans.html',
    'terms.html',
    'lines.txt',
  ].map((name) => file(name));
  const mutated = fc
    .tuple(
      fc.constantFrom(...texts),
      fc.array(fc.tuple(fc.nat(), fc.nat(255), fc.nat(3)), { minLength: 1, maxLength: 8 }),
    )
    .map(([bytes, changes]) => {
      let now = [...bytes];
      for (const [place, byte, how] of changes) {
        const at = place % now.length;
        if (how === 0) now[at] = byte;
        else if (how === 1) now.splice(at, 0, byte);
        else if (how === 2) now.splice(at, 1 + (byte % 20));
        else now = [...now.slice(0, at), ...now.slice(at / 2, at), ...now.slice(at)];
        if (now.length === 0) now = [65];
      }
      return Uint8Array.from(now.slice(0, 4000));
    });
  it('answers with tables or a problem, however it is damaged', async () => {
    let read = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.oneof({ weight: 5, arbitrary: mutated }, fc.uint8Array({ maxLength: 200 }), fc.string({ maxLength: 200 })),
        async (source) => {
          const opened = await openList(source, options);
          if ('code' in opened) return void expect(opened.sentence.length).toBeGreaterThan(10);
          read++;
          for (const { table } of opened.tables) {
            const reading = readList(table, base);
            if ('code' in reading) expect(reading.sentence.length).toBeGreaterThan(10);
          }
        },
      ),
      runs(19_000),
    );
    expect(read).toBeGreaterThan(met(5000));
    const packed = fc.tuple(fc.nat(), fc.nat(255)).map(([place, byte]) => {
      const bytes = Uint8Array.from(xlsx);
      bytes[place % bytes.length] = byte;
      return bytes;
    });
    await fc.assert(
      fc.asyncProperty(packed, async (source) => void (await openList(source, options))),
      runs(1000),
    );
  });
});
