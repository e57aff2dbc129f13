import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RESTS } from '../../src/reach/index.ts';
import {
  harmToHabit,
  harms,
  kindCounts,
  moved,
  movedRows,
  relation,
  unchangedShare,
  type HarmFacts,
} from '../../src/release/index.ts';
import { binding, command, shipped } from '../keyset/fixtures.ts';
import { identity, sideOfWorld, worlds, type World } from './worlds.ts';
import { runs } from '../runs.ts';

const facts = (kind: HarmFacts['kind'], uses = 0, mm = 0, destroys = false, keyless = false): HarmFacts => ({
  kind,
  uses,
  mm,
  destroys,
  keyless,
});
const hands = { rest: RESTS[0]!, typist: 'average' as const };

describe('harm to habit', () => {
  // By hand, from the formula in docs/formulas.md.
  const CASES: readonly [what: string, facts: HarmFacts, harm: number][] = [
    ['a daily key that now destroys, its command without one', facts('new meaning', 38, 0, true, true), 39 * 9],
    ['the same, its command two inches away', facts('new meaning', 38, 51, true), 39 * (3 + 4 + 0.255)],
    ['a daily key that does something else, its command without one', facts('new meaning', 38, 0, false, true), 39 * 5],
    ['a daily key that does something else, its command at hand', facts('new meaning', 38, 19), 39 * 3.095],
    ['a daily key that is dead, its command without one', facts('dead', 38, 0, false, true), 39 * 3],
    ['a daily key that is dead, its command far away', facts('dead', 38, 900), 39 * 3],
    ['a weekly key that now destroys', facts('new meaning', 1, 51, true), 2 * 7.255],
    ['a key nobody counted that now destroys', facts('new meaning', 0, 51, true), 7.255],
    ['a press that did nothing and now destroys', facts('new', 0, 0, true), 4],
    ['a press that did nothing and now does something', facts('new'), 0],
  ];

  it('orders ten cases as a trainer would, by figures worked out by hand', () => {
    for (const [what, one, harm] of CASES) expect(harmToHabit(one), what).toBeCloseTo(harm, 9);
    const found = CASES.map(([, one]) => harmToHabit(one));
    expect(found).toEqual([...found].sort((a, b) => b - a));
  });

  const anyFacts = fc.record({
    kind: fc.constantFrom('new meaning' as const, 'dead' as const, 'new' as const),
    uses: fc.double({ min: 0, max: 1000, noNaN: true }),
    mm: fc.double({ min: 0, max: 1000, noNaN: true }),
    destroys: fc.boolean(),
    keyless: fc.boolean(),
  });
  it('never falls when use or travel rises, when the press comes to destroy, or the command loses its last key', () => {
    fc.assert(
      fc.property(anyFacts, fc.double({ min: 0, max: 100, noNaN: true }), (one, more) => {
        const least = harmToHabit(one);
        expect(harmToHabit({ ...one, uses: one.uses + more })).toBeGreaterThanOrEqual(least);
        expect(harmToHabit({ ...one, mm: one.mm + more })).toBeGreaterThanOrEqual(least);
        expect(harmToHabit({ ...one, destroys: true })).toBeGreaterThanOrEqual(least);
        expect(harmToHabit({ ...one, keyless: true })).toBeGreaterThanOrEqual(least);
        expect(harmToHabit({ ...one, kind: 'none' })).toBe(0);
      }),
    );
  });

  const world = (commands: World['commands'], keys: [number, string][]): World => ({
    contexts: [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }],
    commands,
    stack: { shipped: shipped(keys.map(([id, key]) => binding(id, key))), layers: [] },
  });
  const old = world(
    [command(1, { label: 'Heights' }), command(2, { label: 'Tides' }), command(3), command(5)],
    [
      [1, 'J'],
      [2, 'D'],
      [3, 'F2'],
      [5, 'F5'],
    ],
  );
  const now = world(
    [command(1, { label: 'Heights' }), command(4, { label: 'Discard', destructive: true }), command(3), command(5)],
    [
      [1, '6'],
      [4, 'J'],
      [3, 'F2'],
      [5, 'F5'],
      [5, 'F6'],
    ],
  );
  const [was, is] = [sideOfWorld(old), sideOfWorld(now)];
  const result = moved(was, is, {
    ...identity(old, now),
    commands: relation([
      [1, 1],
      [3, 3],
      [5, 5],
    ]),
  });
  const uses = new Map([
    [1, 38],
    [2, 4],
    [3, 20],
  ]);

  it('comes from the catalogue: J to 6 is 51 mm (√(1.75² + 2²) keys of 19.05 mm), uses and destroying as said', () => {
    const found = harms(result, was, is, uses, hands);
    const of = (press: string) => found.find((one) => one.change.press === press)!;
    expect(of('KeyJ')).toMatchObject({ kind: 'new meaning', uses: 38, destroys: true, keyless: false });
    expect(of('KeyJ').mm).toBeCloseTo(Math.hypot(1.75, 2) * 19.05, 6);
    expect(of('KeyD')).toMatchObject({ kind: 'dead', uses: 4, destroys: false, keyless: true, mm: 0 });
    expect(found.map((one) => one.change.press)).toEqual(['KeyJ', 'KeyD', 'Digit6', 'F6']);
  });

  it('orders the rows of a comparison, each under all its kinds, counted once under each', () => {
    const rows = movedRows(result, harms(result, was, is, uses, hands));
    expect(rows.map((one) => [(one.change.now[0] ?? one.change.old[0])!.label, one.kinds])).toEqual([
      ['Discard', ['new meaning', 'gained', 'added']],
      ['Heights', ['new meaning', 'moved']],
      ['Tides', ['lost', 'dropped']],
      ['Command 3', ['same']],
      ['Command 5', ['gained']],
    ]);
    const counts = kindCounts(rows);
    expect([counts.get('new meaning'), counts.get('gained'), counts.get('same'), counts.get('split')]).toEqual([
      2, 2, 1, 0,
    ]);
  });

  it('leaves a share of the day unchanged: all of it where nothing moved', () => {
    expect(unchangedShare(result, uses)).toEqual({ uses: 62, same: 20 });
    fc.assert(
      fc.property(worlds(12), (one) => {
        const side = sideOfWorld(one);
        const share = unchangedShare(moved(side, side, identity(one)), new Map(one.commands.map(({ id }) => [id, id])));
        expect(share.same).toBe(share.uses);
      }),
      runs(40),
    );
  });
});
