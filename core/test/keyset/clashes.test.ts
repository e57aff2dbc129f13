import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { US, parseStored, presses } from '../../src/keys/index.ts';
import { clashes, consequences, effective, pressIndex, shownKeys, type Setting } from '../../src/keyset/index.ts';
import type { Edit } from '../../src/contract/index.ts';
import { PLATFORMS, edits } from '../arbitraries.ts';
import { COMMANDS, binding, command, custom, edit, setting, settings, shipped, tree } from './fixtures.ts';

/** Every pair of held shortcuts compared with every other, from first principles. */
function bruteForce({ stack, commands }: Setting): string[] {
  const found = new Set<string>();
  for (const platform of PLATFORMS) {
    const held = effective(stack, platform).held;
    for (const a of held) {
      for (const b of held) {
        const chainOfB = tree.chain(b.context);
        // Each pair once, the wider context first.
        if (
          !chainOfB.includes(a.context) ||
          (a.context === b.context && a.command >= b.command && a.shortcut >= b.shortcut)
        )
          continue;
        if (a.command === b.command && a.context === b.context) continue;
        const [pa, pb] = [a, b].map((one) => presses(parseStored(one.shortcut), US, platform)!);
        const shorter = Math.min(pa!.length, pb!.length);
        const alike = pa!.slice(0, shorter).every((ways, i) => ways.some((way) => pb![i]!.includes(way)));
        if (!alike) continue;
        const whole = pa!.length === pb!.length;
        if (whole && a.command === b.command) continue;
        const fixed = (one: typeof a) => commands.get(one.command)!.fixed;
        const sameContext = a.context === b.context;
        const kind = !whole
          ? 'waits'
          : sameContext
            ? fixed(a) !== fixed(b)
              ? 'fixed'
              : 'same place'
            : fixed(a)
              ? 'fixed'
              : 'hidden';
        const pair = [a, b].map((one) => `${one.command} ${one.context} ${one.shortcut}`);
        found.add(`${platform} ${kind} ${(sameContext ? pair.sort() : pair).join(' | ')}`);
      }
    }
  }
  return [...found].sort();
}

describe('clashes', () => {
  it('are those that comparing all with all finds, on thousands of random keysets', () => {
    fc.assert(
      fc.property(settings, (random) => {
        const found = clashes(random).flatMap(({ kind, parties, platforms }) => {
          const sameContext = parties[0].context === parties[1].context;
          const pair = parties.map((one) => `${one.command} ${one.context} ${one.shortcut}`);
          return platforms.map((platform) => `${platform} ${kind} ${(sameContext ? pair.sort() : pair).join(' | ')}`);
        });
        expect([...new Set(found)].sort()).toEqual(bruteForce(random));
        expect(found.length, 'a pair yields one finding').toBe(new Set(found).size);
      }),
      { numRuns: 3000 },
    );
  });

  const commands = [
    command(1, { label: 'Trace shoreline' }),
    command(2, { label: 'Draw contour' }),
    command(3, { label: 'Save chart', fixed: true }),
  ];
  const of = (...list: ReturnType<typeof binding>[]) =>
    clashes(setting({ shipped: shipped(list), layers: [] }, commands));
  it.each([
    [
      'same place',
      'error',
      [binding(1, 'Ctrl++'), binding(2, 'Ctrl+Shift+=')],
      [binding(1, 'Ctrl++'), binding(2, 'Ctrl+=')],
    ],
    [
      'fixed',
      'error',
      [binding(3, 'Primary+S'), binding(1, 'Ctrl+S', { contexts: [3] })],
      [binding(3, 'Primary+S'), binding(1, 'Alt+S', { contexts: [3] })],
    ],
    [
      'waits',
      'warning',
      [binding(1, 'U B'), binding(2, 'U', { contexts: [2] })],
      [binding(1, 'U B', { contexts: [4] }), binding(2, 'U', { contexts: [2] })],
    ],
    [
      'hidden',
      'note',
      [binding(1, 'A'), binding(2, 'A', { contexts: [3] })],
      [binding(1, 'A', { contexts: [4] }), binding(2, 'A', { contexts: [3] })],
    ],
  ])('%s: one worked keyset, one near miss', (kind, severity, worked, miss) => {
    expect(of(...worked)).toMatchObject([{ kind, severity }]);
    expect(of(...miss)).toEqual([]);
  });
  it('are told in sentences with both parties', () => {
    const [hidden] = of(binding(1, 'A'), binding(2, 'A', { contexts: [3] }));
    expect(hidden!.sentence).toBe(
      'In Line A is Draw contour; Trace shoreline, which has it in Everywhere, is hidden there.',
    );
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
        expect(errors(clashes(after)).filter((error) => !known.has(error) && mine(error))).toEqual([]);

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
