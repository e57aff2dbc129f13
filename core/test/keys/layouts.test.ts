import { describe, expect, it } from 'vitest';
import { LAYOUTS, keyCharacter, layoutById, usualBoard } from '../../src/keys/index.ts';
import { ways } from '../presses.ts';

const first = (stored: string, layout: string, platform: string) => ways(stored, layout, platform)?.[0]?.[0] ?? null;

describe('the layouts', () => {
  it('are the seventeen that ship, each with a table on every platform', () => {
    expect(LAYOUTS.map((one) => one.id)).toHaveLength(17);
    for (const layout of LAYOUTS)
      for (const platform of ['windows', 'macos', 'linux'] as const)
        expect(Object.keys(layout.on[platform].characters).length, layout.id).toBeGreaterThanOrEqual(47);
  });

  // Facts from memory of the printed key caps and of the makers' layout pages, five a layout; L linux, W windows, M macos.
  it.each([
    ['us', 'L @ Shift+Digit2', 'L ~ Shift+Backquote', 'L " Shift+Quote', 'M ß Alt+KeyS', 'W | Shift+Backslash'],
    ['uk', 'L " Shift+Digit2', 'L £ Shift+Digit3', 'L # Backslash', 'L @ Shift+Quote', 'W € Ctrl+Alt+Digit4'],
    ['de', 'L Z KeyY', 'L Y KeyZ', 'L / Shift+Digit7', 'W [ Ctrl+Alt+Digit8', 'M @ Alt+KeyL'],
    ['de-ch', 'L Z KeyY', 'L + Shift+Digit1', 'L / Shift+Digit7', 'W @ Ctrl+Alt+Digit2', 'L $ Backslash'],
    ['fr', 'L A KeyQ', 'L 1 Shift+Digit1', 'L M Semicolon', 'W @ Ctrl+Alt+Digit0', 'L ! Slash'],
    ['be', 'L A KeyQ', 'L 1 Shift+Digit1', 'L M Semicolon', 'W # Ctrl+Alt+Digit3', 'L = Slash'],
    ['es', 'L Ñ Semicolon', 'L Ç Backslash', 'L / Shift+Digit7', 'W @ Ctrl+Alt+Digit2', 'L - Slash'],
    ['it', 'L ò Semicolon', 'L è BracketLeft', 'L / Shift+Digit7', 'W @ Ctrl+Alt+Semicolon', 'L - Slash'],
    ['pt-br', 'L Ç Semicolon', 'L / IntlRo', 'L [ BracketRight', 'L ] Backslash', 'L ~ Quote'],
    ['sv', 'L Å BracketLeft', 'L Ä Quote', 'L Ö Semicolon', 'L / Shift+Digit7', 'W \\ Ctrl+Alt+Minus'],
    ['da', 'L Å BracketLeft', 'L Æ Semicolon', 'L Ø Quote', 'L / Shift+Digit7', 'W | Ctrl+Alt+Equal'],
    ['no', 'L Å BracketLeft', 'L Ø Semicolon', 'L Æ Quote', 'L / Shift+Digit7', 'W @ Ctrl+Alt+Digit2'],
    ['pl', 'L Ą AltGr+KeyA', 'W Ą Ctrl+Alt+KeyA', 'M Ą Alt+KeyA', 'L @ Shift+Digit2', 'W € Ctrl+Alt+KeyU'],
    ['ja', 'L @ BracketLeft', 'L ^ Equal', 'L : Quote', 'L ] Backslash', 'L " Shift+Digit2'],
    ['ca-multi', 'L É Slash', 'L Ç BracketRight', 'L È Quote', 'L ù IntlBackslash', 'L ? Shift+Digit6'],
    ['dvorak', 'L S Semicolon', 'L , KeyW', "L ' KeyQ", 'L / BracketLeft', 'L Z Slash'],
    ['colemak', 'L F KeyE', 'L P KeyR', 'L ; KeyP', 'L O Semicolon', 'L K KeyN'],
  ])('%s gives what is printed on its keys', (layout, ...facts) => {
    expect(facts).toHaveLength(5);
    for (const fact of facts) {
      const [where = '', character = '', press] = fact.split(' ');
      const platform = { L: 'linux', W: 'windows', M: 'macos' }[where]!;
      expect(first(keyCharacter(character), layout, platform), fact).toBe(press);
    }
  });

  it('writes AltGr as Ctrl+Alt on Windows, so that three shortcuts are one press there and differ on Linux', () => {
    const three = ['Ctrl+[', 'Alt+[', 'Ctrl+Alt+8'];
    expect(new Set(three.map((one) => first(one, 'de', 'windows')))).toEqual(new Set(['Ctrl+Alt+Digit8']));
    expect(new Set(three.map((one) => first(one, 'de', 'linux'))).size).toBe(3);
  });

  it('has dead keys as their spacing character, and says so', () => {
    const { characters, dead } = layoutById('de')!.on.linux;
    expect(characters['Equal']![0]).toBe('´');
    expect(dead.has('Equal 0')).toBe(true);
    expect(first('Ctrl+´', 'de', 'linux')).toBe('Ctrl+Equal');
  });

  it('knows what its boards lack, and that a shifted pad digit is an arrow on Windows', () => {
    expect(usualBoard({ id: 'us' }, 'linux').lacks).toContain('IntlBackslash');
    expect(usualBoard({ id: 'de' }, 'linux').lacks).not.toContain('IntlBackslash');
    expect(first('Insert', 'us', 'windows')).toBe('Insert');
    expect(first('Insert', 'us', 'macos')).toBeNull();
    expect(first('Shift+[Numpad5]', 'us', 'windows')).toBeNull();
    expect(first('Shift+[Numpad5]', 'us', 'linux')).toBe('Shift+Numpad5');
  });

  it('makes the right click with Ctrl on macOS, either way', () => {
    expect(ways('RightClick', 'us', 'macos')).toEqual([['RightClick', 'Ctrl+Click']]);
    expect(ways('Ctrl+Click', 'us', 'macos')).toEqual([['RightClick', 'Ctrl+Click']]);
    expect(ways('Ctrl+Click', 'us', 'windows')).toEqual([['Ctrl+Click']]);
  });
});
