import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { openList } from '../../src/list/index.ts';
import { tableHtml, tableMarkdown } from '../../src/sheet/index.ts';
import { runs } from '../runs.ts';

const hostile = fc
  .string({
    unit: fc.constantFrom('|', '<', '>', '&', '"', '\\', '`', '*', '_', '[', 'a', 'é', ' ', '=', '+'),
    minLength: 1,
    maxLength: 12,
  })
  .map((text) => `x${text}x`);

describe('a table that is handed out', () => {
  it.each([
    ['HTML', tableHtml, 'html'],
    ['Markdown', tableMarkdown, 'markdown'],
  ])('is read back from %s with every hostile cell as text', async (_, write, format) => {
    const rows = fc.array(fc.tuple(hostile, fc.constantFrom('F5', 'Ctrl+J')), { minLength: 1, maxLength: 4 });
    await fc.assert(
      fc.asyncProperty(rows, async (cells) => {
        const opened = await openList(write({ header: ['Command', 'Shortcut'], rows: cells }), {
          platforms: ['windows'],
          places: [],
        });
        if ('code' in opened) throw new Error(opened.sentence);
        expect(opened.format).toBe(format);
        const spaces = (text: string) => text.replace(/ +/g, ' ');
        expect(opened.tables[0]!.table.rows.map((row) => row.cells[0])).toEqual(cells.map(([label]) => spaces(label)));
      }),
      runs(500),
    );
  });
});
