import { Rating, createEmptyCard, fsrs, type Card as Scheduled, type Grade } from 'ts-fsrs';
import { z } from 'zod';
import type { Card } from './cards.ts';

const When = z.coerce.date();
/** A card of the scheduler, as it is kept. */
const Schedule = z.object({
  due: When,
  stability: z.number(),
  difficulty: z.number(),
  elapsed_days: z.number().default(0),
  scheduled_days: z.number(),
  learning_steps: z.number().default(0),
  reps: z.int().min(0),
  lapses: z.int().min(0),
  state: z.int().min(0).max(3),
  last_review: When.optional(),
});

/** What is kept of a learner’s practice of one card. Times in ms. */
export const Practised = z.object({
  /** The app and the platform, and the card. */
  deck: z.string().max(200),
  id: z.string().max(4000),
  schedule: Schedule,
  answers: z.array(z.object({ at: z.number(), ms: z.number().min(0), right: z.boolean() })).max(500),
});
export type Practised = z.infer<typeof Practised>;
/** All that is kept of a learner, as a file. */
export const PractisedFile = z.object({
  format: z.literal('crib-practice'),
  version: z.literal(1),
  cards: z.array(Practised).max(20_000),
});
export type PractisedFile = z.infer<typeof PractisedFile>;

/** Due dates are told to the day’s hour by the algorithm alone: nothing is scattered at random, so that they can be foretold. */
const scheduler = fsrs({ enable_fuzz: false });
/** Answers kept of one card. */
const MOST = 200;

/**
 * A card after an answer: FSRS by the package `ts-fsrs`, whose dates are its own. A wrong or a told answer is “again”; of
 * right ones those over 6 s are “hard” and those under 1.5 s “easy” (common practice, no source).
 */
export function practised(
  deck: string,
  id: string,
  before: Practised | undefined,
  { right, ms }: { readonly right: boolean; readonly ms: number },
  now: Date,
): Practised {
  const grade: Grade = !right ? Rating.Again : ms > 6000 ? Rating.Hard : ms < 1500 ? Rating.Easy : Rating.Good;
  const kept = before ? (before.schedule as Scheduled) : createEmptyCard(now);
  const { card } = scheduler.next(kept, now, grade);
  return {
    deck,
    id,
    schedule: card,
    answers: [...(before?.answers ?? []), { at: now.getTime(), ms, right }].slice(-MOST),
  };
}

export interface Order {
  readonly now: Date;
  /** New cards a session, besides those that are due. */
  readonly fresh: number;
  /** Commands that are asked first. */
  readonly first: ReadonlySet<string>;
}
/** What is asked in a session: what is due, the longest overdue first; then new ones in the order of the sheet. What misleads goes before the rest. */
export function session(
  cards: readonly Card[],
  kept: ReadonlyMap<string, Practised>,
  { now, fresh, first }: Order,
): Card[] {
  const ahead = (one: Card) => (first.has(one.command) ? 0 : 1);
  const due = (one: Card) => kept.get(one.id)?.schedule.due.getTime() ?? Infinity;
  const late = cards.filter((one) => due(one) <= now.getTime()).sort((a, b) => ahead(a) - ahead(b) || due(a) - due(b));
  const unknown = cards.filter((one) => !kept.has(one.id)).sort((a, b) => ahead(a) - ahead(b));
  return [...late, ...unknown.slice(0, Math.max(0, fresh))];
}

/** The key of a day: one that is not known yet, another each day; null where all are known. */
export function keyOfDay(cards: readonly Card[], kept: ReadonlyMap<string, Practised>, day: Date): Card | null {
  // State 2 of the scheduler: it is learned, and only reviewed now and then.
  const open = cards.filter((one) => kept.get(one.id)?.schedule.state !== 2);
  return open[Math.floor(day.getTime() / 86_400_000) % Math.max(1, open.length)] ?? null;
}

/** A day of practice: how many answers, how many right, and the middle time of those, in ms. */
export interface PractisedDay {
  readonly day: string;
  readonly answers: number;
  readonly right: number;
  readonly ms: number | null;
}
export function practisedDays(kept: Iterable<Practised>): PractisedDay[] {
  const days = new Map<string, { ms: number; right: boolean }[]>();
  for (const { answers } of kept)
    for (const one of answers) {
      const day = new Date(one.at).toISOString().slice(0, 10);
      days.set(day, [...(days.get(day) ?? []), one]);
    }
  return [...days]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([day, list]) => {
      const times = list
        .filter((one) => one.right)
        .map((one) => one.ms)
        .sort((a, b) => a - b);
      return { day, answers: list.length, right: times.length, ms: times[Math.floor((times.length - 1) / 2)] ?? null };
    });
}
