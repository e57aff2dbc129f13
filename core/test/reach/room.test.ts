import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS, keyboardOf, layoutById } from '../../src/keys/index.ts';
import { SYSTEM_KEYS, effective, pressIndex, resolve } from '../../src/keyset/index.ts';
import { RESTS, roomLeft } from '../../src/reach/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { binding, settings, shipped, tree } from '../keyset/fixtures.ts';

const context = fc.integer({ min: 1, max: 4 });
const roomOf = (
  held: ReturnType<typeof effective>,
  where: number,
  layout: (typeof LAYOUTS)[number],
  platform: string,
  rest = RESTS[0]!,
) =>
  roomLeft({
    index: pressIndex(held, layout, platform),
    tree,
    context: where,
    layout,
    platform,
    rest,
    systemKeys: SYSTEM_KEYS,
  });

describe('room left', () => {
  it('is free just where nothing answers, here or around or within', () => {
    fc.assert(
      fc.property(
        settings,
        context,
        fc.constantFrom(...PLATFORMS),
        fc.constantFrom(...LAYOUTS),
        (setting, where, platform, layout) => {
          const held = effective(setting.stack, platform);
          const scene = {
            effective: held,
            tree,
            policy: { pause: null },
            keyboard: keyboardOf(layout, platform),
            active: [where],
          };
          for (const { cells } of roomOf(held, where, layout, platform).rows) {
            for (const cell of cells) {
              const { outcome, candidates } = resolve(scene, [cell.press]);
              if (cell.state === 'free') {
                expect(outcome, cell.press).toBe('nothing');
                // Nothing in a narrower or a together place has it either: taking it hides nobody.
                expect(candidates.filter((one) => tree.relation(where, one.held.context) !== 'apart')).toEqual([]);
              }
              if (outcome !== 'nothing') expect(cell.state, cell.press).toBe('taken');
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('begins with the keys under the resting fingers, and goes outwards', () => {
    const held = effective({ shipped: shipped([binding(1, 'Ctrl+A')]), layers: [] }, 'windows');
    const { keys, rows } = roomOf(held, 1, layoutById('us')!, 'windows', RESTS[1]!);
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
    expect(
      roomOf(effective({ shipped: shipped([]), layers: [] }, 'macos'), 1, layoutById('us')!, 'macos').rows,
    ).toHaveLength(16);
  });
  it('keeps what the system takes and what types a character apart', () => {
    const none = effective({ shipped: shipped([]), layers: [] }, 'windows');
    const cell = (press: string, layout = 'de') =>
      roomOf(none, 1, layoutById(layout)!, 'windows')
        .rows.flatMap((row) => row.cells)
        .find((one) => one.press === press)!;
    expect(cell('Ctrl+Alt+KeyQ').state).toBe('types');
    expect(cell('Ctrl+Alt+KeyQ', 'us').state).toBe('free');
    expect(cell('Ctrl+KeyQ').state).toBe('free');
    const linux = roomOf(effective({ shipped: shipped([]), layers: [] }, 'linux'), 1, layoutById('us')!, 'linux');
    expect(linux.rows.flatMap((row) => row.cells).find((one) => one.press === 'Ctrl+Shift+KeyU')).toMatchObject({
      state: 'others',
    });
  });
});
