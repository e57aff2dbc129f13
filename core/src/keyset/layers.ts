import type { Edit, EditPlace } from '../contract/index.ts';

/**
 * What an edit builds on: nothing (set, clear, block), what lies below it (add), or what is shipped (put back).
 * An edit is then a ground and a list; laying one over another is associative:
 * a ground other than the base forgets what lies below, the base appends to it.
 */
type Ground = 'none' | 'base' | 'shipped';

function groundOf(edit: Pick<Edit, 'action'>): Ground {
  if (edit.action === 'add') return 'base';
  return edit.action === 'put back' ? 'shipped' : 'none';
}

/** The place of an edit as a text, for maps. */
export function placeKey(place: EditPlace): string {
  return `${place.command} ${place.context} ${place.platform ?? '*'}`;
}

const union = (below: readonly string[], above: readonly string[]) => [...new Set([...below, ...above])];

/** The shortcuts that an edit gives to its command: those that it blocks are nobody’s. */
export const keysOf = (edit: Pick<Edit, 'action' | 'shortcuts'>) => (edit.action === 'block' ? [] : edit.shortcuts);

/** Lays an edit over another one of the same place; the reason is that of the upper, unless it gives none. */
export function over(below: Edit, above: Edit): Edit {
  const holds = above.holds ?? below.holds;
  return holds === undefined ? overKeys(below, above) : { ...overKeys(below, above), holds };
}

function overKeys(below: Edit, above: Edit): Edit {
  if (groundOf(above) !== 'base') return above;
  const shortcuts = union(keysOf(below), above.shortcuts);
  const action = groundOf(below) === 'none' ? 'set' : below.action;
  const reason = above.reason || below.reason;
  return { ...above, action, shortcuts, reason, memoryAid: above.memoryAid || below.memoryAid };
}

/** The shortcuts at a place after an edit, from those below it and those shipped; the first is the main one. */
export function applyEdit(edit: Edit, below: readonly string[], shipped: readonly string[]): readonly string[] {
  const ground = groundOf(edit);
  if (ground === 'none') return keysOf(edit);
  return union(ground === 'base' ? below : shipped, edit.shortcuts);
}

/**
 * One layer that does what two do, one over the other. Where a platform has an edit of its own in either,
 * the result has one: a platform's own edit beats the one for all.
 */
export function flatten(lower: readonly Edit[], upper: readonly Edit[]): Edit[] {
  const below = new Map(lower.map((edit) => [placeKey(edit), edit]));
  const above = new Map(upper.map((edit) => [placeKey(edit), edit]));
  const places = new Map<string, EditPlace>();
  for (const { command, context, platform } of [...lower, ...upper]) {
    places.set(placeKey({ command, context, platform }), { command, context, platform });
  }
  const at = (layer: Map<string, Edit>, place: EditPlace) =>
    layer.get(placeKey(place)) ?? layer.get(placeKey({ ...place, platform: null }));
  const result: Edit[] = [];
  for (const place of places.values()) {
    const [first, second] = [at(below, place), at(above, place)];
    const made = first && second ? over(first, second) : (second ?? first);
    if (made) result.push({ ...made, ...place });
  }
  return result;
}

/** A change of a layer: edits laid over what is there, and places whose edit is taken away. */
export interface Change {
  readonly put: readonly Edit[];
  readonly remove: readonly EditPlace[];
}

/** The edits of a layer in the one order in which they are kept: by command, context, platform, those for all first. */
export function inPlaceOrder<Place extends EditPlace>(edits: readonly Place[]): Place[] {
  const byPlatform = (a: string | null, b: string | null) =>
    a === b ? 0 : a === null || (b !== null && a < b) ? -1 : 1;
  return edits.toSorted((a, b) => a.command - b.command || a.context - b.context || byPlatform(a.platform, b.platform));
}

/** A layer after a change, and the change that leads back. */
export function applyChange(edits: readonly Edit[], change: Change): { edits: Edit[]; inverse: Change } {
  const layer = new Map(edits.map((edit) => [placeKey(edit), edit]));
  const before = new Map<string, { place: EditPlace; edit: Edit | undefined }>();
  const remember = (place: EditPlace) => {
    const key = placeKey(place);
    if (!before.has(key)) before.set(key, { place, edit: layer.get(key) });
  };
  for (const place of change.remove) {
    remember(place);
    layer.delete(placeKey(place));
  }
  for (const edit of change.put) {
    remember(edit);
    layer.set(placeKey(edit), edit);
  }
  const put: Edit[] = [];
  const remove: EditPlace[] = [];
  for (const { place, edit } of before.values()) {
    if (edit) put.push(edit);
    else remove.push({ command: place.command, context: place.context, platform: place.platform });
  }
  return { edits: inPlaceOrder([...layer.values()]), inverse: { put, remove } };
}

/** One change that does what two do, one after the other: of what both say of a place, the later holds. */
export function inOne(first: Change, then: Change): Change {
  const later = new Set([...then.put, ...then.remove].map(placeKey));
  const stays = (place: EditPlace) => !later.has(placeKey(place));
  return {
    put: inPlaceOrder([...first.put.filter(stays), ...then.put]),
    remove: inPlaceOrder([...first.remove.filter(stays), ...then.remove]),
  };
}

/** An edit as it is kept in a layer that already has one there: an `add` joins it, anything else replaces it. */
export function joined(edits: readonly Edit[], edit: Edit): Edit {
  const present = edits.find((other) => placeKey(other) === placeKey(edit));
  return present ? over(present, edit) : edit;
}
