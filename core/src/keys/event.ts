import { tableOn, type Layout } from './layout.ts';
import { conventionOf, type Platform } from './platform.ts';
import { namedKey, namedKeyAt } from './named.ts';
import { KEYPAD, isTypingCode } from './codes.ts';
import { readStored, writeStored } from './stored.ts';
import { characterKey, inOrder, isKeyCharacter, type Key, type Modifier, type Stroke } from './shortcut.ts';

/** What a browser reports of a key press (W3C UI Events KeyboardEvent), as plain data. */
export interface PressedKey {
  readonly code: string;
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
  readonly metaKey: boolean;
  readonly altGraph: boolean;
}

const MODIFIER_KEYS = new Set('Control Shift Alt Meta AltGraph CapsLock NumLock Fn OS Hyper Super'.split(' '));

/** How a program binds: by the character a key gives, by its position, or letters by character and the rest by position. */
export type Binds = 'character' | 'position' | 'letters';

/** The keyboard that is typed on: the machine’s own platform, whatever the keys are meant for, and its layout. */
export interface Captured {
  readonly layout: Layout;
  readonly machine: Platform;
  readonly binds: Binds;
}

/**
 * The stroke that a press makes on the machine it is pressed on, with the machine’s own modifiers; null for a modifier
 * alone, and for keys core has no name for. A character is named without its Shift (`Ctrl+Shift+=`, not `Ctrl++`) where
 * the layout agrees with what was reported; where it does not, the reported character stands for itself. A program that
 * binds by position gets the position. What comes back can be stored: `readStored` reads it.
 */
export function capture(press: PressedKey, { layout, machine, binds }: Captured): Stroke | null {
  if (MODIFIER_KEYS.has(press.key)) return null;
  const mac = conventionOf(machine) === 'macos';
  // On a Mac AltGraph is Option: it types third-level characters there, and is no modifier of its own.
  const third = press.altGraph && !mac;
  const option = mac && (press.altKey || press.altGraph);
  const modifiers = new Set<Modifier>();
  // With AltGr down, Windows reports Ctrl and Alt as well; they are not pressed.
  if (third) modifiers.add('AltGr');
  else {
    if (press.ctrlKey) modifiers.add('Ctrl');
    if (press.altKey || option) modifiers.add('Alt');
  }
  if (press.shiftKey) modifiers.add('Shift');
  if (press.metaKey) modifiers.add('Meta');
  const found = keyOf(press, tableOn(layout, machine).characters, third, option);
  const bound = found && boundAs(binds, found, press.code);
  if (!bound) return null;
  if (bound.usesShift) modifiers.delete('Shift');
  if (bound.usesAltGr) modifiers.delete('AltGr');
  const stroke: Stroke = { kind: 'key', modifiers: inOrder(modifiers), key: bound.key };
  return 'code' in readStored(writeStored({ strokes: [stroke], manner: 'pressed' })) ? null : stroke;
}

function boundAs(binds: Binds, found: FoundKey, code: string): FoundKey {
  if (binds === 'character' || found.key.by !== 'character' || !isTypingCode(code)) return found;
  if (binds === 'letters' && /^\p{L}$/u.test(found.key.character)) return found;
  return { key: { by: 'position', code } };
}

interface FoundKey {
  readonly key: Key;
  readonly usesShift?: boolean;
  readonly usesAltGr?: boolean;
}

function keyOf(
  { code, key, shiftKey }: PressedKey,
  characters: Readonly<Record<string, readonly string[]>>,
  third: boolean,
  option: boolean,
): FoundKey | null {
  if (KEYPAD.has(code)) return { key: { by: 'position', code } };
  const [plain = '', shifted = '', ofAltGr = ''] = characters[code] ?? [];
  const base = isKeyCharacter(plain) ? { key: characterKey(plain) } : null;
  if (!isKeyCharacter(key)) {
    const name = namedKey(key)?.name ?? namedKeyAt(code)?.name;
    if (name) return { key: { by: 'name', name } };
    return base; // Dead, Process, Unidentified: what the position gives
  }
  // Option types other characters, so the position tells more than the character does.
  if (option) return base ?? { key: characterKey(key), usesShift: shiftKey };
  if (/^\p{L}$/u.test(key)) return { key: characterKey(key) };
  const expected = third ? ofAltGr : shiftKey ? shifted : plain;
  if (base && (key === expected || key === plain)) return base;
  return { key: characterKey(key), usesShift: shiftKey, usesAltGr: third };
}
