import fc from 'fast-check';
import { parseKeybinding } from 'tinykeys';
import { describe, expect, it } from 'vitest';
import {
  LAYOUTS,
  US,
  parseStored,
  readCell,
  readShortcuts,
  capture,
  layoutById,
  writeSpoken,
  writeStored,
  type Shortcut,
} from '../../src/keys/index.ts';
import { pressedForm, readAria, writeAria } from '../../src/press/index.ts';
import { chords, shortcuts } from '../arbitraries.ts';
import { board, canonical } from '../presses.ts';
import { runs } from '../runs.ts';

const platforms = fc.constantFrom('windows', 'macos', 'linux');
const read = (text: string, options = {}) => {
  const result = readShortcuts(text, options);
  return result.kind === 'read' ? result.shortcuts.map(writeStored) : result.kind;
};

describe('forms that others write', () => {
  it.each([
    // Facts of the trade: common practice, no source.
    ['<Control><Shift>y', ['Ctrl+Shift+Y']],
    ['<Primary>bracketleft', 'error'],
    ['<Alt>F4', ['Alt+F4']],
    ['C-j C-y', ['Ctrl+J Ctrl+Y']],
    ['C-M-x', ['Ctrl+Alt+X']],
    ['s-S-F5', ['Shift+Meta+F5']],
    ['C-x b', ['Ctrl+X B']],
    ['C-C-x', 'error'],
    ['c-j', 'error'],
    ['Left Ctrl+J', ['LeftCtrl+J']],
    ['right option k', ['RightAlt+K']],
    ['Ctrl+Left Ctrl+J', 'error'],
  ])('%s', (text, expected) => expect(read(text)).toEqual(expected));

  it.each([
    ['Ctrl/Cmd+J', ['*:Primary+J']],
    ['Cmd/Ctrl-Shift-P', ['*:Primary+Shift+P']],
    ['⌘J / Ctrl J', ['*:Primary+J']],
    ['⌥⌘K / Ctrl+Shift+K', ['macos:Alt+Meta+K', 'windows:Ctrl+Shift+K', 'linux:Ctrl+Shift+K']],
    ['F11 (Mac: ⌃⌘F)', ['windows:F11', 'linux:F11', 'macos:Ctrl+Meta+F']],
    ['⌘J (Mac), Ctrl+J (Win)', ['macos:Meta+J', 'windows:Ctrl+J']],
    ['Alt/Option+Up', ['*:Alt+ArrowUp']],
    ['F5 or Ctrl+R', ['*:F5', '*:Ctrl+R']],
  ])('%s states the keys of several platforms', (text, expected) => {
    const result = readCell(text, { platform: null, platforms: ['windows', 'macos', 'linux'] });
    const keys = result.kind === 'read' ? result.keys : [];
    expect(keys.map((one) => `${one.platform ?? '*'}:${writeStored(one.shortcut)}`)).toEqual(expected);
  });

  it('agree with tinykeys, an independent parser, where both know the form', () => {
    const key = fc.constantFrom(
      ...'abcdefghijklmnopqrstuvwxyz0123456789[];,./=`',
      'Enter',
      'ArrowUp',
      'F7',
      'Home',
      'Escape',
    );
    const stroke = fc
      .tuple(fc.subarray(['Control', 'Alt', 'Shift', 'Meta']), key)
      .map(([held, last]) => [...held, last].join('+'));
    fc.assert(
      fc.property(fc.array(stroke, { minLength: 1, maxLength: 4 }), (strokes) => {
        const theirs = parseKeybinding(strokes.join(' ')).map(([held, last]) => {
          const names = (held as string[]).map((name) => (name === 'Control' ? 'Ctrl' : name));
          const text = String(last);
          return [
            ...['Ctrl', 'Alt', 'Shift', 'Meta'].filter((name) => names.includes(name)),
            text.length === 1 ? text.toUpperCase() : text,
          ].join('+');
        });
        expect(read(strokes.join(' then '))).toEqual([theirs.join(' ')]);
      }),
      runs(2000),
    );
  });
});

describe('aria-keyshortcuts (W3C WAI-ARIA 1.2, from memory)', () => {
  it.each([
    ['A', ['A']],
    ['Shift+Space', ['Shift+Space']],
    ['Control+Alt+.', ['Ctrl+Alt+.']],
    ["Control+Shift+'", ["Ctrl+Shift+'"]],
    ['Alt+Shift+P Control+F', ['Alt+Shift+P', 'Ctrl+F']],
    ['Meta+C Meta+Shift+C', ['Meta+C', 'Shift+Meta+C']],
    ['Control+Plus', ['Ctrl++']],
  ])('%s is read', (text, expected) => {
    const found = readAria(text);
    expect(Array.isArray(found) && found.map(writeStored)).toEqual(expected);
  });
  it('names physical keys, and refuses by name what it cannot say', () => {
    const write = (stored: string, layout = US) => {
      const text = writeAria(parseStored(stored), board(layout, 'linux'));
      return typeof text === 'string' ? text : text.sentence;
    };
    expect(write('Ctrl++')).toBe('Control+Shift+=');
    expect(write('Ctrl+/', layoutById('de')!)).toBe('Control+Shift+7');
    expect(write('Alt+Space')).toBe('Alt+Space');
    expect(write('Ctrl++', layoutById('de')!)).toBe('Control+Plus');
    for (const [stored, feature] of [
      ['U B', 'sequence'],
      ['hold:Space', 'held'],
      ['Shift+Drag', 'pointer'],
      ['tap(Alt)', 'tapped'],
      ['Fn+A', 'Fn'],
      ['RightCtrl+A', 'RightCtrl'],
      ['[Numpad5]', 'aria-keyshortcuts cannot say a numeric keypad key.'],
    ])
      expect(write(stored!)).toContain(feature);
  });
  it('is read back as the same press', () => {
    fc.assert(
      fc.property(chords, platforms, fc.constantFrom(...LAYOUTS), (chord, platform, layout) => {
        const text = writeAria(chord, board(layout, platform));
        if (typeof text !== 'string') return;
        const [back] = readAria(text) as Shortcut[];
        expect(canonical(back!, layout, platform), text).toBe(canonical(chord, layout, platform));
      }),
      runs(2000),
    );
  });
});

describe('what a screen reader says', () => {
  it('is said by the names of keys and signs', () => {
    expect(writeSpoken(parseStored('Primary+Shift+Y'), 'macos')).toBe('Shift Command Y');
    expect(writeSpoken(parseStored('Alt+PageUp'), 'macos')).toBe('Option Page Up');
    expect(writeSpoken(parseStored('Ctrl+/'), 'windows')).toBe('Control slash');
    expect(writeSpoken(parseStored('U B'), 'windows')).toBe('U then B');
    expect(read('( then Globe )')).toEqual(['( Fn+)']);
    expect(read('A then ( then Shift )')).toEqual(['A ( Shift+)']);
  });
  it('is read back as the same press', () => {
    fc.assert(
      fc.property(shortcuts, platforms, (shortcut, platform) => {
        const text = writeSpoken(shortcut, platform);
        const back = readShortcuts(text, { platform });
        const all =
          back.kind === 'read'
            ? back.shortcuts
            : back.kind === 'choice'
              ? back.readings.flatMap((one) => one.shortcuts)
              : [];
        const press = canonical(shortcut, US, platform);
        if (press !== null)
          expect(
            all.map((one) => canonical(one, US, platform)),
            text,
          ).toContain(press);
      }),
      runs(2000),
    );
  });
});

describe('a press on the keyboard', () => {
  const press = (code: string, key: string) => ({
    code,
    key,
    ctrlKey: true,
    altKey: false,
    shiftKey: false,
    metaKey: false,
    altGraph: false,
  });
  const stored = (binds: 'character' | 'position' | 'letters', code: string, key: string) =>
    writeStored({
      strokes: [capture(press(code, key), { layout: layoutById('de')!, machine: 'linux', binds })!],
      manner: 'pressed',
    });
  it('is stored as the key policy says', () => {
    expect(stored('character', 'KeyZ', 'y')).toBe('Ctrl+Y');
    expect(stored('position', 'KeyZ', 'y')).toBe('Ctrl+[KeyZ]');
    expect(stored('letters', 'KeyZ', 'y')).toBe('Ctrl+Y');
    expect(stored('letters', 'Minus', 'ß')).toBe('Ctrl+ß');
    expect(stored('letters', 'Digit7', '7')).toBe('Ctrl+[Digit7]');
    expect(stored('position', 'Enter', 'Enter')).toBe('Ctrl+Enter');
  });
  it('is shown as it is made on a layout, and that is the same press', () => {
    const pressed = (text: string, layout: string, platform = 'linux') => {
      const form = pressedForm(text, board(layout, platform));
      return form && writeStored(form);
    };
    expect(pressed('Ctrl+/', 'de')).toBe('Ctrl+Shift+7');
    expect(pressed('Ctrl+[KeyZ]', 'de')).toBe('Ctrl+Y');
    expect(pressed('Ctrl+Ö', 'us')).toBeNull();
    fc.assert(
      fc.property(chords, platforms, fc.constantFrom(...LAYOUTS), (chord, platform, layout) => {
        const form = pressedForm(writeStored(chord), board(layout, platform));
        if (form) expect(canonical(form, layout, platform)).toBe(canonical(chord, layout, platform));
      }),
      runs(2000),
    );
  });
});
