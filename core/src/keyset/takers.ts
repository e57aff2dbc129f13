import type { SystemKey } from '../contract/index.ts';
import { storedPresses, type Layout, type Platform } from '../keys/index.ts';

const remembered = new WeakMap<readonly SystemKey[], Map<string, Map<string, SystemKey>>>();
/** Presses that other takers keep on a keyboard, remembered with the table they are from. */
export function takersOn(table: readonly SystemKey[], layout: Layout, platform: Platform): Map<string, SystemKey> {
  const known = remembered.get(table) ?? new Map<string, Map<string, SystemKey>>();
  remembered.set(table, known);
  const name = `${layout.id} ${platform}`;
  const found = known.get(name) ?? new Map<string, SystemKey>();
  if (!known.has(name)) {
    known.set(name, found);
    for (const one of table) {
      const ways = one.platform === platform ? storedPresses(one.shortcut, layout, platform) : null;
      if (ways?.length === 1) for (const way of ways[0]!) found.set(way, one);
    }
  }
  return found;
}
