import { describe, expect, it } from 'vitest';
import { RESTS } from '../../src/reach/index.ts';
import { harms, moved, movedRows, noteLines, unchangedShare } from '../../src/release/index.ts';
import { say } from '../../src/words/index.ts';
import { binding, command, shipped } from '../keyset/fixtures.ts';
import { identity, sideOfWorld, type World } from './worlds.ts';

describe('a comparison', () => {
  it('tells that a key stops working: behind a shorter one, for a longer one, or where text is typed', () => {
    const place = (id: number, parent: number | null, takesText = false) => ({
      id,
      parent,
      name: id === 1 ? 'Everywhere' : 'Chart',
      position: id,
      takesText,
      together: [],
    });
    const world = (keys: [number, string, number][], takesText = false): World => ({
      contexts: [place(1, null), place(2, 1, takesText)],
      commands: [command(1, { label: 'Pan' }), command(2, { label: 'Plumb' })],
      stack: { shipped: shipped(keys.map(([id, key, where]) => binding(id, key, { contexts: [where] }))), layers: [] },
    });
    const told = (before: World, after: World) => {
      const [a, b] = [sideOfWorld(before), sideOfWorld(after)];
      const found = moved(a, b, identity(before));
      const costs = harms(found, a, b, new Map(), { rest: RESTS[0]!, typist: 'skilled' });
      const [row] = movedRows(found, costs).filter(({ change }) => change.old[0]?.id === 1);
      const lines = noteLines([{ old: a, now: b, moved: found, harms: costs }]).filter(
        (one) => one.group === 'stopped',
      );
      const uses = new Map([[1, 50]]);
      return [row!.kinds[0], costs[0]!.keyless, unchangedShare(found, uses).same, ...lines.map((one) => say(one.said))];
    };
    expect(
      told(
        world([[1, 'P X', 1]]),
        world([
          [1, 'P X', 1],
          [2, 'P', 2],
        ]),
      ),
    ).toEqual(['stopped', false, 0, 'P then X no longer works in Chart: P now runs Plumb before it is complete.']);
    expect(
      told(
        world([[1, 'P', 1]]),
        world([
          [1, 'P', 1],
          [2, 'P X', 1],
        ]),
      ),
    ).toEqual(['stopped', true, 0, 'P no longer works in Everywhere: the program now waits for P then X (Plumb).']);
    expect(told(world([[1, 'P', 2]]), world([[1, 'P', 2]], true))).toEqual([
      'stopped',
      true,
      0,
      'P no longer works in Chart: letters are typed there now.',
    ]);
  });
});
