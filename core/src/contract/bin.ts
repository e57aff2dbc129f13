import { z } from 'zod';
import { Id } from './entities.ts';

/** What can be deleted and brought back. */
export const BIN_KINDS = ['app', 'release', 'keyset', 'sheet', 'notes', 'run', 'group'] as const;
export type BinKind = (typeof BIN_KINDS)[number];
export const BinThing = z.strictObject({ kind: z.enum(BIN_KINDS), id: Id });

/** The same as a query. */
export const BinAsked = z.object({ kind: z.enum(BIN_KINDS), id: z.coerce.number<number>().int().positive() });

/** Something that goes with what is deleted. */
export const Hanging = z.object({ kind: z.enum(BIN_KINDS), name: z.string(), editions: z.int() });
export type Hanging = z.infer<typeof Hanging>;

/** Something in the bin; it can be brought back for `daysLeft` days, and what has editions longer. */
export const Binned = z.object({
  id: Id,
  kind: z.enum(BIN_KINDS),
  name: z.string(),
  app: z.string(),
  by: z.string(),
  putIn: z.string(),
  daysLeft: z.int(),
});
export type Binned = z.infer<typeof Binned>;
