import { isTypingCode } from '../keys/index.ts';
import type { Keyboard } from './keyboard.ts';
import { BITS, PLAIN, thirdBits, type Press } from './press.ts';

const EDITING = /^(Enter|Tab|Backspace|Delete|Arrow(Left|Right|Up|Down)|NumpadEnter)$/;

/** Whether a press types a character where text is taken: plain, with Shift, AltGr or Option, on the keypad, or a dead key. */
export function typesCharacter({ bits, target, manner }: Press, { table, convention, platform }: Keyboard): boolean {
  if (manner === 'tap') return false;
  const held = bits & PLAIN & ~BITS.Shift;
  if (held !== 0 && held !== thirdBits(platform)) return false;
  // With Option Space types a no-break space; AltGr with it types one on Linux, and nothing on Windows (from memory).
  if (target === 'Space') return held === 0 || convention === 'macos' || (convention === 'linux' && table.third);
  if (target.startsWith('Numpad')) return held === 0 && target !== 'NumpadEnter';
  if (!isTypingCode(target)) return false;
  // Whatever Option types on macOS, it types something on every key of the writing block.
  if (held && convention === 'macos') return target in table.characters;
  return Boolean(table.characters[target]?.[(bits & BITS.Shift ? 1 : 0) + (held ? 2 : 0)]);
}

/** Whether a press edits where text is taken: Enter, Tab, the arrows, and the keys that delete. */
export const editsText = ({ bits, target, manner }: Press) =>
  manner === 'pressed' && EDITING.test(target) && (bits & ~BITS.Shift) === 0;

/** Whether what a press types on its third level is not known on this keyboard. */
export const thirdUnknown = ({ bits, target }: Press, { table, convention, platform }: Keyboard) =>
  convention === 'windows' &&
  !table.whole &&
  isTypingCode(target) &&
  (bits & PLAIN & ~BITS.Shift) === thirdBits(platform);
