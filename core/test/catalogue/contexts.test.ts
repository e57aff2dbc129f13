import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contextTree, contextsNamed } from '../../src/catalogue/index.ts';
import type { Context } from '../../src/contract/index.ts';

/** Trees in which every context hangs below an earlier one. */
const trees: fc.Arbitrary<Context[]> = fc.array(fc.nat(), { maxLength: 12 }).map((parents) => [
  { id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] },
  ...parents.map((parent, i) => ({
    id: i + 2,
    parent: (parent % (i + 1)) + 1,
    name: `P${i % 4}`,
    position: -i,
    takesText: false,
    together: [],
  })),
]);

describe('a tree of contexts', () => {
  it('says of any two how they lie to each other, both ways alike', () => {
    const turned = { same: 'same', wider: 'narrower', narrower: 'wider', apart: 'apart', together: 'together' };
    fc.assert(
      fc.property(trees, (contexts) => {
        const tree = contextTree(contexts);
        const parent = new Map(contexts.map((one) => [one.id, one.parent]));
        const above = (id: number): number[] => [id, ...(parent.get(id) ? above(parent.get(id)!) : [])];
        expect(tree.inOrder.length).toBe(contexts.length);
        for (const a of contexts) {
          expect(tree.chain(a.id)).toEqual(above(a.id));
          for (const b of contexts) {
            expect(tree.relation(b.id, a.id)).toBe(turned[tree.relation(a.id, b.id)]);
            expect(tree.relation(a.id, b.id) === 'wider').toBe(a.id !== b.id && above(a.id).includes(b.id));
          }
        }
      }),
    );
  });
  it('finds each context by its path, and by its name where that is the only one', () => {
    fc.assert(
      fc.property(trees, (contexts) => {
        const tree = contextTree(contexts);
        for (const one of contexts) {
          expect(contextsNamed(tree, tree.path(one.id).toUpperCase()).map((found) => found.id)).toContain(one.id);
          const alike = contexts.filter((other) => other.name === one.name);
          expect(contextsNamed(tree, one.name).length).toBe(alike.length);
        }
        expect(contextsNamed(tree, 'Nowhere')).toEqual([]);
      }),
    );
  });
  it('refuses circles, two roots, and none', () => {
    const root = { id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] };
    const a = { ...root, id: 2, parent: 3, name: 'A' };
    const b = { ...root, id: 3, parent: 2, name: 'B' };
    for (const contexts of [[], [root, { ...root, id: 2 }], [root, a, b]])
      expect(() => contextTree(contexts)).toThrow();
  });
});
