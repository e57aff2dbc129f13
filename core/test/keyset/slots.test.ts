import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CommandGroup, Edit } from '../../src/contract/index.ts';
import {
  consequences,
  effective,
  filling,
  flatten,
  heldBy,
  placeKey,
  settingAfter,
  slotsBeside,
  swapping,
  unfitEdits,
  type Setting,
} from '../../src/keyset/index.ts';
import { carry, relation } from '../../src/release/index.ts';
import { say } from '../../src/words/index.ts';
import { PLATFORMS, layers } from '../arbitraries.ts';
import { COMMANDS, binding, command, custom, edit, setting as settingOf, settings, shipped } from './fixtures.ts';
import { runs } from '../runs.ts';

const sorted = (list: readonly Edit[]) => list.toSorted((a, b) => (placeKey(a) < placeKey(b) ? -1 : 1));
/** Layers some of whose edits put a command into a slot. */
const filled = layers(COMMANDS).chain((list) =>
  fc
    .array(fc.option(fc.integer({ min: 1, max: COMMANDS })), { minLength: list.length, maxLength: list.length })
    .map((holds) => list.map((one, at) => (holds[at] ? { ...one, holds: holds[at] } : one))),
);
/** What a keyset gives on a platform: command, context and shortcut of all that is held, and whose key it is. */
const given = ({ weighed }: Pick<Setting, 'weighed'>) =>
  PLATFORMS.map((platform) =>
    [
      ...new Set(
        weighed
          .on(platform)
          .held.map((one) => `${one.slot ?? one.command}>${one.command} ${one.context} ${one.shortcut}`),
      ),
    ].sort(),
  );

/** Slots 1 and 2 with a key each, command 3 with one of its own, command 4 without. */
const bar = (edits: Edit[] = []) =>
  settingOf(
    { shipped: shipped([binding(1, 'F6'), binding(2, 'F7'), binding(3, 'F8')]), layers: [custom(edits)] },
    [1, 2, 3, 4].map((id) => command(id)),
    { slots: new Set([1, 2]) },
  );
const keys = (now: Setting, id: number) =>
  now.weighed
    .on('windows')
    .of(id)
    .map((one) => one.shortcut);
const answers = (now: Setting, key: string) =>
  now.weighed
    .on('windows')
    .held.filter((one) => one.shortcut === key)
    .map((one) => one.command);

describe('slots', () => {
  it('obey the laws of layers, whatever they hold', () => {
    fc.assert(
      fc.property(filled, filled, filled, settings, (a, b, c, { weighed }) => {
        expect(sorted(flatten(flatten(a, b), c))).toEqual(sorted(flatten(a, flatten(b, c))));
        const laid = (...all: (readonly Edit[])[]) =>
          PLATFORMS.map((platform) =>
            effective(
              { shipped: weighed.stack.shipped, layers: all.map((one, at) => custom([...one], at + 2)) },
              platform,
            )
              .held.map((one) => `${one.slot ?? ''} ${one.command} ${one.context} ${one.shortcut}`)
              .sort(),
          );
        expect(laid(flatten(a, b))).toEqual(laid(a, b));
      }),
      runs(500),
    );
  });

  it('keep their key: what is put in answers to it, and nothing else changes', () => {
    fc.assert(
      fc.property(
        settings,
        fc.integer({ min: 1, max: COMMANDS }),
        fc.integer({ min: 1, max: COMMANDS }),
        (random, slot, held) => {
          const set: Setting = { ...random, slots: new Set([slot]) };
          const after = settingAfter(set, filling(set, slot, held, ''));
          const expected = given(set).map((list) =>
            list
              .map((one) => (slot !== held && one.startsWith(`${slot}>`) ? one.replace(`>${slot} `, `>${held} `) : one))
              .sort(),
          );
          expect(given(after)).toEqual(expected);
          expect(given(settingAfter(after, filling(after, slot, null, '')))).toEqual(given(set));
        },
      ),
      runs(300),
    );
  });

  it('are filled, moved to another key, swapped and emptied; the key follows, and nothing clashes by it', () => {
    const start = bar();
    const change = filling(start, 1, 4, 'The plate tool at hand');
    expect(consequences(start, change)).toMatchObject({ refusals: [], consequences: [] });
    const one = settingAfter(start, change);
    expect([keys(one, 1), keys(one, 4), answers(one, 'F6'), heldBy(one, 1)]).toEqual([['F6'], ['F6'], [4], 4]);
    const moved = settingAfter(one, consequences(one, { put: [edit(1, 'set', ['F9'])], remove: [] }).change);
    expect([keys(moved, 4), answers(moved, 'F9'), answers(moved, 'F6')]).toEqual([['F9'], [4], []]);
    const swapped = settingAfter(moved, swapping(moved, 1, 2, ''));
    expect([keys(swapped, 4), heldBy(swapped, 1), heldBy(swapped, 2)]).toEqual([['F7'], undefined, 4]);
    // Taking the key of what is in a slot takes it from the slot.
    const taken = consequences(swapped, { put: [edit(3, 'set', ['F7'])], remove: [] });
    expect(taken.change.put.map((each) => `${each.command} ${each.action} ${each.holds ?? ''}`)).toContain('2 clear 4');
    const groups: CommandGroup[] = [
      { id: 1, kind: 'slots', name: 'Bar', members: [1, 2], twin: null, advised: null, because: '' },
    ];
    expect([slotsBeside(2, groups), slotsBeside(3, groups)]).toEqual([[1, 2], []]);
  });

  it('are carried with what they hold: as it is called then, empty where that is gone', () => {
    const now = settingOf(
      { shipped: shipped([binding(1, 'F6')]), layers: [] },
      [1, 2, 5].map((id) => command(id)),
      { slots: new Set([1, 2]) },
    );
    const identical = [1, 2].map((id) => [id, id] as const);
    const lineage = {
      commands: relation([...identical, [4, 5]]),
      contexts: relation([1, 2, 3, 4].map((id) => [id, id])),
    };
    const edits = [edit(1, 'add', [], { holds: 4, reason: 'why' }), edit(2, 'add', [], { holds: 3 })];
    const [kept, lost] = carry({ edits, old: { ...bar(), weighed: bar().weighed.below() }, now, lineage });
    expect(kept).toMatchObject({ open: false, put: { ...edits[0], holds: 5 } });
    expect([lost!.open, say(lost!.said)]).toEqual([
      true,
      'Command 2 contained Command 3, which is not in this release.',
    ]);
  });

  it('are slots, and take no slot', () => {
    const codes = (slot: number, holds: number) =>
      unfitEdits([edit(slot, 'add', [], { holds })], bar(), PLATFORMS).map((one) => one.code);
    expect([codes(1, 4), codes(1, 1), codes(3, 4), codes(1, 2), codes(1, 9)]).toEqual([
      [],
      [],
      ['no-slot'],
      ['no-slot'],
      ['no-command'],
    ]);
  });
});
