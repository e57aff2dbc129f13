import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { layoutById, meeting, storedPresses, type Layout } from '../../src/keys/index.ts';
import {
  SYSTEM_KEYS,
  applyChange,
  clashes,
  consequences,
  effective,
  joined,
  shownKeys,
  type Setting,
} from '../../src/keyset/index.ts';
import type { Edit } from '../../src/contract/index.ts';
import { PLATFORMS, edits } from '../arbitraries.ts';
import { COMMANDS, binding, command, custom, edit, setting, settings, shipped } from './fixtures.ts';

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

describe('weighing only what a change touches', () => {
  /** What is gained and whom it meets, from the whole keyset as it is after the change, shortcut by shortcut. */
  function fromTheWhole(before: Setting, put: readonly Edit[], layout: Layout): string[] {
    const top = before.stack.layers[0]!;
    const after = { ...before.stack, layers: [{ ...top, edits: applyChange(top.edits, { put, remove: [] }).edits }] };
    const found = new Set<string>();
    for (const platform of PLATFORMS) {
      const [was, is] = [effective({ ...before.stack }, platform), effective(after, platform)];
      for (const { command: id, context } of put) {
        const had = was.at(id, context).map((one) => one.shortcut);
        for (const gained of is.at(id, context).filter((one) => !had.includes(one.shortcut))) {
          const mine = storedPresses(gained.shortcut, layout, platform);
          if (!mine) found.add(`cannot be pressed ${id} ${gained.shortcut} ${platform}`);
          else
            for (const other of is.held) {
              const theirs = storedPresses(other.shortcut, layout, platform);
              const relation = before.tree.relation(context, other.context);
              if (!theirs || other.command === id || relation === 'apart') continue;
              const how = meeting(mine, theirs);
              if (how === 'apart') continue;
              const kind = how !== 'meet' ? 'waits' : relation;
              found.add(
                `${kind} ${id} ${gained.shortcut} ${other.command} ${other.context} ${other.shortcut} ${platform}`,
              );
            }
        }
      }
    }
    return [...found].sort();
  }
  const RELATION: Partial<Record<string, string>> = {
    'taken from': 'same',
    hides: 'wider',
    'hidden by': 'narrower',
    together: 'together',
    waits: 'waits',
  };
  it('finds the same as looking at all of it', () => {
    const wanted = fc.uniqueArray(edits(COMMANDS), { minLength: 1, maxLength: 3, selector: (one) => `${one.command} ${one.context}` }); // prettier-ignore
    const layouts = fc.constantFrom(...['us', 'de', 'fr'].map((id) => layoutById(id)!));
    let weighed = 0;
    fc.assert(
      fc.property(settings, wanted, layouts, (plain, list, layout) => {
        const before: Setting = { ...plain, layouts: [layout] };
        // Added keys join what is there, as they do when the change is made.
        const top = before.stack.layers[0]!;
        const put = list.map((one) => joined(top.edits, one));
        const outcome = consequences(before, { put: list, remove: [] });
        if (outcome.refusals.length) return;
        weighed++;
        const told = outcome.consequences.flatMap(({ kind, command: id, shortcut, other, platforms }) => {
          if (put.some((one) => one.action === 'block' && one.command === id)) return [];
          if (kind === 'cannot be pressed') return platforms.map((one) => `${kind} ${id} ${shortcut} ${one}`);
          const relation = RELATION[kind];
          if (!relation) return [];
          return platforms.map(
            (one) => `${relation} ${id} ${shortcut} ${other!.command} ${other!.context} ${other!.shortcut} ${one}`,
          );
        });
        const blocking = new Set(put.filter((one) => one.action === 'block').map((one) => one.command));
        const whole = fromTheWhole(before, put, layout).filter(
          (one) => !blocking.has(Number(/^(?:cannot be pressed|\w+) (\d+) /.exec(one)![1])),
        );
        expect([...new Set(told)].sort()).toEqual(whole);
      }),
      { numRuns: 1200 },
    );
    expect(weighed).toBeGreaterThan(300);
  }, 60_000);
});
