import { acceptance, type Setting } from '../keyset/index.ts';
import type { Platform } from '../keys/index.ts';
import { isLike, type Coming } from './coming.ts';

/** An old press that the command which answers to the old one could keep, at a place of the new program. */
export interface Claim {
  readonly source: number;
  readonly target: number;
  readonly context: number;
  readonly shortcut: string;
  /** Null where it is so on all platforms that both programs run on. */
  readonly platform: Platform | null;
  readonly uses: number;
}

/** The platforms on which a claim is made. */
export const platformsOf = ({ platform }: Pick<Claim, 'platform'>, all: readonly Platform[]) =>
  platform === null ? all : [platform];

/** The old presses that could be kept, the busiest first; several where a command has several keys or places. */
export function claimsOf({ old, counterparts, places, uses }: Coming, setting: Setting): Claim[] {
  if (!old.shipped) return [];
  const { keyboards } = setting.weighed;
  const platforms = keyboards.platforms.filter((one) => old.catalogue.release.platforms.includes(one));
  const weighed = old.weighed(old.shipped.id, keyboards);
  const targets = new Map<number, number[]>();
  for (const { source, target } of counterparts.filter(isLike))
    if (setting.commands.has(target)) targets.set(source, [...(targets.get(source) ?? []), target]); // prettier-ignore
  const found = new Map<string, { claim: Claim; on: Platform[] }>();
  for (const platform of platforms)
    for (const { command, context, shortcut } of weighed.on(platform).held)
      for (const target of targets.get(command) ?? []) {
        const place = context === old.tree.root.id ? setting.tree.root.id : (places.get(context) ?? setting.commands.get(target)!.home); // prettier-ignore
        const claim: Claim = { source: command, target, context: place, shortcut, platform: null, uses: uses.get(command) ?? 0 }; // prettier-ignore
        const key = `${command} ${target} ${place} ${shortcut}`;
        const known = found.get(key);
        if (known) known.on.push(platform);
        else found.set(key, { claim, on: [platform] });
      }
  const claims = [...found.values()].flatMap(({ claim, on }) =>
    on.length === platforms.length ? [claim] : on.map((platform) => ({ ...claim, platform })),
  );
  return claims.sort((a, b) => b.uses - a.uses || a.source - b.source || a.target - b.target);
}

/** Whether the new program has the press there for that command already. */
export function isShipped({ target, context, shortcut, platform }: Claim, { weighed }: Setting): boolean {
  const { keyboards } = weighed;
  return platformsOf({ platform }, keyboards.platforms).every((one) =>
    weighed
      .on(one)
      .at(target, context)
      .some((held) => keyboards.pressKey(held.shortcut, one) === keyboards.pressKey(shortcut, one)),
  );
}

/** Why the new program cannot let a press be kept, whatever else is kept; null where it can. */
export type Hindrance = 'fixed' | 'not accepted' | 'system' | 'typed' | 'cannot be pressed';

export function hindranceOf({ target, context, shortcut, platform }: Claim, setting: Setting): Hindrance | null {
  const { weighed, commands, tree, policy, takers } = setting;
  const { keyboards } = weighed;
  if (commands.get(target)!.fixed) return 'fixed';
  if (acceptance(policy, shortcut)) return 'not accepted';
  const strokes = keyboards.strokes(shortcut);
  const on = platform === null ? keyboards.everywhere : keyboards.maskOf(platform);
  if (strokes.some((stroke) => (keyboards.pressable(stroke) & on) !== on)) return 'cannot be pressed';
  if (takers(strokes).some(({ taken, on: there }) => taken.hard && there & on)) return 'system';
  const near = weighed.near(shortcut).filter((one) => one.on & on && one.how === 'meet');
  const inTheWay = near.some(({ held }) => commands.get(held.command)?.fixed && held.command !== target && tree.relation(context, held.context) !== 'apart'); // prettier-ignore
  if (inTheWay) return 'fixed';
  const typed = tree.get(context).takesText && keyboards.where(strokes[0]!, 'types') & on;
  return typed ? 'typed' : null;
}
