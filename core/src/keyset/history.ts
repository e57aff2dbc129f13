import type { ChangeKind, Edit, EditPlace } from '../contract/index.ts';
import { applyChange, inPlaceOrder, placeKey, type Change } from './layers.ts';

/** The revisions that undo and redo would concern next, or null where there is nothing to. */
export interface Steps {
  readonly undo: number | null;
  readonly redo: number | null;
}

/**
 * What can be undone and redone after the changes of a keyset, the oldest first: an undo takes back the last change that
 * still holds, a redo the last undo; any other change leaves nothing to redo.
 */
export function steps(entries: readonly { readonly revision: number; readonly kind: ChangeKind }[]): Steps {
  const done: number[] = [];
  let undone: number[] = [];
  for (const { revision, kind } of entries) {
    if (kind === 'undo') undone.push(done.pop()!);
    else if (kind === 'redo') done.push(undone.pop()!);
    else {
      done.push(revision);
      undone = [];
    }
  }
  return { undo: done.at(-1) ?? null, redo: undone.at(-1) ?? null };
}

/** A layer as it stood at an earlier revision, by going back through the changes made since. */
export function layerAt(
  edits: readonly Edit[],
  entries: readonly { readonly revision: number; readonly inverse: Change }[],
  revision: number,
): Edit[] {
  const since = entries.filter((one) => one.revision > revision).toSorted((a, b) => b.revision - a.revision);
  return since.reduce<Edit[]>((layer, one) => applyChange(layer, one.inverse).edits, inPlaceOrder(edits));
}

/** A place where two states of a layer differ, with the edit of each. */
export interface LayerDifference {
  readonly place: EditPlace;
  readonly old: Edit | undefined;
  readonly now: Edit | undefined;
}

/** Where two states of a layer differ: their written difference, in the order of places. */
export function layerDifferences(old: readonly Edit[], now: readonly Edit[]): LayerDifference[] {
  const before = new Map(old.map((edit) => [placeKey(edit), edit]));
  const after = new Map(now.map((edit) => [placeKey(edit), edit]));
  const places = new Map([...old, ...now].map((edit) => [placeKey(edit), edit]));
  return inPlaceOrder([...places.values()]).flatMap(({ command, context, platform }) => {
    const place = { command, context, platform };
    const [a, b] = [before.get(placeKey(place)), after.get(placeKey(place))];
    return sameEdit(a, b) ? [] : [{ place, old: a, now: b }];
  });
}

/** The change that makes one state of a layer of another. */
export function changeBetween(old: readonly Edit[], now: readonly Edit[]): Change {
  const different = layerDifferences(old, now);
  return {
    put: different.flatMap((one) => one.now ?? []),
    remove: different.flatMap((one) => (one.now ? [] : one.place)),
  };
}

function sameEdit(a: Edit | undefined, b: Edit | undefined): boolean {
  if (!a || !b) return a === b;
  return (
    a.action === b.action &&
    a.reason === b.reason &&
    a.memoryAid === b.memoryAid &&
    a.holds === b.holds &&
    a.shortcuts.length === b.shortcuts.length &&
    a.shortcuts.every((one, i) => one === b.shortcuts[i])
  );
}

/** A layer taken apart by subject: its edits in parts, by what a subject is asked for of each, in order of first mention. */
export function takenApart(edits: readonly Edit[], subjectOf: (edit: Edit) => string): Map<string, Edit[]> {
  const parts = new Map<string, Edit[]>();
  for (const edit of edits) {
    const subject = subjectOf(edit);
    const part = parts.get(subject);
    if (part) part.push(edit);
    else parts.set(subject, [edit]);
  }
  return parts;
}
