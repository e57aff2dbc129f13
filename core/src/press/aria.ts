import { problem, type Problem } from '../error/index.ts';
import {
  characterKey,
  conventionOf,
  inOrder,
  isTypingCode,
  keyCharacter,
  namedKey,
  namedKeyAt,
  type Modifier,
  type NamedKey,
  type Platform,
  type Shortcut,
} from '../keys/index.ts';
import { madeOrWhy, type Keyboard } from './keyboard.ts';
import { heldBy, targetOf, unsided } from './press.ts';
import { keyAtCode } from './printed.ts';

/** Modifiers in the order in which we write them, by the names of `aria-keyshortcuts` (W3C WAI-ARIA 1.2). */
const NAMES = { Ctrl: 'Control', Alt: 'Alt', AltGr: 'AltGraph', Shift: 'Shift', Meta: 'Meta' } as const;
const OURS = Object.keys(NAMES) as (keyof typeof NAMES)[];

const lost = (feature: string): Problem => problem('not-in-aria', `aria-keyshortcuts cannot say ${feature}.`);

/**
 * A shortcut as a value of `aria-keyshortcuts` (W3C WAI-ARIA 1.2): the physical keys, named by what they give without
 * modifiers. What the attribute cannot say (sequences, manners, pointers, taps, Fn, sides, the keypad) is refused by name.
 */
export function writeAria(shortcut: Shortcut, keyboard: Keyboard): string | Problem {
  const [stroke] = shortcut.strokes;
  if (shortcut.strokes.length > 1 || shortcut.manner === 'twice') return lost('a key sequence');
  if (shortcut.manner === 'held') return lost('a held key');
  if (stroke?.kind === 'pointer') return lost('a pointer action');
  if (stroke?.kind !== 'key') return lost('a modifier tapped alone');
  const side = stroke.modifiers.find((modifier) => /^(Left|Right)/.test(modifier));
  if (side) return lost(`which of two modifiers is meant (${side})`);
  const found = madeOrWhy(shortcut, keyboard);
  if ('why' in found) return lost(`${found.what}, which cannot be pressed on the ${keyboard.layout.name} layout`);
  const press = unsided(found[0]![0]!);
  const held = heldBy(press);
  const code = targetOf(press).code!;
  if (held.includes('Fn')) return lost('the key Fn');
  if (code.startsWith('Numpad')) return lost('a numeric keypad key');
  const key = isTypingCode(code) ? keyboard.table.characters[code]?.[0] : namedKeyAt(code)?.name;
  if (!key || keyAtCode(code, keyboard).by === 'position') return lost(`the key ${code}`);
  const names = OURS.filter((name) => held.includes(name)).map((name) => NAMES[name]);
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
      const name = OURS.find((known) => NAMES[known].toLowerCase() === part.toLowerCase());
      if (!name) return problem('unknown-key', `“${part}” in “${one}” is not a modifier in aria-keyshortcuts.`);
      if (modifiers.includes(name)) return problem('modifier-twice', `${part} appears twice in “${one}”.`);
      modifiers.push(name);
    }
    const named = [...(namedKey(last) ? [last] : []), ...(last.toLowerCase() === 'space' ? ['Space'] : [])][0];
    const key = named
      ? ({ by: 'name', name: named as NamedKey } as const)
      : characterKey(last.toLowerCase() === 'plus' ? '+' : last);
    if (key.by === 'character' && [...key.character].length !== 1)
      return problem('unknown-key', `“${last}” is not a key in aria-keyshortcuts.`);
    shortcuts.push({ strokes: [{ kind: 'key', modifiers: inOrder(modifiers), key }], manner: 'pressed' });
  }
  return shortcuts.length
    ? shortcuts
    : problem('no-key', `An empty text is not a shortcut on ${conventionOf(platform)}.`);
}
