import { describe, expect, it } from 'vitest';
import { opened } from '../../src/keyset/index.ts';
import { US, layoutById } from '../../src/keys/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import {
  changedAt,
  differing,
  harms,
  moved,
  movedCells,
  movedRows,
  narrowedRows,
  orderedMoved,
  relation,
  rowCommand,
  sideOf,
  storyOf,
  type Narrowing,
} from '../../src/release/index.ts';
import { RESTS } from '../../src/reach/index.ts';
import { say } from '../../src/words/index.ts';
import { catalogue } from '../list/fixtures.ts';

/** Two releases: J goes from what shows heights to what discards; a command is renamed, one is gone, one is new. */
const WAS = catalogue(
  [
    { id: 1, name: 'show', label: 'Show heights', home: 2, category: 'View' },
    { id: 2, name: 'drop', label: 'Discard trial', home: 2, destructive: true, category: 'Trial' },
    { id: 3, name: 'shore', label: 'Trace shoreline', home: 2, category: 'Lines' },
    { id: 4, name: 'fax', label: 'Send by fax' },
  ],
  [
    { command: 1, contexts: [2], shortcut: 'J' },
    { command: 3, contexts: [2], shortcut: 'Ctrl+J' },
    { command: 4, shortcut: 'F8' },
  ],
);
const IS = catalogue(
  [
    { id: 1, name: 'show', label: 'Show heights', home: 2, category: 'View' },
    { id: 2, name: 'drop', label: 'Discard trial', home: 2, destructive: true, category: 'Trial' },
    { id: 3, name: 'shore', label: 'Trace coastline', home: 2, category: 'Lines' },
    { id: 5, name: 'mail', label: 'Send by mail' },
  ],
  [
    { command: 1, contexts: [2], shortcut: '6' },
    { command: 2, contexts: [2], shortcut: 'J' },
    { command: 3, contexts: [2], shortcut: 'Primary+J' },
    { command: 5, shortcut: 'F8' },
  ],
);
const keyboards = keyboardsOf([US], ['windows', 'macos']);
const [old, now] = [opened(WAS), opened(IS)];
const sides = [sideOf(old, 1, keyboards, 'windows'), sideOf(now, 1, keyboards, 'windows')] as const;
const lineage = {
  commands: relation([
    [1, 1],
    [2, 2],
    [3, 3],
  ]),
  contexts: relation([1, 2, 3, 4].map((id) => [id, id])),
};
const found = moved(sides[0], sides[1], lineage);
const rows = movedRows(
  found,
  harms(found, sides[0], sides[1], new Map([[1, 38]]), { rest: RESTS[0]!, typist: 'average' }),
);
const rowOf = (name: string) => rows.find((row) => rowCommand(row).name === name)!;
const ALL: Narrowing = { words: [], press: '', place: null, category: '', often: null };
const names = (list: typeof rows) => list.map((row) => rowCommand(row).name);
const narrowed = (by: Partial<Narrowing>) =>
  names(narrowedRows(rows, { ...ALL, ...by }, [sides[0].keyboard, sides[1].keyboard])).sort();

describe('what moved, as a ledger', () => {
  const byCommand = new Map(rows.map((row) => [rowCommand(row).id, row]));
  const cells = (side: 'old' | 'now' | null) =>
    movedCells(
      {
        weighed: sides[side === 'old' ? 0 : 1].weighed,
        base: undefined,
        commands: sides[side === 'old' ? 0 : 1].commands,
        platform: 'windows',
        side,
        toColumn: lineage.commands,
      },
      byCommand,
    );
  const told = (side: 'old' | 'now' | null, command: number) => {
    const { cell, beside } = cells(side)(command);
    return [cell.chips.map((chip) => `${chip.shortcut} ${chip.state}`).join() || cell.word, beside ? say(beside) : ''];
  };
  it('tells new meanings and new keys apart, and says what the same keys do now and did', () => {
    expect(told('now', 2)).toEqual(['J new meaning', 'previously Show heights']);
    expect(told('now', 1)).toEqual(['6 new here', 'J is Discard trial']);
    expect(told('old', 1)).toEqual(['J as shipped', '']);
    // The same press in another spelling is nothing new.
    expect(told('now', 3)).toEqual(['Primary+J as shipped', '']);
    expect([told('old', 5), told('now', 4)]).toEqual([
      ['not there', ''],
      ['not there', ''],
    ]);
    // Beside the two, a column says nothing of what is new.
    expect(told(null, 2)).toEqual(['J as shipped', '']);
  });
  it('is narrowed by name, press, place, category and use', () => {
    expect(narrowed({})).toEqual(['drop', 'fax', 'mail', 'shore', 'show']);
    expect(narrowed({ words: ['shoreline'] })).toEqual(['shore']);
    expect(narrowed({ words: ['trace', 'coast'] })).toEqual(['shore']);
    expect(narrowed({ press: 'J' })).toEqual(['drop', 'show']);
    expect(narrowed({ press: '[KeyJ]' })).toEqual(['drop', 'show']);
    expect(narrowed({ press: 'Ctrl+J' })).toEqual(['shore']);
    expect(narrowed({ press: 'F13' })).toEqual([]);
    expect(narrowed({ place: 1 })).toEqual(['fax', 'mail']);
    expect(narrowed({ category: 'View' })).toEqual(['show']);
    expect(narrowed({ often: new Set([1]) })).toEqual(['show']);
  });
  it('goes by each side’s own keyboard', () => {
    const german = keyboardsOf([layoutById('de')!], ['windows']).all[0]!;
    expect(names(narrowedRows(rows, { ...ALL, press: 'J' }, [german, german])).sort()).toEqual(['drop', 'show']);
  });
  it('is ordered by kind, the worst first, or by name, and keeps to the kind that is asked for', () => {
    const order = (by: 'harm' | 'alphabet' | 'category', kind: 'dropped' | null = null) =>
      orderedMoved(rows, by, kind).map((one) => `${rowCommand(one.row).name}: ${one.kind}`);
    const byHarm = order('harm');
    expect(byHarm.map((one) => one.split(': ')[1])).toEqual([...Array(4).fill('new meaning'), 'renamed']);
    expect(byHarm[0]).toBe('drop: new meaning');
    expect(byHarm.at(-1)).toBe('shore: renamed');
    expect(order('alphabet').map((one) => one.split(':')[0])).toEqual(['drop', 'fax', 'mail', 'show', 'shore']);
    expect(order('category', 'dropped')).toEqual(['fax: dropped']);
  });
  it('counts what is otherwise, in all and by place', () => {
    expect(differing(rows)).toBe(4);
    expect([...changedAt(rows)].sort()).toEqual([
      [1, 2],
      [2, 3],
    ]);
  });
});

describe('the story of a command', () => {
  const story = (name: string) => storyOf(rowOf(name), sides, '2.0').map((one) => say(one));
  it('is told in sentences, as it was and as it is', () => {
    expect(story('show')).toEqual([
      'Its shortcut changed from J to 6.',
      'J in Chart window ran Show heights and now runs Discard trial, which is destructive.',
    ]);
    expect(story('drop')[0]).toBe('It had no shortcut and now has J.');
    expect(story('shore')).toEqual(['Previously called Trace shoreline.', 'It keeps Ctrl+J.']);
    expect(story('fax')[0]).toBe('Send by fax is no longer in 2.0. Its shortcut was F8.');
    expect(story('mail')[0]).toBe('New in 2.0, with F8.');
  });
});
