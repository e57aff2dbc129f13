import {
  US,
  inOrder,
  showStored,
  writeStored,
  type Layout,
  type Modifier,
  type Platform,
  type Style,
} from '../../keys/index.ts';
import type { LearnerLanguage } from '../../words/index.ts';

/** Modifiers as a platform writes them before a key: `Ctrl+Shift`, `⇧⌘`; nothing for none. */
export function sayHeld(
  modifiers: readonly Modifier[],
  platform: Platform,
  style: Style,
  layout: Layout = US,
  language: LearnerLanguage = 'en',
): string {
  if (modifiers.length === 0) return '';
  // What they are called is read off a shortcut that has them.
  const key = { by: 'character', character: 'A' } as const;
  const stroke = { kind: 'key', modifiers: inOrder(modifiers), key } as const;
  const shown = showStored(writeStored({ strokes: [stroke], manner: 'pressed' }), platform, style, layout, language);
  return shown.replace(/\+?A$/, '');
}
