import { KEYPAD } from './codes.ts';
import { namedKey } from './named.ts';
import { conventionOf, type KnownPlatform, type Platform } from './platform.ts';
import { parseStored } from './stored.ts';
import {
  physicalModifiers,
  sideOf,
  type BaseModifier,
  type Key,
  type Modifier,
  type PointerAction,
  type Shortcut,
  type Stroke,
} from './shortcut.ts';
import { KEY_WORDS, filled, type KeyLanguage, type KeyWords } from './languages.ts';
import { US, type Layout } from './layout.ts';

export type Style = 'words' | 'symbols';

/** Each platform's order of modifiers. Windows and macOS: their makers' style guides, from memory; Linux: our choice. */
const ORDER: Record<KnownPlatform, readonly BaseModifier[]> = {
  windows: ['Fn', 'Meta', 'Ctrl', 'Alt', 'AltGr', 'Shift'],
  linux: ['Fn', 'Meta', 'Ctrl', 'Alt', 'AltGr', 'Shift'],
  macos: ['Fn', 'Ctrl', 'Alt', 'AltGr', 'Shift', 'Meta'],
};

type Words = Record<Exclude<BaseModifier, 'Primary'>, string>;
const PC_WORDS = { Ctrl: 'Ctrl', Alt: 'Alt', AltGr: 'AltGr', Shift: 'Shift', Fn: 'Fn' };
const WORDS: Record<KnownPlatform, Words> = {
  windows: { ...PC_WORDS, Meta: 'Win' },
  linux: { ...PC_WORDS, Meta: 'Super' },
  macos: { Ctrl: 'Control', Alt: 'Option', AltGr: 'AltGr', Shift: 'Shift', Fn: 'Fn', Meta: 'Command' },
};
const MAC_SYMBOLS: Words = { Ctrl: '⌃', Alt: '⌥', AltGr: 'AltGr+', Shift: '⇧', Fn: 'Fn+', Meta: '⌘' };

/** The modifiers as the platform orders them, each in its word. */
function modifierWords(
  modifiers: readonly Modifier[],
  convention: KnownPlatform,
  words: Words,
  { held: names }: KeyWords = KEY_WORDS.en,
): string[] {
  const called = (word: string) => names[word] ?? word;
  const held = physicalModifiers(modifiers, convention).map((modifier) => sideOf(modifier));
  return ORDER[convention].flatMap((base) =>
    held
      .filter((one) => one.base === base)
      .map(({ side }) => {
        const word = words[base as keyof Words];
        if (!side) return called(word);
        return `${called(side)} ${called(WORDS[convention][base as keyof Words])}${words === MAC_SYMBOLS ? '+' : ''}`;
      }),
  );
}

export const POINTER_WORDS: Record<PointerAction, string> = {
  Click: 'click',
  RightClick: 'right click',
  MiddleClick: 'middle click',
  BackClick: 'back click',
  ForwardClick: 'forward click',
  DoubleClick: 'double click',
  RightDoubleClick: 'right double click',
  MiddleDoubleClick: 'middle double click',
  Drag: 'drag',
  DragLeft: 'drag leftwards',
  DragRight: 'drag rightwards',
  DragUp: 'drag upwards',
  DragDown: 'drag downwards',
  RightDrag: 'right drag',
  MiddleDrag: 'middle drag',
  WheelUp: 'wheel up',
  WheelDown: 'wheel down',
  WheelLeft: 'wheel left',
  WheelRight: 'wheel right',
  Pinch: 'pinch',
  Rotate: 'rotate',
  SwipeLeft: 'swipe left',
  SwipeRight: 'swipe right',
  SwipeUp: 'swipe up',
  SwipeDown: 'swipe down',
};

/** A stroke as it is shown in a chip, and the manner as words beside it. */
export interface Written {
  readonly strokes: readonly string[];
  /** “held”, “twice”, or empty. */
  readonly manner: string;
}

/** The strokes of a shortcut as people of the platform write them, one text a stroke. */
export function writeStrokes(
  shortcut: Shortcut,
  platform: Platform,
  style: Style = 'words',
  layout = US,
  language: KeyLanguage = 'en',
): Written {
  const convention = conventionOf(platform);
  const words = KEY_WORDS[language];
  return {
    strokes: shortcut.strokes.map((stroke) => writeStroke(stroke, convention, style, layout, words)),
    manner: shortcut.manner === 'pressed' ? '' : words.manners[shortcut.manner],
  };
}

/**
 * A shortcut in words or symbols for a platform: `Ctrl+Shift+Y`, `⇧⌘Y`, `U then B`, `hold Space`, `T twice`.
 * `readShortcuts` reads it back, Primary apart, which is written as the platform's own modifier.
 */
export function writeShortcut(
  shortcut: Shortcut,
  platform: Platform,
  style: Style = 'words',
  layout: Layout = US,
  language: KeyLanguage = 'en',
): string {
  const { strokes } = writeStrokes(shortcut, platform, style, layout, language);
  const words = KEY_WORDS[language];
  const text = strokes.join(words.then);
  if (shortcut.manner === 'held') return filled(words.hold, text);
  return shortcut.manner === 'twice' ? filled(words.twice, text) : text;
}

/** `writeShortcut` of a stored text. */
export function showStored(
  stored: string,
  platform: Platform,
  style: Style = 'words',
  layout: Layout = US,
  language: KeyLanguage = 'en',
): string {
  return writeShortcut(parseStored(stored), platform, style, layout, language);
}

function writeStroke(stroke: Stroke, convention: KnownPlatform, style: Style, layout: Layout, words: KeyWords): string {
  if (stroke.kind === 'tap')
    return filled(words.tap, modifierWords([stroke.modifier], convention, WORDS[convention], words)[0]!);
  const last =
    stroke.kind === 'key'
      ? writeKey(stroke.key, convention, style, layout, words)
      : [
          ...(stroke.held ? [writeKey(stroke.held, convention, style, layout, words)] : []),
          pointerWords(stroke, words),
        ].join('+');
  if (convention === 'macos' && style === 'symbols') {
    const signs = modifierWords(stroke.modifiers, convention, MAC_SYMBOLS).join('');
    const gap = stroke.kind === 'key' || signs === '' || signs.endsWith('+') ? '' : stroke.held ? '+' : ' ';
    return signs + gap + last;
  }
  return [...modifierWords(stroke.modifiers, convention, WORDS[convention], words), last].join('+');
}

function pointerWords(stroke: Stroke & { kind: 'pointer' }, words: KeyWords): string {
  return (words.pointer[stroke.action] ?? POINTER_WORDS[stroke.action]) + (stroke.over ? words.over : '');
}

function writeKey(key: Key, convention: KnownPlatform, style: Style, layout: Layout, words: KeyWords): string {
  if (key.by === 'character') return key.character;
  if (key.by === 'name') {
    const facts = namedKey(key.name)!;
    if (style === 'symbols' && facts.symbol) return facts.symbol;
    // Where a Mac calls a key otherwise (Return, Delete), it does so in every language.
    const own = convention === 'macos' && facts.macWord !== facts.word ? undefined : words.keys[facts.name];
    return own ?? (convention === 'macos' ? facts.macWord : facts.word);
  }
  const pad = KEYPAD.get(key.code);
  if (pad) return `Num ${pad.sign}`;
  // Only on the US layout is a position read back by what is printed there.
  const here = layout.on[convention].characters[key.code]?.[0]?.toUpperCase();
  return filled(words.position, here ?? key.code);
}
