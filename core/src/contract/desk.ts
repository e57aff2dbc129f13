import { z } from 'zod';
import { Id } from './entities.ts';

const Label = z.string();
const KeysetNamed = { release: Label, keyset: Id, name: z.string(), count: z.int() };

/** A line of the desk: something of an app that waits for somebody, with what leads to exactly that. */
export const DeskLine = z.discriminatedUnion('kind', [
  /** An edition with lines that are wrong, for its own release (`count`) or for who has gone over to the newest. */
  z.object({
    kind: z.literal('stale'),
    of: z.enum(['sheet', 'notes']),
    id: Id,
    title: z.string(),
    release: Label,
    count: z.int(),
    next: z.object({ release: Label, count: z.int() }).nullable(),
  }),
  /** Edits that carrying left open. */
  z.object({ kind: z.literal('open'), ...KeysetNamed, edits: z.int() }),
  /** A custom keyset of an earlier release that nobody has carried on yet. */
  z.object({ kind: z.literal('carry'), ...KeysetNamed, to: Label }),
  /** Commands and places that may be old ones under another name. */
  z.object({ kind: z.literal('lineage'), release: Label, count: z.int() }),
  /** Commands of another program that nobody has judged, in a crosswalk that leads here. */
  z.object({ kind: z.literal('unjudged'), release: Label, crosswalk: Id, from: z.string(), count: z.int() }),
  /** What learners reported and nobody has ended. */
  z.object({ kind: z.literal('reports'), release: Label, count: z.int() }),
  /** Changes of a keyset that somebody proposed and nobody has answered. */
  z.object({ kind: z.literal('proposals'), ...KeysetNamed, who: z.string(), proposal: Id }),
  /** What was said about commands and is not ended. */
  z.object({ kind: z.literal('remarks'), release: Label, count: z.int(), command: z.string() }),
  /** Clashes of severity error. */
  z.object({ kind: z.literal('errors'), ...KeysetNamed, layouts: z.array(z.string()) }),
  /** Commands used often that have no key on a platform. */
  z.object({ kind: z.literal('keyless'), ...KeysetNamed, platform: z.string() }),
  /** Commands of a release whose shipped keys nobody has tried on some platforms, the most of any of them. */
  z.object({ kind: z.literal('untried'), release: Label, platforms: z.array(z.string()), count: z.int() }),
]);
export type DeskLine = z.infer<typeof DeskLine>;

/** What waits of one app. */
export const Desk = z.object({ app: z.string(), lines: z.array(DeskLine) });
export type Desk = z.infer<typeof Desk>;
