import { acceptance, type Setting } from '../../keyset/index.ts';
import type { Platform } from '../../keys/index.ts';
import type { Habits } from '../decide/habits.ts';
import { isLike } from '../decide/relations.ts';

/** An old press that the command which answers to the old one could keep, at a place of the new program. */
export interface Claim {
  readonly source: number;
  readonly target: number;
  readonly context: number;
  readonly shortcut: string;
  /** Where the old program has it and the new one runs. */
  readonly platforms: readonly Platform[];
  readonly uses: number;
}

/** The old presses that could be kept, the busiest first; several where a command has several keys or places. */
export function claimsOf({ old, counterparts, places, uses }: Habits, setting: Setting): Claim[] {
  if (!old.shipped) return [];
  const { keyboards } = setting.weighed;
  const platforms = keyboards.platforms.filter((one) => old.catalogue.release.platforms.includes(one));
  const weighed = old.weighed(old.shipped.id, keyboards);
  const targets = new Map<number, number[]>();
  for (const { source, target } of counterparts.filter(isLike))
    if (setting.commands.has(target)) targets.set(source, [...(targets.get(source) ?? []), target]);
  const found = new Map<string, Claim>();
  for (const platform of platforms)
    for (const { command, context, shortcut } of weighed.on(platform).held)
      for (const target of targets.get(command) ?? []) {
        const place =
          context === old.tree.root.id
            ? setting.tree.root.id
            : (places.get(context) ?? setting.commands.get(target)!.home);
        const key = `${command} ${target} ${place} ${shortcut}`;
        const before = found.get(key)?.platforms ?? [];
        const on = before.includes(platform) ? before : [...before, platform];
        found.set(key, {
          source: command,
          target,
          context: place,
          shortcut,
          platforms: on,
          uses: uses.get(command) ?? 0,
        });
      }
  return [...found.values()].sort((a, b) => b.uses - a.uses || a.source - b.source || a.target - b.target);
}

/** Whether the new program has the press there for that command already. */
export function isShipped({ target, context, shortcut, platforms }: Claim, { weighed }: Setting): boolean {
  const { keyboards } = weighed;
  return platforms.every((one) =>
    weighed
      .on(one)
      .at(target, context)
      .some((held) => keyboards.pressKey(held.shortcut, one) === keyboards.pressKey(shortcut, one)),
  );
}

/** Why the new program cannot let a press be kept, whatever else is kept; null where it can. */
export type Hindrance = 'fixed' | 'not accepted' | 'system' | 'typed' | 'cannot be pressed';

export function hindranceOf({ target, context, shortcut, platforms }: Claim, setting: Setting): Hindrance | null {
  const { weighed, commands, tree, policy, takers } = setting;
  const { keyboards } = weighed;
  if (commands.get(target)!.fixed) return 'fixed';
  if (acceptance(policy, shortcut)) return 'not accepted';
  const strokes = keyboards.strokes(shortcut);
  const on = platforms.reduce((mask, one) => mask | keyboards.maskOf(one), 0n);
  if (strokes.some((stroke) => (keyboards.pressable(stroke) & on) !== on)) return 'cannot be pressed';
  if (takers(strokes).some(({ taken, on: there }) => taken.hard && there & on)) return 'system';
  const near = weighed.near(shortcut).filter((one) => one.on & on && one.how === 'meet');
  const inTheWay = near.some(
    ({ held }) =>
      commands.get(held.command)?.fixed && held.command !== target && tree.relation(context, held.context) !== 'apart',
  );
  if (inTheWay) return 'fixed';
  const typed = tree.get(context).takesText && keyboards.where(strokes[0]!, 'types') & on;
  return typed ? 'typed' : null;
}
