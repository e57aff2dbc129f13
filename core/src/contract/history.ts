import { z } from 'zod';
import { Edit, EditPlace, Id } from './entities.ts';

/** A change of a layer: edits laid over what is there, and places whose edit is taken away. */
export const LayerChange = z.object({ put: z.array(Edit), remove: z.array(EditPlace) });

export const CHANGE_KINDS = ['edit', 'undo', 'redo', 'put back', 'loaded'] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** One change of a keyset as it is kept: who made it, when, why, and the change that leads back. */
export const Recorded = z.object({
  /** The revision it led to. */
  revision: Id,
  kind: z.enum(CHANGE_KINDS),
  who: z.string(),
  at: z.string(),
  why: z.string(),
  change: LayerChange,
  inverse: LayerChange,
});
export type Recorded = z.infer<typeof Recorded>;

/** A state of a keyset that was given a name. */
export const SavePoint = z.object({ revision: Id, name: z.string(), who: z.string(), at: z.string() });
export type SavePoint = z.infer<typeof SavePoint>;

/** What was done to a keyset, the newest first. */
export const KeysetHistory = z.object({ entries: z.array(Recorded), points: z.array(SavePoint) });
export type KeysetHistory = z.infer<typeof KeysetHistory>;
