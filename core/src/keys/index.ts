export * from './platform.ts';
export * from './shortcut.ts';
export { NAMED_KEYS, namedKey, namedKeyAt, namedKeyOn, type NamedKey } from './named.ts';
export { KEYPAD, WRITING_CODES, codeRank as codeRankOf, isTypingCode } from './codes.ts';
export { ALL_CODES } from './boards.ts';
export { LAYOUTS, US, layoutById, spotsOf, tableOn, type Layout, type LayoutTable } from './layout.ts';
export { BOARDS, boardById, usualBoard, type Board } from './boards.ts';
export { parseStored, readStored, storedChord, writeStored } from './stored.ts';
export { KEY_LANGUAGES, KEY_WORDS, type KeyLanguage, type KeyWords } from './languages.ts';
export { showStored, writeShortcut, writeStrokes, type Style, type Written } from './write.ts';
export { readShortcuts } from './read.ts';
export { lookedUp, type LookedUp } from './query.ts';
export { bracketedEnd, normalized } from './written.ts';
export type { ReadOptions, ReadResult, Reading } from './reading.ts';
export { readKeyRun } from './key-run.ts';
export {
  foldedKeys,
  labelledPlatform,
  readCell,
  withPrimary,
  type CellOptions,
  type CellResult,
  type StatedKey,
} from './cell.ts';
export { writeSpoken } from './spoken.ts';
export { capture, type Binds, type Captured, type PressedKey } from './event.ts';
export { machineOfText, meantFor, type Meant } from './meant.ts';
export { distance, nearest } from './nearest.ts';
