import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contextTree } from '../../src/catalogue/index.ts';
import { LAYOUTS, layoutById, type Layout } from '../../src/keys/index.ts';
import { howOf, meet, madeOn, readPresses } from '../../src/press/index.ts';
import { say } from '../../src/words/index.ts';
import {
  SYSTEM_KEYS,
  clashSaid,
  clashes,
  effective,
  groupClashes,
  type Clash,
  type Setting,
} from '../../src/keyset/index.ts';
import { KeyPolicy, type Edit } from '../../src/contract/index.ts';
import { FOUR_CONTEXTS, PLATFORMS } from '../arbitraries.ts';
import { board } from '../presses.ts';
import { binding, command, custom, edit, on, setting, settings, shipped, tree } from './fixtures.ts';
import { runs } from '../runs.ts';

const layouts = ['us', 'de', 'fr', 'colemak'].map((id) => layoutById(id)!);
const PAIRED = new Set(['fixed', 'platform fold', 'same place', 'together', 'waits', 'hidden']);

/** Every pair of held shortcuts compared with every other, on every keyboard, from first principles. */
function bruteForce({ weighed: { stack }, commands }: Setting): string[] {
  const found = new Map<string, { a: Side; b: Side; meets: string[]; apart: string[]; whole: boolean }>();
  for (const platform of PLATFORMS) {
    const held = effective(stack, platform).held.map(({ command: id, context, shortcut }): Side => {
      return { command: id, context, shortcut };
    });
    for (const layout of layouts) {
      held.forEach((a, i) =>
        held.slice(i + 1).forEach((b) => {
          const [pa, pb] = [a, b].map((one) => madeOn(one.shortcut, board(layout, platform)));
          if (!pa || !pb) return;
          const key = [a, b].map(textOf).sort().join(' | ');
          const pair = found.get(key) ?? { a, b, meets: [], apart: [], whole: pa.length === pb.length };
          (beginAlike(pa, pb) ? pair.meets : pair.apart).push(`${platform} ${layout.id}`);
          found.set(key, pair);
        }),
      );
    }
  }
  return [...found]
    .flatMap(([key, { a, b, meets, apart, whole }]) => {
      const [ca, cb] = [a, b].map((one) => tree.chain(one.context));
      const relation =
        a.context === b.context
          ? 'same'
          : cb!.includes(a.context) || ca!.includes(b.context)
            ? 'within'
            : new Set([a.context, b.context]).size === 2 && [3, 4].every((id) => [...ca!, ...cb!].includes(id))
              ? 'together'
              : 'apart';
      if (relation === 'apart' || meets.length === 0) return [];
      if (a.command === b.command && whole) return [];
      const fixed = (one: Side) => commands.get(one.command)!.fixed;
      const wide = cb!.includes(a.context) ? a : b;
      const fold = meets.some((on) => apart.some((off) => on.split(' ')[1] === off.split(' ')[1]));
      const kind = !whole
        ? 'waits'
        : relation === 'within'
          ? fixed(wide)
            ? 'fixed'
            : 'hidden'
          : fixed(a) !== fixed(b)
            ? 'fixed'
            : fold
              ? 'platform fold'
              : relation === 'same'
                ? 'same place'
                : 'together';
      return [`${kind}: ${key}`];
    })
    .sort();
}
/** Whether one shortcut is, or begins, another. */
const beginAlike = (a: NonNullable<ReturnType<typeof madeOn>>, b: typeof a) => {
  const shared = Math.min(a.length, b.length);
  return howOf(a.slice(0, shared), b.slice(0, shared)) === 'meet' && meet(a.slice(0, shared), b.slice(0, shared));
};
type Side = { command: number; context: number; shortcut: string };
const textOf = (one: Side) => `${one.command} ${one.context} ${one.shortcut}`;
const pairsOf = (list: readonly Clash[]) =>
  list
    .filter((one) => PAIRED.has(one.kind))
    .map(({ kind, parties }) => `${kind}: ${[...parties].map(textOf).sort().join(' | ')}`)
    .sort();

describe('clashes', () => {
  it('are those that comparing all with all on every keyboard finds, on thousands of random keysets', () => {
    fc.assert(
      fc.property(settings, (random) => {
        expect(pairsOf(clashes(on(random, layouts)))).toEqual(bruteForce(random));
      }),
      runs(2000),
    );
  });

  const commands = [
    command(1, { label: 'Trace shoreline' }),
    command(2, { label: 'Draw contour' }),
    command(3, { label: 'Save chart', fixed: true }),
  ];
  const contexts = [
    ...FOUR_CONTEXTS,
    { id: 5, parent: 1, name: 'Note', position: 2, takesText: true, together: [] },
    { id: 6, parent: 1, name: 'Legend', position: 3, takesText: false, together: [{ context: 4, first: true }] },
  ];
  const policy = KeyPolicy.parse({ accepts: { mostStrokes: 1, held: false } });
  type Bindings = ReturnType<typeof binding>[];
  type More = Partial<Setting> & { layouts?: readonly Layout[] };
  const whole = (list: Bindings, more: More = {}, layer: Edit[] = []): Setting =>
    setting({ shipped: shipped(list), layers: [custom(layer)] }, commands, {
      tree: contextTree(contexts),
      policy,
      systemKeys: SYSTEM_KEYS,
      pairs: [[1, 2]],
      ...more,
    });
  const of = (kind: string, list: Bindings, more: More = {}, layer: Edit[] = []) =>
    clashes(whole(list, more, layer)).filter((one) => one.kind === kind);
  const german = { layouts: [layoutById('de')!] };
  const [at, only] = [(id: number) => ({ contexts: [id] }), (platform: string) => ({ platform })];

  const KINDS: [string, string, Bindings, Bindings, More?, Edit[]?, Edit[]?][] = [
    [
      'same place',
      'error',
      [binding(1, 'Ctrl++'), binding(2, 'Ctrl+Shift+=')],
      [binding(1, 'Ctrl++'), binding(2, 'Ctrl+=')],
    ],
    [
      'together',
      'error',
      [binding(1, 'A', at(3)), binding(2, 'A', at(4))],
      [binding(1, 'A', at(2)), binding(2, 'A', at(4))],
    ],
    [
      'hidden',
      'note',
      [binding(1, 'A', at(4)), binding(2, 'A', at(6))],
      [binding(1, 'A', at(4)), binding(2, 'A', at(2))],
    ],
    [
      'waits',
      'warning',
      [binding(1, 'U B'), binding(2, 'U', at(2))],
      [binding(1, 'U B', at(4)), binding(2, 'U', at(2))],
    ],
    [
      'fixed',
      'error',
      [binding(3, 'Primary+S'), binding(1, 'Ctrl+S', at(3))],
      [binding(3, 'Primary+S'), binding(1, 'Alt+S', at(3))],
    ],
    ['not accepted', 'error', [], [], {}, [edit(1, 'set', ['U B'])], [edit(1, 'set', ['Ctrl+U'])]],
    ['system', 'warning', [binding(1, 'Alt+Tab', only('windows'))], [binding(1, 'Alt+Tab', only('macos'))]],
    ['typing', 'error', [binding(1, 'A', at(5))], [binding(1, 'Ctrl+A', at(5))]],
    ['cannot be pressed', 'warning', [binding(1, 'Ctrl+Ö')], [binding(1, 'Ctrl+O')]],
    [
      'types a character',
      'warning',
      [binding(1, 'Ctrl+Alt+Q', only('windows'))],
      [binding(1, 'Ctrl+Alt+X', only('windows'))],
      german,
    ],
    [
      'platform fold',
      'error',
      [binding(1, 'Primary+K'), binding(2, 'Ctrl+K')],
      [binding(1, 'Primary+K'), binding(2, 'Ctrl+J')],
    ],
    ['waits', 'warning', [binding(1, 'U'), binding(1, 'U B')], [binding(1, 'U'), binding(1, 'B')]],
    ['lopsided', 'note', [binding(1, 'A')], [binding(1, 'A'), binding(2, 'B')]],
  ];
  it.each(KINDS)('%s: one worked keyset, one near miss', (kind, severity, worked, miss, more, layer, missLayer) => {
    const [first] = of(kind, worked, more, layer);
    expect(first).toMatchObject({ kind, severity });
    expect(say(clashSaid(whole(worked, more, layer), first!))).toMatch(/^[A-Z+].* .*\.$/);
    expect(of(kind, miss, more, missLayer)).toEqual([]);
  });
  it('of every kind there are', () => expect(new Set(KINDS.map(([kind]) => kind)).size).toBe(12));

  it('are graver for what is hidden and used daily, for what no program gets, and milder for keys that only edit text', () => {
    const hidden = [binding(1, 'A'), binding(2, 'A', at(2))];
    expect(of('hidden', hidden, { often: new Set([1]) })).toMatchObject([{ severity: 'warning' }]);
    expect(of('system', [binding(1, 'Meta+L', only('windows'))])).toMatchObject([{ severity: 'error' }]);
    expect(of('typing', [binding(1, 'Enter', at(5))])).toMatchObject([{ severity: 'warning' }]);
    const inherited = of('typing', [binding(1, 'A'), binding(2, 'Shift+B'), binding(2, 'Ctrl+C')]);
    expect(inherited).toMatchObject([{ severity: 'note', swallowed: 2 }]);
  });
  it('say that a layout’s third level is not known rather than guess', () => {
    const colemak = { layouts: [layoutById('colemak')!] };
    expect(of('types a character', [binding(1, 'Ctrl+Alt+Q', only('windows'))], colemak)).toMatchObject([
      { unknown: true },
    ]);
    expect(of('cannot be pressed', [binding(1, 'Ctrl+€', only('windows'))], colemak)).toMatchObject([
      { unknown: true },
    ]);
  });
  it('are told in sentences with both parties, and come in groups by press and place', () => {
    const list = whole([binding(1, 'A'), binding(2, 'A', at(3)), binding(3, 'A', at(3))], { layouts: LAYOUTS });
    const found = clashes(list);
    expect(found.map((one) => say(clashSaid(list, one)))).toContain(
      'A runs Draw contour in Line, so Trace shoreline, which has it in Everywhere, is overridden there.',
    );
    const hidden = groupClashes(found).find((group) => group.kind === 'hidden')!;
    expect(hidden.findings).toHaveLength(2);
    expect(hidden.parties).toHaveLength(3);
  });
});

describe('finding by pressed keys', () => {
  it('finds the whole shortcut and those that begin so', () => {
    const list = [binding(1, 'P X'), binding(2, 'P'), binding(3, 'Ctrl++')];
    const { weighed } = setting({ shipped: shipped(list), layers: [] }, []);
    const [keyboard] = weighed.keyboards.on('windows') as [ReturnType<typeof board>];
    const found = (presses: string) =>
      weighed.answering(readPresses(presses), keyboard).map(({ held, whole }) => `${held.command} ${whole}`);
    expect(found('KeyP')).toEqual(['1 false', '2 true']);
    expect(found('KeyP KeyX')).toEqual(['1 true']);
    expect(found('Ctrl+Shift+Equal')).toEqual(['3 true']);
    expect(found('KeyQ')).toEqual([]);
  });
});
