/**
 * Keys that have a name rather than a character. Names are values of the W3C UI Events `key` attribute
 * (Space, whose value is a space, and the two that share "Process" apart), each with the one `code` of the
 * main block that gives it.
 *
 * Columns: name, code, word on PCs, word on macOS, symbol, then what else people write.
 */
const ROWS = [
  ['Enter', 'Enter', 'Enter', 'Return', '⏎', 'return', 'ret', 'cr', '↵', '↩'],
  ['Tab', 'Tab', 'Tab', 'Tab', '⇥', 'tabulator', '↹'],
  ['Space', 'Space', 'Space', 'Space', '␣', 'space bar', 'spacebar', 'spc', 'blank'],
  ['Escape', 'Escape', 'Esc', 'Esc', '⎋', 'escape', 'cancel key'],
  ['Backspace', 'Backspace', 'Backspace', 'Delete', '⌫', 'back space', 'bksp', 'bs', 'backward delete'],
  ['Delete', 'Delete', 'Delete', 'Forward Delete', '⌦', 'del', 'delete forward', 'fwd delete'],
  ['Insert', 'Insert', 'Insert', 'Insert', '', 'ins'],
  ['Home', 'Home', 'Home', 'Home', '↖'],
  ['End', 'End', 'End', 'End', '↘'],
  ['PageUp', 'PageUp', 'Page Up', 'Page Up', '⇞', 'pgup', 'pg up', 'prior'],
  ['PageDown', 'PageDown', 'Page Down', 'Page Down', '⇟', 'pgdn', 'pgdown', 'pg down', 'pg dn'],
  ['ArrowUp', 'ArrowUp', 'Up', 'Up', '↑', 'up arrow', 'arrow up', 'cursor up', 'uparrow'],
  ['ArrowDown', 'ArrowDown', 'Down', 'Down', '↓', 'down arrow', 'arrow down', 'cursor down', 'downarrow'],
  ['ArrowLeft', 'ArrowLeft', 'Left', 'Left', '←', 'left arrow', 'arrow left', 'cursor left', 'leftarrow'],
  ['ArrowRight', 'ArrowRight', 'Right', 'Right', '→', 'right arrow', 'arrow right', 'cursor right', 'rightarrow'],
  ['ContextMenu', 'ContextMenu', 'Menu', 'Menu', '', 'context menu', 'menu key', 'application', 'apps'],
  ['PrintScreen', 'PrintScreen', 'Print Screen', 'Print Screen', '', 'prtsc', 'prtscr', 'prt sc', 'print scrn'],
  ['Pause', 'Pause', 'Pause', 'Pause', '', 'break', 'pause break'],
  ['CapsLock', 'CapsLock', 'Caps Lock', 'Caps Lock', '⇪', 'caps'],
  ['NumLock', 'NumLock', 'Num Lock', 'Clear', '', 'numlk'],
  ['ScrollLock', 'ScrollLock', 'Scroll Lock', 'Scroll Lock', '', 'scrlk'],
  ['Help', 'Help', 'Help', 'Help', ''],
  ['Undo', 'Undo', 'Undo key', 'Undo key', ''],
  ['Cut', 'Cut', 'Cut key', 'Cut key', ''],
  ['Copy', 'Copy', 'Copy key', 'Copy key', ''],
  ['Paste', 'Paste', 'Paste key', 'Paste key', ''],
  ['Find', 'Find', 'Find key', 'Find key', ''],
  ['Convert', 'Convert', 'Convert', 'Convert', '', '変換'],
  ['NonConvert', 'NonConvert', 'Non Convert', 'Non Convert', '', 'nonconvert', '無変換'],
  ['KanaMode', 'KanaMode', 'Kana', 'Kana', '', 'kana mode', 'かな'],
  ['Eisu', 'Lang2', 'Eisu', 'Eisu', '', '英数'],
  ['BrowserBack', 'BrowserBack', 'Browser Back', 'Browser Back', ''],
  ['BrowserForward', 'BrowserForward', 'Browser Forward', 'Browser Forward', ''],
  ['BrowserRefresh', 'BrowserRefresh', 'Browser Refresh', 'Browser Refresh', ''],
  ['BrowserHome', 'BrowserHome', 'Browser Home', 'Browser Home', ''],
  ['BrowserSearch', 'BrowserSearch', 'Browser Search', 'Browser Search', ''],
  ['MediaPlayPause', 'MediaPlayPause', 'Play Pause', 'Play Pause', '', 'play', 'media play pause'],
  ['MediaStop', 'MediaStop', 'Media Stop', 'Media Stop', ''],
  ['MediaTrackNext', 'MediaTrackNext', 'Next Track', 'Next Track', '', 'media next'],
  ['MediaTrackPrevious', 'MediaTrackPrevious', 'Previous Track', 'Previous Track', '', 'media previous'],
  ['AudioVolumeUp', 'AudioVolumeUp', 'Volume Up', 'Volume Up', ''],
  ['AudioVolumeDown', 'AudioVolumeDown', 'Volume Down', 'Volume Down', ''],
  ['AudioVolumeMute', 'AudioVolumeMute', 'Mute', 'Mute', '', 'volume mute'],
  ['F1', 'F1', 'F1', 'F1', ''],
  ['F2', 'F2', 'F2', 'F2', ''],
  ['F3', 'F3', 'F3', 'F3', ''],
  ['F4', 'F4', 'F4', 'F4', ''],
  ['F5', 'F5', 'F5', 'F5', ''],
  ['F6', 'F6', 'F6', 'F6', ''],
  ['F7', 'F7', 'F7', 'F7', ''],
  ['F8', 'F8', 'F8', 'F8', ''],
  ['F9', 'F9', 'F9', 'F9', ''],
  ['F10', 'F10', 'F10', 'F10', ''],
  ['F11', 'F11', 'F11', 'F11', ''],
  ['F12', 'F12', 'F12', 'F12', ''],
  ['F13', 'F13', 'F13', 'F13', ''],
  ['F14', 'F14', 'F14', 'F14', ''],
  ['F15', 'F15', 'F15', 'F15', ''],
  ['F16', 'F16', 'F16', 'F16', ''],
  ['F17', 'F17', 'F17', 'F17', ''],
  ['F18', 'F18', 'F18', 'F18', ''],
  ['F19', 'F19', 'F19', 'F19', ''],
  ['F20', 'F20', 'F20', 'F20', ''],
  ['F21', 'F21', 'F21', 'F21', ''],
  ['F22', 'F22', 'F22', 'F22', ''],
  ['F23', 'F23', 'F23', 'F23', ''],
  ['F24', 'F24', 'F24', 'F24', ''],
] as const satisfies readonly (readonly [string, string, string, string, string, ...string[]])[];

export type NamedKey = (typeof ROWS)[number][0];

export interface NamedKeyFacts {
  readonly name: NamedKey;
  readonly code: string;
  readonly word: string;
  readonly macWord: string;
  /** Empty where the key has no symbol in use. */
  readonly symbol: string;
  readonly others: readonly string[];
}

export const NAMED_KEYS: ReadonlyMap<string, NamedKeyFacts> = new Map(
  ROWS.map(([name, code, word, macWord, symbol, ...others]) => [name, { name, code, word, macWord, symbol, others }]),
);

/** The facts of a named key, or undefined for a name that is none. */
export function namedKey(name: string): NamedKeyFacts | undefined {
  return NAMED_KEYS.get(name);
}

/** On Apple’s Japanese board the key that switches to kana is at another position (W3C UI Events `code`: Lang1). */
const MAC_KANA = 'Lang1';
const BY_CODE = new Map([
  ...[...NAMED_KEYS.values()].map((facts) => [facts.code as string, facts] as const),
  [MAC_KANA, NAMED_KEYS.get('KanaMode')!] as const,
]);

/** The position of a named key on a board. */
export function namedKeyOn(name: string, { lacks }: { readonly lacks: ReadonlySet<string> }): string {
  const { code } = NAMED_KEYS.get(name)!;
  return name === 'KanaMode' && lacks.has(code) ? MAC_KANA : code;
}

/** The named key at a position, or undefined where the position gives characters. */
export function namedKeyAt(code: string): NamedKeyFacts | undefined {
  return BY_CODE.get(code);
}
