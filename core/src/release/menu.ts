import { PATH_SIGN } from '../catalogue/index.ts';
import type { Command } from '../contract/index.ts';

/** Where a command is in the menus: a path that ends in its own label goes by what is before it. */
export function menuOf({ menu, label }: Pick<Command, 'menu' | 'label'>): string {
  const parts = menu.split(PATH_SIGN);
  return parts.at(-1) === label ? `${parts.slice(0, -1).join(PATH_SIGN)}${PATH_SIGN}…` : menu;
}

/** Whether two commands are in the same place in the menus: another label alone moves nothing. */
export const sameMenu = (a: Pick<Command, 'menu' | 'label'>, b: Pick<Command, 'menu' | 'label'>) =>
  a.menu === b.menu || menuOf(a) === menuOf(b);
