import { computed, type ComputedRef } from 'vue';
import { QueryClient, keepPreviousData, useQuery } from '@tanstack/vue-query';
import { isBesideCatalogues, type Gives, type RouteName, type Sends } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { problemsOf, request, whenWritten, type At } from './client.ts';

/** Routes that only read. */
type ReadName = Extract<RouteName, `GET ${string}`>;
type Reading = { [Name in ReadName]: [Sends<Name>] extends [void] ? Name : never }[ReadName];

/** Responses are cached by route and parameters, and refetched after a write. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // The client retries, and the event stream says what changed while a page was hidden.
      retry: false,
      refetchOnWindowFocus: false,
      refetchOnReconnect: false,
      networkMode: 'always',
      // Computed values are cached by the identity of the response.
      structuralSharing: false,
    },
  },
});

/** Number of writes so far. */
let written = 0;
/** A query. If a write happens while it is under way, its response is stale. */
const question = <Name extends Reading>(name: Name, at: At<Name> | null) => ({
  queryKey: [name, at] as const,
  async queryFn({ signal }: { signal?: AbortSignal }): Promise<Gives<Name>> {
    const before = written;
    const found = await request(name, at ?? undefined, undefined, signal);
    if (before !== written) setTimeout(() => queries.invalidateQueries({ queryKey: [name, at], refetchType: 'none' }));
    return found;
  },
});

export interface Answer<T> {
  /** Null while loading. */
  readonly answer: ComputedRef<T | null>;
  /** Why the last request failed. */
  readonly failed: ComputedRef<Problem | null>;
  /** Refetches. */
  readonly load: () => Promise<void>;
}

/**
 * Data that a page shows: fetched for each set of parameters, cached, and refetched after a write. Nothing is fetched while
 * `at` is null. `between` says what to show while new parameters load.
 */
export function useAnswer<Name extends Reading>(
  name: Name,
  at: () => At<Name> | null,
  between: 'nothing' | 'the last' = 'nothing',
): Answer<Gives<Name>> {
  const asked = computed(at);
  const query = useQuery(
    computed(() => ({
      ...question(name, asked.value),
      enabled: asked.value !== null,
      ...(between === 'the last' && { placeholderData: keepPreviousData }),
    })),
    queries,
  );
  return {
    answer: computed(() => (query.data.value as Gives<Name> | undefined) ?? null),
    failed: computed(() => (query.error.value ? (problemsOf(query.error.value)[0] ?? null) : null)),
    load: async () => void (await query.refetch()),
  };
}

/** Data that is computed with: cached until a write, and fetched once however many callers want it. */
export const fetchAnswer = <Name extends Reading>(name: Name, at: At<Name>): Promise<Gives<Name>> =>
  queries.fetchQuery({ ...question(name, at), staleTime: Infinity });
/** Fetches in any case, and updates the cache. */
export async function fetchAnew<Name extends Reading>(name: Name, at: At<Name>): Promise<Gives<Name>> {
  const found = await question(name, at).queryFn({});
  queries.setQueryData([name, at], found);
  return found;
}

/** Marks cached responses as stale: those on the page are refetched now, the others when they are wanted. */
export function forgetAnswers(catalogues = true): void {
  written++;
  const isCatalogue = (name: unknown) => name === 'GET /api/releases/:id';
  void queries.invalidateQueries({ predicate: ({ queryKey: [name] }) => catalogues || !isCatalogue(name) });
}
// Catalogues are large, so only writes that change one refetch them.
whenWritten((name) => forgetAnswers(!isBesideCatalogues(name)));
