import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { JUDGEMENTS, type Judgement } from '../../src/contract/index.ts';
import { FEATURES, evidenceOf, inverse, standings, taught, type Features } from '../../src/crosswalk/index.ts';
import { say } from '../../src/words/index.ts';

/** Judgements as the database holds them: none and later stand alone, pairs once. */
const judged: fc.Arbitrary<Judgement[]> = fc
  .uniqueArray(
    fc.record({
      source: fc.integer({ min: 1, max: 5 }),
      target: fc.integer({ min: 1, max: 5 }),
      relation: fc.constantFrom(...JUDGEMENTS),
      sourceState: fc.constantFrom('', '', 'On'),
      targetState: fc.constantFrom('', '', 'Metres'),
    }),
    { selector: (one) => `${one.source} ${one.target}`, maxLength: 12 },
  )
  .map((list) =>
    list.flatMap((one) => {
      const alone = one.relation === 'none' || one.relation === 'later';
      if (alone && list.some((other) => other !== one && other.source === one.source)) return [];
      const states = alone ? { sourceState: '', targetState: '' } : {};
      return [{ ...one, ...states, target: alone ? null : one.target, note: '', who: '', on: '2026-01-01' }];
    }),
  );

describe('what was judged', () => {
  it('reads alike from both ends: each pair with the inverse relation, and nothing else', () => {
    fc.assert(
      fc.property(judged, (list) => {
        const [forward, back] = [standings(list, 'source'), standings(list, 'target')];
        for (const { source, target, relation, sourceState, targetState } of list) {
          if (target === null) {
            expect(forward(source)).toEqual({ kind: relation, matches: [] });
            continue;
          }
          const there = forward(source).matches.find((one) => one.target === target)!;
          const here = back(target).matches.find((one) => one.target === source)!;
          expect([there.relation, here.relation]).toEqual([relation, inverse(there.relation)]);
          expect([there.sourceState, there.targetState]).toEqual([sourceState, targetState]);
          expect([here.sourceState, here.targetState]).toEqual([targetState, sourceState]);
        }
        for (let id = 1; id <= 5; id++) {
          const pairs = list.filter((one) => one.target === id).length;
          expect(back(id).matches).toHaveLength(pairs);
          expect(back(id).kind).toBe(pairs ? 'counterparts' : 'unjudged');
          if (!list.some((one) => one.source === id)) expect(forward(id).kind).toBe('unjudged');
        }
        const teaching = list.filter(
          (one) => (one.relation === 'exact' || one.relation === 'close') && !one.sourceState && !one.targetState,
        );
        expect(taught(list)).toEqual(teaching.map(({ source, target }) => ({ source, target })));
      }),
    );
  });

  it('has evidence in words for any proposal, what speaks against it after what speaks for it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(0, 0.5, 1), { minLength: FEATURES.length, maxLength: FEATURES.length }),
        (values) => {
          const features = Object.fromEntries(FEATURES.map((name, at) => [name, values[at]!])) as Features;
          const said = evidenceOf(features).map((one) => say(one));
          expect(said.length).toBeGreaterThan(0);
          const first = said.findIndex((one) => one.startsWith('but '));
          if (first >= 0) expect(said.slice(first).every((one) => one.startsWith('but '))).toBe(true);
        },
      ),
    );
  });
});
