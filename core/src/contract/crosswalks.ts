import { z } from 'zod';
import { Id, Slug } from './entities.ts';

/** Mapping relations of SKOS, and what is said where there is no counterpart, or none is sought yet. */
export const JUDGEMENTS = ['exact', 'close', 'broad', 'narrow', 'related', 'none', 'later'] as const;
export type JudgementKind = (typeof JUDGEMENTS)[number];

const note = z.string().normalize('NFC').trim().max(500);
const Said = z
  .object({ target: Id.nullable(), relation: z.enum(JUDGEMENTS), note: note.default('') })
  .refine((one) => (one.target === null) === (one.relation === 'none' || one.relation === 'later'), {
    message: 'a relation names its counterpart; “none” and “later” name none',
  });

/** What was judged of one command or place of the source: one line for each counterpart. */
export const Judgement = z.object({
  source: Id,
  target: Id.nullable(),
  relation: z.enum(JUDGEMENTS),
  note: z.string(),
  who: z.string(),
  on: z.iso.date(),
});
export type Judgement = z.infer<typeof Judgement>;

const End = z.object({ slug: Slug, name: z.string() });
export const CrosswalkOverview = z.object({
  id: Id,
  from: End,
  to: End,
  /** Commands of the source that were judged, put off ones not among them. */
  judged: z.int(),
  commands: z.int(),
});
export type CrosswalkOverview = z.infer<typeof CrosswalkOverview>;
export const Crosswalk = z.object({
  id: Id,
  from: End,
  to: End,
  commands: z.array(Judgement),
  contexts: z.array(Judgement),
});
export type Crosswalk = z.infer<typeof Crosswalk>;

export const NewCrosswalk = z.strictObject({ from: Slug, to: Slug });
/** Judgements of sources, each in place of all that was said of it before; an empty list takes it back. */
export const SentJudgements = z.strictObject({
  of: z.enum(['command', 'context']),
  judged: z
    .array(
      z.strictObject({
        source: Id,
        matches: z
          .array(Said)
          .max(20)
          .refine((list) => list.length < 2 || list.every((one) => one.target !== null), {
            message: '“none” and “later” stand alone',
          }),
      }),
    )
    .min(1)
    .max(5000)
    .refine((list) => new Set(list.map((one) => one.source)).size === list.length, 'each source once'),
});
export type SentJudgements = z.input<typeof SentJudgements>;
