import { KEYPAD, WRITING_CODES } from './codes.ts';
import { NAMED_KEYS } from './named.ts';
import { conventionOf, type Platform } from './platform.ts';

/** A kind of keyboard: which positions it has and, above all, which it lacks. */
export interface Board {
  readonly id: string;
  readonly name: string;
  /** Positions (W3C `code`) that this board does not have. */
  readonly lacks: ReadonlySet<string>;
  /** Keys that are there only together with Fn. */
  readonly behindFn: ReadonlySet<string>;
}

const F_KEYS = Array.from({ length: 12 }, (_, i) => `F${i + 1}`);
const HIGH_F_KEYS = Array.from({ length: 12 }, (_, i) => `F${i + 13}`);
const RARE = ['Help', 'Undo', 'Cut', 'Copy', 'Paste', 'Find', 'NumpadEqual', ...HIGH_F_KEYS];
/** 英数 and かな beside Apple’s space bar (W3C UI Events `code`). */
const APPLE_JAPANESE = ['Lang1', 'Lang2'];
const JAPANESE = ['IntlYen', 'Convert', 'NonConvert', 'KanaMode'];
const PC_ONLY = ['Insert', 'ContextMenu', 'PrintScreen', 'Pause', 'ScrollLock'];
const NAVIGATION = ['Insert', 'Delete', 'Home', 'End', 'PageUp', 'PageDown'];
const PAD = [...KEYPAD.keys(), 'NumLock'];
const APPLE_RARE = ['Undo', 'Cut', 'Copy', 'Paste', 'Find', 'Help', 'NumpadComma', 'F20', 'F21', 'F22', 'F23', 'F24'];

const board = (id: string, name: string, lacks: readonly string[], behindFn: readonly string[] = []): Board => ({
  id,
  name,
  lacks: new Set(lacks),
  behindFn: new Set(behindFn),
});

/** The boards that ship; which keys each lacks is common practice, no source (ANSI INCITS 154, ISO/IEC 9995-3, JIS X 6002, ABNT NBR 10346 for the writing block, from memory). */
export const BOARDS: readonly Board[] = [
  board('ansi', 'ANSI, 104 keys', ['IntlBackslash', 'IntlRo', 'NumpadComma', ...APPLE_JAPANESE, ...JAPANESE, ...RARE]),
  board('iso', 'ISO, 105 keys', ['IntlRo', 'NumpadComma', ...APPLE_JAPANESE, ...JAPANESE, ...RARE]),
  board('jis', 'JIS, 109 keys', ['IntlBackslash', 'NumpadComma', ...APPLE_JAPANESE, ...RARE]),
  board('abnt2', 'ABNT2, 107 keys', [...APPLE_JAPANESE, ...JAPANESE, ...RARE]),
  board('apple', 'Apple, US', ['IntlBackslash', 'IntlRo', ...APPLE_JAPANESE, ...JAPANESE, ...PC_ONLY, ...APPLE_RARE]),
  board('apple-iso', 'Apple, ISO', ['IntlRo', ...APPLE_JAPANESE, ...JAPANESE, ...PC_ONLY, ...APPLE_RARE]),
  board('apple-jis', 'Apple, JIS', ['IntlBackslash', 'Convert', 'NonConvert', 'KanaMode', ...PC_ONLY, ...APPLE_RARE]),
  board(
    'apple-compact',
    'Apple, US, without keypad',
    ['IntlBackslash', 'IntlRo', ...APPLE_JAPANESE, ...JAPANESE, ...PC_ONLY, ...RARE, ...APPLE_RARE, ...PAD],
    NAVIGATION.filter((code) => code !== 'Insert'),
  ),
  board('no-pad', 'ANSI without keypad', ['IntlBackslash', 'IntlRo', ...APPLE_JAPANESE, ...JAPANESE, ...RARE, ...PAD]),
  board('iso-no-pad', 'ISO without keypad', ['IntlRo', ...APPLE_JAPANESE, ...JAPANESE, ...RARE, ...PAD]),
  board(
    'laptop',
    'Laptop, keys behind Fn',
    ['IntlBackslash', 'IntlRo', ...APPLE_JAPANESE, ...JAPANESE, ...RARE, ...PAD, 'ScrollLock', 'Pause'],
    [...F_KEYS, ...NAVIGATION.filter((code) => code !== 'Delete')],
  ),
];

const BY_ID = new Map(BOARDS.map((one) => [one.id, one]));

/** A board by its id, or undefined. */
export function boardById(id: string): Board | undefined {
  return BY_ID.get(id);
}

const USUAL: Record<string, string> = { us: 'ansi', dvorak: 'ansi', colemak: 'ansi', ja: 'jis', 'pt-br': 'abnt2' };
const USUAL_APPLE: Record<string, string> = { ansi: 'apple', jis: 'apple-jis' };

/** The board a layout usually comes with on a platform. */
export function usualBoard(layout: { readonly id: string }, platform: Platform): Board {
  const pc = USUAL[layout.id] ?? 'iso';
  return BY_ID.get(conventionOf(platform) === 'macos' ? (USUAL_APPLE[pc] ?? 'apple-iso') : pc)!;
}

/** All positions that core knows. */
export const ALL_CODES: readonly string[] = [
  ...WRITING_CODES,
  ...KEYPAD.keys(),
  ...[...NAMED_KEYS.values()].map((facts) => facts.code),
  'Lang1',
];
