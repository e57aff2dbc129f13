import type { Edit, EditPlace } from '../contract/index.ts';
import { US, meeting, storedPresses, unsided, type Platform } from '../keys/index.ts';
import { applyEdit, effective, pressIndex, spotKey, type Held, type Setting, type Stack } from '../keyset/index.ts';

/** What a layer is laid on, on one platform: what stands at a place in the base, and what was shipped there. */
export interface Ground {
  base(place: Pick<EditPlace, 'command' | 'context'>): readonly string[];
  /** What an edit makes of the base at its place. */
  made(edit: Edit): readonly string[];
  /** With a layer laid on: who answers to a press that meets this one, anywhere. */
  laid(edits: readonly Edit[]): (shortcut: string) => readonly Held[];
}

const texts = (held: readonly Held[]) => held.map((one) => one.shortcut);

/** The grounds of a setting’s stack, each platform’s made once. Nothing that the layer does not touch is computed anew. */
export function groundsOf({ stack, layouts }: Setting): (platform: Platform) => Ground {
  const bare: Stack = stack.layers.length ? { ...stack, layers: [] } : stack;
  const known = new Map<Platform, Ground>();
  return (platform) => {
    const found = known.get(platform) ?? groundOn(stack, bare, platform, layouts?.[0] ?? US);
    known.set(platform, found);
    return found;
  };
}

function groundOn(stack: Stack, bare: Stack, platform: Platform, layout: typeof US): Ground {
  const [held, shipped] = [effective(stack, platform), effective(bare, platform)];
  const made = (edit: Edit) => {
    const { command, context } = edit;
    return applyEdit(edit, texts(held.at(command, context)), texts(shipped.at(command, context)));
  };
  const ways = (shortcut: string) => storedPresses(shortcut, layout, platform);
  return {
    base: ({ command, context }) => texts(held.at(command, context)),
    made,
    laid(edits) {
      const index = pressIndex(held, layout, platform);
      const own = new Set(
        edits.flatMap((edit) => (edit.platform === platform ? spotKey(edit.command, edit.context) : [])),
      );
      const here = edits.filter((edit) =>
        edit.platform === null ? !own.has(spotKey(edit.command, edit.context)) : edit.platform === platform,
      );
      const touched = new Set(here.map((edit) => spotKey(edit.command, edit.context)));
      const byFirst = new Map<string, Laid[]>();
      for (const edit of here)
        for (const shortcut of made(edit)) {
          const strokes = ways(shortcut);
          const one = { held: { command: edit.command, context: edit.context, shortcut, edit }, ways: strokes ?? [] };
          for (const way of strokes?.[0] ?? []) {
            const list = byFirst.get(unsided(way));
            if (list) list.push(one);
            else byFirst.set(unsided(way), [one]);
          }
        }
      const known = new Map<string, readonly Held[]>();
      const meetingOnes = (shortcut: string): Held[] => {
        const mine = ways(shortcut);
        if (!mine) return [];
        const below = index.near(shortcut).flatMap((one) => (one.how === 'meet' && !touched.has(spotKey(one.held.command, one.held.context)) ? one.held : [])); // prettier-ignore
        const fresh = new Set(mine[0]!.flatMap((way) => byFirst.get(unsided(way)) ?? []));
        return [...below, ...[...fresh].flatMap((one) => (meeting(mine, one.ways) === 'meet' ? one.held : []))];
      };
      return (shortcut) => {
        const found = known.get(shortcut) ?? meetingOnes(shortcut);
        known.set(shortcut, found);
        return found;
      };
    },
  };
}

interface Laid {
  readonly held: Held;
  readonly ways: readonly (readonly string[])[];
}
