import { NAMED_KEYS, parseStored, readShortcuts, type Key, type Modifier, type Platform } from '../../keys/index.ts';
import { each } from '../../memory/index.ts';

/** What a word of a file means: something that is held, or a key. */
export type Meaning = { readonly modifier: Modifier } | { readonly key: Key };

/** Short forms that files use for what is held, and that nobody writes for people (common practice, no source). */
const SHORT: Readonly<Record<string, Modifier>> = {
  sft: 'Shift',
  shf: 'Shift',
  ctl: 'Ctrl',
  lctrl: 'Ctrl',
  lshift: 'Shift',
  lalt: 'Alt',
  gui: 'Meta',
};
/** What keys are called in files besides (USB HID usage names and X keysyms, from memory). */
const NAMES: Readonly<Record<string, string>> = {
  prior: 'PageUp',
  next: 'PageDown',
  numpadadd: '[NumpadAdd]',
  kpadd: '[NumpadAdd]',
  numpadsubtract: '[NumpadSubtract]',
  kpsubtract: '[NumpadSubtract]',
  numpadmultiply: '[NumpadMultiply]',
  kpmultiply: '[NumpadMultiply]',
  numpaddivide: '[NumpadDivide]',
  kpdivide: '[NumpadDivide]',
  kpenter: '[NumpadEnter]',
  bracketleft: '[',
  leftbracket: '[',
  openbracket: '[',
  bracketright: ']',
  rightbracket: ']',
  closebracket: ']',
  equal: '=',
  equals: '=',
  quoteleft: '`',
  grave: '`',
  backquote: '`',
  apostrophe: "'",
  quote: "'",
  minus: '-',
  hyphen: '-',
  subtract: '-',
  plus: '+',
  add: '+',
};

/** The words of files on a platform: those that people write for keys, in the case and with the signs that files have. */
export function wordsOn(platform: Platform): (word: string) => Meaning | null {
  const keyOf = (text: string): Key | null => {
    const result = readShortcuts(text, { platform, typedLetters: false });
    if (result.kind !== 'read' || result.shortcuts.length !== 1) return null;
    const { strokes, manner } = result.shortcuts[0]!;
    const [stroke] = strokes;
    return manner === 'pressed' && strokes.length === 1 && stroke!.kind === 'key' && !stroke!.modifiers.length
      ? stroke!.key
      : null;
  };
  const stored = (text: string): Key | null => {
    const [stroke] = parseStored(text).strokes;
    return stroke?.kind === 'key' ? stroke.key : null;
  };
  const find = each((word: string): Meaning | null => {
    if ([...word].length > 24 || word === '') return null;
    if ([...word].length === 1) {
      const key = keyOf(word);
      if (key) return { key };
    }
    const inner = /^[<[{(](.{2,20})[>\]})]$/u.exec(word)?.[1];
    if (inner) return find(inner);
    const small = word.toLowerCase().replace(/[_ -]/g, '');
    if (Object.hasOwn(SHORT, small)) return { modifier: SHORT[small]! };
    // As people write it, not as it is stored: what a word means is for the reader to say.
    // eslint-disable-next-line no-restricted-syntax
    const held = readShortcuts(`${word}+F12`, { platform, typedLetters: false });
    if (held.kind === 'read' && held.shortcuts.length === 1) {
      const [stroke, second] = held.shortcuts[0]!.strokes;
      if (!second && stroke?.kind === 'key' && stroke.modifiers.length === 1 && held.shortcuts[0]!.manner === 'pressed')
        return { modifier: stroke.modifiers[0]! };
    }
    if (Object.hasOwn(NAMES, small)) return { key: stored(NAMES[small]!)! };
    for (const name of NAMED_KEYS.keys())
      if (name.toLowerCase() === small) return { key: { by: 'name', name: name as never } };
    const key = keyOf(word) ?? (small === word ? null : keyOf(small));
    return key && { key };
  });
  return find;
}
