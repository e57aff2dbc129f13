import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  LAYOUTS,
  US,
  WRITING_CODES,
  capture,
  machineOfText,
  meantFor,
  parseStored,
  readStored,
  usualBoard,
  writeStored,
  type PressedKey,
} from '../../src/keys/index.ts';
import {
  howOf,
  keyboardsOf,
  meetOn,
  pressText,
  readPresses,
  samePress,
  typesCharacter,
} from '../../src/press/index.ts';
import { PLATFORMS, shortcuts } from '../arbitraries.ts';
import { board, canonical, ways } from '../presses.ts';
import { runs } from '../runs.ts';

const same = (a: string, b: string, platform = 'windows') => samePress(a, b, board(US, platform));
const platforms = fc.constantFrom(...PLATFORMS);

describe('same press on the US layout', () => {
  it.each([
    // The facts of a US keyboard: common practice, no source.
    ['Ctrl++', 'Ctrl+Shift+='],
    ['Shift+2', '@'],
    ['Ctrl+?', 'Ctrl+Shift+/'],
    ['Shift+?', '?'],
    ['Ctrl+Z', 'Ctrl+[KeyZ]'],
    ['twice:T', 'T T'],
    ['Primary+S', 'Ctrl+S'],
  ])('%s is %s', (a, b) => expect(same(a, b)).toBe(true));

  it.each([
    ['Ctrl+A', 'Ctrl+Shift+A'],
    ['+', '[NumpadAdd]'],
    ['Enter', '[NumpadEnter]'],
    ['hold:T', 'T'],
    ['A B', 'B A'],
    ['Alt+2', 'AltGr+2'],
  ])('%s is not %s', (a, b) => expect(same(a, b)).toBe(false));

  it('takes Primary for Command on macOS', () => {
    expect(same('Primary+S', 'Meta+S', 'macos')).toBe(true);
    expect(same('Primary+S', 'Ctrl+S', 'macos')).toBe(false);
  });

  it('says nothing of what the layout lacks', () => {
    expect(canonical('Ctrl+Ö', US, 'windows')).toBeNull();
    expect(same('Ctrl+Ö', 'Ctrl+Ö')).toBe(false);
  });

  it('finds no letter by its capital’s Shift, and every sign by its own', () => {
    for (const [code, [plain = '', shifted = '']] of Object.entries(US.on.linux.characters)) {
      if (usualBoard(US, 'linux').lacks.has(code)) continue;
      const letter = plain.toUpperCase() === shifted;
      expect(canonical(plain.toUpperCase(), US, 'linux')).toBe(code);
      if (!letter) expect(canonical(shifted, US, 'linux')).toBe(`Shift+${code}`);
    }
  });
});

describe('the text of a press', () => {
  it('is read back as the same press, whatever the shortcut, keyboard and manner', () => {
    fc.assert(
      fc.property(shortcuts, platforms, fc.constantFrom(...LAYOUTS), (shortcut, platform, layout) => {
        for (const stroke of ways(shortcut, layout, platform) ?? [])
          for (const text of stroke) expect(readPresses(text).map(pressText)).toEqual([text]);
        const whole = canonical(shortcut, layout, platform);
        if (whole) expect(readPresses(whole).map(pressText).join(' ')).toBe(whole);
      }),
      runs(2000),
    );
  });
});

describe('meeting', () => {
  const keyboards = keyboardsOf([US], ['linux']);
  const how = (a: string, b: string) => {
    const [first, second] = [keyboards.strokes(a), keyboards.strokes(b)];
    return meetOn(first, second, keyboards) ? howOf(first, second) : 'apart';
  };
  it('tells what begins what, and what no one hand can do', () => {
    expect(how('U B', 'U B H')).toBe('begins');
    expect(how('U B H', 'U')).toBe('begun');
    expect(how('U B', 'U C')).toBe('apart');
    expect(how('Ctrl++', 'Ctrl+Shift+=')).toBe('meet');
    expect(how('LeftCtrl+Shift+J', 'Ctrl+RightShift+J')).toBe('meet');
    expect(how('LeftCtrl+J', 'RightCtrl+J')).toBe('apart');
    expect(how('twice:tap(LeftAlt)', 'twice:tap(RightAlt)')).toBe('apart');
    expect(how('twice:tap(LeftAlt)', 'twice:tap(Alt)')).toBe('meet');
    expect(how('Shift+Drag', 'Shift+DragLeft')).toBe('meet');
    expect(how('DragUp', 'DragLeft')).toBe('apart');
    expect(how('hold:T', 'T')).toBe('apart');
  });
});

describe('what a press types', () => {
  const types = (stored: string, layout: string, platform: string) =>
    typesCharacter(readPresses(canonical(stored, layout, platform)!)[0]!, board(layout, platform));
  // Common practice, no source: Windows has no AltGr on the US layout; Option with Space types a no-break space on a Mac.
  it.each([
    ['Ctrl+Alt+Space', 'us', 'windows', false],
    ['Ctrl+Alt+Space', 'de', 'windows', false],
    ['Alt+Space', 'us', 'macos', true],
    ['Ctrl+Alt+Q', 'de', 'windows', true],
    ['Ctrl+Alt+Q', 'us', 'windows', false],
    ['Shift+Space', 'us', 'linux', true],
  ])('%s, %s on %s: %s', (stored, layout, platform, yes) => expect(types(stored, layout, platform)).toBe(yes));
});

describe('a pressed key', () => {
  const press = (code: string, key: string, held: string[] = []) => ({
    code,
    key,
    ctrlKey: held.includes('Ctrl'),
    altKey: held.includes('Alt'),
    shiftKey: held.includes('Shift'),
    metaKey: held.includes('Meta'),
    altGraph: held.includes('AltGr'),
  });
  const stored = (code: string, key: string, held: string[] = [], platform = 'windows') => {
    const stroke = capture(press(code, key, held), { layout: US, machine: platform, binds: 'character' });
    return stroke && writeStored({ strokes: [stroke], manner: 'pressed' });
  };

  it('is named by character, without the Shift that the layout knows of', () => {
    expect(stored('KeyY', 'Y', ['Ctrl', 'Shift'])).toBe('Ctrl+Shift+Y');
    expect(stored('Equal', '+', ['Ctrl', 'Shift'])).toBe('Ctrl+Shift+=');
    expect(stored('Digit2', '@', ['Shift'])).toBe('Shift+2');
    expect(stored('Numpad5', '5')).toBe('[Numpad5]');
    expect(stored('ArrowUp', 'ArrowUp', ['Alt'])).toBe('Alt+ArrowUp');
    expect(stored('Space', ' ')).toBe('Space');
  });
  it('follows the character where the keyboard is another', () => {
    expect(stored('KeyY', 'z')).toBe('Z'); // a German z
    expect(stored('Digit7', '/', ['Shift'])).toBe('/'); // a German slash
    expect(stored('Digit8', '[', ['Ctrl', 'Alt', 'AltGr'])).toBe('[');
  });
  it('goes by position for dead keys and for what Option types', () => {
    expect(stored('Backquote', 'Dead', ['Ctrl'])).toBe('Ctrl+`');
    expect(stored('KeyA', 'Process', ['Ctrl'])).toBe('Ctrl+A');
    expect(stored('KeyP', 'π', ['Alt'], 'macos')).toBe('Alt+P');
    expect(stored('Digit2', '€', ['Alt', 'Shift'], 'macos')).toBe('Alt+Shift+2');
  });
  it('is nothing while only modifiers are down', () => {
    expect(stored('ShiftLeft', 'Shift', ['Shift'])).toBeNull();
    expect(stored('AltRight', 'AltGraph', ['AltGr'])).toBeNull();
  });
  it('takes AltGraph with Option on a Mac for Option, and spaces of any kind for the space bar', () => {
    expect(stored('KeyJ', '∆', ['Alt', 'AltGr'], 'macos')).toBe('Alt+J');
    expect(stored('KeyJ', '∆', ['AltGr'], 'macos')).toBe('Alt+J');
    expect(stored('Space', '\u00a0', ['Alt'], 'macos')).toBe('Alt+Space');
  });

  it('captured on any machine and layout can be stored and read back, and makes what was pressed', () => {
    const held = fc.subarray(['ctrlKey', 'altKey', 'shiftKey', 'metaKey'] as const);
    const strange = fc.constantFrom(
      'Dead',
      'Process',
      'Unidentified',
      '\u00a0',
      '\u2003',
      '\ud800',
      'ﬁ',
      '́',
      '😀',
      'Hiragana',
    );
    const codes = fc.constantFrom(...WRITING_CODES, 'Space', 'Enter', 'Numpad5', 'Lang1', 'F5', '');
    fc.assert(
      fc.property(
        codes,
        held,
        fc.option(strange),
        platforms,
        fc.constantFrom(...LAYOUTS),
        (code, down, odd, machine, layout) => {
          const is = (name: string) => (down as readonly string[]).includes(name);
          const levels = layout.on[machine as 'linux'].characters[code] ?? [];
          const level = (is('shiftKey') ? 1 : 0) + (machine === 'macos' && is('altKey') ? 2 : 0);
          const pressed: PressedKey = {
            code,
            key: odd ?? (levels[level] || (code === 'Space' ? ' ' : code)),
            ctrlKey: is('ctrlKey'),
            altKey: is('altKey'),
            shiftKey: is('shiftKey'),
            metaKey: is('metaKey'),
            altGraph: false,
          };
          const stroke = capture(pressed, { layout, machine, binds: 'character' });
          if (!stroke) return;
          const text = writeStored({ strokes: [stroke], manner: 'pressed' });
          expect(readStored(text)).toMatchObject({ strokes: [stroke] });
          // Where a real key was pressed, that key is among the ways to make what was stored.
          if (odd !== null || !levels.length || usualBoard(layout, machine).lacks.has(code)) return;
          const made = (['Ctrl', 'Alt', 'Shift', 'Meta'] as const).filter((name) => is(`${name.toLowerCase()}Key`));
          expect(ways(text, layout, machine)?.[0], `${text} for ${code}`).toContain([...made, code].join('+'));
        },
      ),
      runs(4000),
    );
  });
});

describe('what keys mean for the platform they are meant for', () => {
  const meant = (stored: string, machine: string, target: string | null) => {
    const { shortcut, changed } = meantFor(parseStored(stored), machine, target);
    return `${writeStored(shortcut)}${changed ? '' : ' as pressed'}`;
  };
  it.each([
    ['Ctrl+J', 'windows', null, 'Primary+J'],
    ['Meta+J', 'macos', null, 'Primary+J'],
    ['Ctrl+J', 'macos', null, 'Ctrl+J as pressed'],
    ['Meta+J', 'linux', null, 'Meta+J as pressed'],
    ['Alt+Shift+J', 'macos', 'windows', 'Alt+Shift+J as pressed'],
    ['Meta+J', 'macos', 'windows', 'Ctrl+J'],
    ['Ctrl+J', 'macos', 'windows', 'Meta+J'],
    ['Ctrl+J', 'linux', 'macos', 'Meta+J'],
    ['Meta+J', 'windows', 'macos', 'Ctrl+J'],
    ['Ctrl+Meta+J K', 'macos', 'linux', 'Ctrl+Meta+J K as pressed'],
    ['Ctrl+J', 'windows', 'linux', 'Ctrl+J as pressed'],
    ['RightCtrl+J', 'windows', null, 'RightCtrl+J as pressed'],
  ])('%s on %s for %s', (stored, machine, target, expected) => expect(meant(stored, machine, target)).toBe(expected));

  it('goes by the words of a text, which name the machine', () => {
    expect(['⌘J', 'Option+J', 'Win+J', 'Ctrl+J'].map((text) => machineOfText(text, 'macos'))).toEqual([
      'macos',
      'macos',
      'windows',
      'macos',
    ]);
    expect(['Cmd+J', 'Super+J', 'Ctrl+J'].map((text) => machineOfText(text, 'linux'))).toEqual([
      'macos',
      'linux',
      'linux',
    ]);
  });
  it('pressed and meant for the same platform is what was pressed, and comes back the same from there and back', () => {
    fc.assert(
      fc.property(shortcuts, platforms, platforms, (shortcut, here, there) => {
        expect(meantFor(shortcut, here, here)).toEqual({ shortcut, changed: false });
        expect(meantFor(meantFor(shortcut, here, there).shortcut, there, here).shortcut).toEqual(shortcut);
      }),
    );
  });
});
