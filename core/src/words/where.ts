import { layoutById, type Platform } from '../keys/index.ts';
import type { Places } from '../press/index.ts';
import { said, type SaidValue } from './say.ts';

/** Where something holds, said only when that is not everywhere: on some platforms, with some layouts. */
export function where(
  { platforms, layouts }: Places,
  all: { readonly platforms: readonly Platform[]; readonly layouts: readonly unknown[] },
): SaidValue {
  const on = platforms.length < all.platforms.length;
  const names = layouts.map((id) => layoutById(id)?.name ?? id);
  const shown = names.length > 4 ? [said('where.some of', { some: names.length, all: all.layouts.length })] : names;
  const withSome = layouts.length < all.layouts.length;
  const values = { platforms: { platforms }, layouts: shown, count: names.length };
  if (on && withSome) return said('where.both', values);
  return on ? said('where.platforms', values) : withSome ? said('where.layouts', values) : '';
}
