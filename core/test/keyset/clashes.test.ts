import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contextTree } from '../../src/catalogue/index.ts';
import { LAYOUTS, US, layoutById, meeting, parseStored, presses } from '../../src/keys/index.ts';
import {
  SYSTEM_KEYS,
  clashFinder,
  clashSentence,
  clashes,
  consequences,
  effective,
  groupClashes,
  pressIndex,
  shownKeys,
  type Clash,
  type Setting,
} from '../../src/keyset/index.ts';
import { KeyPolicy, type Edit } from '../../src/contract/index.ts';
import { FOUR_CONTEXTS, PLATFORMS, edits } from '../arbitraries.ts';
import { COMMANDS, binding, command, custom, edit, setting, settings, shipped, tree } from './fixtures.ts';

const layouts = ['us', 'de', 'fr', 'colemak'].map((id) => layoutById(id)!);
const PAIRED = new Set(['fixed', 'platform fold', 'same place', 'together', 'waits', 'hidden']);

/** Every pair of held shortcuts compared with every other, on every keyboard, from first principles. */
function bruteForce({ stack, commands }: Setting): string[] {
  const found = new Map<string, { a: Side; b: Side; meets: string[]; apart: string[]; whole: boolean }>();
  for (const platform of PLATFORMS) {
    const held = effective(stack, platform).held.map(({ command: id, context, shortcut }): Side => {
      return { command: id, context, shortcut };
    });
    for (const layout of layouts) {
      held.forEach((a, i) =>
        held.slice(i + 1).forEach((b) => {
          const [pa, pb] = [a, b].map((one) => presses(parseStored(one.shortcut), layout, platform));
          if (!pa || !pb) return;
          const key = [a, b].map(textOf).sort().join(' | ');
          const pair = found.get(key) ?? { a, b, meets: [], apart: [], whole: pa.length === pb.length };
          (meeting(pa, pb) === 'apart' ? pair.apart : pair.meets).push(`${platform} ${layout.id}`);
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
      if (a.command === b.command && (relation === 'same' || whole)) return [];
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
type Side = { command: number; context: number; shortcut: string };
const textOf = (one: Side) => `${one.command} ${one.context} ${one.shortcut}`;
const pairsOf = (list: readonly Clash[]) =>
  list
    .filter((one) => PAIRED.has(one.kind))
    .map(({ kind, parties }) => `${kind}: ${[...parties].map(textOf).sort().join(' | ')}`)
    .sort();
const factsOf = (list: readonly Clash[]) =>
  list.map(({ parties, ...rest }) => JSON.stringify({ ...rest, parties: parties.map(textOf) })).sort();

describe('clashes', () => {
  it('are those that comparing all with all on every keyboard finds, on thousands of random keysets', () => {
    fc.assert(
      fc.property(settings, (random) => {
        expect(pairsOf(clashes({ ...random, layouts }))).toEqual(bruteForce(random));
      }),
      { numRuns: 2000 },
    );
  }, 120_000);

  it('after an edit are what finding all of them anew gives', () => {
    fc.assert(
      fc.property(settings, edits(COMMANDS), edits(COMMANDS), (random, first, second) => {
        const [top] = random.stack.layers;
        const full = { ...random, layouts, systemKeys: SYSTEM_KEYS, pairs: [[1, 2]] as const };
        const finder = clashFinder(full);
        let layer = top!.edits;
        for (const one of [first, second]) {
          layer = [...layer.filter((other) => !samePlace(other, one)), one];
          const stack = { ...random.stack, layers: [custom(layer)] };
          expect(factsOf(finder.after(stack, [one]))).toEqual(factsOf(clashes({ ...full, stack })));
        }
      }),
      { numRuns: 300 },
    );
  }, 60_000);
  const samePlace = (a: Edit, b: Edit) =>
    a.command === b.command && a.context === b.context && a.platform === b.platform;

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
  const whole = (list: Bindings, more: Partial<Setting> = {}, layer: Edit[] = []): Setting => ({
    ...setting({ shipped: shipped(list), layers: [custom(layer)] }, commands),
    tree: contextTree(contexts),
    policy,
    systemKeys: SYSTEM_KEYS,
    layouts: [US],
    pairs: [[1, 2]],
    ...more,
  });
  const of = (kind: string, list: Bindings, more: Partial<Setting> = {}, layer: Edit[] = []) =>
    clashes(whole(list, more, layer)).filter((one) => one.kind === kind);
  const german = { layouts: [layoutById('de')!] };
  const [at, on] = [(id: number) => ({ contexts: [id] }), (platform: string) => ({ platform })];

  const KINDS: [string, string, Bindings, Bindings, Partial<Setting>?, Edit[]?, Edit[]?][] = [
    ['same place', 'error', [binding(1, 'Ctrl++'), binding(2, 'Ctrl+Shift+=')], [binding(1, 'Ctrl++'), binding(2, 'Ctrl+=')]],
    ['together', 'error', [binding(1, 'A', at(3)), binding(2, 'A', at(4))], [binding(1, 'A', at(2)), binding(2, 'A', at(4))]],
    ['hidden', 'note', [binding(1, 'A', at(4)), binding(2, 'A', at(6))], [binding(1, 'A', at(4)), binding(2, 'A', at(2))]],
    ['waits', 'warning', [binding(1, 'U B'), binding(2, 'U', at(2))], [binding(1, 'U B', at(4)), binding(2, 'U', at(2))]],
    ['fixed', 'error', [binding(3, 'Primary+S'), binding(1, 'Ctrl+S', at(3))], [binding(3, 'Primary+S'), binding(1, 'Alt+S', at(3))]],
    ['not accepted', 'error', [], [], {}, [edit(1, 'set', ['U B'])], [edit(1, 'set', ['Ctrl+U'])]],
    ['system', 'warning', [binding(1, 'Alt+Tab', on('windows'))], [binding(1, 'Alt+Tab', on('macos'))]],
    ['typing', 'error', [binding(1, 'A', at(5))], [binding(1, 'Ctrl+A', at(5))]],
    ['cannot be pressed', 'warning', [binding(1, 'Ctrl+Ö')], [binding(1, 'Ctrl+O')]],
    ['types a character', 'warning', [binding(1, 'Ctrl+Alt+Q', on('windows'))], [binding(1, 'Ctrl+Alt+X', on('windows'))], german],
    ['platform fold', 'error', [binding(1, 'Primary+K'), binding(2, 'Ctrl+K')], [binding(1, 'Primary+K'), binding(2, 'Ctrl+J')]],
    ['lopsided', 'note', [binding(1, 'A')], [binding(1, 'A'), binding(2, 'B')]],
  ]; // prettier-ignore
  it.each(KINDS)('%s: one worked keyset, one near miss', (kind, severity, worked, miss, more, layer, missLayer) => {
    const [first] = of(kind, worked, more, layer);
    expect(first).toMatchObject({ kind, severity });
    expect(clashSentence(whole(worked, more, layer), first!)).toMatch(/^[A-Z+].* .*\.$/);
    expect(of(kind, miss, more, missLayer)).toEqual([]);
  });
  it('of every kind there are', () => expect(KINDS).toHaveLength(12));

  it('are graver for what is hidden and used daily, for what no program gets, and milder for keys that only edit text', () => {
    const hidden = [binding(1, 'A'), binding(2, 'A', at(2))];
    expect(of('hidden', hidden, { often: new Set([1]) })).toMatchObject([{ severity: 'warning' }]);
    expect(of('system', [binding(1, 'Meta+L', on('windows'))])).toMatchObject([{ severity: 'error' }]);
    expect(of('typing', [binding(1, 'Enter', at(5))])).toMatchObject([{ severity: 'warning' }]);
    const inherited = of('typing', [binding(1, 'A'), binding(2, 'Shift+B'), binding(2, 'Ctrl+C')]);
    expect(inherited).toMatchObject([{ severity: 'note', swallowed: 2 }]);
  });
  it('say that a layout’s third level is not known rather than guess', () => {
    const colemak = { layouts: [layoutById('colemak')!] };
    expect(of('types a character', [binding(1, 'Ctrl+Alt+Q', on('windows'))], colemak)).toMatchObject([
      { unknown: true },
    ]);
    expect(of('cannot be pressed', [binding(1, 'Ctrl+€', on('windows'))], colemak)).toMatchObject([{ unknown: true }]);
  });
  it('are told in sentences with both parties, and come in groups by press and place', () => {
    const list = whole([binding(1, 'A'), binding(2, 'A', at(3)), binding(3, 'A', at(3))], { layouts: LAYOUTS });
    const found = clashes(list);
    expect(found.map((one) => clashSentence(list, one))).toContain(
      'In Line A is Draw contour; Trace shoreline, which has it in Everywhere, is hidden there.',
    );
    const hidden = groupClashes(found).find((group) => group.kind === 'hidden')!;
    expect(hidden.findings).toHaveLength(2);
    expect(hidden.parties).toHaveLength(3);
  });
});

describe('what follows from an edit', () => {
  const random = fc.record({ setting: settings, wanted: edits(COMMANDS) });

  it('agrees with the clashes found afterwards: nothing new is in the same place or fixed, and no other command loses its keys unsaid', () => {
    let done = 0;
    fc.assert(
      fc.property(random, ({ setting: before, wanted }) => {
        const outcome = consequences(before, { put: [wanted], remove: [] });
        if (outcome.refusals.length) return;
        done++;
        const top = before.stack.layers[0]!;
        const layer = new Map(top.edits.map((one) => [`${one.command} ${one.context} ${one.platform}`, one]));
        for (const one of outcome.change.put) layer.set(`${one.command} ${one.context} ${one.platform}`, one);
        const after = {
          ...before,
          stack: { ...before.stack, layers: [{ ...top, edits: [...layer.values()] }] },
        };
        const errors = (list: ReturnType<typeof clashes>) =>
          list
            .filter((clash) => clash.severity === 'error')
            .flatMap((clash) =>
              clash.platforms.map(
                (one) =>
                  `${one} ${clash.parties
                    .map((held) => `${held.command} ${held.context} ${held.shortcut}`)
                    .sort()
                    .join(' | ')}`,
              ),
            );
        const known = new Set(errors(clashes(before)));
        const mine = (text: string) => text.includes(` ${wanted.command} ${wanted.context} `);
        const told = outcome.consequences.flatMap(({ kind, command: id, shortcut, other, platforms }) =>
          kind === 'together' && other
            ? platforms.map((one) => {
                const pair = [
                  `${id} ${wanted.context} ${shortcut}`,
                  `${other.command} ${other.context} ${other.shortcut}`,
                ];
                return `${one} ${pair.sort().join(' | ')}`;
              })
            : [],
        );
        const unsaid = errors(clashes(after)).filter((one) => !known.has(one) && mine(one) && !told.includes(one));
        expect(unsaid).toEqual([]);

        const taken = new Set(
          outcome.consequences
            .filter((one) => one.kind === 'taken from')
            .flatMap((one) =>
              one.platforms.map(
                (platform) => `${platform} ${one.other!.command} ${one.other!.context} ${one.other!.shortcut}`,
              ),
            ),
        );
        for (const platform of PLATFORMS) {
          const now = effective(after.stack, platform);
          for (const held of effective(before.stack, platform).held) {
            if (held.command === wanted.command) continue;
            const still = now.at(held.command, held.context).some((one) => one.shortcut === held.shortcut);
            expect(still).toBe(!taken.has(`${platform} ${held.command} ${held.context} ${held.shortcut}`));
          }
        }
      }),
      { numRuns: 2000 },
    );
    expect(done).toBeGreaterThan(500);
  });

  const commands = [
    command(1, { label: 'Show drying heights' }),
    command(2, { label: 'Discard trial' }),
    command(3, { label: 'Save chart', fixed: true }),
    command(4, { label: 'Plot' }),
  ];
  const list = [binding(1, 'J'), binding(1, '6'), binding(3, 'Primary+S'), binding(4, 'K', { contexts: [3] })];
  const after = (...put: Edit[]) =>
    consequences(setting({ shipped: shipped(list), layers: [custom([])] }, commands), { put, remove: [] });

  it('names the owner of a taken press and what is left to it', () => {
    const outcome = after(edit(2, 'set', ['J']));
    expect(outcome.consequences.map((one) => one.sentence)).toEqual([
      'J is taken by Show drying heights. Take it, and Show drying heights keeps its other shortcut.',
    ]);
    expect(outcome.change.put[1]).toMatchObject({
      command: 1,
      action: 'set',
      shortcuts: ['6'],
      platform: null,
      reason: 'J was given to Discard trial.',
    });
  });
  it('takes only where the press meets: Primary on two platforms of three', () => {
    const outcome = after(edit(1, 'set', ['Ctrl+K']), edit(2, 'set', ['Primary+K']));
    expect(outcome.refusals.map((one) => one.code)).toEqual(['same-place']);
    const alone = consequences(setting({ shipped: shipped([binding(1, 'Ctrl+K')]), layers: [custom([])] }, commands), {
      put: [edit(2, 'set', ['Primary+K'])],
      remove: [],
    });
    expect(alone.consequences[0]!.sentence).toContain('on Windows and Linux');
    expect(alone.change.put.slice(1).map((one) => one.platform)).toEqual(['windows', 'linux']);
  });
  it('hides in a narrower place, is hidden by one, and waits', () => {
    expect(after(edit(2, 'set', ['J'], { context: 3 })).consequences.map((one) => one.kind)).toEqual(['hides']);
    expect(after(edit(2, 'set', ['K'])).consequences.map((one) => one.kind)).toEqual(['hidden by']);
    expect(after(edit(2, 'set', ['J J'])).consequences.map((one) => one.kind)).toEqual(['waits']);
    expect(after(edit(2, 'set', ['Ö'])).consequences.map((one) => one.kind)).toEqual(['cannot be pressed']);
  });
  it('refuses what a fixed command has, and to change one', () => {
    expect(after(edit(2, 'set', ['Ctrl+S'], { context: 3 })).refusals[0]!.sentence).toBe(
      'Ctrl+S belongs to Save chart, which cannot be changed.',
    );
    expect(after(edit(3, 'clear', [])).refusals[0]!.sentence).toBe('Save chart cannot be changed.');
    expect(after(edit(9, 'clear', [])).refusals[0]!.code).toBe('no-command');
    expect(after(edit(2, 'set', [])).refusals[0]!.code).toBe('no-key');
    expect(after(edit(2, 'set', ['A'], { platform: 'beos' })).refusals[0]!.code).toBe('no-platform');
    expect(
      consequences(setting({ shipped: shipped(list), layers: [] }, commands), { put: [], remove: [] }).refusals[0]!
        .code,
    ).toBe('shipped');
  });
  it('is nothing when two commands change their keys in one go', () => {
    expect(after(edit(1, 'set', ['K']), edit(2, 'set', ['J'])).consequences.map((one) => one.kind)).toEqual([
      'hidden by',
    ]);
  });
  it('is told alike by two computations, whatever their order', () => {
    const one = after(edit(2, 'set', ['J', 'K']));
    const other = after(edit(2, 'set', ['K', 'J']));
    expect(shownKeys(one.consequences)).toEqual(shownKeys(other.consequences));
  });
});

describe('finding by pressed keys', () => {
  it('finds the whole shortcut and those that begin so', () => {
    const list = [binding(1, 'P X'), binding(2, 'P'), binding(3, 'Ctrl++')];
    const index = pressIndex(effective({ shipped: shipped(list), layers: [] }, 'windows'), US, 'windows');
    const found = (press: string) => index.answering(press).map(({ held, whole }) => `${held.command} ${whole}`);
    expect(found('KeyP')).toEqual(['1 false', '2 true']);
    expect(found('KeyP KeyX')).toEqual(['1 true']);
    expect(found('Ctrl+Shift+Equal')).toEqual(['3 true']);
    expect(found('KeyQ')).toEqual([]);
  });
});

describe('what follows besides other commands', () => {
  const commands = [1, 2, 3].map((id) => command(id));
  const on = (bindings: ReturnType<typeof binding>[], more: Partial<Setting> = {}): Setting => ({
    ...setting({ shipped: shipped(bindings), layers: [custom([])] }, commands),
    systemKeys: SYSTEM_KEYS,
    pairs: [[1, 2]],
    ...more,
  });
  const told = (given: Setting, put: Edit[]) => {
    const outcome = consequences(given, { put, remove: [] });
    return [...outcome.refusals.map((one) => one.code), ...outcome.consequences.map((one) => one.kind)];
  };
  it('is what the system keeps or may take, as the table has it', () => {
    // The Windows key with L locks the screen, Alt+Tab changes windows (the table of system keys, each row with its source).
    expect(told(on([]), [edit(3, 'set', ['Ctrl+Alt+Delete'])])).toEqual(['kept']);
    expect(told(on([]), [edit(3, 'set', ['Alt+F4'])])).toEqual(['system']);
    expect(told(on([]), [edit(3, 'set', ['Alt+F4'], { platform: 'macos' })])).toEqual([]);
  });
  it('is a pair left with a key on one side only, by the edit or by what it takes', () => {
    const both = [binding(1, 'F7'), binding(2, 'F8')];
    expect(told(on(both), [edit(1, 'clear', [])])).toEqual(['lopsided']);
    expect(told(on(both), [edit(3, 'set', ['F8'])])).toEqual(['taken from', 'lopsided']);
    expect(told(on(both), [edit(1, 'clear', []), edit(2, 'clear', [])])).toEqual([]);
    expect(told(on([binding(1, 'F7')]), [edit(2, 'set', ['F8'])])).toEqual([]);
    expect(told(on([binding(1, 'F7')]), [edit(1, 'set', ['F8'])])).toEqual([]);
  });
});
