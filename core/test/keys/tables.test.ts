import { readFileSync } from 'node:fs';
import { base, shift } from 'w3c-keyname';
import { describe, expect, it } from 'vitest';
import { KEYPAD, NAMED_KEYS, US, WRITING_CODES, usualBoard } from '../../src/keys/index.ts';

const words = (name: string) =>
  new Set(
    readFileSync(new URL(`../fixtures/${name}`, import.meta.url), 'utf8')
      .split('\n')
      .filter((line) => !line.startsWith('#'))
      .flatMap((line) => line.split(' '))
      .filter(Boolean),
  );
const characters = Object.fromEntries(
  Object.entries(US.on.linux.characters).filter(([code]) => !usualBoard(US, 'linux').lacks.has(code)),
);
const codes = words('w3c-codes.txt');
const keys = words('w3c-keys.txt');

/** Codes by the legacy keyCode that w3c-keyname is indexed with (W3C UI Events, legacy key codes; from memory). */
const KEY_CODES: Record<number, string> = {
  8: 'Backspace',
  9: 'Tab',
  13: 'Enter',
  20: 'CapsLock',
  27: 'Escape',
  32: 'Space',
  33: 'PageUp',
  34: 'PageDown',
  35: 'End',
  36: 'Home',
  37: 'ArrowLeft',
  38: 'ArrowUp',
  39: 'ArrowRight',
  40: 'ArrowDown',
  44: 'PrintScreen',
  45: 'Insert',
  46: 'Delete',
  144: 'NumLock',
  145: 'ScrollLock',
  186: 'Semicolon',
  187: 'Equal',
  188: 'Comma',
  189: 'Minus',
  190: 'Period',
  191: 'Slash',
  192: 'Backquote',
  219: 'BracketLeft',
  220: 'Backslash',
  221: 'BracketRight',
  222: 'Quote',
  ...Object.fromEntries(Array.from({ length: 26 }, (_, i) => [65 + i, `Key${String.fromCharCode(65 + i)}`])),
  ...Object.fromEntries(Array.from({ length: 10 }, (_, i) => [48 + i, `Digit${i}`])),
  ...Object.fromEntries(Array.from({ length: 12 }, (_, i) => [112 + i, `F${i + 1}`])),
};

describe('the tables of keys, against the W3C tables', () => {
  it('has only positions that UI Events code names', () => {
    for (const code of [...WRITING_CODES, ...KEYPAD.keys(), ...[...NAMED_KEYS.values()].map((one) => one.code)]) {
      expect(codes, code).toContain(code);
    }
  });

  it('has only names that UI Events key names, the space bar apart, whose value is a space', () => {
    for (const name of NAMED_KEYS.keys()) if (name !== 'Space') expect(keys, name).toContain(name);
  });

  it('gives every named key a position of its own', () => {
    const positions = [...NAMED_KEYS.values()].map((one) => one.code);
    expect(new Set(positions).size).toBe(positions.length);
  });

  it('agrees with w3c-keyname on what each key of the US layout gives, plain and with Shift', () => {
    let compared = 0;
    for (const [keyCode, code] of Object.entries(KEY_CODES)) {
      const [plain, shifted] = [base[Number(keyCode)], shift[Number(keyCode)]];
      const levels = characters[code];
      if (levels) {
        expect([plain, shifted], code).toEqual(levels.slice(0, 2));
      } else {
        const name = [...NAMED_KEYS.values()].find((one) => one.code === code)?.name;
        expect(plain === ' ' ? 'Space' : plain, code).toBe(name);
      }
      compared++;
    }
    expect(compared).toBe(Object.keys(KEY_CODES).length);
    expect(Object.keys(characters).filter((code) => !Object.values(KEY_CODES).includes(code))).toEqual([]);
  });
});
