import { problem, type Problem } from '../error/index.ts';
import { tableOn, type Layout } from './layout.ts';
import { namedKey, namedKeyAt, type NamedKey } from './named.ts';
import { conventionOf, type Platform } from './platform.ts';
import { BITS, pressesOrWhy } from './press.ts';
import { characterKey, inOrder, keyCharacter, type Modifier, type Shortcut } from './shortcut.ts';
import { isTypingCode } from './codes.ts';
import { keyAtCode } from './pressed.ts';

/** Modifiers in the order in which we write them, by the names of `aria-keyshortcuts` (W3C WAI-ARIA 1.2). */
const NAMES = { Ctrl: 'Control', Alt: 'Alt', AltGr: 'AltGraph', Shift: 'Shift', Meta: 'Meta' } as const;

const lost = (feature: string): Problem => problem('not-in-aria', `aria-keyshortcuts cannot say ${feature}.`);

/**
 * A shortcut as a value of `aria-keyshortcuts` (W3C WAI-ARIA 1.2): the physical keys, named by what they give without
 * modifiers. What the attribute cannot say (sequences, manners, pointers, taps, Fn, sides, the keypad) is refused by name.
 */
export function writeAria(shortcut: Shortcut, layout: Layout, platform: Platform): string | Problem {
  const [stroke] = shortcut.strokes;
  if (shortcut.strokes.length > 1 || shortcut.manner === 'twice') return lost('a sequence of strokes');
  if (shortcut.manner === 'held') return lost('a held key');
  if (stroke?.kind === 'pointer') return lost('a pointer action');
  if (stroke?.kind !== 'key') return lost('a modifier tapped alone');
  const side = stroke.modifiers.find((modifier) => /^(Left|Right)/.test(modifier));
  if (side) return lost(`which of two modifiers is meant (${side})`);
  const found = pressesOrWhy(shortcut, layout, platform);
  if (!Array.isArray(found)) return lost(`${found.what}, which cannot be pressed on the ${layout.name} layout`);
  const parts = found[0]![0]!.split('+');
  const code = parts.pop()!;
  if (parts.includes('Fn')) return lost('the key Fn');
  if (code.startsWith('Numpad')) return lost('a key of the numeric pad');
  const key = isTypingCode(code) ? tableOn(layout, platform).characters[code]?.[0] : namedKeyAt(code)?.name;
  const there = keyAtCode(code, layout, platform);
  if (!key || there.by === 'position') return lost(`the key ${code}`);
  const modifiers = (Object.keys(BITS) as (keyof typeof BITS)[]).filter((name) => parts.includes(name));
  const names = (Object.keys(NAMES) as (keyof typeof NAMES)[])
    .filter((name) => modifiers.includes(name))
    .map((name) => NAMES[name]);
  return [...names, key === '+' ? 'Plus' : key.length === 1 ? keyCharacter(key) : key].join('+');
}

/** Reads a value of `aria-keyshortcuts`: alternatives parted by spaces. */
export function readAria(text: string, platform: Platform = 'windows'): Shortcut[] | Problem {
  const shortcuts: Shortcut[] = [];
  for (const one of text.split(/\s+/).filter(Boolean)) {
    const parts = one.split('+');
    const last = parts.pop()!;
    const modifiers: Modifier[] = [];
    for (const part of parts) {
      const name = (Object.keys(NAMES) as (keyof typeof NAMES)[]).find(
        (known) => NAMES[known].toLowerCase() === part.toLowerCase(),
      );
      if (!name) return problem('unknown-key', `“${part}” in “${one}” is no modifier of aria-keyshortcuts.`);
      if (modifiers.includes(name)) return problem('modifier-twice', `${part} stands twice in “${one}”.`);
      modifiers.push(name);
    }
    const named = [...(namedKey(last) ? [last] : []), ...(last.toLowerCase() === 'space' ? ['Space'] : [])][0];
    const key = named
      ? ({ by: 'name', name: named as NamedKey } as const)
      : characterKey(last.toLowerCase() === 'plus' ? '+' : last);
    if (key.by === 'character' && [...key.character].length !== 1)
      return problem('unknown-key', `“${last}” is no key of aria-keyshortcuts.`);
    shortcuts.push({ strokes: [{ kind: 'key', modifiers: inOrder(modifiers), key }], manner: 'pressed' });
  }
  return shortcuts.length
    ? shortcuts
    : problem('no-key', `There is no shortcut in an empty text on ${conventionOf(platform)}.`);
}
