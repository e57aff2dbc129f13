import { createRequire } from 'node:module';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EditionBody, SHEET_PAPERS } from '../../src/contract/index.ts';
import {
  FACE_TABLES,
  MM,
  balanced,
  fit,
  fitsAt,
  layoutText,
  leastAt,
  measurer,
  pageHtml,
  paperOf,
  place,
  sizesOf,
  type Face,
  type Item,
  type SheetLayout,
} from '../../src/sheet/index.ts';
import { met, runs } from '../runs.ts';

const require = createRequire(new URL('../../../server/package.json', import.meta.url));
/** The little of fontkit that is asked for here. */
interface Font {
  readonly unitsPerEm: number;
  readonly ascent: number;
  readonly descent: number;
  hasGlyphForCodePoint(code: number): boolean;
  glyphForCodePoint(code: number): { readonly advanceWidth: number };
  layout(
    text: string,
    features: Record<string, boolean>,
  ): { readonly positions: readonly { readonly xAdvance: number }[] };
}
const { openSync } = require('fontkit') as { openSync(file: string): Font };
const google = (family: string, weight: string, file: string) =>
  require.resolve(`@expo-google-fonts/${family}/${weight}/${file}_${weight}.ttf`);
const FILES: Record<Face, string> = {
  text: google('atkinson-hyperlegible-next', '400Regular', 'AtkinsonHyperlegibleNext'),
  head: google('bricolage-grotesque', '700Bold', 'BricolageGrotesque'),
  keys: google('atkinson-hyperlegible-mono', '500Medium', 'AtkinsonHyperlegibleMono'),
  signs: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
};
const WORDS = [
  'Place',
  'sounding',
  'Łódź',
  'AVATAR',
  'Tide',
  'naïve',
  'Ctrl+Shift+D',
  'a',
  'contour',
  '“To”',
  '⌘',
  'Überschrift',
  'W.A.',
  '12.5',
] as const;
const phrase = (most: number) =>
  fc.array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: most }).map((list) => list.join(' '));
const KEYS = [['Primary+Shift+D'], ['F5', 'Primary+Alt+PageUp'], [], ['A']];
const body: fc.Arbitrary<EditionBody> = fc
  .record({
    sections: fc.array(
      fc.record({
        title: phrase(3),
        rows: fc.array(
          fc.record({ label: phrase(5), keys: fc.constantFrom(...KEYS), note: fc.oneof(fc.constant(''), phrase(7)) }),
          { maxLength: 14 },
        ),
      }),
      { minLength: 1, maxLength: 6 },
    ),
    look: fc.record({
      paper: fc.constantFrom(...SHEET_PAPERS),
      landscape: fc.boolean(),
      columns: fc.integer({ min: 1, max: 4 }),
      pages: fc.integer({ min: 1, max: 2 }),
      ticks: fc.boolean(),
      largePrint: fc.boolean(),
      legend: fc.boolean(),
    }),
    intro: fc.oneof(fc.constant(''), phrase(20)),
  })
  .map(({ sections, look, intro }) => {
    let at = 0;
    const rows = (list: (typeof sections)[number]['rows']) =>
      list.map(({ label, keys, note }) => ({
        command: `c${at++}`,
        label,
        menu: '',
        keys: { windows: keys },
        shipped: {},
        contexts: [],
        note,
        memoryAid: '',
        fixed: false,
      }));
    return EditionBody.parse({
      format: 'crib-sheet',
      version: 1,
      title: 'First week',
      intro,
      credit: 'School',
      language: 'en',
      number: 1,
      publishedOn: '2026-11-27',
      app: 'Fathomry',
      release: '7.0',
      keyset: { name: 'School set', revision: 1, custom: true },
      platforms: ['windows'],
      look,
      sections: sections.map((one) => ({ title: one.title, rows: rows(one.rows) })),
    });
  });
const reading = { platforms: ['windows'], how: 'words' } as const;
const standing = (layout: SheetLayout) =>
  layout.pages.flatMap((page, at) => page.placings.map((one) => ({ ...one, page: at })));

describe('texts', () => {
  it('are as wide as fontkit lays them out from the font files that ship, kerned and without ligatures', () => {
    const faces = Object.entries(FILES).map(([face, file]) => [face as Face, openSync(file)] as const);
    const { width } = measurer();
    let kerned = 0;
    fc.assert(
      fc.property(fc.nat(faces.length - 1), phrase(6), (which, text) => {
        const [face, font] = faces[which]!;
        const plain = [...text]
          .filter((sign) => font.hasGlyphForCodePoint(sign.codePointAt(0)!))
          .join('')
          .trim();
        const { positions } = font.layout(plain, {
          liga: false,
          clig: false,
          calt: false,
          ...(face === 'signs' ? { kern: false } : {}),
        });
        const sum =
          positions.reduce((all: number, one: { xAdvance: number }) => all + one.xAdvance, 0) / font.unitsPerEm;
        // Kerning is kept for the letters of ASCII and Latin-1; others are kerned by no more than a hundredth of an em.
        expect(Math.abs(width(plain, face, 1) - sum)).toBeLessThan(0.01 * Math.max(3, plain.length / 4));
        const loose =
          [...plain].reduce((all, sign) => all + font.glyphForCodePoint(sign.codePointAt(0)!).advanceWidth, 0) /
          font.unitsPerEm;
        if (Math.abs(loose - sum) > 0.02) kerned++;
      }),
      runs(400),
    );
    expect(kerned).toBeGreaterThan(met(50));
    for (const [face, font] of faces)
      expect([FACE_TABLES[face].ascent, FACE_TABLES[face].descent]).toEqual([font.ascent, font.descent]);
  });

  it('are broken into lines that fit, lose no word, and could not take the next one', () => {
    fc.assert(
      fc.property(phrase(14), fc.integer({ min: 30, max: 200 }), (text, most) => {
        const { lines, width } = measurer();
        const found = lines(text, 'text', 10, most).map((line) => line.runs.map((run) => run.text).join(''));
        expect(found.join(' ').replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
        for (const line of found) expect(width(line, 'text', 10)).toBeLessThanOrEqual(most + 1e-6);
        const words = text.split(' ');
        if (words.every((word) => width(word, 'text', 10) <= most)) {
          expect(found.join(' ')).toBe(text);
          found
            .slice(0, -1)
            .forEach((line, at) =>
              expect(width(`${line} ${found[at + 1]!.split(' ')[0]}`, 'text', 10)).toBeGreaterThan(most - 1e-6),
            );
        }
      }),
    );
  });
});

describe('columns', () => {
  const items = fc.array(fc.record({ height: fc.integer({ min: 1, max: 5 }), keeps: fc.constant(false) }), {
    minLength: 1,
    maxLength: 3,
  });
  const titled = items.map((list): Item[] => [{ height: 1, keeps: true }, ...list]);
  /** Every way to break a row of things into columns, by brute force: whether it can be, and with how few broken sections. */
  function fewest(sections: readonly (readonly Item[])[], heights: readonly number[]): number | null {
    let best: number | null = null;
    const go = (section: number, item: number, column: number, y: number, broken: number, split: boolean): void => {
      if (column >= heights.length || (best !== null && broken >= best)) return;
      if (section === sections.length) {
        best = broken;
        return;
      }
      const one = sections[section]![item]!;
      const ends = item + 1 === sections[section]!.length;
      const from = item === 0 && y > 0 ? y + 1 : y;
      const stays = one.keeps ? sections[section]![item + 1]!.height : 0;
      if (from + one.height + stays <= heights[column]!)
        go(ends ? section + 1 : section, ends ? 0 : item + 1, column, from + one.height, broken, ends ? false : split);
      const kept = item > 0 && sections[section]![item - 1]!.keeps;
      if (!kept) go(section, item, column + 1, 0, broken + (item > 0 && !split ? 1 : 0), split || item > 0);
    };
    go(0, 0, 0, 0, 0, false);
    return best;
  }
  it('take all sections with the fewest of them broken, as trying every break finds', () => {
    let broken = 0;
    fc.assert(
      fc.property(
        fc.array(titled, { minLength: 1, maxLength: 4 }),
        fc.array(fc.integer({ min: 5, max: 12 }), { minLength: 1, maxLength: 3 }),
        (sections, heights) => {
          const found = place(sections, heights, 1);
          expect(found?.broken ?? null).toBe(fewest(sections, heights));
          if (!found) return;
          if (found.broken) broken++;
          // In order, nothing over another, nothing out of its column; evening them out breaks no more.
          const even = balanced(sections, heights, 1)!;
          expect(even.broken).toBe(found.broken);
          for (const { spots } of [found, even]) {
            const flat = spots.flatMap((list, s) =>
              list.map((spot, i) => ({ ...spot, end: spot.y + sections[s]![i]!.height })),
            );
            flat.forEach((one, at) => {
              expect(one.end).toBeLessThanOrEqual(heights[one.column]! + 1e-6);
              const next = flat[at + 1];
              if (next) expect(next.column > one.column || next.y >= one.end - 1e-6).toBe(true);
            });
          }
          const highest = ({ spots }: typeof even) =>
            Math.max(...spots.flatMap((list, s) => list.map((spot, i) => spot.y + sections[s]![i]!.height)));
          expect(highest(even)).toBeLessThanOrEqual(highest(found) + 1e-6);
        },
      ),
      runs(400, 1),
    );
    expect(broken).toBeGreaterThan(met(20));
  });
});

describe('a sheet laid out', () => {
  it('loses nothing, doubles nothing, keeps the order, and stays on its paper', () => {
    let over = 0;
    fc.assert(
      fc.property(body, (one) => {
        const layout = fit(one, reading);
        const all = standing(layout);
        const rows = all.filter((each) => each.kind === 'row').map((each) => `${each.section} ${each.row}`);
        expect(rows).toEqual(one.sections.flatMap((section, s) => section.rows.map((_, r) => `${s} ${r}`)));
        const said = layoutText(layout).join(' ').replace(/\s/g, '');
        for (const { title, rows: list } of one.sections) {
          if (list.length) expect(said).toContain(title.replace(/\s/g, ''));
          for (const row of list) expect(said).toContain(row.label.replace(/\s/g, ''));
        }
        if (layout.fits) expect(layout.pages.length).toBeLessThanOrEqual(one.look.pages);
        expect(layout.pages.map((page) => page.over)).toEqual(layout.pages.map((_, at) => at >= one.look.pages));
        if (!layout.fits) over++;
        for (const { x, y, width, height, texts } of all) {
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x + width).toBeLessThanOrEqual(layout.width + 1e-6);
          if (layout.fits) expect(y + height).toBeLessThanOrEqual(layout.height + 1e-6);
          for (const text of texts)
            for (const run of text.runs)
              expect(text.x + run.x + run.width).toBeLessThanOrEqual(layout.width - 8 * (layout.size > 15 ? 0 : 1));
        }
        expect(fit(one, reading)).toEqual(layout);
        expect(pageHtml(layout, layout.pages[0]!, { title: one.title }).match(/<span class="l /g)!.length).toBe(
          layout.pages[0]!.placings.flatMap((each) => each.texts.flatMap((text) => text.runs)).length,
        );
      }),
      runs(120, 1),
    );
    expect(over).toBeGreaterThan(met(3));
  });

  it('is set in the largest type that fits: a quarter of a point more and it does not; nearly always the largest of all', () => {
    let [compared, largest] = [0, 0];
    fc.assert(
      fc.property(body, (one) => {
        const sizes = sizesOf(one.look);
        const { fits, size } = fit(one, reading);
        expect(fitsAt(one, reading, size)).toBe(fits);
        const next = sizes[sizes.indexOf(size) + 1];
        if (fits && next !== undefined) expect(fitsAt(one, reading, next)).toBe(false);
        if (!fits) expect(size).toBe(sizes[0]);
        compared++;
        if (sizes.findLast((each) => fitsAt(one, reading, each)) === (fits ? size : undefined)) largest++;
      }),
      runs(60),
    );
    expect(largest / compared).toBeGreaterThan(0.9);
  });

  it('is on paper of its size, and no smaller than is read from where it hangs', () => {
    // ISO 216: A4 210 × 297 mm, A3 297 × 420, A6 105 × 148; ANSI/ASME Y14.1: Letter 8.5 × 11 in.
    const size = (paper: (typeof SHEET_PAPERS)[number], landscape = false) =>
      [paperOf({ paper, landscape, columns: 1 })].map(({ width, height }) =>
        [width / MM, height / MM].map((one) => Math.round(10 * one) / 10),
      )[0];
    expect([size('a4'), size('a3', true), size('pocket'), size('letter')]).toEqual([
      [210, 297],
      [420, 297],
      [148, 105],
      [215.9, 279.4],
    ]);
    // 16 minutes of arc at 60 cm are 2.79 mm, the capital’s height; 0.668 em of this face: 4.18 mm, 11.85 pt.
    expect(leastAt(60)).toBeCloseTo(11.85, 1);
    expect(sizesOf({ distance: null, largePrint: true })[0]).toBe(16);
  });
});
