import { codeRank } from './codes.ts';

/** The levels of a key: none, Shift, AltGr, Shift+AltGr. */
export type Level = 0 | 1 | 2 | 3;

/** Which character each position gives on each level; an empty text where it gives none. */
export interface Layout {
  readonly id: string;
  readonly name: string;
  readonly characters: Readonly<Record<string, readonly string[]>>;
}

/** A way to type a character: a position and a level. */
export interface Spot {
  readonly code: string;
  readonly level: Level;
}

const indexes = new WeakMap<Layout, Map<string, Spot[]>>();

/** All ways to type a character, lowest level first, then lowest position. Letters are case-blind. */
export function spotsOf(layout: Layout, character: string): readonly Spot[] {
  let index = indexes.get(layout);
  if (!index) {
    index = indexOf(layout);
    indexes.set(layout, index);
  }
  return index.get(character) ?? [];
}

function indexOf(layout: Layout): Map<string, Spot[]> {
  const index = new Map<string, Spot[]>();
  const add = (character: string, spot: Spot) => {
    const spots = index.get(character) ?? [];
    if (!spots.some((known) => known.code === spot.code && known.level === spot.level)) spots.push(spot);
    index.set(character, spots);
  };
  for (const [code, levels] of Object.entries(layout.characters)) {
    const [plain = '', shifted = ''] = levels;
    const letter = plain !== '' && plain !== shifted && plain.toUpperCase() === shifted;
    levels.forEach((character, level) => {
      if (character === '' || (letter && level === 1)) return;
      add(letter && level === 0 ? shifted : character, { code, level: level as Level });
    });
  }
  for (const spots of index.values()) {
    spots.sort((a, b) => a.level - b.level || codeRank(a.code) - codeRank(b.code));
  }
  return index;
}

const US_ROWS: Record<string, string> = {
  Backquote: '`~', Digit1: '1!', Digit2: '2@', Digit3: '3#', Digit4: '4$', Digit5: '5%', Digit6: '6^',
  Digit7: '7&', Digit8: '8*', Digit9: '9(', Digit0: '0)', Minus: '-_', Equal: '=+',
  KeyQ: 'qQ', KeyW: 'wW', KeyE: 'eE', KeyR: 'rR', KeyT: 'tT', KeyY: 'yY', KeyU: 'uU', KeyI: 'iI', KeyO: 'oO',
  KeyP: 'pP', BracketLeft: '[{', BracketRight: ']}', Backslash: '\\|',
  KeyA: 'aA', KeyS: 'sS', KeyD: 'dD', KeyF: 'fF', KeyG: 'gG', KeyH: 'hH', KeyJ: 'jJ', KeyK: 'kK', KeyL: 'lL',
  Semicolon: ';:', Quote: '\'"',
  KeyZ: 'zZ', KeyX: 'xX', KeyC: 'cC', KeyV: 'vV', KeyB: 'bB', KeyN: 'nN', KeyM: 'mM', Comma: ',<',
  Period: '.>', Slash: '/?',
}; // prettier-ignore

/** The US layout (ANSI INCITS 154, from memory; the tests compare it with what Chromium reports). */
export const US: Layout = {
  id: 'us',
  name: 'US',
  characters: Object.fromEntries(Object.entries(US_ROWS).map(([code, pair]) => [code, [...pair]])),
};
