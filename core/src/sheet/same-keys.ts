import type { Platform } from '../keys/index.ts';
import type { Keyboards } from '../press/index.ts';

/** Whether two lists of shortcuts are the same presses in the same order on a platform. */
export const sameKeys = (a: readonly string[], b: readonly string[], platform: Platform, { pressKey }: Keyboards) =>
  a.length === b.length && a.every((one, i) => pressKey(one, platform) === pressKey(b[i]!, platform));
