import { z } from 'zod';
import { Id, Slug } from './entities.ts';
import { RELATIONS } from './relations.ts';

/** Mapping relations of SKOS, and what is said where there is no counterpart, or none is sought yet. */
export const JUDGEMENTS = [...RELATIONS, 'none', 'later'] as const;
export type JudgementKind = (typeof JUDGEMENTS)[number];

const note = z.string().normalize('NFC').trim().max(500);
/** One of the states a command cycles through, by name; '' is the whole command. */
const state = z.string().normalize('NFC').trim().max(80);
const Said = z
  .object({
    target: Id.nullable(),
    relation: z.enum(JUDGEMENTS),
    note: note.default(''),
    sourceState: state.default(''),
    targetState: state.default(''),
  })
  .refine((one) => (one.target === null) === (one.relation === 'none' || one.relation === 'later'), {
    message: 'a relation needs a matching command; “none” and “later” have none',
  });

/** What was judged of one command or place of the source: one line for each counterpart. */
export const Judgement = z.object({
  source: Id,
  target: Id.nullable(),
  relation: z.enum(JUDGEMENTS),
  note: z.string(),
  sourceState: z.string().default(''),
  targetState: z.string().default(''),
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
          .refine(
            (list) =>
              list.every(
                (one) =>
                  one.target !== null || list.every((other) => other === one || other.sourceState !== one.sourceState),
              ),
            { message: '“none” and “later” cannot be combined with a relation' },
          ),
      }),
    )
    .min(1)
    .max(5000)
    .refine((list) => new Set(list.map((one) => one.source)).size === list.length, 'each command only once'),
});
export type SentJudgements = z.input<typeof SentJudgements>;

/** A pair that answers to each other by way of a third program. */
export const ByWay = z.object({ source: Id, target: Id, relation: z.enum(RELATIONS), by: z.string() });
export type ByWay = z.infer<typeof ByWay>;

/** What is asked of proposals: the releases at both ends (the newest, where none is named) and the layout of the presses. */
export const ProposalsAsked = z.strictObject({
  from: Id.optional(),
  to: Id.optional(),
  layout: z.string().max(40).optional(),
});
/** The best proposals for a command, with what speaks for each, and how likely it is that the first one is right. */
export const ProposedFor = z.object({
  source: Id,
  likelihood: z.number().min(0).max(1),
  proposals: z.array(z.object({ target: Id, score: z.number(), evidence: z.array(z.string()) })),
});
export type ProposedFor = z.infer<typeof ProposedFor>;

const word = z
  .string()
  .normalize('NFC')
  .toLowerCase()
  .regex(/^[\p{L}\p{N}]{1,40}$/u, 'a word may contain letters and digits only');
const sets = z.array(z.array(word).min(2).max(40)).max(600);
/** A section of the word list as it is in use; `revision` is 0 for one that is as it ships. */
export const WordSectionSaid = z.object({
  name: z.string(),
  sets: z.array(z.array(z.string())),
  revision: z.int(),
  shipped: z.boolean(),
});
export type WordSectionSaid = z.infer<typeof WordSectionSaid>;
/** A section written anew, or one more; `revision` is what was read, 0 for a new one or one as it ships. */
export const SentWords = z.strictObject({
  name: z.string().normalize('NFC').trim().min(1).max(60),
  revision: z.int().min(0),
  sets,
});
