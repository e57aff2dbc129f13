import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, nearest } from '../../src/keys/index.ts';

/** Optimal string alignment by its recursive definition: slow, and plainly right. */
function plainly(a: string, b: string): number {
  if (a === '' || b === '') return a.length + b.length;
  const [restA, restB] = [a.slice(0, -1), b.slice(0, -1)];
  const last = Math.min(
    plainly(restA, b) + 1,
    plainly(a, restB) + 1,
    plainly(restA, restB) + (a.at(-1) === b.at(-1) ? 0 : 1),
  );
  const swapped = a.length > 1 && b.length > 1 && a.at(-1) === b.at(-2) && a.at(-2) === b.at(-1);
  return swapped ? Math.min(last, plainly(a.slice(0, -2), b.slice(0, -2)) + 1) : last;
}

describe('edit distance', () => {
  const words = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 6 });
  it('is the recursive definition’s, up to where it is cut off', () => {
    fc.assert(
      fc.property(words, words, fc.integer({ min: 0, max: 6 }), (a, b, most) => {
        const wanted = plainly(a, b);
        if (wanted <= most) expect(distance(a, b, most)).toBe(wanted);
        else expect(distance(a, b, most)).toBeGreaterThan(most);
      }),
    );
  });
  it('knows the worked examples: kitten and sitting 3 (Levenshtein, as in handbooks), a swap of neighbours 1', () => {
    expect(distance('kitten', 'sitting', 9)).toBe(3);
    expect(distance('Entre', 'Enter', 9)).toBe(1);
    expect(distance('ca', 'abc', 9)).toBe(3);
  });
  it('finds the nearest three, near enough, whatever their case', () => {
    expect(nearest('evrywhere', ['Everywhere', 'Chart window', 'Anywhere'])[0]).toBe('Everywhere');
    expect(nearest('zzzz', ['Everywhere'])).toEqual([]);
    expect(nearest('x'.repeat(1000), ['x'])).toEqual([]);
  });
});
