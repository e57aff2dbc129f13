import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  LAYOUTS,
  parseStored,
  physicalModifiers,
  readShortcuts,
  readStored,
  writeShortcut,
  writeStored,
  type Platform,
  type Shortcut,
  type Stroke,
} from '../../src/keys/index.ts';
import { shortcuts } from '../arbitraries.ts';
import { canonical } from '../presses.ts';
import { runs } from '../runs.ts';

const platforms = fc.constantFrom('windows', 'macos', 'linux');
const styles = fc.constantFrom('words' as const, 'symbols' as const);

/** A shortcut as it stands once Primary is the platform's own modifier. */
function onPlatform(shortcut: Shortcut, platform: Platform): string {
  const strokes = shortcut.strokes.map((stroke): Stroke => {
    if (stroke.kind !== 'tap') return { ...stroke, modifiers: physicalModifiers(stroke.modifiers, platform) };
    return { kind: 'tap', modifier: physicalModifiers([stroke.modifier], platform)[0]! };
  });
  return writeStored({ ...shortcut, strokes });
}

/** On macOS the words “Delete” and “Clear” each name two keys: the reader asks there, as it should. */
const asksAboutDelete = (platform: Platform, text: string) =>
  platform === 'macos' && /(?<!Forward )\bDelete\b/.test(text);

describe('the stored form', () => {
  it('reads back what it writes, for any shortcut', () => {
    fc.assert(
      fc.property(shortcuts, (shortcut) => {
        const text = writeStored(shortcut);
        const read = readStored(text);
        expect(read).toEqual(shortcut);
        expect(writeStored(read as Shortcut)).toBe(text);
      }),
      runs(2000),
    );
  });

  it('refuses everything else without an exception', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 30 }), (text) => {
        const read = readStored(text);
        if (!('code' in read)) expect(writeStored(read)).toBe(text);
      }),
      runs(2000),
    );
    for (const text of [
      '',
      ' ',
      'Ctrl',
      'Ctrl+',
      'Shift+Ctrl+A',
      'a',
      'Ctrl+Ctrl+A',
      '[KeyAA]',
      'A B C D E F',
      'tap(X)',
      'hold:',
    ]) {
      expect('code' in readStored(text), text).toBe(true);
    }
  });
});

describe('words and symbols', () => {
  it('read back to the same shortcut on each platform, up to Primary', () => {
    fc.assert(
      fc.property(shortcuts, platforms, styles, (shortcut, platform, style) => {
        const text = writeShortcut(shortcut, platform, style);
        const read = readShortcuts(text, { platform });
        const wanted = onPlatform(shortcut, platform);
        if (asksAboutDelete(platform, text)) {
          expect(read.kind, text).toBe('choice');
          return;
        }
        expect(read.kind, `${text} ${JSON.stringify(read)}`).toBe('read');
        if (read.kind === 'read')
          expect(
            read.shortcuts.map((one) => onPlatform(one, platform)),
            text,
          ).toEqual([wanted]);
      }),
      runs(3000),
    );
  });

  it('keep each platform’s order and names', () => {
    const shortcut = parseStored('Ctrl+Alt+Shift+Meta+Y');
    expect(writeShortcut(shortcut, 'windows')).toBe('Win+Ctrl+Alt+Shift+Y');
    expect(writeShortcut(shortcut, 'linux')).toBe('Super+Ctrl+Alt+Shift+Y');
    expect(writeShortcut(shortcut, 'macos', 'symbols')).toBe('⌃⌥⇧⌘Y');
    expect(writeShortcut(shortcut, 'macos')).toBe('Control+Option+Shift+Command+Y');
    expect(writeShortcut(parseStored('Primary+Backspace'), 'macos')).toBe('Command+Delete');
    expect(writeShortcut(parseStored('Primary+Enter'), 'windows')).toBe('Ctrl+Enter');
    expect(writeShortcut(parseStored('Primary+Enter'), 'macos')).toBe('Command+Return');
    expect(writeShortcut(parseStored('AltGr+E'), 'windows')).toBe('AltGr+E');
    expect(writeShortcut(parseStored('hold:Space'), 'linux')).toBe('hold Space');
    expect(writeShortcut(parseStored('twice:T'), 'linux')).toBe('T twice');
    expect(writeShortcut(parseStored('[NumpadAdd]'), 'windows')).toBe('Num +');
  });
});

describe('what people write', () => {
  const reads: [text: string, stored: string, platform?: Platform][] = [
    ['shift ctrl y', 'Ctrl+Shift+Y'],
    ['CTRL + SHIFT + y', 'Ctrl+Shift+Y'],
    ['⌃⌥⇧⌘Y', 'Ctrl+Alt+Shift+Meta+Y'],
    ['⌘↑', 'Meta+ArrowUp'],
    ['⏎', 'Enter'],
    ['⌘⌫', 'Meta+Backspace'],
    ['option page up', 'Alt+PageUp'],
    ['shift slash', 'Shift+/'],
    ['num enter', '[NumpadEnter]'],
    ['Num +', '[NumpadAdd]'],
    ['space bar', 'Space'],
    ['Ctrl++', 'Ctrl++'],
    ['Ctrl+-', 'Ctrl+-'],
    ['Ctrl--', 'Ctrl+-'],
    ['Ctrl-Shift-left-arrow', 'Ctrl+Shift+ArrowLeft'],
    ['+', '+'],
    ['-', '-'],
    ['=', '='],
    [',', ','],
    ['Ctrl+,', 'Ctrl+,'],
    ['Ctrl+/', 'Ctrl+/'],
    ['Alt, U, T', 'tap(Alt) U T'],
    ['U then B', 'U B'],
    ['P N', 'P N'],
    ['Ctrl+K Ctrl+S', 'Ctrl+K Ctrl+S'],
    ['hold Space', 'hold:Space'],
    ['Space held', 'hold:Space'],
    ['T twice', 'twice:T'],
    ['tap Alt', 'tap(Alt)'],
    ['Alt+drag', 'Alt+Drag'],
    ['⇧ drag', 'Shift+Drag'],
    ['right-click', 'RightClick'],
    ['Ctrl+wheel up', 'Ctrl+WheelUp'],
    ['Space+drag', 'Space+Drag'],
    ['Mod+J', 'Primary+J'],
    ['Super+1', 'Meta+1'],
    ['Forward Delete', 'Delete', 'macos'],
    ['Delete', 'Delete', 'windows'],
    ['Delete', 'Delete'],
    ['AltGr+e', 'AltGr+E'],
    ['key Z', '[KeyZ]'],
    ['MediaPlayPause', 'MediaPlayPause'],
  ];
  it.each(reads)('%s is %s', (text, stored, platform) => {
    const read = readShortcuts(text, { platform });
    expect(read.kind === 'read' ? read.shortcuts.map(writeStored) : read).toEqual([stored]);
  });

  it.each([
    ['JB or JN', ['J B', 'J N']],
    ['F7, Ctrl+Shift+Y', ['F7', 'Ctrl+Shift+Y']],
    ['a / b', ['A', 'B']],
    ['F7\nF8', ['F7', 'F8']],
    [', or .', [',', '.']],
  ])('%s is several', (text, stored) => {
    const read = readShortcuts(text, { typedLetters: true });
    expect(read.kind === 'read' ? read.shortcuts.map(writeStored) : read).toEqual(stored);
  });

  it.each([
    ['Ctrl+/-', ['Ctrl++ | Ctrl+-', 'Ctrl+/ | Ctrl+-', 'Ctrl+/ | -']],
    ['Alt U T', ['Alt+U T', 'tap(Alt) U T']],
    ['Ctrl+Z/Y', ['Ctrl+Z | Ctrl+Y', 'Ctrl+Z | Y']],
    ['G, D', ['G | D', 'G D']],
    ['F7 F8', ['F7 | F8', 'F7 F8']],
  ])('%s is a question, not a guess', (text, readings) => {
    const read = readShortcuts(text);
    const found =
      read.kind === 'choice' ? read.readings.map((one) => one.shortcuts.map(writeStored).join(' | ')) : read;
    expect(found).toEqual(readings);
  });

  it('asks which key “Delete” is on macOS', () => {
    const read = readShortcuts('⌘ delete', { platform: 'macos' });
    expect(read.kind === 'choice' && read.readings.map((one) => one.shortcuts.map(writeStored)[0])).toEqual([
      'Meta+Backspace',
      'Meta+Delete',
    ]);
  });

  it.each([
    ['Ctrl+Ctrl+X', 'modifier-twice', 5, undefined],
    ['Ctrl', 'bare-modifier', 0, undefined],
    ['Ctrl+Shift', 'no-key', 5, undefined],
    ['Ctrl+', 'no-key', 4, '++'],
    ['Ctrl+Entre', 'unknown-key', 5, 'Enter'],
    ['UB', 'unknown-key', 0, undefined],
    ['Ctrl+A+B', 'two-keys', 7, undefined],
    ['tap X', 'tap-of-key', 4, undefined],
    ['A B C D E F', 'too-many-strokes', 0, undefined],
    ['', 'no-key', undefined, undefined],
  ])('%s is a problem with its place', (text, code, from, suggestion) => {
    const read = readShortcuts(text);
    expect(read.kind).toBe('error');
    if (read.kind !== 'error') return;
    expect(read.problem.code).toBe(code);
    expect(read.problem.place?.from).toBe(from);
    if (suggestion) expect(read.problem.suggestions).toContain(suggestion);
  });

  it('never throws, whatever is written', () => {
    const pieces = fc.constantFrom(
      'Ctrl',
      '+',
      '-',
      '/',
      ',',
      ' ',
      'A',
      '⌘',
      'or',
      'then',
      'hold',
      'tap',
      'drag',
      'num',
      'ß',
      '\u0000',
      '💡',
      'delete',
      '\n',
      ';',
    );
    const texts = fc.oneof(
      fc.array(pieces, { maxLength: 12 }).map((parts) => parts.join('')),
      fc.string({ unit: 'binary', maxLength: 40 }),
    );
    fc.assert(
      fc.property(texts, fc.boolean(), platforms, (text, typedLetters, platform) => {
        const read = readShortcuts(text, { typedLetters, platform });
        if (read.kind === 'read') for (const one of read.shortcuts) expect(readStored(writeStored(one))).toEqual(one);
      }),
      runs(5000),
    );
  });

  it('is done with a cell of a megabyte at once', () => {
    expect(readShortcuts('Ctrl+'.repeat(200_000)).kind).toBe('error');
  });
});

describe('a canonical press', () => {
  it('is the same after writing and reading on a platform', () => {
    fc.assert(
      fc.property(shortcuts, platforms, fc.constantFrom(...LAYOUTS), (shortcut, platform, layout) => {
        expect(canonical(shortcut, layout, platform)).toBe(canonical(onPlatform(shortcut, platform), layout, platform));
      }),
    );
  });
});
