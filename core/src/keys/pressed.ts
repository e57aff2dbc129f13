import { spotsOf, tableOn, type Layout } from './layout.ts';
import { NAMED_KEYS, namedKeyAt } from './named.ts';
import { isTypingCode } from './codes.ts';
import { usualBoard, type Board } from './boards.ts';
import type { Platform } from './platform.ts';
import { presses } from './press.ts';
import {
  POINTER_ACTIONS,
  characterKey,
  keyCharacter,
  inOrder,
  type Key,
  type Modifier,
  type PointerAction,
  type Shortcut,
  type Stroke,
} from './shortcut.ts';

const POINTERS = new Set<string>(POINTER_ACTIONS);

/**
 * The key at a position, by what is printed on it; by its position where another key has the same printed on it, as the
 * two with a backslash on the Japanese board.
 */
export function keyAtCode(code: string, layout: Layout, platform: Platform): Key {
  const named = namedKeyAt(code);
  if (named) return { by: 'name', name: named.name };
  const table = tableOn(layout, platform);
  const printed = isTypingCode(code) && !code.startsWith('Numpad') && table.characters[code]?.[0];
  if (!printed) return { by: 'position', code };
  const { lacks } = usualBoard(layout, platform);
  const first = spotsOf(table, keyCharacter(printed)).find((spot) => !lacks.has(spot.code));
  return first && first.code !== code && !lacks.has(code) ? { by: 'position', code } : characterKey(printed);
}

/** A press, written like `Ctrl+Shift+Equal`, as a stroke with the keys as they are printed on a layout. */
export function strokeOfWay(way: string, layout: Layout, platform: Platform): Stroke {
  const text = way.replace(/^hold /, '');
  if (text.startsWith('tap ')) return { kind: 'tap', modifier: text.slice(4) as Modifier };
  const over = text.endsWith('@over');
  const parts = (over ? text.slice(0, -'@over'.length) : text).split('+');
  const last = parts.pop()!;
  if (!POINTERS.has(last)) {
    return { kind: 'key', modifiers: inOrder(parts as Modifier[]), key: keyAtCode(last, layout, platform) };
  }
  const heldCode = parts.length && isCode(parts.at(-1)!) ? parts.pop()! : null;
  const held = heldCode ? keyAtCode(heldCode, layout, platform) : null;
  return {
    kind: 'pointer',
    modifiers: inOrder(parts as Modifier[]),
    ...(held && { held }),
    action: last as PointerAction,
    ...(over && { over: true as const }),
  };
}

const isCode = (text: string) => isTypingCode(text) || [...NAMED_KEYS.values()].some((facts) => facts.code === text);

/**
 * A shortcut as it is pressed on a layout: its canonical press, with Shift and AltGr said and every key by what is
 * printed on it (German `Ctrl+/` is `Ctrl+Shift+7`); null where it cannot be pressed.
 */
export function pressedForm(shortcut: Shortcut, layout: Layout, platform: Platform, board?: Board): Shortcut | null {
  const ways = presses(shortcut, layout, platform, board);
  if (!ways) return null;
  const made = shortcut.manner === 'twice' ? ways.slice(0, shortcut.strokes.length) : ways;
  return { strokes: made.map((way) => strokeOfWay(way[0]!, layout, platform)), manner: shortcut.manner };
}
