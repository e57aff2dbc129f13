import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyChange,
  changeBetween,
  inPlaceOrder,
  layerAt,
  steps,
  takenApart,
  type Change,
} from '../../src/keyset/index.ts';
import type { ChangeKind } from '../../src/contract/index.ts';
import { edits, layers } from '../arbitraries.ts';
import { runs } from '../runs.ts';

const changes: fc.Arbitrary<Change> = fc.record({
  put: layers(4),
  remove: fc.array(
    edits(4).map(({ command, context, platform }) => ({ command, context, platform })),
    { maxLength: 3 },
  ),
});

describe('the history of a layer', () => {
  it('leads back to every state it was in, byte for byte', () => {
    fc.assert(
      fc.property(layers(4), fc.array(changes, { maxLength: 6 }), (start, list) => {
        let layer = inPlaceOrder(start);
        const states = [JSON.stringify(layer)];
        const entries = list.map((change, i) => {
          const { edits: after, inverse } = applyChange(layer, change);
          layer = after;
          states.push(JSON.stringify(after));
          return { revision: i + 2, inverse };
        });
        states.forEach((state, i) => expect(JSON.stringify(layerAt(layer, entries, i + 1))).toBe(state));
      }),
      runs(500),
    );
  });
  it('has a written difference of any two states that makes one of the other, and is empty for the same', () => {
    fc.assert(
      fc.property(layers(4), layers(4), (a, b) => {
        const change = changeBetween(a, b);
        expect(applyChange(a, change).edits).toEqual(inPlaceOrder(b));
        expect(changeBetween(a, a)).toEqual({ put: [], remove: [] });
      }),
      runs(500),
    );
  });
  it('undoes the last that holds, redoes the last undone, and forgets what was undone once something else is done', () => {
    const after = (...kinds: ChangeKind[]) => steps(kinds.map((kind, i) => ({ revision: i + 2, kind })));
    expect(after()).toEqual({ undo: null, redo: null });
    expect(after('edit', 'edit', 'undo')).toEqual({ undo: 2, redo: 3 });
    expect(after('edit', 'edit', 'undo', 'undo')).toEqual({ undo: null, redo: 2 });
    expect(after('edit', 'edit', 'undo', 'redo')).toEqual({ undo: 3, redo: null });
    expect(after('edit', 'edit', 'undo', 'edit', 'undo')).toEqual({ undo: 2, redo: 5 });
  });
  it('is taken apart by subject into layers that together do the same', () => {
    fc.assert(
      fc.property(layers(6), (layer) => {
        const parts = [...takenApart(layer, (edit) => String(edit.context)).values()];
        expect(inPlaceOrder(parts.flat())).toEqual(inPlaceOrder(layer));
      }),
    );
  });
});
