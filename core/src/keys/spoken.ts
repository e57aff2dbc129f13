import { KEYPAD } from './codes.ts';
import { SPOKEN } from './lexicon.ts';
import { US } from './layout.ts';
import { namedKey } from './named.ts';
import { conventionOf, type KnownPlatform, type Platform } from './platform.ts';
import { physicalModifiers, sideOf, type Key, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';
import { POINTER_WORDS } from './write.ts';

const COMMON = { Ctrl: 'Control', AltGr: 'Alt Graph', Shift: 'Shift', Fn: 'Globe' };
const WORDS: Record<KnownPlatform, Record<string, string>> = {
  windows: { ...COMMON, Alt: 'Alt', Meta: 'Windows' },
  linux: { ...COMMON, Alt: 'Alt', Meta: 'Super' },
  macos: { ...COMMON, Alt: 'Option', Meta: 'Command' },
};
/** The first word for each sign is the one that is said. */
const SIGNS = new Map(
  Object.entries(SPOKEN)
    .reverse()
    .map(([word, sign]) => [sign, word]),
);

/**
 * A shortcut as a screen reader says it: `Control Shift Y`, `Option Page Up`, `U then B`, `hold Space`.
 * `readShortcuts` understands it as the same press.
 */
export function writeSpoken(shortcut: Shortcut, platform: Platform): string {
  const convention = conventionOf(platform);
  const text = shortcut.strokes.map((stroke) => speakStroke(stroke, convention)).join(' then ');
  if (shortcut.manner === 'held') return `hold ${text}`;
  return shortcut.manner === 'twice' ? `${text} twice` : text;
}

function speakStroke(stroke: Stroke, convention: KnownPlatform): string {
  if (stroke.kind === 'tap') return `tap ${speakModifiers([stroke.modifier], convention)}`;
  const modifiers = speakModifiers(stroke.modifiers, convention);
  const last =
    stroke.kind === 'key'
      ? speakKey(stroke.key, convention)
      : `${stroke.held ? `${speakKey(stroke.held, convention)}+` : ''}${POINTER_WORDS[stroke.action]}${stroke.over ? ' over it' : ''}`;
  return modifiers ? `${modifiers} ${last}` : last;
}

function speakModifiers(modifiers: readonly Modifier[], convention: KnownPlatform): string {
  return physicalModifiers(modifiers, convention)
    .map((modifier) => {
      const { base, side } = sideOf(modifier);
      return `${side ? `${side} ` : ''}${WORDS[convention][base]}`;
    })
    .join(' ');
}

function speakKey(key: Key, convention: KnownPlatform): string {
  if (key.by === 'character') return SIGNS.get(key.character) ?? key.character;
  if (key.by === 'name') {
    const { word, macWord } = namedKey(key.name)!;
    return convention === 'macos' ? (key.name === 'Backspace' ? 'backward delete' : macWord) : word;
  }
  const pad = KEYPAD.get(key.code);
  if (pad) return `numpad ${pad.others[0] ?? pad.sign}`;
  const here = US.on.linux.characters[key.code]?.[0]?.toUpperCase();
  return `key ${here ? (SIGNS.get(here) ?? here) : key.code}`;
}
