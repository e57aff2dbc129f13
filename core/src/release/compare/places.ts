import type { Relation } from '../lineage/lineage.ts';
import type { Side } from '../sides.ts';

/** A context of two states: as it was and as it is; null where it is not there. */
export interface Place {
  readonly old: number | null;
  readonly now: number | null;
}

/** The contexts of both sides put together, and how each lies on either. */
export interface Places {
  readonly list: readonly Place[];
  /** The number of a place, from a context of one side. */
  ofOld(context: number): number;
  ofNow(context: number): number;
  /** Where one stands on a side: where a place is missing, in the nearest place around it that is there. */
  readonly standsOld: readonly number[];
  readonly standsNow: readonly number[];
  /** The numbers of the places that contain it, on the sides where it is; one where both agree, none for the root. */
  readonly parents: readonly (readonly number[])[];
}

/** Puts the contexts of two sides together by their lineage. */
export function placesOf(old: Side, now: Side, contexts: Relation): Places {
  const list: Place[] = old.tree.inOrder.map(({ id }) => ({ old: id, now: contexts.forward(id)[0] ?? null }));
  for (const { id } of now.tree.inOrder) if (contexts.back(id).length === 0) list.push({ old: null, now: id });
  const numbers = (side: 'old' | 'now') =>
    new Map(list.flatMap((place, at) => (place[side] === null ? [] : [[place[side], at] as const])));
  const [byOld, byNow] = [numbers('old'), numbers('now')];
  const parentOld = (place: Place) => {
    const parent = place.old === null ? null : old.tree.get(place.old).parent;
    return parent === null ? null : byOld.get(parent)!;
  };
  const parentNow = (place: Place) => {
    const parent = place.now === null ? null : now.tree.get(place.now).parent;
    return parent === null ? null : byNow.get(parent)!;
  };
  const stands = (side: 'old' | 'now') => {
    const [parentOf, root] = side === 'old' ? [parentNow, old.tree.root.id] : [parentOld, now.tree.root.id];
    return list.map((place) => {
      let at: Place = place;
      while (at[side] === null) {
        const parent = parentOf(at);
        if (parent === null) return root;
        at = list[parent]!;
      }
      return at[side];
    });
  };
  return {
    list,
    ofOld: (context) => byOld.get(context)!,
    ofNow: (context) => byNow.get(context)!,
    standsOld: stands('old'),
    standsNow: stands('now'),
    parents: list.map((place) => [...new Set([parentOld(place), parentNow(place)].filter((one) => one !== null))]),
  };
}
