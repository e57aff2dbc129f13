import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS, layoutById, type Layout } from '../../src/keys/index.ts';
import { SYSTEM_KEYS, resolve, type Setting } from '../../src/keyset/index.ts';
import { readPress } from '../../src/press/index.ts';
import { ALL_ROOM, RESTS, roomIn } from '../../src/reach/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { binding, on, setting, settings, shipped, tree } from '../keyset/fixtures.ts';
import { runs } from '../runs.ts';

const context = fc.integer({ min: 1, max: 4 });
const roomOf = ({ weighed, takers }: Setting, where: number, platform: string, rest = RESTS[0]!) =>
  roomIn({ weighed, takers, tree, keyboard: weighed.keyboards.on(platform)[0]!, rest })(where);
const withKeys = (keys: readonly [number, string][], ...layouts: string[]) =>
  on(
    setting({ shipped: shipped(keys.map(([id, key]) => binding(id, key))), layers: [] }, []),
    layouts.map((id) => layoutById(id)!),
    SYSTEM_KEYS,
  );

describe('room left', () => {
  it('is free just where nothing answers on any of the layouts, here or around or within', () => {
    const pairs = fc.uniqueArray(fc.constantFrom(...LAYOUTS.map((one) => one.id)), { minLength: 1, maxLength: 2 });
    fc.assert(
      fc.property(settings, context, fc.constantFrom(...PLATFORMS), pairs, (random, where, platform, ids) => {
        const given = on(
          random,
          ids.map((id): Layout => layoutById(id)!),
          SYSTEM_KEYS,
        );
        const { weighed } = given;
        const scene = { weighed, tree, policy: { pause: null }, decides: () => '', active: [where] };
        const [here] = weighed.keyboards.on(platform) as [(typeof weighed.keyboards.all)[0]];
        for (const { cells } of roomOf(given, where, platform).rows) {
          for (const cell of cells) {
            const { outcome, candidates } = resolve({ ...scene, keyboard: here }, [readPress(cell.press)]);
            if (cell.state === 'free') {
              expect(outcome, cell.press).toBe('nothing');
              // Nothing in a narrower or a together place has it either: taking it hides nobody.
              expect(candidates.filter((one) => tree.relation(where, one.held.context) !== 'apart')).toEqual([]);
              // Nor on another layout, by what is printed on the key.
              const mask = weighed.keyboards.maskOf(platform);
              const met = weighed.near(cell.shortcut).filter((one) => one.on & mask);
              expect(
                met.filter((one) => tree.relation(where, one.held.context) !== 'apart'),
                cell.shortcut,
              ).toEqual([]);
            }
            if (outcome !== 'nothing') expect(cell.state, cell.press).toBe('taken');
          }
        }
      }),
      runs(60),
    );
  });
  it('has function keys, named keys and the numeric pad where they are asked for, each free or taken as resolving says', () => {
    const {
      weighed,
      tree: places,
      takers,
    } = withKeys(
      [
        [1, 'Ctrl+F5'],
        [2, 'Shift+Home'],
        [3, 'Ctrl+[Numpad7]'],
      ],
      'us',
    );
    const keyboard = weighed.keyboards.on('windows')[0]!;
    const { keys, rows } = roomIn({ weighed, takers, tree: places, keyboard, rest: RESTS[1]!, codes: ALL_ROOM })(1);
    expect(keys.length).toBe(new Set(keys.map((one) => one.code)).size);
    for (const code of ['F5', 'Home', 'Numpad7', 'KeyA']) expect(keys.map((one) => one.code)).toContain(code);
    const taken = rows.flatMap((row) => row.cells.filter((cell) => cell.state === 'taken').map((cell) => cell.press));
    expect(taken.sort()).toEqual(['Ctrl+F5', 'Ctrl+Numpad7', 'Shift+Home']);
  });
  it('begins with the keys under the resting fingers, and goes outwards', () => {
    const { keys, rows } = roomOf(withKeys([[1, 'Ctrl+A']], 'us'), 1, 'windows', RESTS[1]!);
    expect(
      keys
        .slice(0, 4)
        .map((key) => key.code)
        .sort(),
    ).toEqual(['KeyA', 'KeyD', 'KeyF', 'KeyS']);
    keys.forEach((key, at) => expect(key.mm).toBeGreaterThanOrEqual(keys[at - 1]?.mm ?? 0));
    expect(rows).toHaveLength(8);
    expect(
      rows
        .flatMap((row) => row.cells)
        .filter((cell) => cell.state === 'taken')
        .map((cell) => cell.shortcut),
    ).toEqual(['Ctrl+A']);
    expect(roomOf(withKeys([], 'us'), 1, 'macos').rows).toHaveLength(16);
  });
  it('keeps what the system takes, what types a character and what another layout has taken apart', () => {
    const cell = (given: Setting, press: string, platform = 'windows') =>
      roomOf(given, 1, platform)
        .rows.flatMap((row) => row.cells)
        .find((one) => one.press === press)!;
    const [german, us] = [withKeys([], 'de'), withKeys([], 'us')];
    expect(cell(german, 'Ctrl+Alt+KeyQ').state).toBe('types');
    expect(cell(us, 'Ctrl+Alt+KeyQ').state).toBe('free');
    expect(cell(german, 'Ctrl+KeyQ').state).toBe('free');
    expect(cell(us, 'Ctrl+Shift+KeyU', 'linux')).toMatchObject({ state: 'others' });
    // The German slash is Shift+7: where somebody has Ctrl+Shift+7, the US key for Ctrl+/ is free, and the German one is not.
    expect(cell(withKeys([[1, 'Ctrl+Shift+7']], 'us', 'de'), 'Ctrl+Slash')).toMatchObject({
      state: 'elsewhere',
      by: [{ command: 1 }],
    });
  });
});
