import { BOARDS, type Board } from '../keys/index.ts';

/** Centre to centre of two neighbouring keys, in mm: ¾ inch (ISO 9241-410 asks for 19 ± 1 mm, from memory). */
export const PITCH = 19.05;

/** Where a key lies, in keys: its left edge from the left of the digits row, its top from that row down, its width. */
export interface KeySpot {
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

type Row = readonly [y: number, x: number, codes: string, widths?: Readonly<Record<string, number>>];

const DIGITS = 'Backquote Digit1 Digit2 Digit3 Digit4 Digit5 Digit6 Digit7 Digit8 Digit9 Digit0 Minus Equal';
const Q_ROW = 'Tab KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP BracketLeft BracketRight';
const A_ROW = 'CapsLock KeyA KeyS KeyD KeyF KeyG KeyH KeyJ KeyK KeyL Semicolon Quote';
const Z_ROW = 'KeyZ KeyX KeyC KeyV KeyB KeyN KeyM Comma Period Slash';

/** What all boards share: function row, arrows, the block above them, the keypad (common practice, no source). */
const AROUND: readonly Row[] = [
  [-1.5, 0, 'Escape'],
  [-1.5, 2, 'F1 F2 F3 F4'],
  [-1.5, 6.5, 'F5 F6 F7 F8'],
  [-1.5, 11, 'F9 F10 F11 F12'],
  [-1.5, 15.25, 'PrintScreen ScrollLock Pause'],
  [-2.5, 2, 'F13 F14 F15 F16'],
  [-2.5, 6.5, 'F17 F18 F19 F20'],
  [-2.5, 11, 'F21 F22 F23 F24'],
  [0, 15.25, 'Insert Home PageUp'],
  [1, 15.25, 'Delete End PageDown'],
  [3, 16.25, 'ArrowUp'],
  [4, 15.25, 'ArrowLeft ArrowDown ArrowRight'],
  [0, 18.5, 'NumLock NumpadDivide NumpadMultiply NumpadSubtract'],
  [1, 18.5, 'Numpad7 Numpad8 Numpad9 NumpadAdd'],
  [2, 18.5, 'Numpad4 Numpad5 Numpad6 NumpadComma'],
  [3, 18.5, 'Numpad1 Numpad2 Numpad3 NumpadEnter'],
  [4, 18.5, 'Numpad0 NumpadDecimal NumpadEqual', { Numpad0: 2 }],
];
const PC_BOTTOM: Row = [
  4,
  0,
  'ControlLeft MetaLeft AltLeft Space AltRight MetaRight ContextMenu ControlRight',
  {
    ControlLeft: 1.25,
    MetaLeft: 1.25,
    AltLeft: 1.25,
    Space: 6.25,
    AltRight: 1.25,
    MetaRight: 1.25,
    ContextMenu: 1.25,
    ControlRight: 1.25,
  },
];
const APPLE_BOTTOM: Row = [
  4,
  0,
  'Fn ControlLeft AltLeft MetaLeft Space MetaRight AltRight',
  { Fn: 1, ControlLeft: 1, AltLeft: 1, MetaLeft: 1.25, Space: 5.75, MetaRight: 1.25, AltRight: 1 },
];
/** Apple’s Japanese board has 英数 and かな beside the space bar, and Control where others have Caps Lock (from memory). */
const APPLE_JIS_BOTTOM: Row = [
  4,
  0,
  'CapsLock AltLeft MetaLeft Lang2 Space Lang1 MetaRight Fn',
  { CapsLock: 1.25, AltLeft: 1.25, MetaLeft: 1.25, Lang2: 1.25, Space: 4, Lang1: 1.25, MetaRight: 1.25, Fn: 1.25 },
];
const JIS_BOTTOM: Row = [
  4,
  0,
  'ControlLeft MetaLeft AltLeft NonConvert Space Convert KanaMode AltRight MetaRight ContextMenu ControlRight',
  {
    ControlLeft: 1.25,
    MetaLeft: 1.25,
    AltLeft: 1.25,
    Space: 2.5,
    AltRight: 1.25,
    MetaRight: 1.25,
    ContextMenu: 1.25,
    ControlRight: 1.25,
  },
];

/** The writing block by kind (ANSI INCITS 154, ISO/IEC 9995-2, JIS X 6002, ABNT NBR 10346, from memory). */
const BLOCKS: Record<'ansi' | 'iso' | 'jis' | 'apple-jis' | 'abnt2', readonly Row[]> = {
  ansi: [
    [0, 0, `${DIGITS} Backspace`, { Backspace: 2 }],
    [1, 0, `${Q_ROW} Backslash`, { Tab: 1.5, Backslash: 1.5 }],
    [2, 0, `${A_ROW} Enter`, { CapsLock: 1.75, Enter: 2.25 }],
    [3, 0, `ShiftLeft ${Z_ROW} ShiftRight`, { ShiftLeft: 2.25, ShiftRight: 2.75 }],
  ],
  iso: [
    [0, 0, `${DIGITS} Backspace`, { Backspace: 2 }],
    [1, 0, Q_ROW, { Tab: 1.5 }],
    [2, 0, `${A_ROW} Backslash Enter`, { CapsLock: 1.75, Enter: 1.25 }],
    [3, 0, `ShiftLeft IntlBackslash ${Z_ROW} ShiftRight`, { ShiftLeft: 1.25, ShiftRight: 2.75 }],
  ],
  jis: [
    [0, 0, `${DIGITS} IntlYen Backspace`],
    [1, 0, Q_ROW, { Tab: 1.5 }],
    [2, 0, `${A_ROW} Backslash Enter`, { CapsLock: 1.75, Enter: 1.25 }],
    [3, 0, `ShiftLeft ${Z_ROW} IntlRo ShiftRight`, { ShiftLeft: 2.25, ShiftRight: 1.75 }],
  ],
  'apple-jis': [
    [0, 0, `${DIGITS} IntlYen Backspace`],
    [1, 0, Q_ROW, { Tab: 1.5 }],
    [2, 0, `${A_ROW.replace('CapsLock', 'ControlLeft')} Backslash Enter`, { ControlLeft: 1.75, Enter: 1.25 }],
    [3, 0, `ShiftLeft ${Z_ROW} IntlRo ShiftRight`, { ShiftLeft: 2.25, ShiftRight: 1.75 }],
  ],
  abnt2: [
    [0, 0, `${DIGITS} Backspace`, { Backspace: 2 }],
    [1, 0, Q_ROW, { Tab: 1.5 }],
    [2, 0, `${A_ROW} Backslash Enter`, { CapsLock: 1.75, Enter: 1.25 }],
    [3, 0, `ShiftLeft IntlBackslash ${Z_ROW} IntlRo ShiftRight`, { ShiftLeft: 1.25, ShiftRight: 1.75 }],
  ],
};

const KINDS: Record<string, readonly [keyof typeof BLOCKS, Row]> = {
  ansi: ['ansi', PC_BOTTOM],
  iso: ['iso', PC_BOTTOM],
  jis: ['jis', JIS_BOTTOM],
  abnt2: ['abnt2', PC_BOTTOM],
  apple: ['ansi', APPLE_BOTTOM],
  'apple-iso': ['iso', APPLE_BOTTOM],
  'apple-jis': ['apple-jis', APPLE_JIS_BOTTOM],
  'apple-compact': ['ansi', APPLE_BOTTOM],
  'no-pad': ['ansi', PC_BOTTOM],
  'iso-no-pad': ['iso', PC_BOTTOM],
  laptop: ['ansi', PC_BOTTOM],
};

function spotsOfRows(rows: readonly Row[]): Map<string, KeySpot> {
  const spots = new Map<string, KeySpot>();
  for (const [y, from, codes, widths = {}] of rows) {
    let x = from;
    for (const code of codes.split(' ')) {
      const width = widths[code] ?? 1;
      spots.set(code, { x, y, width });
      x += width;
    }
  }
  return spots;
}

const SPOTS: ReadonlyMap<string, ReadonlyMap<string, KeySpot>> = new Map(
  BOARDS.map(({ id, lacks }) => {
    const [kind, bottom] = KINDS[id] ?? KINDS['ansi']!;
    const all = spotsOfRows([...BLOCKS[kind], bottom, ...AROUND]);
    return [id, new Map([...all].filter(([code]) => !lacks.has(code)))];
  }),
);

/** Where every key of a board lies, modifiers too, by its W3C `code`; keys that the board lacks are not there. */
export function boardSpots({ id }: Board): ReadonlyMap<string, KeySpot> {
  return SPOTS.get(id)!;
}

/** The centre of a key, in mm. */
export function centreOf({ x, y, width }: KeySpot): { x: number; y: number } {
  return { x: (x + width / 2) * PITCH, y: (y + 0.5) * PITCH };
}

/** Centre to centre, in mm. */
export function distanceOf(a: KeySpot, b: KeySpot): number {
  const [from, to] = [centreOf(a), centreOf(b)];
  return Math.hypot(from.x - to.x, from.y - to.y);
}
