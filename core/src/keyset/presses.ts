import { meeting, storedPresses, unsided, type Layout, type Platform } from '../keys/index.ts';
import type { Effective, Held } from './effective.ts';
import { fits } from './resolve.ts';

/** Finds who else answers to a press, or begins with it, without comparing everything with everything. */
export interface PressIndex {
  /** Held shortcuts that meet this one, or of which one begins the other. */
  near(shortcut: string): readonly { held: Held; how: 'meet' | 'begins' | 'begun' }[];
  /** Held shortcuts whose canonical press is, or begins with, this one. */
  answering(press: string): readonly { held: Held; whole: boolean }[];
  readonly groups: Iterable<readonly Held[]>;
}

const remembered = new WeakMap<Effective, Map<string, PressIndex>>();

/** Indexes shortcuts by every way to make their first stroke; remembered as long as what is indexed. */
export function pressIndex(effective: Effective, layout: Layout, platform: Platform): PressIndex {
  const known = remembered.get(effective) ?? new Map<string, PressIndex>();
  remembered.set(effective, known);
  const name = `${layout.id} ${platform}`;
  const found = known.get(name) ?? indexed(effective, layout, platform);
  known.set(name, found);
  return found;
}

function indexed(effective: Effective, layout: Layout, platform: Platform): PressIndex {
  const byFirst = new Map<string, Held[]>();
  // A keyset says the same few hundred shortcuts again and again.
  const known = new Map<string, readonly (readonly string[])[] | null>();
  const ways = (shortcut: string) => {
    const found = known.get(shortcut);
    if (found !== undefined) return found;
    const made = storedPresses(shortcut, layout, platform);
    known.set(shortcut, made);
    return made;
  };
  for (const held of effective.held) {
    for (const way of ways(held.shortcut)?.[0] ?? []) {
      const group = byFirst.get(unsided(way));
      if (group) group.push(held);
      else byFirst.set(unsided(way), [held]);
    }
  }
  return {
    near(shortcut) {
      const mine = ways(shortcut);
      if (!mine) return [];
      const found = new Map<Held, 'meet' | 'begins' | 'begun'>();
      for (const way of mine[0]!) {
        for (const held of byFirst.get(unsided(way)) ?? []) {
          const how = meeting(mine, ways(held.shortcut)!);
          if (how === 'meet') found.set(held, 'meet');
          else if (how !== 'apart') found.set(held, how === 'first begins second' ? 'begins' : 'begun');
        }
      }
      return [...found].map(([held, how]) => ({ held, how }));
    },
    answering(press) {
      const strokes = press.split(' ');
      return (byFirst.get(unsided(strokes[0]!)) ?? []).flatMap((held) => {
        const theirs = ways(held.shortcut)!;
        return fits(theirs, strokes) ? [{ held, whole: theirs.length === strokes.length }] : [];
      });
    },
    groups: byFirst.values(),
  };
}
