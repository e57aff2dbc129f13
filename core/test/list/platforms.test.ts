import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { US, readShortcuts, writeStored } from '../../src/keys/index.ts';
import { effective } from '../../src/keyset/index.ts';
import { canonicalText, keyboardOf } from '../../src/press/index.ts';
import { catalogue, reading, takenIn } from './fixtures.ts';
import { runs } from '../runs.ts';

const HEADINGS: Readonly<Record<string, string>> = { windows: 'Windows', macos: 'macOS', linux: 'Linux' };

/** What each platform fires a command with, by press, after a list with a column for each platform was imported. */
function imported(platforms: readonly string[], cells: Readonly<Record<string, string>>) {
  const before = catalogue();
  const on = {
    ...before,
    app: { ...before.app, platforms: [...platforms] },
    release: { ...before.release, platforms: [...platforms] },
  };
  const columns = Object.keys(cells);
  const quoted = columns.map((one) => `"${cells[one]}"`);
  const { plan } = reading(`Label,${columns.map((one) => HEADINGS[one]).join()}\nBold,${quoted.join()}\n`, on);
  expect(plan.problems, JSON.stringify(cells)).toEqual([]);
  const after = takenIn(on, plan);
  const [shipped] = after.keysets;
  if (shipped?.kind !== 'shipped') throw new Error('not shipped');
  return (platform: string) =>
    new Set(
      effective({ shipped, layers: [] }, platform)
        .of(after.commands[0]!.id)
        .map(({ shortcut }) => canonicalText(shortcut, keyboardOf(US, platform))),
    );
}
/** What a cell says on its platform, read by itself. */
function said(platform: string, cell: string) {
  const read = readShortcuts(cell, { platform });
  if (read.kind !== 'read') throw new Error(cell);
  return new Set(read.shortcuts.map((one) => canonicalText(writeStored(one), keyboardOf(US, platform))));
}

describe('a list with a column for each platform', () => {
  it.each([
    [{ windows: 'Ctrl+B or Ctrl+Shift+B', macos: '⌘B' }],
    [{ windows: 'Ctrl+= or Num +', macos: '⌘= or Num +' }],
    [{ windows: 'F7, Ctrl+Shift+Y', macos: '⇧⌘Y' }],
    [{ windows: 'Ctrl+K', macos: '⌘K or F7' }],
    [{ windows: 'Ctrl+K or F7', macos: '⌘K or F7', linux: 'F7' }],
  ])('gives each platform what its cell says: %j', (cells: Record<string, string>) => {
    const fired = imported(Object.keys(cells), cells);
    for (const [platform, cell] of Object.entries(cells))
      expect(fired(platform), platform).toEqual(said(platform, cell));
  });

  it('does so for any cells of two and three platforms', () => {
    const modifiers = fc.subarray(['primary', 'alt', 'shift'] as const);
    const key = fc.constantFrom('B', 'K', 'F7', 'F8', '=', '1', 'Home', 'Num +');
    const keys = fc.uniqueArray(fc.tuple(modifiers, key), {
      minLength: 1,
      maxLength: 3,
      selector: ([held, name]) => `${held.join()} ${name}`,
    });
    const written = (platform: string, list: readonly (readonly [readonly string[], string])[]) => {
      const names: Readonly<Record<string, string>> =
        platform === 'macos'
          ? { primary: 'Cmd', alt: 'Option', shift: 'Shift' }
          : { primary: 'Ctrl', alt: 'Alt', shift: 'Shift' };
      return list.map(([held, name]) => [...held.map((one) => names[one]!), name].join('+')).join(' or ');
    };
    const world = fc.constantFrom(['windows', 'macos'], ['windows', 'macos', 'linux'], ['macos', 'linux']);
    fc.assert(
      fc.property(
        world,
        keys,
        keys,
        fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 3, maxLength: 3 }),
        (platforms, one, other, which) => {
          // Some platforms share their list, some have one key more, some another order.
          const lists = [
            one,
            [...one, ...other.filter((key) => !one.some((had) => String(had) === String(key)))],
            [...one].reverse(),
          ];
          const cells = Object.fromEntries(
            platforms.map((platform, at) => [platform, written(platform, lists[which[at]!]!)]),
          );
          const fired = imported(platforms, cells);
          for (const platform of platforms)
            expect(fired(platform), JSON.stringify([cells, platform])).toEqual(said(platform, cells[platform]!));
        },
      ),
      runs(300),
    );
  });
});
