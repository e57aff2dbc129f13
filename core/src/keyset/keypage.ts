import {
  BITS,
  conventionOf,
  strokeOfWay,
  storedPresses,
  writeStored,
  type Layout,
  type Platform,
} from '../keys/index.ts';
import type { SystemKey } from '../contract/index.ts';
import type { Held } from './effective.ts';
import type { PressIndex } from './presses.ts';
import { pressTypes } from './resolve.ts';
import { keyboardOf } from '../keys/index.ts';

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
const MAC = ['', 'Shift', 'Ctrl', 'Alt', 'Meta', 'Shift+Meta', 'Alt+Meta', 'Ctrl+Meta', 'Alt+Shift', 'Ctrl+Shift', 'Ctrl+Alt', 'Alt+Shift+Meta', 'Ctrl+Shift+Meta', 'Ctrl+Alt+Meta', 'Ctrl+Alt+Shift', 'Ctrl+Alt+Shift+Meta']; // prettier-ignore

/** The combinations of modifiers that are looked at: eight, on macOS sixteen; plain first. */
export function combinations(platform: Platform): readonly string[] {
  return conventionOf(platform) === 'macos' ? MAC : PC;
}

/** A key with a combination of modifiers, written as presses are: `Ctrl+Shift+KeyU`. */
export function pressOn(combination: string, code: string): string {
  const names = combination.split('+').filter(Boolean);
  return [...Object.keys(BITS).filter((name) => names.includes(name)), code].join('+');
}

/** One key in full: what it does with and without modifiers, who else takes it, and what is free. */
export function keyInFull(
  code: string,
  index: PressIndex,
  layout: Layout,
  platform: Platform,
  systemKeys: readonly SystemKey[],
): KeyRow[] {
  const keyboard = keyboardOf(layout, platform);
  return combinations(platform).map((combination): KeyRow => {
    const press = pressOn(combination, code);
    const answering = index.answering(press);
    const taker = systemKeys.find(
      (one) => one.platform === platform && storedPresses(one.shortcut, layout, platform)?.[0]?.includes(press),
    );
    return {
      press,
      shortcut: writeStored({ strokes: [strokeOfWay(press, layout, platform)], manner: 'pressed' }),
      held: answering.filter((one) => one.whole).map((one) => one.held),
      begins: answering.filter((one) => !one.whole).map((one) => one.held),
      taker: taker ?? null,
      types: pressTypes(press, keyboard),
    };
  });
}
