import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EditionBody, ROW_PARTS, type EditionRow } from '../../src/contract/index.ts';
import { US } from '../../src/keys/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import { detailsOf, differences, fit, layoutText, pageHtml, type SheetLayout } from '../../src/sheet/index.ts';

const keyboards = keyboardsOf([US], ['windows', 'macos']);
const plain = {
  command: 'a',
  label: 'Alpha',
  menu: 'File › Alpha',
  keys: { windows: ['Primary+J'], macos: ['Primary+J'] },
  shipped: { windows: ['F5'], macos: [] },
  contexts: ['Chart', 'Table'],
  note: 'a note',
  memoryAid: 'A for alpha',
  fixed: false,
  needs: 'a line',
  then: 'Enter accepts',
  sign: 'a dot',
  states: ['Day', 'Night'],
  advice: 'the quickest',
  reason: 'nearer',
  lesson: { title: 'Lines', address: 'https://school.example/1', minutes: 7 },
};
const bodyOf = (rows: object[], look: object = {}, language = 'en') =>
  EditionBody.parse({
    format: 'crib-sheet',
    version: 1,
    title: 'First <week> & more',
    intro: '',
    credit: '',
    language,
    number: 2,
    publishedOn: '2026-11-27',
    app: 'Fathomry',
    release: '7.0',
    keyset: { name: 'School set', revision: 1, custom: true },
    platforms: ['windows', 'macos'],
    look,
    sections: [{ title: 'All', rows }],
  });
const rectsOf = ({ pages }: SheetLayout) => pages.flatMap((page) => page.placings.flatMap((one) => one.rects));

describe('what a row says', () => {
  it('is just what the sheet asks for, each once, in the language of the sheet', () => {
    const wanted: Record<(typeof ROW_PARTS)[number], string> = {
      place: 'Chart, Table',
      menu: 'File › Alpha',
      note: 'a note',
      'memory aid': 'A for alpha',
      origin: 'default: F5',
      needs: 'needs: a line',
      then: 'afterwards: Enter accepts',
      sign: 'you see: a dot',
      states: 'Day, Night',
      advice: 'the quickest',
      lesson: 'Lines, 7 min',
      reason: 'nearer',
    };
    fc.assert(
      fc.property(fc.subarray([...ROW_PARTS]), (parts) => {
        const body = bodyOf([plain], { parts });
        const details = detailsOf(body, body.sections[0]!.rows[0]!, { platforms: ['windows'], how: 'words' });
        expect(details).toEqual(parts.map((part) => wanted[part]));
        const said = layoutText(fit(body, { platforms: ['windows'], how: 'words' }));
        for (const detail of details) expect(said.join(' ')).toContain(detail);
      }),
    );
    const german = bodyOf([plain], { parts: ['needs', 'origin'] }, 'de');
    expect(detailsOf(german, german.sections[0]!.rows[0]!, { platforms: ['macos'], how: 'words' })).toEqual([
      'Voraussetzung: a line',
      'ohne Standardkürzel',
    ]);
    const french = bodyOf(
      [{ ...plain, lesson: { ...plain.lesson, minutes: null } }],
      { parts: ['lesson', 'sign'] },
      'fr',
    );
    expect(detailsOf(french, french.sections[0]!.rows[0]!, { platforms: ['macos'], how: 'words' })).toEqual([
      'Lines',
      'on voit : a dot',
    ]);
  });
});

describe('a page', () => {
  it('has frames for keys, darker for the school’s own, boxes to tick, a mark for what is new, and a fold on a card', () => {
    const rows = [plain, { ...plain, command: 'b', shipped: {}, since: 'new' }, { ...plain, command: 'c', keys: {} }];
    const layout = (look: object) => fit(bodyOf(rows, look), { platforms: ['windows'], how: 'words' });
    const count = (of: SheetLayout, kind: string) => rectsOf(of).filter((one) => one.kind === kind).length;
    const bare = layout({});
    expect(['own key', 'key', 'tick', 'fresh', 'fold'].map((kind) => count(bare, kind))).toEqual([1, 1, 0, 0, 0]);
    const full = layout({ ticks: true, marksNew: true, paper: 'pocket' });
    expect(['own key', 'key', 'tick', 'fresh', 'fold'].map((kind) => count(full, kind))).toEqual([1, 1, 3, 1, 1]);
    expect(layoutText(bare).join(' ')).toContain(
      'First <week> & more Fathomry 7.0 · School set · Windows · edition 2 All Ctrl+ J Alpha a note A for alpha nearer Ctrl+ J Alpha a note A for alpha nearer no shortcut Alpha a note A for alpha nearer Edition 2, 27 Nov 2026',
    );
  });

  it('says for which platform it is, or has all side by side; signs have their legend where they are used', () => {
    const said = (look: object, platforms: string[], how: 'words' | 'symbols') =>
      layoutText(fit(bodyOf([plain], look), { platforms, how })).join(' ');
    expect(said({}, ['macos'], 'words')).toContain('School set · macOS · edition 2');
    // Keys may go on behind a plus.
    const both = said({ sideBySide: true }, ['windows', 'macos'], 'words').replaceAll('+ ', '+');
    expect(both).toContain('Ctrl+J');
    expect(both).toContain('Command+J');
    expect(both).not.toContain('· macOS ·');
    expect(said({ legend: true }, ['macos'], 'symbols')).toContain('⌘ Command');
    expect(said({ legend: true }, ['macos'], 'words')).not.toContain('Signs');
  });

  it('is drawn with every text escaped, and each row told by where it stands', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('<', '>', '&', '"', "'", 'a', 'script', ' '), minLength: 1 }),
        (label) => {
          fc.pre(label.trim() !== '');
          const body = bodyOf([{ ...plain, label }]);
          const layout = fit(body, { platforms: ['windows'], how: 'words' });
          const html = pageHtml(layout, layout.pages[0]!, { title: body.title });
          // Outside of its own tags there is no bracket, and no bare ampersand anywhere.
          expect(
            html.replace(/<\/?(?:section|h[12]|p|ul|li|kbd|span|small|i)(?: [\w-]+="[^"<>]*")*>/g, ''),
          ).not.toMatch(/[<>]/);
          expect(html).not.toMatch(/&(?!amp;|lt;|gt;|quot;|#39;)/);
          expect(html).toContain('data-section="0" data-row="0"');
        },
      ),
    );
  });
});

describe('two editions', () => {
  const row = (command: string) =>
    fc.record({
      command: fc.constant(command),
      label: fc.constantFrom('One', 'Two'),
      keys: fc.constantFrom({ windows: ['F5'] }, { windows: ['Primary++'] }, { windows: ['Primary+Shift+='] }, {}),
      note: fc.constantFrom('', 'x'),
    });
  const rows = fc
    .tuple(fc.subarray(['a', 'b', 'c', 'd']), row('a'), row('b'), row('c'), row('d'))
    .map(([names, ...all]) =>
      all.filter((one) => names.includes(one.command)).map((one) => ({ ...plain, ...one, shipped: {} })),
    );

  it('differ by what is added, dropped, renamed, on other keys or in other words; the other way round alike', () => {
    fc.assert(
      fc.property(rows, rows, (a, b) => {
        const [old, now] = [bodyOf(a), bodyOf(b)];
        const told = (list: ReturnType<typeof differences>) =>
          list.map((one) => `${one.kind} ${(one.now ?? one.before)!.command}`).sort();
        const forth = told(differences(old, now, keyboards));
        const turned = { added: 'dropped', dropped: 'added' } as Record<string, string>;
        const back = told(differences(now, old, keyboards)).map((one) =>
          one.replace(/^\w+(?= \w$)/, (kind) => turned[kind] ?? kind),
        );
        expect(back.sort()).toEqual(forth);
        expect(differences(old, old, keyboards)).toEqual([]);
        // By hand: on a US keyboard Ctrl++ and Ctrl+Shift+= are one press.
        const press = (one: Pick<EditionRow, 'keys'>) =>
          (one.keys['windows'] ?? []).map((key) => key.replace('Primary++', 'Primary+Shift+=')).join();
        const names = new Set([...a, ...b].map((one) => one.command));
        const expected = [...names].flatMap((name) => {
          const [then, here] = [a, b].map((list) => list.find((one) => one.command === name));
          if (!then) return [`added ${name}`];
          if (!here) return [`dropped ${name}`];
          if (press(then as EditionRow) !== press(here as EditionRow)) return [`other keys ${name}`];
          if (then.label !== here.label) return [`renamed ${name}`];
          return then.note === here.note ? [] : [`other words ${name}`];
        });
        expect(forth).toEqual(expected.sort());
      }),
    );
  });
});

describe('a folded card', () => {
  it('has nothing across its fold, whatever stands on it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('Alpha', 'A long name of a command', 'Soundings'), { minLength: 1, maxLength: 12 }),
        fc.boolean(),
        (labels, legend) => {
          const body = bodyOf(
            labels.map((label) => ({ ...plain, label })),
            { paper: 'pocket', pages: 3, legend },
          );
          const layout = fit(
            body,
            { platforms: ['macos'], how: 'symbols' },
            'https://school.example/s/first-week-at-the-desk/abcde-fghij-klmno-pqrst',
          );
          const fold = layout.width / 2;
          for (const { texts, rects } of layout.pages.flatMap((page) => page.placings)) {
            for (const { x, runs } of texts)
              for (const run of runs) expect(x + run.x >= fold || x + run.x + run.width <= fold, run.text).toBe(true);
            for (const { kind, x, width } of rects)
              if (kind !== 'fold') expect(x >= fold || x + width <= fold + 0.01, kind).toBe(true);
          }
        },
      ),
    );
  });
});
