import { closeBracketsKeymap, completionKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, emacsStyleKeymap, historyKeymap } from '@codemirror/commands';
import { searchKeymap } from '@codemirror/search';
import { describe, expect, it } from 'vitest';
import { US } from '../../src/keys/index.ts';
import { clashes, type Setting } from '../../src/keyset/index.ts';
import { canonical } from '../presses.ts';
import { binding, command, setting, shipped } from './fixtures.ts';

interface LibraryKey {
  readonly key?: string;
  readonly mac?: string;
  readonly linux?: string;
  readonly win?: string;
  readonly run?: unknown;
  readonly shift?: unknown;
}

/** The default keymaps of an editor library (@codemirror 6, MIT), less what imitates another program. */
const MAPS: readonly LibraryKey[][] = [
  defaultKeymap,
  historyKeymap,
  searchKeymap,
  completionKeymap,
  closeBracketsKeymap,
].map((map) =>
  (map as readonly LibraryKey[]).filter((one) => !(emacsStyleKeymap as readonly LibraryKey[]).includes(one) || one.mac),
);
const ORDER = ['Primary', 'Ctrl', 'Alt', 'Shift', 'Meta'];

/** `Shift-Mod-k` to `Primary+Shift+K`; a capital letter is one with Shift, as the library’s manual says. */
function stored(text: string, shift = false): string {
  const parts = text.split('-');
  const last = parts.pop() || '-';
  const names: Record<string, string> = { Mod: 'Primary', Cmd: 'Meta' };
  const held = new Set(parts.map((part) => names[part] ?? part));
  if (shift || /^[A-Z]$/.test(last)) held.add('Shift');
  return [...ORDER.filter((name) => held.has(name)), last.length === 1 ? last.toUpperCase() : last].join('+');
}

const functions = new Map<unknown, number>();
const idOf = (run: unknown) => {
  if (!functions.has(run)) functions.set(run, functions.size + 1);
  return functions.get(run)!;
};
const bindings = MAPS.flat().flatMap((one) =>
  [
    { platform: 'windows', text: one.win ?? one.key },
    { platform: 'macos', text: one.mac ?? one.key },
    { platform: 'linux', text: one.linux ?? one.key },
  ].flatMap(({ platform, text }) => {
    if (!text) return [];
    const main = one.run ? [binding(idOf(one.run), stored(text), { platform })] : [];
    return one.shift ? [...main, binding(idOf(one.shift), stored(text, true), { platform })] : main;
  }),
);
const commands = [...functions.values()].map((id) => command(id));
const whole: Setting = setting({ shipped: shipped(bindings), layers: [] }, commands);

describe('the default keymaps of an editor library, laid together', () => {
  it('clash just where reading them by eye finds two commands on one press', () => {
    const found = clashes(whole).filter((one) => one.kind === 'same place' || one.kind === 'platform fold');
    const presses = (platform: string) =>
      [
        ...new Set(
          found
            .filter((one) => one.platforms.includes(platform))
            .map((one) => canonical(one.parties[0].shortcut, US, platform)),
        ),
      ].sort();
    // By eye: the list of completions takes the keys that move the cursor, Enter and Escape while it is open; closing
    // brackets takes Backspace; the search panel takes Escape. The library asks one command after another.
    const shared = ['ArrowDown', 'ArrowUp', 'Backspace', 'Enter', 'Escape', 'PageDown', 'PageUp'];
    expect(presses('windows')).toEqual(shared);
    expect(presses('linux')).toEqual(shared);
    // On macOS a block comment (Ctrl-A, with a capital) and selecting to the line's start (Shift-Ctrl-a) are one press.
    expect(presses('macos')).toEqual([...shared, 'Ctrl+Shift+KeyA'].sort());
    expect(bindings.length).toBeGreaterThan(200);
  });
});
