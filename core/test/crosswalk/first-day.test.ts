import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { firstDay, madeInTurn, severalHands } from '../../src/crosswalk/index.ts';
import { consequences } from '../../src/keyset/index.ts';
import { RESTS } from '../../src/reach/index.ts';
import { harms, moved, relation, sideOf, type Side } from '../../src/release/index.ts';
import { after, errors, made, world, type World } from './worlds.ts';
import { met, runs } from '../runs.ts';

const hands = { rest: RESTS[0]!, typist: 'average' as const };
function changed(one: World) {
  const { setting, habits, ours, keyboards } = made(one);
  const old = sideOf(habits.old, 1, keyboards, 'windows');
  const now: Side = sideOf(ours, 1, keyboards, 'windows');
  const lineage = {
    commands: relation(habits.counterparts.map(({ source, target }) => [source, target] as const)),
    contexts: relation([...habits.places]),
  };
  const found = moved(old, now, lineage);
  return { setting, habits, old, now, lineage, harms: harms(found, old, now, habits.uses, hands) };
}
const asked = (share: number) => ({ share, platform: 'windows', reason: 'first day' });

describe('the first day', () => {
  it('is prevented by the fewest edits there are, as trying all sets of up to twelve finds', () => {
    let several = 0;
    fc.assert(
      fc.property(world, fc.constantFrom(0.3, 0.6, 0.9, 1), (one, share) => {
        const { setting, lineage, harms: list } = changed(one);
        const day = firstDay(list, setting, lineage, [{ id: 1, name: 'Run', steps: [3, 1] }], asked(share));
        const most = firstDay(list, setting, lineage, [], asked(2));
        expect(most.edits.length).toBe(day.possible);
        if (day.possible > 12) return;
        // What each set of edits prevents, by the presses that name them.
        const sum = (names: ReadonlySet<string>) =>
          most.presses.reduce(
            (all, press) =>
              all + (press.edit && names.has(press.edit) ? press.harm.harm / press.harm.change.old.length : 0),
            0,
          );
        const names = most.edits.map((edit) => edit.name);
        const wanted = Math.min(share * day.total, sum(new Set(names)));
        let fewest = names.length;
        for (let set = 0; set < 1 << names.length; set++) {
          const chosen = new Set(names.filter((_, at) => set & (1 << at)));
          if (sum(chosen) >= wanted - 1e-6) fewest = Math.min(fewest, chosen.size);
        }
        expect(day.edits.length).toBe(fewest);
        expect(day.prevented).toBeGreaterThanOrEqual(wanted - 1e-6);
        expect(day.prevented).toBeCloseTo(sum(new Set(day.edits.map((edit) => edit.name))), 6);
        if (day.edits.length > 1) several++;
        // Tasks first, in their order.
        const steps = day.presses.map((press) => (press.task ? press.task.step : 99));
        expect(steps).toEqual(steps.toSorted((a, b) => a - b));
      }),
      runs(250),
    );
    expect(several).toBeGreaterThan(met(20));
  });

  it('goes well after its edits: each old press that is given back does what it did', () => {
    fc.assert(
      fc.property(world, (one) => {
        const { setting, lineage, harms: list } = changed(one);
        const day = firstDay(list, setting, lineage, [], asked(1));
        const whole = after(
          setting,
          madeInTurn(
            setting,
            day.edits.map((each) => each.edit),
          ),
        );
        const base = errors(setting);
        expect([...errors(whole)].filter((each) => !base.has(each) && each.startsWith('same place'))).toEqual([]);
        for (const { edit } of day.edits) {
          const { refusals, change } = consequences(setting, { put: [edit], remove: [] });
          if (refusals.length) continue;
          const then = after(setting, change.put);
          expect(
            then.weighed
              .on('windows')
              .at(edit.command, edit.context)
              .map((held) => held.shortcut),
          ).toEqual(expect.arrayContaining(edit.shortcuts));
        }
      }),
      runs(150),
    );
  });
});

describe('hands in two programs', () => {
  it('find where one press means two things and one idea has two presses, both ways alike', () => {
    fc.assert(
      fc.property(world, (one) => {
        const { habits, old, now, lineage } = changed(one);
        const back = {
          commands: { forward: lineage.commands.back, back: lineage.commands.forward },
          contexts: { forward: lineage.contexts.back, back: lineage.contexts.forward },
        };
        const [there, here] = [severalHands(old, now, lineage, habits.uses), severalHands(now, old, back, habits.uses)];
        const pairs = (list: readonly { here: number; there: number }[], turned: boolean) =>
          list.map((each) => (turned ? `${each.there} ${each.here}` : `${each.here} ${each.there}`)).sort();
        expect(pairs(there.ideas, false)).toEqual(pairs(here.ideas, true));
        for (const { here: command, there: others } of there.meanings)
          expect(others).not.toContain(lineage.commands.forward(command)[0]);
        const often = there.meanings.map((each) => each.interference);
        expect(often).toEqual(often.toSorted((a, b) => b - a));
      }),
      runs(150),
    );
  });
});
