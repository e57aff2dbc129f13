import { usesADay } from '../catalogue/index.ts';
import type { Catalogue } from '../contract/index.ts';
import type { RunSetting } from '../reach/index.ts';
import { harms } from './harm.ts';
import type { Lineage } from './lineage.ts';
import { moved } from './moved.ts';
import type { Compared } from './notes.ts';
import { sideOf } from './sides.ts';

/** A keyset in the release it stands on. */
export interface KeysetIn {
  readonly catalogue: Catalogue;
  readonly keyset: number;
}

/** What moved between two keysets and what it costs, on every platform that both releases run on. */
export function comparedOn(
  old: KeysetIn,
  now: KeysetIn,
  lineage: Lineage,
  hands: Pick<RunSetting, 'layout' | 'rest' | 'typist'>,
): Compared[] {
  const uses = usesADay(now.catalogue.uses);
  const both = now.catalogue.release.platforms.filter((one) => old.catalogue.release.platforms.includes(one));
  return both.map((platform): Compared => {
    const [was, is] = [sideOf(old.catalogue, old.keyset, platform), sideOf(now.catalogue, now.keyset, platform)];
    const found = moved(was, is, lineage, hands.layout);
    return { old: was, now: is, moved: found, harms: harms(found, was, is, uses, hands) };
  });
}
