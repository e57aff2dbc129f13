import { parseStored, showStored, writeStored, type Platform } from '../../keys/index.ts';
import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { claimsIn, namedBy, type Named } from './claims.ts';

/** What a text claims of a key and a command, and is not so; with the keys the command has. */
export interface WrongClaim {
  readonly from: number;
  readonly to: number;
  readonly command: number;
  readonly keys: readonly string[];
  /** The text with the command’s key in place of the wrong one; null where it has none. */
  readonly fixed: string | null;
}

/** The commands of a release by the names that a text may give them. */
export const namedIn = ({ catalogue }: Opened): Named[] =>
  catalogue.commands.map(({ id, label, otherNames, wordings }) =>
    namedBy(id, [label, ...otherNames, ...wordings.map((one) => one.label)]),
  );

/** Claims of a text that hold on no platform of a release, with a keyset. */
export function wrongClaims(
  text: string,
  opened: Opened,
  keysetId: number,
  keyboards: Keyboards,
  named: readonly Named[] = namedIn(opened),
): WrongClaim[] {
  const weighed = opened.weighed(keysetId, keyboards);
  const keysOf = (command: number, platform: Platform) => [
    ...new Set(
      weighed
        .on(platform)
        .of(command)
        .map((held) => held.shortcut),
    ),
  ];
  /** A text seldom says whether keys are held or pressed twice: the presses alone are compared. */
  const pressOf = (shortcut: string, platform: Platform) =>
    keyboards.pressKey(writeStored({ ...parseStored(shortcut), manner: 'pressed' }), platform);
  return claimsIn(text, named).flatMap(({ key, command, among }): WrongClaim[] => {
    const holds = keyboards.platforms.some((platform) => {
      const known = new Set(keysOf(command, platform).map((one) => pressOf(one, platform)));
      return among.some((one) => one.shortcuts.some((shortcut) => known.has(pressOf(shortcut, platform))));
    });
    if (holds) return [];
    const platform = keyboards.platforms.find((one) => keysOf(command, one).length > 0);
    const keys = platform === undefined ? [] : keysOf(command, platform);
    const fixed =
      keys[0] === undefined ? null : text.slice(0, key.from) + showStored(keys[0], platform!) + text.slice(key.to);
    return [{ from: key.from, to: key.to, command, keys, fixed }];
  });
}
