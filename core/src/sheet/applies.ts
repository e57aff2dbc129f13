import type { ChangeLine } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';

/** Whether a line says anything on a platform: one that has keys on others only does not. */
export function appliesOn({ before, after }: Pick<ChangeLine, 'before' | 'after'>, platform: Platform): boolean {
  const has = (by: ChangeLine['before'], on: Platform) => (by[on]?.length ?? 0) > 0;
  const anywhere = [before, after].some((by) => Object.keys(by).some((on) => has(by, on)));
  return !anywhere || has(before, platform) || has(after, platform);
}
