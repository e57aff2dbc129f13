import { CribError, type Problem } from '@crib/core/error';
import type { SentEdition, SentReissue } from '@crib/core/contract';
import type { z } from 'zod';
import type { Acting } from '../acts/acting.ts';
import { keptCatalogues } from '../acts/catalogues.ts';
import { deskOf } from '../acts/desk.ts';
import { clashesIn } from '../acts/keysets.ts';
import type { Actor } from '../acts/may.ts';
import { issueAnew, issueNotes, issueSheet, staleIn } from '../acts/publishing.ts';
import { isOutage, openPool, type Pool } from '../store/db.ts';
import type { Once } from '../store/once.ts';
import { refusalOf } from '../store/refusals.ts';
import { yieldToOthers } from '../yielding.ts';

/** What takes long: it is asked of the database from here, so that nothing large changes threads. */
export interface Question {
  readonly databaseUrl: string;
  readonly site: string;
  readonly who: Actor;
  /** The key that the request was sent with. */
  readonly once: Once | undefined;
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
export type Answer =
  | { readonly kind: 'answered'; readonly json: string; readonly repeated: boolean }
  | { readonly kind: 'wrong'; readonly problems: readonly Problem[] }
  | { readonly kind: 'outage' };

const catalogues = keptCatalogues();
const pools = new Map<string, Pool>();
const poolOf = (url: string) => {
  const found = pools.get(url) ?? openPool(url, { connections: 2, connecting: 2000, locks: 5000, statements: 20_000 });
  pools.set(url, found);
  return found;
};
const never = () => {
  throw new Error('Nothing that is done in a thread makes secrets.');
};
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
export default async function weigh({ databaseUrl, site, who, once, ask }: Question): Promise<Answer> {
  let repeated = false;
  const acting: Acting = {
    pool: poolOf(databaseUrl),
    catalogues,
    site,
    actor: who.id,
    who,
    newSecret: never,
    once,
    repeated: () => (repeated = true),
  };
  try {
    return { kind: 'answered', json: JSON.stringify(await answerTo(acting, ask)), repeated };
  } catch (error) {
    if (error instanceof CribError) return { kind: 'wrong', problems: error.problems };
    if (isOutage(error)) return { kind: 'outage' };
    const refusal = refusalOf(error);
    if (refusal) return { kind: 'wrong', problems: [refusal] };
    throw error;
  }
}
