import { firing, type Held, type Setting } from '../../keyset/index.ts';
import { each } from '../../memory/index.ts';
import { canonicalOn } from '../../press/index.ts';
import type { Platform } from '../../keys/index.ts';

type Bound = Pick<Held, 'command' | 'context' | 'shortcut'>;

/**
 * Asks of a keyset whether a command is reached by a shortcut in its own context, on every keyboard of the platforms on which
 * the shortcut can be made: as it is pressed, with everything that is waited for or fires before.
 */
export function reachedIn({ weighed, tree, policy }: Setting) {
  const on = each((keyboard: (typeof weighed.keyboards.all)[number]) => firing(weighed, keyboard, tree, policy));
  return ({ command, context, shortcut }: Bound, platforms: readonly Platform[]): boolean =>
    platforms.every((platform) =>
      weighed.keyboards.on(platform).every((keyboard) => {
        const presses = canonicalOn(shortcut, keyboard);
        return (
          !presses ||
          on(keyboard)
            .fires(presses)(context)
            .some((one) => one.command === command)
        );
      }),
    );
}
