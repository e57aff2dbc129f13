import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { US } from '../../src/keys/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import { NO_FACTS, composeSheet, withFix, proof, wrongClaims } from '../../src/sheet/index.ts';
import { Sheet, type SheetFacts } from '../../src/contract/index.ts';
import { say } from '../../src/words/index.ts';
import { catalogue } from '../list/fixtures.ts';

const COMMANDS: [string, string][] = [
  ['Open tide table', 'F4'],
  ['Place sounding', 'S'],
  ['Undo', 'Primary+Z'],
  ['Lock chart', 'Primary+Shift+P'],
  ['Save chart', 'Primary+S'],
  ['Show whole chart', 'Primary+F2'],
  ['Go to next gap', 'PageDown'],
  ['Trace shoreline', 'T'],
  ['Measure distance', 'D'],
  ['Add light', 'Shift+G'],
  ['Close chart', 'Primary+W'],
  ['Insert note', 'Primary+Enter'],
  ['Quit Fathomry', 'Alt+F4'],
  ['Pan', 'hold:Space'],
];
const release = opened(
  catalogue(
    COMMANDS.map(([label]) => ({ label, otherNames: label === 'Open tide table' ? ['Tide table'] : [] })),
    COMMANDS.map(([, shortcut], at) => ({ command: at + 1, shortcut })),
  ),
);
const keyboards = keyboardsOf([US], ['windows', 'macos']);
const list = (name: string) =>
  JSON.parse(readFileSync(new URL(`sentences/${name}.json`, import.meta.url), 'utf8')) as {
    wrong: string[];
    right: string[];
  };
const found = (text: string) => wrongClaims(text, release, 1, keyboards).length > 0;

describe('what a text says of keys', () => {
  it('is found where it is wrong, and left alone where it is right: the sentences it was written with', () => {
    const { wrong, right } = list('one');
    expect([wrong.filter((one) => !found(one)), right.filter(found)]).toEqual([[], []]);
  });

  it('is found as well in sentences that were written afterwards', () => {
    // As first met, nothing fixed with them: of the second list 26 wrong ones found and no right one, of the third 30 and 2.
    const counts = ['two', 'three']
      .map((name) => list(name))
      .map(({ wrong, right }) => [wrong.length, right.length, wrong.filter(found).length, right.filter(found).length]);
    expect(counts).toEqual([
      [30, 30, expect.any(Number), 0],
      [30, 30, 30, 0],
    ]);
    expect(counts[0]![2]).toBeGreaterThanOrEqual(27);
  });
});

describe('a proof', () => {
  const sheetOf = (part: object) =>
    Sheet.parse({
      id: 1,
      appId: 1,
      keysetId: 1,
      revision: 1,
      title: 'First week',
      intro: '',
      credit: '',
      language: 'en',
      sections: [],
      ...part,
    });
  const row = (command: number, note = '') => ({ command, note });
  const facts: SheetFacts = { ...NO_FACTS, renamed: [{ command: 9, was: 'Gauge span' }] };
  const proved = (sheet: Sheet, of: SheetFacts = facts) =>
    proof(
      sheet,
      composeSheet(sheet, release, keyboards, { number: 1, publishedOn: '2026-01-01' }, of),
      release,
      keyboards,
      of,
    );
  const seeded = sheetOf({
    title: 'Twelve keys for the first week',
    intro: 'Hit F3 to open the tide table.',
    sections: [
      {
        title: '3 keys for charts',
        rows: [row(5, 'Ctrl+Alt+S saves the chart.'), row(7), row(9, 'Gauge span from the shore.')],
      },
      { title: 'Again', rows: [row(5)] },
      { title: 'Nothing here', rows: [] },
    ],
  });

  it('names a row whose key cannot run its command: behind a shorter one, for a longer one, shared, or where text is typed', () => {
    const places = catalogue(
      ['Wide', 'Deep', 'Twin', 'Other', 'Letter', 'Good'].map((label) => ({ label })),
      [
        { command: 1, shortcut: 'P', contexts: [2] },
        { command: 2, shortcut: 'P X', contexts: [2] },
        { command: 3, shortcut: 'F2', contexts: [1] },
        { command: 4, shortcut: 'F2', contexts: [1] },
        { command: 5, shortcut: 'K', contexts: [4] },
        { command: 6, shortcut: 'F7', contexts: [1] },
      ],
    );
    const texting = {
      ...places,
      contexts: places.contexts.map((one) => (one.id === 4 ? { ...one, takesText: true } : one)),
    };
    const own = opened(texting);
    const sheet = sheetOf({ sections: [{ title: 'All', rows: [1, 2, 3, 5, 6].map((id) => row(id)) }] });
    const body = composeSheet(sheet, own, keyboards, { number: 1, publishedOn: '2026-01-01' }, NO_FACTS);
    const told = proof(sheet, body, own, keyboards, NO_FACTS).filter((one) => one.kind === 'never');
    expect(told.map((one) => say(one.said))).toEqual([
      'P does not run Wide in Chart window: the program waits for P then X (Deep) without a timeout.',
      'F2 is assigned to both Twin and Other in Everywhere, so neither is certain to run.',
      'K does not run Letter in Panel: letters are typed there.',
    ]);
    expect(told.every((one) => one.wrong)).toBe(true);
  });

  it('counts nothing but counts: versions, weeks, systems and kinds of keys are left alone', () => {
    const rows = [row(1), row(2), row(3)];
    const told = (title: string) =>
      proved(sheetOf({ title, sections: [{ title: 'All', rows }] })).filter((one) => one.kind === 'count');
    const right = [
      'Fathomry 7.0 shortcuts',
      'Fathomry 7 keys',
      'Windows 11 keys',
      'Version 2.5 commands',
      'Week 2 commands',
      '24 hour keys',
      'One hand keys',
      'The one key you need',
      'Two ways to open',
      '7.0 shortcuts',
      'Release 6 shortcuts',
      '2026 keys',
      'Three keys for charts',
      'First week: 3 keys',
      'F10 shortcuts',
      'Room 4 keys',
    ];
    expect(right.filter((title) => told(title).length)).toEqual([]);
    const wrong = [
      'Twelve keys for the first week',
      '2 keys',
      'First week: 12 shortcuts',
      'The five new commands',
      'Fathomry 7.0 – ten shortcuts',
    ];
    expect(wrong.map((title) => told(title)[0]?.fix)).toEqual(
      [
        'Three keys for the first week',
        '3 keys',
        'First week: 3 shortcuts',
        'The three new commands',
        'Fathomry 7.0 – three shortcuts',
      ].map((text) => ({ by: 'text', text })),
    );
  });

  it('finds one of each that is wrong, and mending each leaves none', () => {
    const wrong = proved(seeded).filter((one) => one.wrong);
    expect(wrong.map((one) => [one.kind, one.at.part])).toEqual([
      ['count', 'title'],
      ['text', 'intro'],
      ['text', 'row'],
      ['renamed', 'row'],
      ['doubled', 'row'],
    ]);
    const known = proved(seeded).filter((one) => !one.wrong);
    expect(known.map((one) => one.kind)).toEqual(['empty', 'untried', 'untried']);
    let sheet = seeded;
    for (let more = 0; more < 9; more++) {
      const next = proved(sheet).find((one) => one.wrong);
      if (!next) break;
      expect(next.fix).not.toBeNull();
      sheet = withFix(sheet, next);
    }
    expect(proved(sheet).filter((one) => one.wrong)).toEqual([]);
    expect([sheet.title, sheet.intro]).toEqual(['Three keys for the first week', 'Hit F4 to open the tide table.']);
    expect(sheet.sections[0]!.rows.map((each) => each.note)).toEqual([
      'Ctrl+S saves the chart.',
      '',
      'Measure distance from the shore.',
    ]);
    expect(sheet.sections.map((one) => one.rows.length)).toEqual([3, 0, 0]);
  });

  it('knows what is missing on a platform and what a key means elsewhere, each once; a sheet without free text has nothing wrong', () => {
    const base = catalogue(
      [{ label: 'Alpha' }, { label: 'Beta', home: 2 }],
      [
        { command: 1, shortcut: 'F5', platform: 'windows', contexts: [2] },
        { command: 2, shortcut: 'F5', contexts: [4] },
      ],
    );
    const sheet = sheetOf({ sections: [{ title: 'All', rows: [row(1), row(2)] }] });
    const one = opened(base);
    const found = proof(
      sheet,
      composeSheet(sheet, one, keyboards, { number: 1, publishedOn: '2026-01-01' }),
      one,
      keyboards,
      NO_FACTS,
    );
    expect(found.map((each) => [each.kind, each.wrong])).toEqual([
      ['missing', false],
      ['place', false],
      ['untried', false],
      ['untried', false],
    ]);
    const shown = withFix(sheet, found[1]!);
    expect(
      proof(
        shown,
        composeSheet(shown, one, keyboards, { number: 1, publishedOn: '2026-01-01' }),
        one,
        keyboards,
        NO_FACTS,
      ).map((each) => each.kind),
    ).not.toContain('place');
    const bare = sheetOf({ sections: COMMANDS.map((_, at) => ({ title: 'S', rows: [row(at + 1)] })) });
    expect(proved(bare, NO_FACTS).filter((each) => each.wrong)).toEqual([]);
  });
});
