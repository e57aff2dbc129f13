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
  /** What decides between two commands that one press chooses from; empty where nothing does. */
  readonly decides: (a: number, b: number) => string;
}

/** Commands that have a press together, as one text: those that it chooses from with what decides. */
export function together({ commands, decides }: Pick<Side, 'commands' | 'decides'>, ids: readonly number[]): string {
  const labels = ids.flatMap((id) => commands.get(id)?.label ?? []);
  const because = ids.length > 1 && ids.slice(1).every((id) => decides(ids[0]!, id)) ? decides(ids[0]!, ids[1]!) : '';
  return because ? `${labels.join(' / ')} (${because})` : labels.join(', ');
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
    decides: opened.decides,
  };
}
