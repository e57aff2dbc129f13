import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { EditionBody, SHEET_PAPERS } from '@crib/core/contract';
import { showStored } from '@crib/core/keys';
import { fit, sheetCsv, sheetMarkdown, stripsIn } from '@crib/core/sheet';
import { formsOf, pdfFacts } from '../src/publish/forms.ts';
import { layoutPdf } from '../src/publish/layout-pdf.ts';
import { runs } from '../../core/test/runs.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'crib-pdf-'))));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const tool = (name: string, ...args: string[]) => execFileSync(name, args, { encoding: 'utf8', maxBuffer: 2 ** 26 });
const decoded = (text: string) =>
  text.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&amp;', '&');

const WORDS = [
  'Place',
  'sounding',
  'Łódź',
  'AVATAR',
  'Tide',
  'naïve',
  'contour',
  '“To”',
  '⌘',
  '<b>',
  'a&b',
  'W.A.',
  '12.5',
  'first',
  'affinity',
] as const;
const phrase = (most: number) =>
  fc.array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: most }).map((list) => list.join(' '));
const KEYS = [['Primary+Shift+D'], ['F5', 'Primary+Alt+PageUp'], [], ['A']];
const body = fc
  .record({
    sections: fc.array(
      fc.record({
        title: phrase(3),
        rows: fc.array(
          fc.record({
            label: phrase(4),
            keys: fc.constantFrom(...KEYS),
            ours: fc.boolean(),
            note: fc.oneof(fc.constant(''), phrase(6)),
          }),
          { minLength: 1, maxLength: 5 },
        ),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    look: fc.record({
      paper: fc.constantFrom(...SHEET_PAPERS),
      landscape: fc.boolean(),
      columns: fc.integer({ min: 1, max: 4 }),
      pages: fc.integer({ min: 1, max: 2 }),
      ticks: fc.boolean(),
    }),
  })
  .map(({ sections, look }) => {
    let at = 0;
    const rows = (list: (typeof sections)[number]['rows']) =>
      list.map(({ label, keys, note, ours }) => ({
        command: `c${at++}`,
        label,
        menu: '',
        keys: { windows: keys },
        shipped: ours ? { windows: [] } : {},
        contexts: ['Chart'],
        note,
        memoryAid: '',
        fixed: false,
      }));
    return EditionBody.parse({
      format: 'crib-sheet',
      version: 1,
      title: 'First week',
      intro: 'All of it.',
      credit: 'School',
      language: 'en',
      number: 3,
      publishedOn: '2026-11-27',
      app: 'Fathomry',
      release: '7.0',
      keyset: { name: 'School set', revision: 1, custom: true },
      platforms: ['windows'],
      look,
      sections: sections.map((one) => ({ title: one.title, rows: rows(one.rows) })),
    });
  });

describe('a sheet as PDF', () => {
  it('says every line where the layout has it, within half a millimetre, tagged, with its faces embedded (poppler, qpdf)', async () => {
    let checked = 0;
    await fc.assert(
      fc.asyncProperty(body, async (one) => {
        const layout = fit(one, { platforms: ['windows'], how: 'words' });
        const file = join(folder, 'sheet.pdf');
        writeFileSync(file, await layoutPdf([layout], pdfFacts(one)));
        const pages = tool('pdftotext', '-bbox', file, '-').split('<page ').slice(1);
        expect(pages).toHaveLength(layout.pages.length);
        pages.forEach((text, at) => {
          const words = [
            ...text.matchAll(/<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*)<\/word>/g),
          ].map(([, x, top, right, bottom, word]) => ({
            x: Number(x),
            top: Number(top),
            right: Number(right),
            bottom: Number(bottom),
            word: decoded(word!),
          }));
          const runs = layout.pages[at]!.placings.flatMap((placing) =>
            placing.texts.flatMap(({ x, y, runs }) => runs.map((run) => ({ ...run, x: x + run.x, y }))),
          );
          expect(
            words
              .map((each) => each.word)
              .join('')
              .replace(/\s/g, '').length,
          ).toBe(
            runs
              .map((run) => run.text)
              .join('')
              .replace(/\s/g, '').length,
          );
          for (const run of runs) {
            const [first] = run.text.trim().split(' ');
            const lead = run.text.startsWith(' ') ? 10 : 1.42;
            const found = words
              .filter(
                (each) => first!.startsWith(each.word) || each.word.startsWith(first!) || each.word.includes(first!),
              )
              .filter((each) => Math.abs(each.x - run.x) < lead || each.word.includes(first!));
            const here = found.filter((each) => each.top < run.y + 1 && each.bottom > run.y - 1);
            expect(here.length, run.text).toBeGreaterThan(0);
          }
          const said = new Set(words.map((each) => each.word));
          const cut = runs
            .flatMap((run) => run.text.trim().split(' '))
            .filter((word) => ![...said].some((each) => each.includes(word)));
          expect(cut).toEqual([]);
          // A line ends where it was measured to end.
          for (const run of runs) {
            const last = run.text.trim().split(' ').at(-1)!;
            const ends = words
              .filter((each) => each.word.endsWith(last) && each.top < run.y + 1 && each.bottom > run.y - 1)
              .map((each) => Math.abs(each.right - run.x - run.width));
            if (ends.length && run.text === run.text.trim()) expect(Math.min(...ends), run.text).toBeLessThan(1.42);
          }
        });
        if (checked++ % 20) return;
        const tree = tool('pdfinfo', '-struct-text', file);
        expect(tree.match(/^\s*LI \(/gm)).toHaveLength(
          one.sections.reduce((sum, section) => sum + section.rows.length, 0),
        );
        for (const section of one.sections)
          for (const row of section.rows) expect(tree.replace(/\s+/g, '')).toContain(row.label.replace(/\s+/g, ''));
        expect(
          tool('pdffonts', file)
            .split('\n')
            .slice(2)
            .filter(Boolean)
            .every((line) => / yes yes yes /.test(line)),
        ).toBe(true);
        const info = tool('pdfinfo', file);
        expect(info).toMatch(/Tagged:\s+yes/);
        expect(tool('qpdf', '--check', file)).toContain('No syntax or stream encoding errors');
      }),
      runs(200),
    );
  });

  it('says the same rows as CSV and Markdown, and what looks like markup is text', async () => {
    await fc.assert(
      fc.asyncProperty(body, async (one) => {
        const rows = one.sections.flatMap((section) =>
          section.rows.map((row) => [
            row.label,
            (row.keys['windows'] ?? []).map((key) => showStored(key, 'windows')).join(' or '),
          ]),
        );
        const csv = Papa.parse<string[]>(sheetCsv(one).slice(1).trim())
          .data.slice(1)
          .map((cells) => [cells[2], cells[4]]);
        expect(csv).toEqual(rows);
        const markdown = sheetMarkdown(one)
          .split('\n')
          .filter((line) => line.startsWith('| ') && !/^\| (---|Command id)/.test(line))
          .map((line) =>
            line
              .slice(2, -2)
              .split(' | ')
              .map((cell) => cell.replace(/\\(.)/g, '$1')),
          );
        expect(markdown.map((cells) => [cells[1], cells[3]])).toEqual(rows);
        expect(sheetMarkdown(one)).not.toContain('<b>');
      }),
      runs(60),
    );
    const forms = await formsOf(
      EditionBody.parse({ ...fc.sample(body, { numRuns: 1, seed: 4 })[0]!, platforms: ['windows', 'macos'] }),
      '/s/first/abcde',
    );
    expect(forms.map((form) => form.ending)).toEqual(['csv', 'md', 'pdf']);
  });

  it('has strips at true scale: keys as far apart as the published pitch, a ruler of 100 mm, drawings with words for who does not see them', async () => {
    const keys = Array.from({ length: 12 }, (_, at) => `F${at + 1}`);
    const rows = [...keys, ...'1234567890'].map((key, at) => ({
      command: `c${at}`,
      label: `Do${at}`,
      menu: '',
      keys: { windows: [key] },
      shipped: {},
      contexts: [],
      note: '',
      memoryAid: '',
      fixed: false,
    }));
    const figure = {
      of: 'room',
      platform: 'windows',
      layout: 'US',
      place: 'Chart',
      keys: [{ sign: 'A', x: 0, y: 0, used: '' }],
      fingers: [],
      rows: [{ held: '', cells: ['free'] }],
    };
    const one = EditionBody.parse({
      ...fc.sample(body, { numRuns: 1, seed: 7 })[0]!,
      look: { strips: { board: 'iso', layout: 'de' } },
      sections: [{ title: 'Keys', rows, figures: [figure] }],
    });
    const [strips] = stripsIn(one);
    const file = join(folder, 'strips.pdf');
    writeFileSync(file, await layoutPdf([strips!], pdfFacts(one)));
    const text = tool('pdftotext', '-bbox', file, '-');
    const at = (word: string) =>
      Number(new RegExp(`<word xMin="([\\d.]+)"[^>]*>${word}</word>`).exec(text)![1]) / (72 / 25.4);
    // From key to key ¾ inch; between F4 and F5, and F8 and F9, half a key more (ISO 9241-410 and common practice, from memory).
    const pitch = keys.slice(1).map((key, n) => at(key) - at(keys[n]!));
    pitch.forEach((mm, n) => expect(Math.abs(mm - (n === 3 || n === 7 ? 28.575 : 19.05)), keys[n]).toBeLessThan(0.1));
    for (let n = 1; n < 9; n++) expect(Math.abs(at(`Do${n + 12}`) - at(`Do${n + 11}`) - 19.05)).toBeLessThan(0.1);
    expect(text).toContain('>100</word>');
    expect(tool('pdfinfo', file)).toMatch(/Page size:\s+841\.\d+ x 595\.\d+/);
    const whole = join(folder, 'figure.pdf');
    writeFileSync(
      whole,
      await layoutPdf(
        [fit(one, { platforms: ['windows'], how: 'words' }, 'https://school.example/s/x/y')],
        pdfFacts(one),
      ),
    );
    for (const path of [file, whole])
      expect(tool('qpdf', '--check', path)).toContain('No syntax or stream encoding errors');
    expect(tool('pdfinfo', '-struct', whole).match(/^\s*Figure$/gm)).toHaveLength(2);
    const objects = tool('qpdf', '--qdf', '--object-streams=disable', whole, '-');
    expect(objects).toContain('/Alt (https://school.example/s/x/y)');
    expect(objects.match(/\/Alt /g)).toHaveLength(2);
    expect((await formsOf(one, 'x')).map((form) => form.ending)).toEqual(['csv', 'md', 'pdf', 'strips.pdf']);
  });
});
