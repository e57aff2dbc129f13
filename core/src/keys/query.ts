import type { Platform } from './platform.ts';
import { readShortcuts } from './read.ts';
import { writeStored } from './stored.ts';

/** A look-up’s text as a press: its stored form, and whether it cannot be a word of a name. */
export interface LookedUp {
  readonly shortcut: string;
  readonly sure: boolean;
}

/**
 * The press that somebody typed into a look-up, `Ctrl+G`, `⌘ G`, `shift f3`; null where it does not read as one
 * shortcut. `Home` or `B` may be a name as well: only a modifier with a key, or a function key, is surely a press.
 */
export function lookedUp(text: string, platform: Platform): LookedUp | null {
  const read = readShortcuts(text, { platform });
  if (read.kind !== 'read' || read.shortcuts.length !== 1) return null;
  const [shortcut] = read.shortcuts;
  const sure = shortcut!.strokes.some((stroke) => {
    if (stroke.kind === 'tap') return false;
    if (stroke.modifiers.length > 0) return true;
    return stroke.kind === 'key' && stroke.key.by === 'name' && /^F\d+$/.test(stroke.key.name);
  });
  return { shortcut: writeStored(shortcut!), sure };
}
