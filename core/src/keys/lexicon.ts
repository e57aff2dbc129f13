import { KEYPAD } from './codes.ts';
import { BUTTONS, FOREIGN } from './foreign.ts';
import { NAMED_KEYS } from './named.ts';
import { characterKey, type BaseModifier, type Key, type Modifier, type PointerAction } from './shortcut.ts';

/** What a word or symbol of a written shortcut stands for. */
export type Meaning =
  | { readonly is: 'modifier'; readonly modifier: Modifier }
  | { readonly is: 'key'; readonly key: Key }
  | { readonly is: 'pointer'; readonly action: PointerAction }
  | { readonly is: 'or' | 'then' | 'hold' | 'held' | 'twice' | 'tap' | 'position' | 'over' };

const MODIFIER_WORDS: Record<BaseModifier, string> = {
  Primary: 'primary|mod|commandorcontrol|cmdorctrl',
  Ctrl: 'ctrl|control|ctl|strg|⌃',
  Alt: 'alt|option|opt|⌥',
  AltGr: 'altgr|alt gr|altgraph|alt graph',
  Shift: 'shift|⇧',
  Meta: 'meta|cmd|command|win|windows|super|⌘|⊞|windows key',
  Fn: 'fn|globe|🌐',
};

const POINTER_WORDS: Record<PointerAction, string> = {
  Click: 'click|left click|mouse click',
  RightClick: 'right click|secondary click',
  MiddleClick: 'middle click',
  BackClick: 'back click',
  ForwardClick: 'forward click',
  DoubleClick: 'double click|left double click|dblclick',
  RightDoubleClick: 'right double click',
  MiddleDoubleClick: 'middle double click',
  Drag: 'drag|left drag',
  DragLeft: 'drag leftwards|drag to the left|drag leftward',
  DragRight: 'drag rightwards|drag to the right|drag rightward',
  DragUp: 'drag upwards|drag upward',
  DragDown: 'drag downwards|drag downward',
  RightDrag: 'right drag',
  MiddleDrag: 'middle drag',
  WheelUp: 'wheel up|scroll up|mouse wheel up',
  WheelDown: 'wheel down|scroll down|mouse wheel down',
  WheelLeft: 'wheel left|scroll left',
  WheelRight: 'wheel right|scroll right',
  Pinch: 'pinch',
  Rotate: 'rotate',
  SwipeLeft: 'swipe left',
  SwipeRight: 'swipe right',
  SwipeUp: 'swipe up',
  SwipeDown: 'swipe down',
};

const GRAMMAR = {
  or: 'or|alternatively',
  then: 'then|followed by|▸',
  hold: 'hold|hold down|press and hold|holding',
  held: 'held|held down',
  twice: 'twice|two times',
  tap: 'tap',
  position: 'key',
  over: 'over it',
} as const;

/** Characters by their spoken names. */
export const SPOKEN: Record<string, string> = {
  plus: '+',
  minus: '-',
  hyphen: '-',
  dash: '-',
  comma: ',',
  period: '.',
  dot: '.',
  'full stop': '.',
  slash: '/',
  'forward slash': '/',
  backslash: '\\',
  semicolon: ';',
  colon: ':',
  quote: "'",
  apostrophe: "'",
  'double quote': '"',
  backquote: '`',
  backtick: '`',
  'grave accent': '`',
  tilde: '~',
  equals: '=',
  equal: '=',
  'equals sign': '=',
  underscore: '_',
  'left bracket': '[',
  'right bracket': ']',
  'open bracket': '[',
  'close bracket': ']',
  'question mark': '?',
  'exclamation mark': '!',
  asterisk: '*',
  ampersand: '&',
  percent: '%',
  'at sign': '@',
  'number sign': '#',
  hash: '#',
  dollar: '$',
  caret: '^',
  bar: '|',
  pipe: '|',
};

const lexicon = new Map<string, Meaning>();

function learn(words: string | readonly string[], meaning: Meaning) {
  for (const word of typeof words === 'string' ? words.split('|') : words) {
    if (word) lexicon.set(word.toLowerCase(), meaning);
  }
}

for (const [word, character] of Object.entries(SPOKEN)) {
  learn([word], { is: 'key', key: characterKey(character) });
}
for (const { name, word, symbol, others } of NAMED_KEYS.values()) {
  learn([name, word, symbol, ...others], { is: 'key', key: { by: 'name', name } });
}
learn(['forward delete'], { is: 'key', key: { by: 'name', name: 'Delete' } });
learn(['clear'], { is: 'key', key: { by: 'name', name: 'NumLock' } });
for (const [code, { sign, others }] of KEYPAD) {
  const key: Key = { by: 'position', code };
  const words = [sign, ...others].filter((word) => /\w/.test(word));
  learn([code, ...words.flatMap((word) => PAD_WORDS().map((pad) => `${pad} ${word}`))], { is: 'key', key });
  if (/^\d$/.test(sign)) learn([`num${sign}`, `kp${sign}`], { is: 'key', key });
}
for (const [modifier, words] of Object.entries(MODIFIER_WORDS)) {
  learn(words, { is: 'modifier', modifier: modifier as Modifier });
  if (!['Ctrl', 'Alt', 'Shift', 'Meta'].includes(modifier)) continue;
  for (const side of ['Left', 'Right']) {
    const sided = words.split('|').flatMap((word) => (/^\w+$/.test(word) ? [`${side} ${word}`] : []));
    const short = modifier === 'Meta' ? [] : [`${side[0]}${modifier}`];
    learn([...sided, ...short], { is: 'modifier', modifier: `${side}${modifier}` as Modifier });
  }
}
for (const [action, words] of Object.entries(POINTER_WORDS)) {
  learn(words, { is: 'pointer', action: action as PointerAction });
}
// English names come first: what another language calls otherwise is not taken from them.
for (const [of, words] of Object.values(FOREIGN).flat()) {
  const meaning = lexicon.get(of.toLowerCase());
  for (const word of words.split('|')) if (meaning && !lexicon.has(word)) learn([word], meaning);
}
for (const [action, words] of Object.entries(BUTTONS)) learn(words, { is: 'pointer', action: action as PointerAction });
for (const [is, words] of Object.entries(GRAMMAR)) learn(words, { is: is as keyof typeof GRAMMAR });

function PAD_WORDS() {
  return ['num', 'numpad', 'keypad', 'num pad', 'numeric', 'pad'];
}

/** The words after which a sign belongs to the numeric pad. */
export const PAD_PREFIXES: ReadonlySet<string> = new Set(PAD_WORDS());

/** The most words that one meaning is written with. */
export const LONGEST_PHRASE = Math.max(...[...lexicon.keys()].map((phrase) => phrase.split(' ').length));

/** What a word, phrase or symbol means, or undefined. Case does not count. */
export function meaningOf(phrase: string): Meaning | undefined {
  return lexicon.get(phrase.toLowerCase());
}

/** All words core understands, for “did you mean”. */
const foreign = new Set(Object.values(FOREIGN).flatMap((rows) => rows.flatMap(([, words]) => words.split('|'))));
export const LEXICON_WORDS: readonly string[] = [...lexicon.keys()].filter(
  (phrase) => phrase.length > 1 && !foreign.has(phrase),
);
