import type { Edit, EditPlace } from '../../contract/index.ts';
import type { Platform } from '../../keys/index.ts';
import {
  applyEdit,
  entriesOf,
  nearOf,
  spotKey,
  type Entry,
  type Held,
  type Near,
  type Weighed,
} from '../../keyset/index.ts';

const texts = (held: readonly Held[]) => held.map((one) => one.shortcut);

/** What stands at a place in a base, on a platform. */
export const baseAt = (
  weighed: Weighed,
  platform: Platform,
  { command, context }: Pick<EditPlace, 'command' | 'context'>,
) => texts(weighed.on(platform).at(command, context));

/** What an edit makes of a base at its place. */
export function madeAt(weighed: Weighed, platform: Platform, edit: Edit): readonly string[] {
  const shipped = texts(weighed.shipped().on(platform).at(edit.command, edit.context));
  return applyEdit(edit, baseAt(weighed, platform, edit), shipped);
}

/**
 * A base with a layer laid on it: who answers anywhere to a press that meets this one, begins it or is begun by it, and on
 * which keyboards. Only what the layer touches is recomputed.
 */
export function laidOn(weighed: Weighed, edits: readonly Edit[]): (shortcut: string) => readonly Near[] {
  const { keyboards } = weighed;
  const on = keyboards.platforms.map((platform) => {
    const own = new Set(
      edits.flatMap((edit) => (edit.platform === platform ? spotKey(edit.command, edit.context) : [])),
    );
    return edits.filter((edit) =>
      edit.platform === null ? !own.has(spotKey(edit.command, edit.context)) : edit.platform === platform,
    );
  });
  const touched = on.map((here) => new Set(here.map((edit) => spotKey(edit.command, edit.context))));
  const lists = on.map((here, p) =>
    here.flatMap((edit) =>
      madeAt(weighed, keyboards.platforms[p]!, edit).map((shortcut): Held => ({
        command: edit.command,
        context: edit.context,
        shortcut,
        edit,
      })),
    ),
  );
  const byFirst = new Map<number, Entry[]>();
  for (const entry of entriesOf(lists, keyboards)) {
    const list = byFirst.get(entry.strokes[0]!);
    if (list) list.push(entry);
    else byFirst.set(entry.strokes[0]!, [entry]);
  }
  /** Of what lies below, the keyboards on which the layer leaves it as it is. */
  const untouched = (one: Near): Near[] => {
    let { on: mask } = one;
    keyboards.platforms.forEach((platform, p) => {
      if (touched[p]!.has(spotKey(one.held.command, one.held.context))) mask &= ~keyboards.maskOf(platform);
    });
    return mask ? [{ ...one, on: mask }] : [];
  };
  const known = new Map<string, readonly Near[]>();
  return (shortcut) => {
    const found = known.get(shortcut) ?? [
      ...weighed.near(shortcut).flatMap(untouched),
      ...nearOf(keyboards.strokes(shortcut), (stroke) => byFirst.get(stroke) ?? [], keyboards),
    ];
    known.set(shortcut, found);
    return found;
  };
}
