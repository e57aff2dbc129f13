import { describe, expect, it } from 'vitest';
import { moved, relation, type PressChange } from '../../src/release/index.ts';
import { binding, command, shipped } from '../keyset/fixtures.ts';
import { LIBRARIES, type Keymap, type MapPlatform } from './libraries.ts';
import { sideOfWorld, type World } from './worlds.ts';

const PLATFORMS: readonly MapPlatform[] = ['windows', 'macos', 'linux'];
const ORDER = ['Primary', 'Ctrl', 'Alt', 'Shift', 'Meta'];

/** The libraries’ own writing, as their manuals have it: Mod is Cmd on macOS and Ctrl elsewhere, a capital is with Shift. */
function parted(text: string): { held: Set<string>; key: string } {
  const parts = text.split('-');
  const last = parts.pop() || '-';
  const held = new Set(parts.map((part) => (part === 'Cmd' ? 'Meta' : part)));
  if (/^[A-Z]$/.test(last)) held.add('Shift');
  return { held, key: last };
}

function stored(text: string): string {
  const { held, key } = parted(text);
  const names = new Set([...held].map((one) => (one === 'Mod' ? 'Primary' : one)));
  return [...ORDER.filter((name) => names.has(name)), key.length === 1 ? key.toUpperCase() : key].join('+');
}

/** The oracle: presses by position on a US keyboard, written down from its legends and not from our tables. */
const LEGENDS: Readonly<Record<string, string>> = {
  '/': 'Slash',
  '\\': 'Backslash',
  '[': 'BracketLeft',
  ']': 'BracketRight',
  '`': 'Backquote',
  ' ': 'Space',
  ';': 'Semicolon',
  '<': 'Shift Comma',
  '>': 'Shift Period',
};
function pressByEye(text: string, platform: MapPlatform): string {
  const { held, key } = parted(text);
  const mod = platform === 'macos' ? 'Meta' : 'Ctrl';
  const names = new Set([...held].map((one) => (one === 'Mod' ? mod : one)));
  let code =
    LEGENDS[key] ?? (/^[a-z]$/i.test(key) ? `Key${key.toUpperCase()}` : /^\d$/.test(key) ? `Digit${key}` : key);
  if (code.startsWith('Shift ')) {
    names.add('Shift');
    code = code.slice(6);
  }
  return [...['Ctrl', 'Alt', 'Shift', 'Meta'].filter((one) => names.has(one)), code].join('+');
}

/** What moved, from first principles: two plain maps from press to the functions it runs. */
function byPlainMaps(old: Keymap, now: Keymap, platform: MapPlatform): string[] {
  const mapOf = (map: Keymap) => {
    const found = new Map<string, Set<string>>();
    for (const { text, name } of map.on(platform)) {
      const press = pressByEye(text, platform);
      found.set(press, (found.get(press) ?? new Set()).add(name));
    }
    return found;
  };
  const [was, is] = [mapOf(old), mapOf(now)];
  const text = (map: typeof was, press: string) => [...(map.get(press) ?? [])].sort().join('+') || 'nothing';
  return [...new Set([...was.keys(), ...is.keys()])]
    .filter((press) => text(was, press) !== text(is, press))
    .map((press) => `${press}: ${text(was, press)} > ${text(is, press)}`)
    .sort();
}

/** The same through Crib: a release each, commands by the names of the functions. */
function byCrib(old: Keymap, now: Keymap, platform: MapPlatform) {
  const names = [...new Set([old, now].flatMap((map) => map.on(platform).map((one) => one.name)))];
  const world = (map: Keymap): World => ({
    contexts: [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }],
    commands: names
      .filter((name) => map.on(platform).some((one) => one.name === name))
      .map((name) => command(names.indexOf(name) + 1, { label: name })),
    stack: {
      shipped: shipped(map.on(platform).map(({ text, name }) => binding(names.indexOf(name) + 1, stored(text)))),
      layers: [],
    },
  });
  const inBoth = names.filter((name) => [old, now].every((map) => map.on(platform).some((one) => one.name === name)));
  const ids = inBoth.map((name) => names.indexOf(name) + 1);
  const lineage = { commands: relation(ids.map((id) => [id, id])), contexts: relation([[1, 1]]) };
  return {
    names,
    moved: moved(sideOfWorld(world(old), platform), sideOfWorld(world(now), platform), lineage),
  };
}
const said = (change: PressChange, names: readonly string[]) => {
  const of = (held: PressChange['old']) =>
    held
      .map((one) => names[one.command - 1]!)
      .sort()
      .join('+') || 'nothing';
  return `${change.press}: ${of(change.old)} > ${of(change.now)}`;
};

const pairsOf = (maps: readonly Keymap[]) =>
  maps.flatMap((old, i) => maps.slice(i + 1).map((now) => [old, now] as const));

describe('what moved between releases of editor libraries', () => {
  it('is what two plain maps say, for all pairs of eleven releases of four packages on three platforms', () => {
    let changes = 0;
    for (const [library, maps] of Object.entries(LIBRARIES))
      for (const [old, now] of pairsOf(maps))
        for (const platform of PLATFORMS) {
          const found = byCrib(old, now, platform);
          const ours = found.moved.presses.map((one) => said(one, found.names)).sort();
          expect(ours, `${library} ${old.version} to ${now.version} on ${platform}`).toEqual(
            byPlainMaps(old, now, platform),
          );
          changes += ours.length;
        }
    expect(changes).toBeGreaterThan(60);
  });

  const map = (library: string, version: string) => LIBRARIES[library]!.find((one) => one.version === version)!;
  const between = (library: string, old: string, now: string, platform: MapPlatform) => {
    const found = byCrib(map(library, old), map(library, now), platform);
    return found.moved.presses.map((one) => `${said(one, found.names)} (${one.kind})`);
  };
  // Each from the change log that the package itself comes with.
  it.each([
    [
      '6.0.1: “Also bind Ctrl-Shift-z to redo on Linux.”',
      '@codemirror/commands',
      '6.0.0',
      '6.3.0',
      'linux',
      'Ctrl+Shift+KeyZ: nothing > redo (new)',
    ],
    [
      '6.3.0: “Make Cmd-Backspace … on macOS delete to the next line wrap point”',
      '@codemirror/commands',
      '6.0.0',
      '6.3.0',
      'macos',
      'Meta+Backspace: deleteToLineStart > deleteLineBoundaryBackward (new meaning)',
    ],
    [
      '6.3.0: “… and Cmd-Delete on macOS delete to the next line wrap point”',
      '@codemirror/commands',
      '6.0.0',
      '6.3.0',
      'macos',
      'Meta+Delete: deleteToLineEnd > deleteLineBoundaryForward (new meaning)',
    ],
    [
      '6.6.0: “The default keymap now binds Ctrl-m … to toggleTabFocusMode.”',
      '@codemirror/commands',
      '6.3.0',
      '6.8.1',
      'windows',
      'Ctrl+KeyM: nothing > toggleTabFocusMode (new)',
    ],
    [
      '6.6.0: “(Shift-Alt-m on macOS)”',
      '@codemirror/commands',
      '6.3.0',
      '6.8.1',
      'macos',
      'Alt+Shift+KeyM: nothing > toggleTabFocusMode (new)',
    ],
    [
      '6.7.0: “Bind Shift-Enter to the same command as Enter”',
      '@codemirror/commands',
      '6.3.0',
      '6.8.1',
      'windows',
      'Shift+Enter: nothing > insertNewlineAndIndent (new)',
    ],
    [
      '6.9.0: “Bind them to Mod-Alt-ArrowUp …” (addCursorAbove)',
      '@codemirror/commands',
      '6.8.1',
      '6.11.1',
      'windows',
      'Ctrl+Alt+ArrowUp: nothing > addCursorAbove (new)',
    ],
    [
      '6.9.0: “… /Down in the default keymap.” (addCursorBelow)',
      '@codemirror/commands',
      '6.8.1',
      '6.11.1',
      'macos',
      'Alt+Meta+ArrowDown: nothing > addCursorBelow (new)',
    ],
    [
      '6.11.0: “Change the default key binding for toggleBlockComment to Ctrl-A on MacOS”',
      '@codemirror/commands',
      '6.8.1',
      '6.11.1',
      'macos',
      'Alt+Shift+KeyA: toggleBlockComment > nothing (dead)',
    ],
    [
      '6.5.5: “Use the keybinding Mod-Alt-g for gotoLine”',
      '@codemirror/search',
      '6.2.0',
      '6.7.2',
      'windows',
      'Ctrl+Alt+KeyG: nothing > gotoLine (new)',
    ],
    [
      '6.5.5: “… to make it usable for people whose keyboard layout uses Alt/Option-g”',
      '@codemirror/search',
      '6.2.0',
      '6.7.2',
      'macos',
      'Alt+KeyG: gotoLine > nothing (dead)',
    ],
    [
      '6.18.1: “Add Alt-Backtick as additional binding on macOS”',
      '@codemirror/autocomplete',
      '6.18.0',
      '6.20.4',
      'macos',
      'Alt+Backquote: nothing > startCompletion (new)',
    ],
    [
      '6.18.7: “Add a binding for Alt-i to trigger startCompletion”',
      '@codemirror/autocomplete',
      '6.18.0',
      '6.20.4',
      'macos',
      'Alt+KeyI: nothing > startCompletion (new)',
    ],
    [
      '1.1.11: “Add a binding for Shift-Backspace to the base keymap”',
      'prosemirror-commands',
      '1.0.8',
      '1.2.0',
      'windows',
      'Shift+Backspace: nothing > what Backspace does (new)',
    ],
    [
      '1.2.0: “Ctrl-a/e on macOS … are now bound to selectTextblockEnd and selectTextblockStart”',
      'prosemirror-commands',
      '1.0.8',
      '1.2.0',
      'macos',
      'Ctrl+KeyA: nothing > selectTextblockStart (new)',
    ],
    [
      '1.2.2: “Don’t override behavior of Home and End keys in base keymap.”',
      'prosemirror-commands',
      '1.2.0',
      '1.7.2',
      'windows',
      'Home: selectTextblockStart > nothing (dead)',
    ],
  ] as const)('has %s', (_fact, library, old, now, platform, line) => {
    expect(between(library, old, now, platform)).toContain(line);
  });
});
