/** Positions of the writing block (W3C UI Events `code`), in order from the top left. */
export const WRITING_CODES = [
  'Backquote Digit1 Digit2 Digit3 Digit4 Digit5 Digit6 Digit7 Digit8 Digit9 Digit0 Minus Equal IntlYen',
  'KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP BracketLeft BracketRight',
  'KeyA KeyS KeyD KeyF KeyG KeyH KeyJ KeyK KeyL Semicolon Quote Backslash',
  'IntlBackslash KeyZ KeyX KeyC KeyV KeyB KeyN KeyM Comma Period Slash IntlRo',
].flatMap((row) => row.split(' '));

/** Positions of the numeric pad: position, how it is written, what else people call it. */
const KEYPAD_ROWS = [
  ...Array.from({ length: 10 }, (_, n) => [`Numpad${n}`, `${n}`] as const),
  ['NumpadAdd', '+', 'plus', 'add'],
  ['NumpadSubtract', '-', 'minus', 'subtract'],
  ['NumpadMultiply', '*', 'multiply', 'times', 'star', 'asterisk'],
  ['NumpadDivide', '/', 'divide', 'slash'],
  ['NumpadDecimal', '.', 'decimal', 'dot', 'period', 'point'],
  ['NumpadComma', ',', 'comma'],
  ['NumpadEqual', '=', 'equal', 'equals'],
  ['NumpadEnter', 'Enter', 'enter', 'return'],
] as const satisfies readonly (readonly [string, string, ...string[]])[];

export const KEYPAD: ReadonlyMap<string, { readonly sign: string; readonly others: readonly string[] }> = new Map(
  KEYPAD_ROWS.map(([code, sign, ...others]) => [code, { sign, others }]),
);

const ORDER = new Map([...WRITING_CODES, ...KEYPAD.keys()].map((code, index) => [code, index]));

/** Whether core knows this position as one that gives characters. */
export function isTypingCode(code: string): boolean {
  return ORDER.has(code);
}

/** A position's rank, from the top left of the writing block to the keypad; others come after. */
export function codeRank(code: string): number {
  return ORDER.get(code) ?? ORDER.size;
}
