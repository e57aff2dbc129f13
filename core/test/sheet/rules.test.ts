import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Sheet, SheetSection, type SheetFacts, type SheetRule } from '../../src/contract/index.ts';
import { US } from '../../src/keys/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import { relation } from '../../src/release/index.ts';
import { NO_FACTS, changedKeys, composeSheet, differences, rowsIn, ruled } from '../../src/sheet/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { catalogue } from '../list/fixtures.ts';

const keyboards = keyboardsOf([US], ['windows', 'macos']);
const COMMANDS = [
  { label: 'Alpha', category: 'Depths', menu: 'Z › Alpha' },
  { label: 'Beta', category: 'Marks', menu: 'A › Beta', fixed: true },
  { label: 'Gamma', category: 'Depths', menu: 'M › Gamma' },
  { label: 'Delta', category: 'Help' },
];
const bindings = [
  { command: 1, shortcut: 'Primary+J', contexts: [2] },
  { command: 2, shortcut: 'Escape' },
  { command: 3, shortcut: 'Primary+Shift+J', contexts: [3] },
  { command: 4, shortcut: 'F1' },
];
const made = (edits: Parameters<typeof custom>[0] = [], runs: number[] = []) => {
  const base = catalogue(COMMANDS, bindings);
  const uses = [
    { command: 3, perDay: 9, often: null, source: 'x' },
    { command: 1, perDay: 2, often: null, source: 'x' },
  ];
  return opened({
    ...base,
    keysets: [...base.keysets, custom(edits)],
    runs: [{ id: 1, name: 'Run', steps: runs }],
    uses,
  });
};
const labels = (rule: SheetRule, one = made(), facts: SheetFacts = NO_FACTS) =>
  ruled(rule, one, one.catalogue.keysets.at(-1)!.id, keyboards, facts).map(
    ({ command }) => one.commands.get(command)!.label,
  );

describe('a section by rule', () => {
  it('is filled from the catalogue as it is, each rule by its own', () => {
    expect(labels({ by: 'category', category: 'Depths' })).toEqual(['Alpha', 'Gamma']);
    expect(labels({ by: 'place', context: 3 })).toEqual(['Gamma']);
    expect(labels({ by: 'run', run: 1 }, made([], [3, 1, 3]))).toEqual(['Gamma', 'Alpha', 'Gamma']);
    expect(labels({ by: 'used', most: 1 })).toEqual(['Gamma']);
    expect(labels({ by: 'key', key: 'J' })).toEqual(['Alpha', 'Gamma']);
    expect(labels({ by: 'fixed' })).toEqual(['Beta']);
    expect(labels({ by: 'stuck' })).toEqual(['Beta', 'Delta']);
    const set = made([edit(4, 'set', ['F6'])]);
    expect(labels({ by: 'edits' }, set)).toEqual(['Delta']);
    expect(labels({ by: 'changed' }, made(), { ...NO_FACTS, changed: [2] })).toEqual(['Beta']);
    const coming = [
      {
        crosswalk: 7,
        from: 'Old',
        lines: [
          { target: 3, said: 'Old: Third' },
          { target: 99, said: '' },
        ],
      },
    ];
    expect(labels({ by: 'coming', crosswalk: 7 }, made(), { ...NO_FACTS, coming })).toEqual(['Gamma']);
    // What a rule names and is not there any more gives nothing, and is no error.
    for (const rule of [
      { by: 'run', run: 9 },
      { by: 'place', context: 99 },
      { by: 'coming', crosswalk: 9 },
      { by: 'category', category: 'No' },
    ] as const)
      expect(labels(rule)).toEqual([]);
    // Edits since the last edition: those whose keys are not what it told.
    const sheet = (keysetId: number) =>
      Sheet.parse({
        id: 1,
        appId: 1,
        keysetId,
        revision: 1,
        title: 'S',
        intro: '',
        credit: '',
        language: 'en',
        sections: [{ title: 'All', rule: { by: 'edits' }, rows: [] }],
      });
    const last = composeSheet(sheet(2), set, keyboards, { number: 1, publishedOn: '2026-01-01' });
    const later = made([edit(4, 'set', ['F6']), edit(1, 'set', ['F8'])]);
    expect(labels({ by: 'edits since' }, later, { ...NO_FACTS, last })).toEqual(['Alpha']);
    const body = composeSheet(
      sheet(2),
      later,
      keyboards,
      { number: 2, publishedOn: '2026-01-02' },
      { ...NO_FACTS, last },
    );
    expect(body.sections[0]!.rows.map((row) => [row.label, row.since])).toEqual([
      ['Alpha', 'new'],
      ['Delta', ''],
    ]);
    expect(differences(last, body, keyboards).map((one) => [one.kind, one.now?.label])).toEqual([['added', 'Alpha']]);
    const same = { commands: relation([1, 2, 3, 4].map((id) => [id, id] as const)), contexts: relation([]) };
    expect(changedKeys(made(), made(), same, keyboards)).toEqual([]);
    const moved = opened(
      catalogue(
        COMMANDS,
        bindings.map((one) => (one.command === 4 ? { ...one, shortcut: 'F9' } : one)),
      ),
    );
    expect(changedKeys(made(), moved, same, keyboards)).toEqual([4]);
  });

  it('has what is pinned first, never what is left out, nothing twice but a run’s repeats, in the order asked for', () => {
    const ids = fc.subarray([1, 2, 3, 4], { maxLength: 3 });
    const rule = fc.constantFrom<SheetRule | null>(
      { by: 'category', category: 'Depths' },
      { by: 'run', run: 1 },
      { by: 'used', most: 5 },
      { by: 'stuck' },
      null,
    );
    fc.assert(
      fc.property(
        rule,
        ids,
        ids,
        fc.constantFrom('given', 'menu', 'category', 'alphabet', 'key'),
        (rule, pinned, leftOut, sort) => {
          const one = made([], [3, 1, 3]);
          const section = SheetSection.parse({
            title: '',
            rule,
            sort,
            leftOut,
            rows: pinned.map((command) => ({ command, note: `n${command}` })),
          });
          const rows = rowsIn(section, one, 1, keyboards, NO_FACTS);
          const given = rule
            ? ruled(rule, one, 1, keyboards, NO_FACTS)
                .map((each) => each.command)
                .filter((id) => !leftOut.includes(id) && !pinned.includes(id))
            : [];
          expect(rows.map((each) => each.command).toSorted()).toEqual([...pinned, ...given].toSorted());
          if (rule) expect(rows.slice(0, pinned.length).map((each) => each.note)).toEqual(pinned.map((id) => `n${id}`));
          const rest = (rule ? rows.slice(pinned.length) : rows).map((each) => one.commands.get(each.command)!.label);
          if (sort === 'alphabet') expect(rest).toEqual(rest.toSorted());
          if (sort === 'given') expect(rest).toEqual((rule ? given : pinned).map((id) => one.commands.get(id)!.label));
        },
      ),
    );
  });
});
