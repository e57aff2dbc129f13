import type { Platform } from '../../keys/index.ts';
import type { Keyboards } from '../../press/index.ts';

/** Whether two lists of shortcuts are the same presses in the same order on a platform. */
export const sameKeys = (a: readonly string[], b: readonly string[], platform: Platform, { pressKey }: Keyboards) =>
  a.length === b.length && a.every((one, i) => pressKey(one, platform) === pressKey(b[i]!, platform));

/** Whether two lists of shortcuts are the same presses on a platform, whatever their order. */
export const sameKeySet = (a: readonly string[], b: readonly string[], platform: Platform, { pressKey }: Keyboards) => {
  const presses = (list: readonly string[]) => new Set(list.map((one) => pressKey(one, platform)));
  const [first, second] = [presses(a), presses(b)];
  return first.size === second.size && [...first].every((one) => second.has(one));
};
