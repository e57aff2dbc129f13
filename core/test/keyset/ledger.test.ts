import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS } from '../../src/keys/index.ts';
import {
  LEDGER_ORDERS,
  SYSTEM_KEYS,
  keyInFull,
  keyOfPress,
  ordered,
  passes,
  rowFacts,
  placesOf,
  unverifiedOn,
} from '../../src/keyset/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { canonical, ways as waysOf } from '../presses.ts';
import { COMMANDS, binding, command, on, setting as settingOf, settings, shipped, tree } from './fixtures.ts';
import { runs } from '../runs.ts';

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
        (random, platform, layout, code) => {
          const { weighed } = on(random, [layout]);
          const held = weighed.on(platform);
          const rows = keyInFull(code, weighed, weighed.keyboards.on(platform)[0]!, SYSTEM_KEYS);
          expect(rows).toHaveLength(platform === 'macos' ? 16 : 8);
          // From first principles: every way of every binding, less those with AltGr or one side only.
          const ways = held.held.flatMap((one) =>
            (waysOf(one.shortcut, layout, platform)?.[0] ?? []).flatMap((way) =>
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
      runs(500),
    );
  });
  it('tells who else takes it', () => {
    const { weighed } = settingOf({ shipped: shipped([]), layers: [] }, []);
    const rowsOf = (code: string) => keyInFull(code, weighed, weighed.keyboards.on('windows')[0]!, SYSTEM_KEYS);
    expect(rowsOf('KeyL').every((row) => row.taker === null)).toBe(true);
    const delete_ = rowsOf('Delete');
    expect(delete_.find((row) => row.press === 'Ctrl+Alt+Delete')!.taker).toMatchObject({ hard: true });
  });
});

describe('the ledger’s rows', () => {
  it('are counted as reading the columns one by one does, and every order has them all', () => {
    fc.assert(
      fc.property(settings, platforms, layouts, (random, platform, layout) => {
        const { weighed, commands: known } = on(random, [layout]);
        const commands = [...known.values()];
        const both = [weighed.shipped(), weighed];
        const columns = both.map((one) => one.on(platform));
        const facts = rowFacts(commands, both, weighed, weighed.keyboards.on(platform)[0]!);
        const none = new Set<number>();
        const view = { facts, edited: none, often: none, clashing: none, unverified: none };
        for (const one of commands) {
          const lists = columns.map((column) => column.of(one.id).map((held) => `${held.shortcut} ${held.context}`));
          // Whether it has a key goes by the keyset in hand, which is the second column.
          expect(passes(one, 'with', view)).toBe(lists[1]!.length > 0);
          expect(passes(one, 'without', view)).toBe(lists[1]!.length === 0);
          for (const { id } of tree.inOrder) {
            const has = lists.flat().some((text) => text.endsWith(` ${id}`));
            expect(placesOf(one, facts).has(id)).toBe(has || one.home === id);
          }
          const pressed = (text: string) =>
            text.replace(
              /^(.*) (\d+)$/,
              (_, key: string, at: string) => `${canonical(key, layout, platform) ?? key} ${at}`,
            );
          expect(passes(one, 'differing', view)).toBe(lists[0]!.map(pressed).join() !== lists[1]!.map(pressed).join());
          const made = lists.flat().flatMap((text) => canonical(text.replace(/ \d+$/, ''), layout, platform) ?? []);
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
      runs(300),
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
