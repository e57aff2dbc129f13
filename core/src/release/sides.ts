import type { ContextTree } from '../catalogue/index.ts';
import type { Command, KeyPolicy } from '../contract/index.ts';
import type { Effective, Opened, Weighed } from '../keyset/index.ts';
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
}

/** A keyset of a release as a side of a comparison: on the first of the keyboards of a platform. */
export function sideOf(opened: Opened, keysetId: number, keyboards: Keyboards, platform: Platform): Side {
  const weighed = opened.weighed(keysetId, keyboards);
  return {
    weighed,
    effective: weighed.on(platform),
    tree: opened.tree,
    commands: opened.commands,
    keyboard: keyboards.on(platform)[0]!,
    platform,
    policy: opened.catalogue.app.keyPolicy,
  };
}
