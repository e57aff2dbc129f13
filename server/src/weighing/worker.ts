import type { SentEdition, SentReissue } from '@crib/core/contract';
import type { z } from 'zod';
import type { Acting } from '../acts/acting.ts';
import { deskOf } from '../acts/desk.ts';
import { clashesIn } from '../acts/keysets.ts';
import { issueAnew, issueNotes, issueSheet, staleIn } from '../acts/publishing.ts';
import { actingFor, answeredOr, type ActingFor, type Unanswered } from '../threads-acting.ts';
import { yieldToOthers } from '../priority.ts';

/** What takes long: it is asked of the database from here, so that nothing large changes threads. */
export interface Question extends ActingFor {
  readonly ask: Ask;
}
type Ask =
  | {
      readonly what: 'clashes';
      readonly keyset: number;
      readonly language: string | null;
      readonly layouts: readonly string[];
    }
  | { readonly what: 'desk'; readonly slug: string; readonly layouts: readonly string[] }
  | { readonly what: 'stale'; readonly slug: string }
  | { readonly what: 'issue sheet' | 'issue notes'; readonly id: number; readonly asked: z.output<typeof SentEdition> }
  | { readonly what: 'issue anew'; readonly slug: string; readonly asked: SentReissue };

/** The answer as the JSON that is sent, and whether it was given before; or why there is none. */
export type Answer = { readonly kind: 'answered'; readonly json: string; readonly repeated: boolean } | Unanswered;

yieldToOthers();

function answerTo(acting: Acting, ask: Ask): Promise<unknown> {
  switch (ask.what) {
    case 'clashes':
      return clashesIn(acting, ask.keyset, ask.language, ask.layouts);
    case 'desk':
      return deskOf(acting, ask.slug, ask.layouts);
    case 'stale':
      return staleIn(acting, ask.slug);
    case 'issue sheet':
      return issueSheet(acting, ask.id, ask.asked);
    case 'issue notes':
      return issueNotes(acting, ask.id, ask.asked);
    case 'issue anew':
      return issueAnew(acting, ask.slug, ask.asked);
  }
}

/** What the threads of the weigher run. */
export default function weigh({ ask, ...whom }: Question): Promise<Answer> {
  let repeated = false;
  const acting = actingFor(whom, () => (repeated = true));
  return answeredOr(async () => ({ kind: 'answered', json: JSON.stringify(await answerTo(acting, ask)), repeated }));
}
