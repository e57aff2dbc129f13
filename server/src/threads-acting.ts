import { CribError, type Problem } from '@crib/core/error';
import type { Acting } from './acts/acting.ts';
import { keptCatalogues } from './acts/catalogues.ts';
import type { Actor } from './acts/may.ts';
import { EDITORS, isOutage, openPool, type Pool } from './store/db.ts';
import type { Once } from './store/once.ts';
import { refusalOf } from './store/refusals.ts';

/** For whom a thread acts, and on which database: plain data, so that nothing large changes threads. */
export interface ActingFor {
  readonly databaseUrl: string;
  readonly site: string;
  readonly who: Actor;
  /** The key that the request was sent with. */
  readonly once?: Once | undefined;
}

/** Why a thread has no answer: what is wrong with the question, or the database is away. */
export type Unanswered =
  { readonly kind: 'wrong'; readonly problems: readonly Problem[] } | { readonly kind: 'outage' };

const catalogues = keptCatalogues();
const pools = new Map<string, Pool>();
const poolOf = (url: string) => {
  const found = pools.get(url) ?? openPool(url, { ...EDITORS, connections: 2 });
  pools.set(url, found);
  return found;
};
const never = () => {
  throw new Error('Nothing that is done in a thread makes secrets.');
};

/** Acts from within a thread, with connections and catalogues of its own. */
export const actingFor = ({ databaseUrl, site, who, once }: ActingFor, repeated = () => {}): Acting => ({
  pool: poolOf(databaseUrl),
  catalogues,
  site,
  actor: who.id,
  who,
  newSecret: never,
  once,
  repeated,
});

/** What comes of work in a thread; what a client can mend is told as plain data, and faults are thrown. */
export async function answeredOr<Answer>(work: () => Promise<Answer>): Promise<Answer | Unanswered> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof CribError) return { kind: 'wrong', problems: error.problems };
    if (isOutage(error)) return { kind: 'outage' };
    const refusal = refusalOf(error);
    if (refusal) return { kind: 'wrong', problems: [refusal] };
    throw error;
  }
}
