import { CribError } from '@crib/core/error';
import type { Acting } from '../acts/acting.ts';
import { keptCatalogues } from '../acts/catalogues.ts';
import { deskOf } from '../acts/desk.ts';
import { clashesIn } from '../acts/keysets.ts';
import type { Actor } from '../acts/may.ts';
import { staleIn } from '../acts/publishing.ts';
import { isOutage, openPool, type Pool } from '../store/db.ts';
import type { Problem } from '@crib/core/error';

/** A question whose answer takes long to work out: it is asked of the database from here, so that nothing large changes threads. */
export interface Question {
  readonly databaseUrl: string;
  readonly site: string;
  readonly who: Actor;
  readonly ask:
    | {
        readonly what: 'clashes';
        readonly keyset: number;
        readonly language: string | null;
        readonly layouts: readonly string[];
      }
    | { readonly what: 'desk' | 'stale'; readonly slug: string; readonly layouts: readonly string[] };
}
/** The answer as the JSON that is sent; or why there is none. */
export type Answer =
  | { readonly kind: 'answered'; readonly json: string }
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
  throw new Error('What is only looked at makes no secrets.');
};

/** What the threads of the weigher run. */
export default async function weigh({ databaseUrl, site, who, ask }: Question): Promise<Answer> {
  const acting: Acting = { pool: poolOf(databaseUrl), catalogues, site, actor: who.id, who, newSecret: never };
  try {
    const found = await (ask.what === 'clashes' ? clashesIn(acting, ask.keyset, ask.language, ask.layouts) : ask.what === 'desk' ? deskOf(acting, ask.slug, ask.layouts) : staleIn(acting, ask.slug)); // prettier-ignore
    return { kind: 'answered', json: JSON.stringify(found) };
  } catch (error) {
    if (error instanceof CribError) return { kind: 'wrong', problems: error.problems };
    if (isOutage(error)) return { kind: 'outage' };
    throw error;
  }
}
