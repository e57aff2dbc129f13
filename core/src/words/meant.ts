import { conventionOf, writeStored, type Meant, type Platform, type Shortcut } from '../keys/index.ts';
import { said, type Said } from './say.ts';

/** What became of keys that were pressed or typed on one machine for a platform, or for all of a list (null). */
export function meantSaid(
  meant: Meant,
  pressed: Shortcut,
  machine: Platform,
  target: Platform | null,
  all: readonly Platform[],
): Said {
  const keys = writeStored(meant.shortcut);
  if (target !== null)
    return said('meant.one', {
      pressed: { keys: writeStored(pressed), on: machine },
      keys: { keys, on: target },
      platform: { platforms: [target] },
    });
  const macs = all.filter((one) => conventionOf(one) === 'macos');
  const others = all.filter((one) => conventionOf(one) !== 'macos');
  const code = macs.length === 0 ? 'meant.others' : others.length === 0 ? 'meant.macs' : 'meant.all';
  return said(code, { macs: { platforms: macs }, others: { platforms: others } });
}
