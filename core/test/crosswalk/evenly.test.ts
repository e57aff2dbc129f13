import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../src/crosswalk/plan/evenly.ts';
import { runs } from '../runs.ts';

/** Groups of random weight, some of which wait for earlier ones. */
const groups = (most: number) =>
  fc.array(fc.record({ weight: fc.integer({ min: 1, max: 30 }), waits: fc.array(fc.nat(), { maxLength: 2 }) }), {
    minLength: 1,
    maxLength: most,
  });
const taken = (list: readonly { weight: number; waits: readonly number[] }[]) => ({
  weights: list.map((one) => one.weight),
  after: list.map((one, at) => (at === 0 ? [] : [...new Set(one.waits.map((number) => number % at))])),
});
const heaviest = (parts: readonly (readonly number[])[], weights: readonly number[]) =>
  Math.max(...parts.map((part) => part.reduce((sum, at) => sum + weights[at]!, 0)));

/** The lightest heaviest part of all assignments of groups to parts in which nothing waits for a later part: brute force. */
function lightest(weights: readonly number[], after: readonly (readonly number[])[], count: number): number {
  let best = Infinity;
  const go = (at: number, where: readonly number[]): void => {
    if (at === weights.length) {
      const sums = Array.from({ length: count }, (_, part) =>
        weights.reduce((sum, weight, i) => sum + (where[i] === part ? weight : 0), 0),
      );
      best = Math.min(best, Math.max(...sums));
      return;
    }
    const first = Math.max(0, ...after[at]!.map((one) => where[one]!));
    for (let part = first; part < count; part++) go(at + 1, [...where, part]);
  };
  go(0, []);
  return best;
}

describe('groups shared out into parts', () => {
  it('are as even as any sharing out is that keeps to what waits for what, for up to eight', () => {
    fc.assert(
      fc.property(groups(8), fc.integer({ min: 1, max: 4 }), (list, count) => {
        const { weights, after } = taken(list);
        const parts = evenly(weights, after, count);
        expect(heaviest(parts, weights)).toBe(lightest(weights, after, count));
      }),
      runs(300),
    );
  });

  it('are each in one part, after what they wait for, in no more parts than asked, however many there are', () => {
    fc.assert(
      fc.property(groups(40), fc.integer({ min: 1, max: 6 }), (list, count) => {
        const { weights, after } = taken(list);
        const parts = evenly(weights, after, count);
        expect(parts.length).toBeLessThanOrEqual(count);
        expect(parts.flat().toSorted((a, b) => a - b)).toEqual(weights.map((_, at) => at));
        const where = new Map(parts.flatMap((part, index) => part.map((at) => [at, index] as const)));
        after.forEach((waits, at) => {
          for (const one of waits) expect(where.get(one)!).toBeLessThanOrEqual(where.get(at)!);
        });
        const sum = weights.reduce((a, b) => a + b, 0);
        expect(heaviest(parts, weights)).toBeLessThanOrEqual(sum / count + Math.max(...weights));
      }),
    );
  });
});
