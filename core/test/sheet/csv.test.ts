import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { EditionBody, EditionRow } from '../../src/contract/index.ts';
import { sheetCsv } from '../../src/sheet/index.ts';
import { runs } from '../runs.ts';

const texts = fc.string({
  unit: fc.constantFrom('a', 'é', '=', '+', '-', '@', "'", '"', ',', ';', '\n', '\t', '\r', '<', ' ', '|'),
  maxLength: 8,
});
const rows: fc.Arbitrary<EditionRow> = fc
  .record({
    command: texts,
    label: texts,
    menu: texts,
    keys: fc.constantFrom<Record<string, string[]>>(
      { windows: ['Ctrl++', '-'] },
      { windows: ['='] },
      { windows: [] },
      {},
    ),
    shipped: fc.constant({}),
    contexts: fc.array(texts, { maxLength: 2 }),
    note: texts,
    memoryAid: texts,
    fixed: fc.boolean(),
  })
  .map((row) => EditionRow.parse(row));
const bodyOf = (list: EditionRow[]): EditionBody =>
  EditionBody.parse({
    format: 'crib-sheet',
    version: 1,
    title: 'T',
    intro: '',
    credit: '',
    language: 'en',
    changing: null,
    number: 1,
    publishedOn: '2026-11-24',
    app: 'A',
    release: '1',
    keyset: { name: 'K', revision: 1, custom: true },
    platforms: ['windows'],
    sections: [{ title: '=S', rows: list }],
  });

describe('a sheet as CSV', () => {
  it('gives every cell back, and lets none begin as a formula does (RFC 4180, read by Papa Parse)', () => {
    fc.assert(
      fc.property(fc.array(rows, { minLength: 1, maxLength: 4 }), (list) => {
        const text = sheetCsv(bodyOf(list));
        const read = Papa.parse<string[]>(text.slice(1), { newline: '\r\n', delimiter: ',' }).data.slice(0, -1);
        expect(read.length).toBe(list.length + 1);
        for (const [i, row] of list.entries()) {
          const cells = read[i + 1]!;
          expect(cells.length).toBe(8);
          for (const cell of cells) expect(cell).not.toMatch(/^[=+\-@\t\r\n]/);
          const bare = cells.map((cell) => (/^'[=+\-@'\t\r\n]/.test(cell) ? cell.slice(1) : cell));
          const keys = (row.keys['windows'] ?? []).join(' or ');
          expect(bare).toEqual([
            '=S',
            row.command,
            row.label,
            row.contexts.join('; '),
            keys,
            row.menu,
            row.note,
            row.memoryAid,
          ]);
        }
      }),
      runs(1000),
    );
  });
});
