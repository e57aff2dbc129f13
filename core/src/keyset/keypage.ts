import { conventionOf, writeStored, type PhysicalModifier, type Platform } from '../keys/index.ts';
import { madeOn, overlaps, pressOf, pressText, strokeOf, typesCharacter, type Keyboard } from '../press/index.ts';
import type { SystemKey } from '../contract/index.ts';
import type { Held } from './effective.ts';
import type { Weighed } from './weighed.ts';

/** What a key does with some modifiers held. */
export interface KeyRow {
  /** The press, written like `Ctrl+Shift+KeyU`. */
  readonly press: string;
  /** As a shortcut, by what is printed on the key. */
  readonly shortcut: string;
  readonly held: readonly Held[];
  /** Shortcuts of several strokes that begin with it. */
  readonly begins: readonly Held[];
  readonly taker: SystemKey | null;
  /** It types a character where text is taken. */
  readonly types: boolean;
}

const PC = ['', 'Shift', 'Ctrl', 'Alt', 'Ctrl+Shift', 'Alt+Shift', 'Ctrl+Alt', 'Ctrl+Alt+Shift'];
const MAC = [
  '',
  'Shift',
  'Ctrl',
  'Alt',
  'Meta',
  'Shift+Meta',
  'Alt+Meta',
  'Ctrl+Meta',
  'Alt+Shift',
  'Ctrl+Shift',
  'Ctrl+Alt',
  'Alt+Shift+Meta',
  'Ctrl+Shift+Meta',
  'Ctrl+Alt+Meta',
  'Ctrl+Alt+Shift',
  'Ctrl+Alt+Shift+Meta',
];

/** The combinations of modifiers that are looked at: eight, on macOS sixteen; plain first. */
export function combinations(platform: Platform): readonly string[] {
  return conventionOf(platform) === 'macos' ? MAC : PC;
}

/** A key with a combination of modifiers. */
export const pressOn = (combination: string, code: string) =>
  pressOf(combination.split('+').filter(Boolean) as PhysicalModifier[], code);

/** One key in full: what it does with and without modifiers, who else takes it, and what is free. */
export function keyInFull(
  code: string,
  weighed: Weighed,
  keyboard: Keyboard,
  systemKeys: readonly SystemKey[],
): KeyRow[] {
  const { platform } = keyboard;
  return combinations(platform).map((combination): KeyRow => {
    const press = pressOn(combination, code);
    const answering = weighed.answering([press], keyboard);
    const taker = systemKeys.find(
      (one) => one.platform === platform && madeOn(one.shortcut, keyboard)?.[0]?.some((way) => overlaps(way, press)),
    );
    return {
      press: pressText(press),
      shortcut: writeStored({ strokes: [strokeOf(press, keyboard)], manner: 'pressed' }),
      held: answering.filter((one) => one.whole).map((one) => one.held),
      begins: answering.filter((one) => !one.whole).map((one) => one.held),
      taker: taker ?? null,
      types: typesCharacter(press, keyboard),
    };
  });
}
