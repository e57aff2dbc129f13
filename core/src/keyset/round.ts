import type { ContextTree } from '../catalogue/index.ts';
import type { Binding, Command, ShippedKeyset } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { effective } from './effective.ts';

/** A shipped shortcut that nobody has tried on a platform yet. */
export interface RoundStop {
  readonly command: Command;
  readonly binding: Binding;
}
export const ROUND_ORDERS = ['menu', 'place'] as const;
export type RoundOrder = (typeof ROUND_ORDERS)[number];

const isTried = ({ trials, provenance }: Binding, platform: Platform) =>
  trials.some((trial) => trial.platform === platform) ||
  (provenance.kind === 'tried' && (provenance.platform ?? platform) === platform);

/** Shipped shortcuts that count on a platform, and that nobody has tried there. */
export function untried(shipped: ShippedKeyset, platform: Platform): Binding[] {
  const counting = new Set(effective({ shipped, layers: [] }, platform).held.map((one) => one.binding));
  return shipped.bindings.filter((binding) => counting.has(binding) && !isTried(binding, platform));
}

/**
 * The route of a verification round: every shipped shortcut that counts on a platform and is not tried there, in the order of the menus as
 * the catalogue has them, or place by place so that one stays where one is.
 */
export function roundOf(
  commands: readonly Command[],
  shipped: ShippedKeyset,
  platform: Platform,
  order: RoundOrder,
  tree: ContextTree,
): RoundStop[] {
  const place = new Map(tree.inOrder.map((context, at) => [context.id, at]));
  const at = new Map(commands.map((one, index) => [one.id, { one, index }]));
  const stops = untried(shipped, platform).flatMap((binding) => {
    const found = at.get(binding.command);
    return found ? [{ command: found.one, binding, index: found.index }] : [];
  });
  const menu = ({ command, index }: (typeof stops)[number]) => [command.menu === '' ? 1 : 0, index] as const;
  const where = ({ binding }: RoundStop) => Math.min(...binding.contexts.map((id) => place.get(id) ?? 0));
  return stops
    .toSorted((a, b) => {
      const [[na, ia], [nb, ib]] = [menu(a), menu(b)];
      return (order === 'place' ? where(a) - where(b) : 0) || na - nb || ia - ib || a.binding.id - b.binding.id;
    })
    .map(({ command, binding }) => ({ command, binding }));
}

/**
 * How long is left of a round, in seconds, from the times between the ticks so far: their median, so that a break counts
 * for nothing; null before there are three.
 */
export function timeLeft(stops: number, between: readonly number[]): number | null {
  if (between.length < 3) return null;
  const sorted = between.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  const median = sorted.length % 2 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
  return stops * median;
}
