import type { KnownPlatform } from './platform.ts';

/**
 * What a layout has on a platform that its Linux table does not tell: what AltGr or Option types there (level 2, with
 * Shift level 3), and which positions differ (levels 0 and 1).
 */
export interface OverlayRow {
  readonly layout: string;
  readonly platform: Exclude<KnownPlatform, 'linux'>;
  readonly level: 0 | 1 | 2 | 3;
  /** `position=character`, parted by spaces; ◌ marks a dead key, nothing behind the sign takes a character away. */
  readonly keys: string;
  readonly source: string;
}

const REFERENCE = 'the Windows keyboard layout reference, from memory';
const APPLE = 'Apple’s keyboard viewer, from memory';

const windows = (layout: string, level: OverlayRow['level'], keys: string): OverlayRow => ({
  layout,
  platform: 'windows',
  level,
  keys,
  source: REFERENCE,
});
const macos = (layout: string, level: OverlayRow['level'], keys: string): OverlayRow => ({
  layout,
  platform: 'macos',
  level,
  keys,
  source: APPLE,
});

/**
 * Layouts whose third level is wholly told here (or that have none), by platform: what is not in the table cannot be
 * typed there. Of the others the rows say what is known; the rest is not.
 */
export const WHOLE: Record<Exclude<KnownPlatform, 'linux'>, readonly string[]> = {
  windows: ['us', 'uk', 'de', 'de-ch', 'fr', 'be', 'es', 'it', 'pt-br', 'sv', 'da', 'no', 'pl', 'ja', 'dvorak'],
  macos: ['us', 'uk'],
};

const NORDIC = 'Digit2=@ Digit3=£ Digit4=$ Digit5=€ Digit7={ Digit8=[ Digit9=] Digit0=} KeyE=€ KeyM=µ BracketRight=◌~';
const US_OPTION =
  'Backquote=◌` Digit1=¡ Digit2=™ Digit3=£ Digit4=¢ Digit5=∞ Digit6=§ Digit7=¶ Digit8=• Digit9=ª Digit0=º Minus=– Equal=≠ KeyQ=œ KeyW=∑ KeyE=◌´ KeyR=® KeyT=† KeyY=¥ KeyU=◌¨ KeyI=◌^ KeyO=ø KeyP=π BracketLeft=“ BracketRight=‘ Backslash=« KeyA=å KeyS=ß KeyD=∂ KeyF=ƒ KeyG=© KeyH=˙ KeyJ=∆ KeyK=˚ KeyL=¬ Semicolon=… Quote=æ KeyZ=Ω KeyX=≈ KeyC=ç KeyV=√ KeyB=∫ KeyN=◌~ KeyM=µ Comma=≤ Period=≥ Slash=÷';
const US_SHIFT_OPTION =
  'Backquote=` Digit1=⁄ Digit2=€ Digit3=‹ Digit4=› Digit5=ﬁ Digit6=ﬂ Digit7=‡ Digit8=° Digit9=· Digit0=‚ Minus=— Equal=± KeyQ=Œ KeyW=„ KeyE=´ KeyR=‰ KeyT=ˇ KeyY=Á KeyU=¨ KeyI=ˆ KeyO=Ø KeyP=∏ BracketLeft=” BracketRight=’ Backslash=» KeyA=Å KeyS=Í KeyD=Î KeyF=Ï KeyG=˝ KeyH=Ó KeyJ=Ô KeyL=Ò Semicolon=Ú Quote=Æ KeyZ=¸ KeyX=˛ KeyC=Ç KeyV=◊ KeyB=ı KeyN=˜ KeyM=Â Comma=¯ Period=˘ Slash=¿';

export const OVERLAYS: readonly OverlayRow[] = [
  windows('uk', 2, 'Backquote=¦ Digit4=€ KeyE=é KeyU=ú KeyI=í KeyO=ó KeyA=á'),
  windows('uk', 3, 'KeyE=É KeyU=Ú KeyI=Í KeyO=Ó KeyA=Á'),
  windows(
    'de',
    2,
    'KeyQ=@ KeyE=€ KeyM=µ Digit2=² Digit3=³ Digit7={ Digit8=[ Digit9=] Digit0=} Minus=\\ BracketRight=~ IntlBackslash=|',
  ),
  windows(
    'de-ch',
    2,
    'Digit1=¦ Digit2=@ Digit3=# Digit4=° Digit5=§ Digit6=¬ Digit7=| Digit8=¢ Minus=◌´ Equal=◌~ KeyE=€ BracketLeft=[ BracketRight=] Quote={ Backslash=} IntlBackslash=\\',
  ),
  windows('fr', 1, 'Backquote='),
  windows(
    'fr',
    2,
    'Digit2=◌~ Digit3=# Digit4={ Digit5=[ Digit6=| Digit7=◌` Digit8=\\ Digit9=^ Digit0=@ Minus=] Equal=} KeyE=€ BracketRight=¤',
  ),
  windows(
    'be',
    2,
    'Digit1=| Digit2=@ Digit3=# Digit6=^ Digit9={ Digit0=} KeyE=€ BracketLeft=[ BracketRight=] Quote=◌´ Backslash=◌` Slash=◌~ IntlBackslash=\\',
  ),
  windows(
    'es',
    2,
    'Backquote=\\ Digit1=| Digit2=@ Digit3=# Digit4=◌~ Digit5=€ Digit6=¬ KeyE=€ BracketLeft=[ BracketRight=] Quote={ Backslash=}',
  ),
  windows('it', 2, 'Digit5=€ KeyE=€ BracketLeft=[ BracketRight=] Semicolon=@ Quote=#'),
  windows('it', 3, 'BracketLeft={ BracketRight=}'),
  windows(
    'pt-br',
    2,
    'Digit1=¹ Digit2=² Digit3=³ Digit4=£ Digit5=¢ Digit6=¬ Equal=§ KeyQ=/ KeyW=? KeyE=° KeyC=₢ BracketRight=ª Backslash=º',
  ),
  windows('sv', 2, `${NORDIC} Minus=\\ IntlBackslash=|`),
  windows('da', 2, `${NORDIC} Equal=| IntlBackslash=\\`),
  windows('no', 2, `${NORDIC} Equal=◌´`),
  windows('pl', 1, 'Backquote=◌~'),
  windows('pl', 2, 'KeyE=ę KeyO=ó KeyA=ą KeyS=ś KeyL=ł KeyZ=ż KeyX=ź KeyC=ć KeyN=ń KeyU=€'),
  windows('pl', 3, 'KeyE=Ę KeyO=Ó KeyA=Ą KeyS=Ś KeyL=Ł KeyZ=Ż KeyX=Ź KeyC=Ć KeyN=Ń'),

  macos('us', 2, US_OPTION),
  macos('us', 3, US_SHIFT_OPTION),
  macos('uk', 0, "Backquote=§ IntlBackslash=` Quote=' Backslash=\\"),
  macos('uk', 1, 'Backquote=± IntlBackslash=~ Digit2=@ Digit3=£ Quote=" Backslash=|'),
  macos('uk', 2, US_OPTION.replace('Digit2=™ Digit3=£', 'Digit2=€ Digit3=#').replace('Backquote=◌` ', '')),
  macos('uk', 3, US_SHIFT_OPTION.replace('Digit2=€', 'Digit2=™').replace('Backquote=` ', '')),
  macos(
    'de',
    2,
    'Digit1=¡ Digit2=“ Digit3=¶ Digit4=¢ Digit5=[ Digit6=] Digit7=| Digit8={ Digit9=} Digit0=≠ Minus=¿ KeyQ=« KeyW=∑ KeyE=€ KeyR=® KeyT=† KeyY=Ω KeyU=◌¨ KeyI=⁄ KeyO=ø KeyP=π BracketLeft=• BracketRight=± KeyA=å KeyS=‚ KeyD=∂ KeyF=ƒ KeyG=© KeyH=ª KeyJ=º KeyK=∆ KeyL=@ Semicolon=œ Quote=æ Backslash=‘ IntlBackslash=≤ KeyZ=¥ KeyX=≈ KeyC=ç KeyV=√ KeyB=∫ KeyN=◌~ KeyM=µ Comma=∞ Period=… Slash=–',
  ),
  macos('de', 3, 'Digit7=\\'),
  macos('de-ch', 2, 'Digit3=# Digit5=[ Digit6=] Digit7=| Digit8={ Digit9=} KeyG=@ KeyE=€ KeyN=◌~'),
  macos('de-ch', 3, 'Digit7=\\'),
  macos(
    'fr',
    0,
    'Backquote=@ Digit6=§ Digit8=! Minus=) Equal=- BracketRight=$ Backslash=` Slash== IntlBackslash=< Quote=ù',
  ),
  macos(
    'fr',
    1,
    'Backquote=# Digit6=6 Digit8=8 Minus=° Equal=_ BracketRight=* Backslash=£ Slash=+ IntlBackslash=> Quote=%',
  ),
  macos('fr', 2, 'Digit5={ Minus=} BracketRight=€ KeyN=◌~'),
  macos('fr', 3, 'Digit5=[ Minus=] KeyL=| Period=\\'),
  macos(
    'es',
    2,
    'Backquote=\\ Digit1=| Digit2=@ Digit3=# KeyE=€ BracketLeft=[ BracketRight=] Quote={ Backslash=} KeyN=◌~',
  ),
  macos('it', 2, 'Semicolon=@ Quote=# KeyE=€ BracketLeft=[ BracketRight=]'),
  macos('it', 3, 'BracketLeft={ BracketRight=}'),
  macos('sv', 2, 'Digit2=@ Digit7=| Digit8=[ Digit9=] BracketRight=◌~'),
  macos('sv', 3, 'Digit7=\\ Digit8={ Digit9=}'),
  macos('pl', 2, 'KeyE=ę KeyO=ó KeyA=ą KeyS=ś KeyL=ł KeyZ=ż KeyX=ź KeyC=ć KeyN=ń'),
  macos('pl', 3, 'KeyE=Ę KeyO=Ó KeyA=Ą KeyS=Ś KeyL=Ł KeyZ=Ż KeyX=Ź KeyC=Ć KeyN=Ń'),
];
