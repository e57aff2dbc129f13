import { firing, type Held, type Setting } from '../../keyset/index.ts';
import type { Platform } from '../../keys/index.ts';
import { each } from '../../memory/index.ts';

/** Asks of a keyset whether a binding runs its command in its own context, on every keyboard of some platforms that can make it. */
export function reachedIn({ weighed, tree, policy }: Setting) {
  const { keyboards } = weighed;
  const on = each((keyboard: (typeof keyboards.all)[number]) => firing(weighed, keyboard, tree, policy));
  return (held: Pick<Held, 'command' | 'context' | 'shortcut'>, platforms: readonly Platform[]): boolean =>
    platforms.every((platform) => keyboards.on(platform).every((keyboard) => on(keyboard).reaches(held) !== false));
}
