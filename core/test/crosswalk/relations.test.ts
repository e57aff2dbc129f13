import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RELATIONS, composed, composition, inverse, inverted, type Match } from '../../src/crosswalk/index.ts';

const relation = fc.constantFrom(...RELATIONS);
const match = fc.record({ source: fc.integer({ min: 1, max: 6 }), target: fc.integer({ min: 1, max: 6 }), relation });
const matches: fc.Arbitrary<Match[]> = fc.uniqueArray(match, {
  selector: (one) => `${one.source} ${one.target}`,
  maxLength: 20,
});
const sorted = (list: readonly Match[]) => list.map((one) => `${one.source} ${one.relation} ${one.target}`).sort();

describe('mapping relations', () => {
  it('are what the SKOS Reference states: broad and narrow inverse, the rest symmetric, exact transitive', () => {
    // W3C Recommendation 18 August 2009, S43 (broadMatch inverse of narrowMatch), S44 (relatedMatch, closeMatch and
    // exactMatch symmetric), S45 (exactMatch transitive); S42 and S46 speak of classes and of disjointness. From memory.
    expect(RELATIONS.map(inverse)).toEqual(['exact', 'close', 'narrow', 'broad', 'related']);
    for (const one of RELATIONS) expect(inverse(inverse(one))).toBe(one);
    expect(composed('exact', 'exact')).toBe('exact');
    // S46: exactMatch is disjoint with broadMatch and relatedMatch, so that a pair has one relation here.
    fc.assert(
      fc.property(matches, matches, (a, b) => {
        const found = composition(a, b);
        expect(new Set(found.map((one) => `${one.source} ${one.target}`)).size).toBe(found.length);
      }),
    );
  });

  it('compose by Crib’s rule, and read alike from either end', () => {
    const expected: Record<string, string> = {
      'broad broad': 'broad',
      'narrow narrow': 'narrow',
      'close close': 'close',
    };
    for (const a of RELATIONS)
      for (const b of RELATIONS) {
        const rule = a === 'exact' ? b : b === 'exact' ? a : (expected[`${a} ${b}`] ?? 'related');
        expect(composed(a, b)).toBe(rule);
        expect(inverse(composed(a, b))).toBe(composed(inverse(b), inverse(a)));
      }
    fc.assert(
      fc.property(matches, matches, (a, b) => {
        expect(sorted(inverted(inverted(a)))).toEqual(sorted(a));
        expect(sorted(inverted(composition(a, b)))).toEqual(sorted(composition(inverted(b), inverted(a))));
      }),
    );
  });
});
