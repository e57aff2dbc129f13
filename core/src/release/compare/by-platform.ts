import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import type { RunSetting } from '../../reach/index.ts';
import { harms } from './harm.ts';
import type { Lineage } from '../lineage/lineage.ts';
import { moved } from './moved.ts';
import type { Compared } from './notes.ts';
import { sideOf, type Side } from '../sides.ts';

/** A keyset in the release it stands on. */
export interface KeysetIn {
  readonly opened: Opened;
  readonly keyset: number;
}

/** What moved between two keysets and what it costs, on every platform that both releases run on. */
export function comparedOn(
  old: KeysetIn,
  now: KeysetIn,
  lineage: Lineage,
  keyboards: Keyboards,
  hands: Pick<RunSetting, 'rest' | 'typist'>,
): Compared[] {
  const platformsOf = ({ opened: { catalogue } }: KeysetIn) => catalogue.release.platforms;
  const both = platformsOf(now).filter((one) => platformsOf(old).includes(one));
  return both.map((platform): Compared => {
    const [was, is] = [old, now].map((one) => sideOf(one.opened, one.keyset, keyboards, platform)) as [Side, Side];
    const found = moved(was, is, lineage);
    return { old: was, now: is, moved: found, harms: harms(found, was, is, now.opened.uses(), hands) };
  });
}
