import { readShortcuts } from './read.ts';
import type { Platform } from './platform.ts';
import type { Key } from './shortcut.ts';

/** At most this many keys stand in one run. */
const MOST_KEYS = 100;

/**
 * Keys named one after another, as for a family that moves: `F2..F7`, `1-5`, `Q W E`, `Home, End`. Null where a word is no
 * key, or has modifiers.
 */
export function readKeyRun(text: string, platform: Platform): Key[] | null {
  const names = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .flatMap(inRange);
  if (names.length > MOST_KEYS) return null;
  const keys = names.map((one) => {
    const result = readShortcuts(one, { platform });
    const [first, ...more] = result.kind === 'read' ? result.shortcuts : [];
    const [stroke, ...strokes] = first?.strokes ?? [];
    const plain = stroke?.kind === 'key' && stroke.modifiers.length === 0 && first?.manner === 'pressed';
    return plain && !more.length && !strokes.length ? stroke.key : null;
  });
  return keys.every((key) => key !== null) ? keys : null;
}

/** A range of function keys or digits as its members; anything else is itself. */
function inRange(text: string): string[] {
  const range = /^(F?)(\d{1,2})(?:\.\.|–|-)(F?)(\d{1,2})$/i.exec(text);
  if (!range || range[1]!.toUpperCase() !== range[3]!.toUpperCase()) return [text];
  const [from, to] = [Number(range[2]), Number(range[4])];
  if (to < from) return [text];
  return Array.from({ length: to - from + 1 }, (_, i) => `${range[1]}${from + i}`);
}
