import type { ContextTree } from '../catalogue/index.ts';
import type { Command, KeyPolicy } from '../contract/index.ts';
import { decidesAmong, type Effective, type Opened, type Setting, type Weighed } from '../keyset/index.ts';
import type { Platform } from '../keys/index.ts';
import type { Keyboard, Keyboards } from '../press/index.ts';

/** One side of a comparison: a keyset on one keyboard, in the release it stands on. */
export interface Side {
  readonly weighed: Weighed;
  readonly effective: Effective;
  readonly tree: ContextTree;
  readonly commands: ReadonlyMap<number, Command>;
  /** One of the weighed keyboards: what is pressed is compared on it. */
  readonly keyboard: Keyboard;
  readonly platform: Platform;
  readonly policy: KeyPolicy;
  /** What decides between two commands that one press chooses from; empty where nothing does. */
  readonly decides: (a: number, b: number) => string;
}

/** Commands that have a press together, as one text: those that it chooses from with what decides. */
export function together({ commands, decides }: Pick<Side, 'commands' | 'decides'>, ids: readonly number[]): string {
  const labels = ids.flatMap((id) => commands.get(id)?.label ?? []);
  const because = decidesAmong(ids, decides);
  return because ? `${labels.join(' / ')} (${because})` : labels.join(', ');
}

/** A keyset of a release as a side of a comparison: on the first of the keyboards of a platform. */
export function sideOf(opened: Opened, keysetId: number, keyboards: Keyboards, platform: Platform): Side {
  return sideIn(opened.setting(keysetId, keyboards), platform);
}

/** The same of a keyset that is only tried. */
export function sideIn({ weighed, tree, commands, policy, decides }: Setting, platform: Platform): Side {
  const keyboard = weighed.keyboards.on(platform)[0]!;
  return { weighed, effective: weighed.on(platform), tree, commands, keyboard, platform, policy, decides };
}
