import { z } from 'zod';
import { Catalogue, Id, PlatformName, StoredShortcut } from './entities.ts';
import { Recipe } from './recipe.ts';
import { RELATIONS } from './relations.ts';

/** What an old press did in another program, and what to press for it here. */
export const OldPress = z.object({
  shortcut: StoredShortcut,
  did: z.string(),
  place: z.string(),
  answers: z.array(
    z.object({ label: z.string(), command: z.string(), relation: z.enum(RELATIONS), keys: z.array(StoredShortcut) }),
  ),
  /** It was judged that nothing here is like it. */
  none: z.boolean(),
  /** What the same press does here, where that is something else. */
  misleads: z.array(z.string()),
});
export type OldPress = z.infer<typeof OldPress>;

/**
 * What the learners’ tools of an edition are computed from, as it was when that was published: the program with its keys,
 * how its preset files are read, and what hands from other programs bring along.
 */
export const EditionProgram = z.object({
  format: z.literal('crib-program'),
  version: z.literal(1),
  catalogue: Catalogue,
  keyset: Id,
  recipes: z.array(Recipe),
  coming: z.array(z.object({ from: z.string(), presses: z.record(PlatformName, z.array(OldPress)) })),
  /** What the lines of the sheet were in earlier releases as those were shipped: by the ids that commands have now. */
  known: z
    .array(
      z.object({
        release: z.string(),
        lines: z.array(
          z.object({ command: z.string(), label: z.string(), keys: z.record(PlatformName, z.array(StoredShortcut)) }),
        ),
      }),
    )
    .default([]),
});
export type EditionProgram = z.infer<typeof EditionProgram>;
