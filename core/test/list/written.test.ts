import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import Papa from 'papaparse';
import writeXlsxFile from 'write-excel-file/node';
import { describe, expect, it } from 'vitest';
import { readCell, readShortcuts, writeStored, type CellResult } from '../../src/keys/index.ts';
import { openList, readList } from '../../src/list/index.ts';
import { catalogue } from './fixtures.ts';
import { runs } from '../runs.ts';

const PLATFORMS = ['windows', 'macos'];
const CELLS = readFileSync(new URL('../fixtures/written-cells.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line && !line.startsWith('# ') && line.includes('\t'))
  .map((line) => line.split('\t') as [string, string]);

const keysOf = (keys: readonly { platform: string | null; shortcut: Parameters<typeof writeStored>[0] }[]) =>
  keys.map(({ platform, shortcut }) => `${platform ? `${platform}:` : ''}${writeStored(shortcut)}`).join(' | ');
function told(result: CellResult): string {
  if (result.kind === 'error') return `! ${result.problem.code}`;
  if (result.kind === 'read') return keysOf(result.keys);
  return `? ${result.readings.map((one) => `${one.each ? 'each ' : ''}${keysOf(one.keys)}`).join(' / ')}`;
}

describe('cells as they are written', () => {
  it.each(CELLS)('%s', (cell, reading) => {
    expect(told(readCell(cell, { platform: null, platforms: PLATFORMS }))).toBe(reading);
  });

  // The keymaps of codemirror 5 as the library itself has them, with a reading by a plain table of its own.
  it('are read as an editor’s own keymap means them', () => {
    const require = createRequire(new URL('../../package.json', import.meta.url));
    const source = readFileSync(require.resolve('codemirror/lib/codemirror.js'), 'utf8');
    const found = [
      ...source.matchAll(
        /"((?:(?:Shift|Ctrl|Alt|Cmd)-)+(?:[A-Z]|Up|Down|Left|Right|Home|End|Backspace|Delete|Enter|Tab))": "\w+"/g,
      ),
    ];
    const NAMES: Record<string, string> = {
      Up: 'ArrowUp',
      Down: 'ArrowDown',
      Left: 'ArrowLeft',
      Right: 'ArrowRight',
      Cmd: 'Meta',
    };
    const cells = [...new Set(found.map(([, keys]) => keys!))];
    expect(cells.length).toBeGreaterThan(45);
    expect(CELLS.length + cells.length).toBeGreaterThan(170);
    for (const cell of cells) {
      const parts = cell.split('-').map((part) => NAMES[part] ?? part);
      const held = ['Ctrl', 'Alt', 'Shift', 'Meta'].filter((one) => parts.slice(0, -1).includes(one));
      expect(told(readCell(cell, { platform: null, platforms: PLATFORMS })), cell).toBe(
        [...held, parts.at(-1)].join('+'),
      );
    }
  });
});

describe('the same cells in a list', () => {
  const escapeXml = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  const rows = CELLS.map(([cell], n) => [`c.${n}`, `Command ${n}`, cell]);
  const header = ['Command id', 'Label', 'Shortcut'];
  const odsRow = (cells: string[]) =>
    `<table:table-row>${cells.map((one) => `<table:table-cell><text:p>${escapeXml(one)}</text:p></table:table-cell>`).join('')}</table:table-row>`;
  const formats: [string, () => Promise<Uint8Array | string> | Uint8Array | string][] = [
    ['csv', () => Papa.unparse([header, ...rows])],
    [
      'html',
      () =>
        `<table>${[header, ...rows].map((row, n) => `<tr>${row.map((one) => (n ? `<td>${escapeXml(one)}</td>` : `<th>${one}</th>`)).join('')}</tr>`).join('\n')}</table>`,
    ],
    [
      'markdown',
      () =>
        [header, ['---', '---', '---'], ...rows]
          .map(
            (row) =>
              `| ${row.map((one) => (one === '---' ? one : one.replace(/[\\|`*_<>[\]]/g, (sign) => `\\${sign}`))).join(' | ')} |`,
          )
          .join('\n'),
    ],
    [
      'xlsx',
      async () =>
        new Uint8Array(
          (await writeXlsxFile(
            [header, ...rows].map((row) => row.map((value) => ({ value, type: String }))) as never,
          ).toBuffer()) as unknown as Buffer,
        ),
    ],
    [
      'ods',
      () =>
        zipSync({
          'content.xml': strToU8(
            `<?xml version="1.0"?><office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet><table:table>${[header, ...rows].map(odsRow).join('')}</table:table></office:spreadsheet></office:body></office:document-content>`,
          ),
        }),
    ],
  ];
  it.each(formats)('read as they are alone: %s', async (format, made) => {
    const opened = await openList(await made(), { platforms: PLATFORMS, places: [] });
    if ('code' in opened) throw new Error(opened.sentence);
    expect(opened.format).toBe(format);
    const base = catalogue();
    const app = { ...base.app, keyPolicy: { ...base.app.keyPolicy, typedLetters: false } };
    const reading = readList(opened.tables[0]!.table, { ...base, app });
    if ('code' in reading) throw new Error(reading.sentence);
    const { plan } = reading;
    const asked = new Set(plan.problems.map((one) => one.place!.line));
    for (const [n, [cell, meant]] of CELLS.entries()) {
      const got = plan.newBindings
        .filter((one) => one.command === `c.${n}`)
        .map((one) => `${one.platform ? `${one.platform}:` : ''}${one.shortcut}`)
        .join(' | ');
      if (/^[?!]/.test(meant)) expect(got, `${format}: ${cell}`).toBe('');
      else expect(got, `${format}: ${cell}`).toBe(meant);
    }
    expect(asked.size).toBe(CELLS.filter(([, meant]) => /^[?!]/.test(meant)).length);
  });
});

describe('text around a shortcut', () => {
  const MODIFIERS = ['Ctrl', 'Alt', 'Shift'];
  const chord = fc
    .tuple(fc.subarray(MODIFIERS, { minLength: 1 }), fc.constantFrom('F5', 'S', 'Enter', '7'))
    .map(([held, key]) => [...held, key].join('+'));
  const around = fc.constantFrom(
    '',
    '*',
    '†',
    '¹',
    ' (saves)',
    ' (was F9)',
    ' [3]',
    ' (Mac only)',
    ' (only there)',
    '(',
    ')',
    ' –',
    '…',
    ' .',
    ' see below',
    ', or',
    ' 2nd',
    ' !',
  );
  it('never makes a stroke of what is no key in it', () => {
    fc.assert(
      fc.property(chord, around, fc.boolean(), (keys, sign, before) => {
        const text = before ? `${sign.trim()} ${keys}` : `${keys}${sign}`;
        const result = readShortcuts(text);
        if (result.kind !== 'read') return;
        const strokes = result.shortcuts.flatMap((one) => one.strokes);
        const [first] = result.shortcuts.map(writeStored);
        // The chord itself, or with a sign that really is a key and stands apart from it.
        const real = /^[(),.!…–-]/.test(sign.trim());
        if (!real) expect([strokes.length, first], text).toEqual([1, keys]);
        else expect(strokes.length, text).toBeLessThanOrEqual(2);
      }),
      runs(2000),
    );
  });
});
