import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KeyPolicy } from '../../src/contract/index.ts';
import { foldedText, readPress } from '../../src/press/index.ts';
import { RESTS } from '../../src/reach/index.ts';
import { say } from '../../src/words/index.ts';
import {
  applyWritten,
  harms,
  inverse,
  invertWritten,
  moved,
  movedRows,
  noteLines,
  relation,
  unchangedShare,
  writtenDifference,
  writtenOf,
  type Lineage,
  type PressChange,
  type Side,
} from '../../src/release/index.ts';
import { binding, command, shipped } from '../keyset/fixtures.ts';
import { canonical } from '../presses.ts';
import { PLAIN_PRESSES, firedBy, identity, pairs, settingOfWorld, sideOfWorld, worlds, type World } from './worlds.ts';
import { runs } from '../runs.ts';

const strokesOf = (shortcut: string) => canonical(shortcut, 'us', 'windows')!.split(' ');
/** Every press that shortcuts of the worlds make or begin with. */
const ALL = [
  ...new Set(
    PLAIN_PRESSES.flatMap((one) =>
      strokesOf(one).map((_, at) =>
        strokesOf(one)
          .slice(0, at + 1)
          .join(' '),
      ),
    ),
  ),
];

/** What moved, read off the definition: every press in every place, against what contains it. */
function byDefinition(old: Side, now: Side, { commands, contexts }: Lineage): string[] {
  const parentOf = (side: Side, id: number) => side.tree.get(id).parent;
  const places = [
    ...old.tree.inOrder.map(({ id }) => ({ old: id, now: contexts.forward(id)[0] ?? null })),
    ...now.tree.inOrder.flatMap(({ id }) => (contexts.back(id).length ? [] : [{ old: null, now: id }])),
  ];
  type At = (typeof places)[number];
  const numberOf = (side: 'old' | 'now', id: number) => places.find((place) => place[side] === id)!;
  const parents = (place: At) =>
    [
      place.old === null ? null : parentOf(old, place.old) === null ? null : numberOf('old', parentOf(old, place.old)!),
      place.now === null ? null : parentOf(now, place.now) === null ? null : numberOf('now', parentOf(now, place.now)!),
    ].filter((one) => one !== null);
  const standing = (side: 'old' | 'now', place: At): number => {
    if (place[side] !== null) return place[side];
    const [parent] = parents(place);
    return parent ? standing(side, parent) : (side === 'old' ? old : now).tree.root.id;
  };
  const change = (press: string, place: At) => {
    const was = firedBy(old, press, standing('old', place));
    const is = firedBy(now, press, standing('now', place));
    const same =
      was.every((one) => is.some((other) => commands.forward(one).includes(other))) &&
      is.every((one) => was.some((other) => commands.forward(other).includes(one)));
    return { same, text: `${was} > ${is}` };
  };
  return ALL.flatMap((press) =>
    places.flatMap((place) => {
      const { same, text } = change(press, place);
      const around = parents(place).map((parent) => change(press, parent).text);
      if (same || (around.length > 0 && around.every((one) => one === text))) return [];
      return `${press} at ${place.old} ${place.now}: ${text}`;
    }),
  ).sort();
}

const said = (change: PressChange, swapped = false) => {
  const commands = (held: PressChange['old']) => held.map((one) => one.command).sort((a, b) => a - b);
  const { old, now } = swapped ? { old: change.now, now: change.old } : change;
  const place = swapped ? `${change.place.now} ${change.place.old}` : `${change.place.old} ${change.place.now}`;
  return `${change.press} at ${place}: ${commands(old)} > ${commands(now)}`;
};

describe('what moved', () => {
  it('is what pressing every key in every place before and after finds', () => {
    fc.assert(
      fc.property(pairs(6), ({ old, now, lineage }) => {
        const [a, b] = [sideOfWorld(old), sideOfWorld(now)];
        const found = moved(a, b, lineage)
          .presses.map((one) => said(one))
          .sort();
        expect(found).toEqual(byDefinition(a, b, lineage));
      }),
      runs(600),
    );
  });

  it('is told of every command that a key no longer reaches: in its row, in notes, and in the share of what stays', () => {
    fc.assert(
      fc.property(pairs(6), ({ old, now, lineage }) => {
        const [a, b] = [sideOfWorld(old), sideOfWorld(now)];
        const found = moved(a, b, lineage);
        const costs = harms(found, a, b, new Map(), { rest: RESTS[0]!, typist: 'skilled' });
        const rows = movedRows(found, costs);
        const lines = noteLines([{ old: a, now: b, moved: found, harms: costs }]);
        const changed = new Set(
          byDefinition(a, b, lineage).flatMap((text) =>
            /: (.*) > /.exec(text)![1]!.split(',').filter(Boolean).map(Number),
          ),
        );
        for (const { change, kinds } of rows) {
          const ids = change.old.map(({ id }) => id);
          if (ids.length === 0) continue;
          const otherwise = ids.some((id) => changed.has(id));
          const kept = change.keys === 'kept' || change.keys === 'gained';
          const uses = new Map(ids.map((id) => [id, 1]));
          const { same } = unchangedShare({ ...found, commands: [change] }, uses);
          expect(same, JSON.stringify(ids)).toBe(change.before.length && kept && !otherwise ? 1 : 0);
          if (!otherwise || change.now.length === 0) continue;
          expect(kinds, JSON.stringify(ids)).not.toEqual(['same']);
          const told = new Set(lines.map((line) => line.command));
          const by = [...change.old, ...change.now].map(({ name }) => name);
          expect(
            by.some((name) => told.has(name)),
            JSON.stringify(ids),
          ).toBe(true);
        }
      }),
      runs(400),
    );
  });

  it('is nothing between a keyset and itself, and swaps its sides when read the other way', () => {
    fc.assert(
      fc.property(pairs(300), ({ old, now, lineage }) => {
        const [a, b] = [sideOfWorld(old), sideOfWorld(now)];
        const none = moved(a, a, identity(old));
        expect([none.presses, none.contexts, none.policy]).toEqual([[], [], null]);
        expect(none.commands.every((one) => one.kinds.length === 0 && /kept|none/.test(one.keys))).toBe(true);
        const [there, back] = [moved(a, b, lineage), moved(b, a, inverse(lineage))];
        expect(back.presses.map((one) => said(one, true)).sort()).toEqual(there.presses.map((one) => said(one)).sort());
        const SWAPPED: Record<string, string> = {
          added: 'dropped',
          dropped: 'added',
          split: 'merged',
          merged: 'split',
          'became fixed': 'became free',
          'became free': 'became fixed',
          gained: 'lost',
          lost: 'gained',
          new: 'dead',
          dead: 'new',
        };
        const turned = (kinds: readonly string[]) => kinds.map((kind) => SWAPPED[kind] ?? kind).sort();
        const told = (side: typeof there, swap: boolean) =>
          side.commands
            .map(({ old: was, now: is, kinds, keys }) => {
              const ids = [was, is].map((list) =>
                list
                  .map((one) => one.id)
                  .sort((x, y) => x - y)
                  .join(),
              );
              return [
                ...(swap ? ids.reverse() : ids),
                ...(swap ? turned([...kinds, keys]) : [...kinds, keys].sort()),
              ].join(' / ');
            })
            .sort();
        expect(told(back, true)).toEqual(told(there, false));
        expect(
          back.contexts
            .map((one) => turned(one.kinds))
            .flat()
            .sort(),
        ).toEqual(
          there.contexts
            .map((one) => one.kinds)
            .flat()
            .sort(),
        );
      }),
      runs(60),
    );
  });

  it('names every kind of change of commands, presses and places', () => {
    const place = (id: number, parent: number | null, name: string) => ({
      id,
      parent,
      name,
      position: id,
      takesText: false,
      together: [],
    });
    const world = (
      contexts: World['contexts'],
      commands: World['commands'],
      keys: [number, string, number?][],
    ): World => ({
      contexts,
      commands,
      stack: {
        shipped: shipped(keys.map(([id, key, where = 1]) => binding(id, key, { contexts: [where] }))),
        layers: [],
      },
    });
    const root = place(1, null, 'Everywhere');
    const old = world(
      [root, place(2, 1, 'Chart'), place(3, 2, 'Line'), place(4, 1, 'Table'), place(7, 1, 'Log')],
      [
        command(1, { label: 'Show heights', menu: 'View › Show heights' }),
        command(2, { label: 'Shore', menu: 'View › Shore' }),
        command(3, { label: 'Add buoy' }),
        command(4, { label: 'Raise' }),
        command(5, { label: 'Lower' }),
        command(6),
        command(7, { fixed: true }),
        command(8),
        command(9),
        command(11, { label: 'Coast', menu: 'View › Coast' }),
      ],
      [
        [1, 'J'],
        [2, 'F2'],
        [8, 'F3'],
        [9, 'F5', 3],
        [3, 'B'],
      ],
    );
    const now = world(
      [root, place(2, 1, 'Sheet'), place(3, 1, 'Line'), place(4, 1, 'Table'), place(8, 2, 'Zoom')],
      [
        command(1, { label: 'Show heights', menu: 'Depth › Show heights' }),
        command(2, { label: 'Coast', menu: 'View › Coast' }),
        command(31, { label: 'Add lateral buoy' }),
        command(32, { label: 'Add safe-water buoy' }),
        command(45, { label: 'Change depth' }),
        command(7),
        command(8, { fixed: true }),
        command(9),
        command(10, { destructive: true }),
        command(11, { label: 'Coast and shore', menu: 'View › Coast' }),
      ],
      [
        [1, '6'],
        [10, 'J'],
        [2, 'F2'],
        [2, 'F6'],
        [9, 'F5', 3],
        [31, 'B'],
        [10, 'F7', 8],
      ],
    );
    const lineage = {
      commands: relation([
        [1, 1],
        [2, 2],
        [3, 31],
        [3, 32],
        [4, 45],
        [5, 45],
        [7, 7],
        [8, 8],
        [9, 9],
        [11, 11],
      ]),
      contexts: relation([
        [1, 1],
        [2, 2],
        [3, 3],
        [4, 4],
      ]),
    };
    const result = moved(sideOfWorld(old), sideOfWorld(now), lineage);
    const kinds = (id: number) => {
      const one = result.commands.find((each) => (each.now[0] ?? each.old[0])!.id === id)!;
      return [...one.kinds, one.keys].join(', ');
    };
    // Another label alone moves nothing in the menus, though its path does not end in it any more.
    expect(kinds(11)).toBe('renamed, none');
    expect([1, 2, 31, 45, 6, 7, 8, 9, 10].map(kinds)).toEqual([
      'moved in the menus, moved',
      'renamed, gained',
      'split, kept',
      'merged, none',
      'dropped, none',
      'became free, none',
      'became fixed, lost',
      'kept',
      'added, gained',
    ]);
    expect(result.presses.map(({ kind, press }) => `${press} ${kind}`).sort()).toEqual([
      'Digit6 new',
      'F3 dead',
      'F6 new',
      'F7 new',
      'KeyJ new meaning',
    ]);
    expect(result.contexts.map((one) => `${one.old} > ${one.now}: ${one.kinds.join()}`).sort()).toEqual([
      ' > Sheet › Zoom: added',
      'Chart > Sheet: renamed',
      'Chart › Line > Line: moved',
      'Log > : dropped',
    ]);
  });

  it('tells a change of how keys are taken once, in words', () => {
    const one = fc.sample(worlds(5), { seed: 7, numRuns: 1 })[0]!;
    const now = {
      ...sideOfWorld(one),
      policy: KeyPolicy.parse({ binds: 'position', accepts: { mostStrokes: 3, refuses: ['Alt'] } }),
    };
    expect(moved(sideOfWorld(one), now, identity(one)).policy!.differences.map((line) => say(line))).toEqual([
      'keys are matched: by character, now by position',
      'modifiers not allowed: none, now Alt',
      'maximum steps per shortcut: 5, now 3',
    ]);
  });

  it('folds Primary and Option where platforms are compared, and finds where they drift apart', () => {
    // Command+S saves on one system and Ctrl+S on the other; “Option” answers to Alt (common practice, no source).
    const keys = [
      ['Primary+S', null, 1],
      ['Alt+Shift+Y', null, 2],
      ['F4', 'windows', 3],
      ['Primary+T', 'macos', 3],
      ['Ctrl+Q', 'macos', 4],
      ['Ctrl+Q', 'windows', 4],
    ] as const;
    const world: World = {
      contexts: [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }],
      commands: [1, 2, 3, 4].map((id) => command(id)),
      stack: { shipped: shipped(keys.map(([key, platform, id]) => binding(id, key, { platform }))), layers: [] },
    };
    const result = moved(sideOfWorld(world), sideOfWorld(world, 'macos'), identity(world));
    expect(result.presses.map(({ kind, press }) => `${press} ${kind}`).sort()).toEqual([
      'Control+KeyQ new',
      'F4 dead',
      'Primary+KeyQ dead',
      'Primary+KeyT new',
    ]);
    const folded = (press: string, platform: string) => foldedText(readPress(press), platform);
    expect(folded('Ctrl+Shift+KeyS', 'linux')).toBe(folded('Shift+Meta+KeyS', 'macos'));
    expect(folded('tap Meta', 'macos')).toBe(folded('tap Ctrl', 'windows'));
  });
});

describe('a longer shortcut and a shorter one', () => {
  const place = (id: number, parent: number | null) => ({
    id,
    parent,
    name: `Place ${id}`,
    position: id,
    takesText: false,
    together: [],
  });
  const world = (keys: [number, string, number?][]): World => ({
    contexts: [place(1, null), place(2, 1)],
    commands: [1, 2, 3].map((id) => command(id)),
    stack: {
      shipped: shipped(keys.map(([id, key, where = 1]) => binding(id, key, { contexts: [where] }))),
      layers: [],
    },
  });
  const told = (old: World, now: World, pause: number | null = null) => {
    const [a, b] = [old, now].map((one) => ({ ...sideOfWorld(one), policy: KeyPolicy.parse({ pause }) }));
    const { presses } = moved(a!, b!, identity(old, now));
    return presses.map((one) => `${one.press} ${one.kind} in ${one.place.now}`).sort();
  };
  it('that is new in a narrower place fires first there, and kills the longer one', () => {
    const old = world([[1, 'Ctrl+E J']]);
    expect(
      told(
        old,
        world([
          [1, 'Ctrl+E J'],
          [2, 'Ctrl+E', 2],
        ]),
      ),
    ).toEqual(['Ctrl+KeyE KeyJ dead in 2', 'Ctrl+KeyE new in 2']);
  });
  it('in one place has to wait, and never fires where the program waits for ever', () => {
    const [old, now] = [
      world([[2, 'Ctrl+E']]),
      world([
        [2, 'Ctrl+E'],
        [1, 'Ctrl+E J'],
      ]),
    ];
    expect(told(old, now)).toEqual(['Ctrl+KeyE KeyJ new in 1', 'Ctrl+KeyE dead in 1']);
    expect(told(old, now, 800)).toEqual(['Ctrl+KeyE KeyJ new in 1']);
  });
  it('with one of two like modifiers is a new meaning of that one alone', () => {
    const old = world([[1, 'Ctrl+J']]);
    expect(
      told(
        old,
        world([
          [1, 'Ctrl+J'],
          [2, 'LeftCtrl+J', 2],
        ]),
      ),
    ).toEqual(['LeftCtrl+KeyJ new meaning in 2']);
    const both = world([
      [1, 'Ctrl+J'],
      [2, 'LeftCtrl+J', 2],
      [2, 'RightCtrl+J', 2],
    ]);
    expect(told(old, both)).toEqual(['Ctrl+KeyJ new meaning in 2']);
  });
});

describe('the written difference', () => {
  it('applies, is empty between equals, and inverts', () => {
    fc.assert(
      fc.property(worlds(40), worlds(40), (a, b) => {
        const [old, now] = [a, b].map((world) => writtenOf(settingOfWorld(world).weighed));
        const difference = writtenDifference(old!, now!);
        expect(applyWritten(old!, difference)).toEqual(now);
        expect(writtenDifference(now!, now!)).toEqual([]);
        expect(applyWritten(now!, invertWritten(difference))).toEqual(old);
        expect(writtenDifference(now!, old!)).toEqual(invertWritten(difference));
      }),
    );
  });
});
