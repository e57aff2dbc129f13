import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS, layoutById, parseStored, presses, storedPress } from '../../src/keys/index.ts';
import {
  LEDGER_ORDERS,
  SYSTEM_KEYS,
  effective,
  keyInFull,
  keyOfPress,
  ordered,
  passes,
  pressIndex,
  rowFacts,
  unverifiedOn,
} from '../../src/keyset/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { COMMANDS, binding, command, settings, shipped, tree } from './fixtures.ts';

const platforms = fc.constantFrom(...PLATFORMS);
const layouts = fc.constantFrom(...LAYOUTS);

describe('a key in full', () => {
  it('holds every binding whose first press is on it, and calls free what answers to nothing', () => {
    fc.assert(
      fc.property(
        settings,
        platforms,
        layouts,
        fc.constantFrom('KeyA', 'KeyB', 'Equal', 'Slash', 'Digit8'),
        (setting, platform, layout, code) => {
          const held = effective(setting.stack, platform);
          const rows = keyInFull(code, pressIndex(held, layout, platform), layout, platform, SYSTEM_KEYS);
          expect(rows).toHaveLength(platform === 'macos' ? 16 : 8);
          // From first principles: every way of every binding, less those with AltGr or one side only.
          const ways = held.held.flatMap((one) =>
            (presses(parseStored(one.shortcut), layout, platform)?.[0] ?? []).flatMap((way) =>
              keyOfPress(way) === code && !/AltGr|hold /.test(way)
                ? [`${way.replace(/(Left|Right)(?=Ctrl)/g, '')} ${one.command} ${one.context} ${one.shortcut}`]
                : [],
            ),
          );
          const found = rows.flatMap((row) =>
            [...row.held, ...row.begins].map((one) => `${row.press} ${one.command} ${one.context} ${one.shortcut}`),
          );
          const sided = held.held.filter((one) => /(Left|Right)Ctrl/.test(one.shortcut)).map((one) => one.shortcut);
          const plain = (list: string[]) =>
            [...new Set(list.filter((text) => !sided.some((shortcut) => text.endsWith(shortcut))))].sort();
          expect(plain(found)).toEqual(plain(ways));
        },
      ),
      { numRuns: 500 },
    );
  });
  it('tells who else takes it', () => {
    const rows = keyInFull(
      'KeyL',
      pressIndex(effective({ shipped: shipped([]), layers: [] }, 'windows'), layoutById('us')!, 'windows'),
      layoutById('us')!,
      'windows',
      SYSTEM_KEYS,
    );
    expect(rows.every((row) => row.taker === null)).toBe(true);
    const delete_ = keyInFull(
      'Delete',
      pressIndex(effective({ shipped: shipped([]), layers: [] }, 'windows'), layoutById('us')!, 'windows'),
      layoutById('us')!,
      'windows',
      SYSTEM_KEYS,
    );
    expect(delete_.find((row) => row.press === 'Ctrl+Alt+Delete')!.taker).toMatchObject({ hard: true });
  });
});

describe('the ledger’s rows', () => {
  it('are counted as reading the columns one by one does, and every order has them all', () => {
    fc.assert(
      fc.property(settings, platforms, layouts, (setting, platform, layout) => {
        const commands = [...setting.commands.values()];
        const columns = [effective({ ...setting.stack, layers: [] }, platform), effective(setting.stack, platform)];
        const facts = rowFacts(commands, columns, layout, platform);
        const view = { facts, clashing: new Set<number>(), unverified: new Set<number>() };
        for (const one of commands) {
          const lists = columns.map((column) => column.of(one.id).map((held) => `${held.shortcut} ${held.context}`));
          expect(passes(one, 'with', view)).toBe(lists.flat().length > 0);
          expect(passes(one, 'without', view)).toBe(lists.some((list) => list.length === 0));
          expect(passes(one, 'differing', view)).toBe(lists[0]!.join() !== lists[1]!.join());
          const made = lists.flat().flatMap((text) => storedPress(text.replace(/ \d+$/, ''), layout, platform) ?? []);
          expect([...facts.get(one.id)!.presses].sort()).toEqual([...new Set(made)].sort());
        }
        for (const order of LEDGER_ORDERS) {
          const { commands: list, groupOf } = ordered(commands, order, facts, tree, {
            id: 1,
            name: 'Run',
            steps: [3, 1, 3],
          });
          if (order === 'run') expect(list.slice(0, 2).map((one) => one.id)).toEqual([3, 1]);
          expect(list.map((one) => one.id).sort()).toEqual(commands.map((one) => one.id).sort());
          for (const one of list) expect(typeof groupOf(one)).toBe('string');
        }
      }),
      { numRuns: 300 },
    );
    expect(COMMANDS).toBeGreaterThan(3);
  });
  it('are not verified on a platform until somebody has tried all of their keys there', () => {
    const trial = (platform: string) => ({ platform, who: 'x', on: '2026-11-25', build: '' });
    const keyset = shipped([
      binding(1, 'A', { trials: [trial('macos')] }),
      binding(1, 'B'),
      binding(2, 'C', { trials: [trial('macos')] }),
      binding(3, 'D', { platform: 'windows' }),
      binding(4, 'E', { provenance: { kind: 'tried', source: '', who: '', on: null, build: '', platform: 'macos' } }),
    ]);
    expect([...unverifiedOn(keyset, 'macos')]).toEqual([1]);
    expect([...unverifiedOn(keyset, 'windows')]).toEqual([1, 2, 3, 4]);
    expect(command(1).id).toBe(1);
  });
});
