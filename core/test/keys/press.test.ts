import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  LAYOUTS,
  US,
  canonicalPress,
  meeting,
  parseStored,
  presses,
  samePress,
  strokeOfPress,
  usualBoard,
  writeStored,
  type Shortcut,
} from '../../src/keys/index.ts';
import { chords } from '../arbitraries.ts';

const same = (a: string, b: string, platform = 'windows') => samePress(parseStored(a), parseStored(b), US, platform);
const platforms = fc.constantFrom('windows', 'macos', 'linux');

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
    expect(canonicalPress(parseStored('Ctrl+Ö'), US, 'windows')).toBeNull();
    expect(same('Ctrl+Ö', 'Ctrl+Ö')).toBe(false);
  });

  it('is an equivalence on every layout: equal canonical presses, among those that can be made', () => {
    fc.assert(
      fc.property(chords, chords, chords, platforms, fc.constantFrom(...LAYOUTS), (a, b, c, platform, layout) => {
        const is = (x: Shortcut, y: Shortcut) => samePress(x, y, layout, platform);
        expect(is(a, a)).toBe(canonicalPress(a, layout, platform) !== null);
        expect(is(a, b)).toBe(is(b, a));
        if (is(a, b) && is(b, c)) expect(is(a, c)).toBe(true);
        if (is(a, b)) {
          const [first, second] = [a, b].map((one) => presses(one, layout, platform)!);
          expect(meeting(first!, second!)).toBe('meet');
        }
      }),
      { numRuns: 3000 },
    );
  });

  it('finds no letter by its capital’s Shift, and every sign by its own', () => {
    for (const [code, [plain = '', shifted = '']] of Object.entries(US.on.linux.characters)) {
      if (usualBoard(US, 'linux').lacks.has(code)) continue;
      const letter = plain.toUpperCase() === shifted;
      expect(canonicalPress(parseStored(plain.toUpperCase()), US, 'linux')).toBe(code);
      if (!letter) expect(canonicalPress(parseStored(shifted), US, 'linux')).toBe(`Shift+${code}`);
    }
  });
});

describe('meeting', () => {
  const how = (a: string, b: string) =>
    meeting(presses(parseStored(a), US, 'linux')!, presses(parseStored(b), US, 'linux')!);
  it('tells what begins what', () => {
    expect(how('U B', 'U B H')).toBe('first begins second');
    expect(how('U B H', 'U')).toBe('second begins first');
    expect(how('U B', 'U C')).toBe('apart');
    expect(how('Ctrl++', 'Ctrl+Shift+=')).toBe('meet');
  });
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
    const stroke = strokeOfPress(press(code, key, held), US, platform);
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
});
