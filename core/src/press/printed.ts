import {
  characterKey,
  inOrder,
  isTypingCode,
  keyCharacter,
  namedKeyAt,
  parseStored,
  spotsOf,
  type Key,
  type Shortcut,
  type Stroke,
} from '../keys/index.ts';
import { canonicalOn, type Keyboard } from './keyboard.ts';
import { heldBy, targetOf, type Press } from './press.ts';

/**
 * The key at a position, by what is printed on it; by its position where another key has the same printed on it, as the
 * two with a backslash on the Japanese board.
 */
export function keyAtCode(code: string, { table, board }: Keyboard): Key {
  const named = namedKeyAt(code);
  if (named) return { by: 'name', name: named.name };
  const printed = isTypingCode(code) && !code.startsWith('Numpad') && table.characters[code]?.[0];
  if (!printed) return { by: 'position', code };
  const { lacks } = board;
  const first = spotsOf(table, keyCharacter(printed)).find((spot) => !lacks.has(spot.code));
  return first && first.code !== code && !lacks.has(code) ? { by: 'position', code } : characterKey(printed);
}

/** A press as a stroke, with the keys as they are printed on a keyboard. */
export function strokeOf(press: Press, keyboard: Keyboard): Stroke {
  const modifiers = inOrder(heldBy(press));
  if (press.manner === 'tap') return { kind: 'tap', modifier: modifiers[0]! };
  const { code, action, over } = targetOf(press);
  if (!action) return { kind: 'key', modifiers, key: keyAtCode(code!, keyboard) };
  const held = code && { held: keyAtCode(code, keyboard) };
  return { kind: 'pointer', modifiers, ...held, action, ...(over && { over: true as const }) };
}

/**
 * A shortcut as it is pressed on a keyboard: its canonical press, with Shift and AltGr said and every key by what is
 * printed on it (German `Ctrl+/` is `Ctrl+Shift+7`); null where it cannot be pressed.
 */
export function pressedForm(stored: string, keyboard: Keyboard): Shortcut | null {
  const made = canonicalOn(stored, keyboard);
  if (!made) return null;
  const { strokes, manner } = parseStored(stored);
  const once = manner === 'twice' ? made.slice(0, strokes.length) : made;
  return { strokes: once.map((press) => strokeOf(press, keyboard)), manner };
}
