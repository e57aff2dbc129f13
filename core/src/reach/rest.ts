/** The fingers, by hand, from the outside in. */
export const FINGERS = [
  'left little',
  'left ring',
  'left middle',
  'left index',
  'left thumb',
  'right thumb',
  'right index',
  'right middle',
  'right ring',
  'right little',
] as const;
export type Finger = (typeof FINGERS)[number];
export type Hand = 'left' | 'right';

export const handOf = (finger: Finger): Hand => (finger.startsWith('left') ? 'left' : 'right');

/** Where hands rest: the key under each finger that rests on the board, and the hand that holds the mouse. */
export interface Rest {
  readonly name: string;
  readonly on: Partial<Record<Finger, string>>;
  readonly pointer: Hand | null;
}

/** Home: the index fingers on F and J, the others beside them, the thumbs on the space bar (common practice, no source). */
const LEFT_HOME: Rest['on'] = {
  'left little': 'KeyA',
  'left ring': 'KeyS',
  'left middle': 'KeyD',
  'left index': 'KeyF',
  'left thumb': 'Space',
};
const RIGHT_HOME: Rest['on'] = {
  'right thumb': 'Space',
  'right index': 'KeyJ',
  'right middle': 'KeyK',
  'right ring': 'KeyL',
  'right little': 'Semicolon',
};

export const RESTS: readonly Rest[] = [
  { name: 'both hands on home row', on: { ...LEFT_HOME, ...RIGHT_HOME }, pointer: null },
  { name: 'left hand on home row, right hand on mouse', on: LEFT_HOME, pointer: 'right' },
  { name: 'right hand on home row, left hand on mouse', on: RIGHT_HOME, pointer: 'left' },
];

/** Which finger a touch typist uses for a key (common practice, no source). */
const COLUMNS: Record<Finger, string> = {
  'left little': 'Backquote Digit1 KeyQ KeyA KeyZ IntlBackslash Tab CapsLock ShiftLeft ControlLeft Escape F1 Fn',
  'left ring': 'Digit2 KeyW KeyS KeyX F2',
  'left middle': 'Digit3 KeyE KeyD KeyC F3',
  'left index': 'Digit4 Digit5 KeyR KeyT KeyF KeyG KeyV KeyB F4 F5',
  'left thumb': 'AltLeft MetaLeft NonConvert Lang2',
  'right thumb': 'Space AltRight MetaRight Convert KanaMode Lang1',
  'right index': 'Digit6 Digit7 KeyY KeyU KeyH KeyJ KeyN KeyM F6 F7',
  'right middle': 'Digit8 KeyI KeyK Comma F8',
  'right ring': 'Digit9 KeyO KeyL Period F9',
  'right little':
    'Digit0 Minus Equal KeyP BracketLeft BracketRight Semicolon Quote Backslash Slash IntlRo IntlYen Enter Backspace ShiftRight ControlRight ContextMenu F10 F11 F12',
};
const BY_CODE = new Map(FINGERS.flatMap((finger) => COLUMNS[finger].split(' ').map((code) => [code, finger] as const)));

/** The finger whose column a key is in, or undefined for keys beside the writing block. */
export function columnFinger(code: string): Finger | undefined {
  return BY_CODE.get(code);
}
