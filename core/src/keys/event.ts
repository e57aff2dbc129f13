import { tableOn, type Layout } from './layout.ts';
import { conventionOf, type Platform } from './platform.ts';
import { namedKey, namedKeyAt, type NamedKey } from './named.ts';
import { KEYPAD, isTypingCode } from './codes.ts';
import { characterKey, inOrder, type Key, type Modifier, type Stroke } from './shortcut.ts';

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

const MODIFIER_KEYS = new Set([
  'Control',
  'Shift',
  'Alt',
  'Meta',
  'AltGraph',
  'CapsLock',
  'NumLock',
  'Fn',
  'OS',
  'Hyper',
  'Super',
]);

/** How a program binds: by the character a key gives, by its position, or letters by character and the rest by position. */
export type Binds = 'character' | 'position' | 'letters';

/**
 * The stroke that a press makes, by character as most programs bind, or null for a modifier alone and for keys
 * core has no name for. A character is named without its Shift (`Ctrl+Shift+=`, not `Ctrl++`) where the layout
 * agrees with what was reported; where it does not, the reported character stands for itself. A program that binds by
 * position gets the position.
 */
export function strokeOfPress(
  press: PressedKey,
  layout: Layout,
  platform: Platform,
  binds: Binds = 'character',
): Stroke | null {
  if (MODIFIER_KEYS.has(press.key)) return null;
  const mac = conventionOf(platform) === 'macos';
  const modifiers = new Set<Modifier>();
  // With AltGr down, Windows reports Ctrl and Alt as well; they are not pressed.
  if (press.altGraph) modifiers.add('AltGr');
  else {
    if (press.ctrlKey) modifiers.add('Ctrl');
    if (press.altKey) modifiers.add('Alt');
  }
  if (press.shiftKey) modifiers.add('Shift');
  if (press.metaKey) modifiers.add('Meta');
  const byCharacter = keyOf(press, tableOn(layout, platform).characters, mac);
  const found = byCharacter && boundAs(binds, byCharacter, press.code);
  if (!found) return null;
  if (found.usesShift) modifiers.delete('Shift');
  if (found.usesAltGr) modifiers.delete('AltGr');
  return { kind: 'key', modifiers: inOrder(modifiers), key: found.key };
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
  press: PressedKey,
  characters: Readonly<Record<string, readonly string[]>>,
  mac: boolean,
): FoundKey | null {
  if (KEYPAD.has(press.code)) return { key: { by: 'position', code: press.code } };
  const [plain = '', shifted = '', third = ''] = characters[press.code] ?? [];
  const base = plain === '' ? null : { key: characterKey(plain) };
  const typed = [...press.key].length === 1 && press.key !== ' ' ? press.key : '';
  if (typed === '') {
    const name = namedKey(press.key)?.name ?? namedKeyAt(press.code)?.name;
    if (name) return { key: { by: 'name', name: name as NamedKey } };
    return base; // Dead, Process, Unidentified: what the position gives
  }
  if (/^\p{L}$/u.test(typed) && !(mac && press.altKey)) return { key: characterKey(typed) };
  const expected = press.altGraph ? third : press.shiftKey ? shifted : plain;
  // Option types other characters on macOS, so the position tells more than the character does.
  if (base && (typed === expected || typed === plain || (mac && press.altKey))) return base;
  return { key: characterKey(typed), usesShift: press.shiftKey, usesAltGr: press.altGraph };
}
