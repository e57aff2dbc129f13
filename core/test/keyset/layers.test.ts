import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyChange,
  cellOf,
  effective,
  flatten,
  joined,
  placeKey,
  stackOf,
  weigh,
  type Change,
} from '../../src/keyset/index.ts';
import type { Edit, Keyset } from '../../src/contract/index.ts';
import { PLATFORMS, edits, layers } from '../arbitraries.ts';
import { COMMANDS, binding, command, custom, edit, settings, shipped, usKeyboards } from './fixtures.ts';
import { runs } from '../runs.ts';

const sorted = (list: readonly Edit[]) => [...list].sort((a, b) => (placeKey(a) < placeKey(b) ? -1 : 1));
/** All that a stack of layers gives, as plain text. */
function given(bindings: ReturnType<typeof shipped>['bindings'], stack: readonly (readonly Edit[])[]) {
  const layersOf = stack.map((list, index) => custom([...list], index + 2));
  return PLATFORMS.map((platform) => {
    const found = effective({ shipped: shipped(bindings), layers: layersOf }, platform);
    return Array.from({ length: COMMANDS * 4 }, (_, i) => {
      const [id, context] = [Math.floor(i / 4) + 1, (i % 4) + 1];
      return found
        .at(id, context)
        .map((held) => held.shortcut)
        .join(' | ');
    });
  });
}

describe('layers', () => {
  it('flatten associatively: flatten(flatten(e1,e2),e3) = flatten(e1,flatten(e2,e3))', () => {
    fc.assert(
      fc.property(layers(4), layers(4), layers(4), (a, b, c) => {
        expect(sorted(flatten(flatten(a, b), c))).toEqual(sorted(flatten(a, flatten(b, c))));
      }),
      runs(1000),
    );
  });

  it('give the same keys flattened as one over the other', () => {
    fc.assert(
      fc.property(settings, layers(COMMANDS), layers(COMMANDS), ({ weighed }, a, b) => {
        const { bindings } = weighed.stack.shipped;
        expect(given(bindings, [flatten(a, b)])).toEqual(given(bindings, [a, b]));
      }),
      runs(500),
    );
  });

  it('come back from a change by its inverse, in place and in words', () => {
    const changes: fc.Arbitrary<Change> = fc.record({
      put: layers(4),
      remove: fc.array(
        edits(4).map(({ command: id, context, platform }) => ({ command: id, context, platform })),
        { maxLength: 4 },
      ),
    });
    fc.assert(
      fc.property(layers(4), changes, (layer, change) => {
        const { edits: after, inverse } = applyChange(layer, change);
        expect(sorted(applyChange(after, inverse).edits)).toEqual(sorted(layer));
        expect(new Set(after.map(placeKey)).size).toBe(after.length);
      }),
      runs(1000),
    );
  });

  it('join an added key to the edit that is there, and replace it otherwise', () => {
    const there = [edit(1, 'set', ['A'], { reason: 'near' })];
    expect(joined(there, edit(1, 'add', ['B']))).toMatchObject({
      action: 'set',
      shortcuts: ['A', 'B'],
      reason: 'near',
    });
    expect(joined(there, edit(1, 'set', ['B'], { reason: 'nearer' }))).toMatchObject({
      shortcuts: ['B'],
      reason: 'nearer',
    });
    expect(joined([edit(1, 'put back', [])], edit(1, 'add', ['B']))).toMatchObject({
      action: 'put back',
      shortcuts: ['B'],
    });
  });
});

describe('the keys in force', () => {
  const bindings = [
    binding(1, 'A'),
    binding(1, 'Ctrl+A', { platform: 'macos' }),
    binding(1, 'B', { contexts: [2, 3] }),
  ];
  const at = (layersOf: Edit[][], id: number, context: number, platform: string) =>
    effective({ shipped: shipped(bindings), layers: layersOf.map((list, i) => custom(list, i + 2)) }, platform)
      .at(id, context)
      .map((held) => held.shortcut);

  it('are a platform’s own where it has some, and those for all elsewhere', () => {
    expect(at([], 1, 1, 'windows')).toEqual(['A']);
    expect(at([], 1, 1, 'macos')).toEqual(['Ctrl+A']);
    expect(at([], 1, 3, 'macos')).toEqual(['B']);
  });
  it('follow an edit for all platforms, and a platform’s own edit before it', () => {
    const layer = [edit(1, 'set', ['X']), edit(1, 'clear', [], { platform: 'linux' })];
    expect(at([layer], 1, 1, 'windows')).toEqual(['X']);
    expect(at([layer], 1, 1, 'linux')).toEqual([]);
    expect(at([layer], 1, 2, 'linux')).toEqual(['B']);
  });
  it('go back to what is shipped through any number of layers', () => {
    expect(at([[edit(1, 'set', ['X'])], [edit(1, 'put back', [])]], 1, 1, 'windows')).toEqual(['A']);
    expect(at([[edit(1, 'clear', [])], [edit(1, 'add', ['Y'])]], 1, 1, 'windows')).toEqual(['Y']);
  });
  it('refuse a keyset on a younger one', () => {
    const circle = { ...custom([], 2), baseId: 3 };
    const other = { ...custom([], 3), baseId: 2 };
    expect(() => stackOf(circle, [circle, other] as Keyset[])).toThrow(/newer than itself/);
  });
});

describe('a cell of the ledger', () => {
  const one = command(1);
  const list = [binding(1, 'A'), binding(1, 'A', { contexts: [3] })];
  const keyboards = usKeyboards();
  const on = (edits_: Edit[]) => weigh({ shipped: shipped(list), layers: [custom(edits_)] }, keyboards);
  const base = weigh({ shipped: shipped(list), layers: [] }, keyboards);
  it('says what is unchanged, cleared or none in words, and holds each key once with its contexts', () => {
    expect(cellOf(one, base, 'windows')).toMatchObject({
      word: '',
      chips: [{ shortcut: 'A', contexts: [1, 3], state: 'as shipped' }],
    });
    expect(cellOf(one, on([]), 'windows', base).word).toBe('as base');
    // The same presses, spelled otherwise.
    const respelled = on([edit(1, 'set', ['[KeyA]']), edit(1, 'set', ['[KeyA]'], { context: 3 })]);
    expect(cellOf(one, respelled, 'windows', base).word).toBe('as base');
    expect(cellOf(one, on([edit(1, 'clear', []), edit(1, 'clear', [], { context: 3 })]), 'windows', base).word).toBe(
      'cleared',
    );
    expect(cellOf(command(2), on([]), 'windows', base).word).toBe('none');
    expect(
      cellOf(one, on([edit(1, 'set', ['B'])]), 'windows', base).chips.map((chip) => `${chip.shortcut} ${chip.state}`),
    ).toEqual(['B yours', 'A as shipped']);
    expect(cellOf(command(1, { fixed: true }), base, 'windows', base)).toMatchObject({
      word: '',
      chips: [{ state: 'fixed' }],
    });
  });
});
