import { layoutById, parseStored, writeStored, type Layout, type Platform, type Shortcut } from '../src/keys/index.ts';
import { canonicalText, keyboardOf, madeOrWhy, pressText, type Keyboard } from '../src/press/index.ts';

const known = new Map<string, Keyboard>();

/** One keyboard a layout and platform for all tests of a file. */
export function board(layout: Layout | string, platform: Platform): Keyboard {
  const one = typeof layout === 'string' ? layoutById(layout)! : layout;
  const name = `${one.id} ${platform}`;
  const found = known.get(name) ?? keyboardOf(one, platform);
  known.set(name, found);
  return found;
}

/** All ways to make each stroke of a shortcut, as texts; null where it cannot be made. */
export function ways(shortcut: Shortcut | string, layout: Layout | string, platform: Platform): string[][] | null {
  const made = madeOrWhy(typeof shortcut === 'string' ? parseStored(shortcut) : shortcut, board(layout, platform));
  return 'why' in made ? null : made.map((stroke) => stroke.map(pressText));
}

/** The canonical press of a shortcut as a text. */
export const canonical = (shortcut: Shortcut | string, layout: Layout | string, platform: Platform): string | null =>
  canonicalText(typeof shortcut === 'string' ? shortcut : writeStored(shortcut), board(layout, platform));
