import type { Place, Places } from './places.ts';
import type { Side } from '../sides.ts';

export type ContextChangeKind = 'renamed' | 'moved' | 'added' | 'dropped';

/** A context that is not what, or where, it was. */
export interface ContextChange {
  readonly place: Place;
  readonly kinds: readonly ContextChangeKind[];
  /** Paths on either side, empty where it is not there. */
  readonly old: string;
  readonly now: string;
}

export function contextChanges(old: Side, now: Side, places: Places): ContextChange[] {
  return places.list.flatMap((place, number): ContextChange[] => {
    const was = place.old === null ? null : old.tree.get(place.old);
    const is = place.now === null ? null : now.tree.get(place.now);
    const kinds: ContextChangeKind[] = [];
    if (!was) kinds.push('added');
    else if (!is) kinds.push('dropped');
    else {
      if (was.name !== is.name) kinds.push('renamed');
      if (places.parents[number]!.length > 1 || (was.parent === null) !== (is.parent === null)) kinds.push('moved');
    }
    const paths = { old: was ? old.tree.path(was.id) : '', now: is ? now.tree.path(is.id) : '' };
    return kinds.length ? [{ place, kinds, ...paths }] : [];
  });
}
