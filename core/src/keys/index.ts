export * from './platform.ts';
export * from './shortcut.ts';
export { NAMED_KEYS, namedKey, type NamedKey } from './named.ts';
export { KEYPAD, WRITING_CODES, codeRank as codeRankOf, isTypingCode } from './codes.ts';
export { keyAtCode, pressedForm, strokeOfWay } from './pressed.ts';
export { ALL_CODES } from './boards.ts';
export { LAYOUTS, US, layoutById, spotsOf, tableOn, type Layout, type LayoutTable } from './layout.ts';
export { BOARDS, boardById, usualBoard, type Board } from './boards.ts';
export { parseStored, readStored, writeStored } from './stored.ts';
export {
  BITS,
  canonicalPress,
  isWays,
  keyboardOf,
  meeting,
  presses,
  pressesOrWhy,
  samePress,
  storedPress,
  storedPresses,
  strokeWays,
  strokesMade,
  unsided,
  type Keyboard,
  type NoPress,
  type Way,
} from './press.ts';
export { showStored, writeShortcut, writeStrokes, type Style, type Written } from './write.ts';
export { readShortcuts, type ReadOptions, type ReadResult, type Reading } from './read.ts';
export { readKeyRun } from './key-run.ts';
export { readCell, withPrimary, type CellResult, type StatedKey } from './cell.ts';
export { readAria, writeAria } from './aria.ts';
export { writeSpoken } from './spoken.ts';
export { strokeOfPress, type Binds, type PressedKey } from './event.ts';
export { distance, nearest } from './nearest.ts';
