import { computed, type ComputedRef } from 'vue';
import { QueryClient, keepPreviousData, useQuery } from '@tanstack/vue-query';
import type { Gives, RouteName, Sends } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf, whenWritten, type At } from './client.ts';

/** Routes that only tell. */
type ReadName = Extract<RouteName, `GET ${string}`>;
type Reading = { [Name in ReadName]: [Sends<Name>] extends [void] ? Name : never }[ReadName];

/** Answers are kept by route and address, and asked for again when something was written. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // The client waits and asks again by itself; a page that is looked at again is told what changed by the stream.
      retry: false,
      refetchOnWindowFocus: false,
      refetchOnReconnect: false,
      networkMode: 'always',
      // Answers are told apart as objects: what is computed from one is remembered with it.
      structuralSharing: false,
    },
  },
});

/** How often something was written. */
let written = 0;
/** A question, whose answer holds no longer where something was written while it was on its way. */
const question = <Name extends Reading>(name: Name, at: At<Name>) => ({
  queryKey: [name, at] as const,
  async queryFn({ signal }: { signal: AbortSignal }) {
    const before = written;
    const found = await (ask as (...all: unknown[]) => Promise<Gives<Name>>)(name, at, undefined, signal);
    if (before !== written) setTimeout(() => queries.invalidateQueries({ queryKey: [name, at], refetchType: 'none' }));
    return found;
  },
});

export interface Answer<T> {
  /** Null until there is one. */
  readonly answer: ComputedRef<T | null>;
  /** Why the last question was not answered. */
  readonly failed: ComputedRef<Problem | null>;
  /** Asks again. */
  readonly load: () => Promise<void>;
}

/**
 * What a page asks for, and shows again at once when one comes back to it: asked anew for another address, and when somebody
 * has written. `at` is null where there is nothing to ask for; with `between`, the last answer stands until the next one.
 */
export function useAnswer<Name extends Reading>(
  name: Name,
  at: () => At<Name> | null,
  between: 'nothing' | 'the last' = 'nothing',
): Answer<Gives<Name>> {
  const asked = computed(at);
  const query = useQuery(
    {
      queryKey: computed(() => [name, asked.value] as const),
      queryFn: ({ signal }) => question(name, asked.value!).queryFn({ signal }),
      enabled: computed(() => asked.value !== null),
      ...(between === 'the last' && { placeholderData: keepPreviousData }),
    },
    queries,
  );
  return {
    answer: computed(() => (query.data.value as Gives<Name> | undefined) ?? null),
    failed: computed(() => (query.error.value ? (problemsOf(query.error.value)[0] ?? null) : null)),
    load: async () => void (await query.refetch()),
  };
}

/** The same for what is computed by hand: kept until something was written, and asked for once however many want it. */
export const fetchAnswer = <Name extends Reading>(name: Name, at: At<Name>): Promise<Gives<Name>> =>
  queries.fetchQuery({ ...question(name, at), staleTime: Infinity });
/** Asked in any case, and kept for the others. */
export async function fetchAnew<Name extends Reading>(name: Name, at: At<Name>): Promise<Gives<Name>> {
  const found = await (ask as (...all: unknown[]) => Promise<Gives<Name>>)(name, at);
  queries.setQueryData([name, at], found);
  return found;
}

const CATALOGUES: readonly RouteName[] = ['GET /api/releases/:id'];
/** Catalogues are large: they are asked for again only when something was written that stands in them. */
const inCatalogues = (path: string) =>
  /^\/api\/(releases|keysets|bin|acts|proposals|system-keys)(\/|$)/.test(path) ||
  /^\/api\/apps(\/:slug)?$/.test(path) ||
  /^\/api\/apps\/:slug\/(releases|groups|runs|uses|merge|split|shipped|keysets|plans|views)(\/|$)/.test(path);
/** Asks again for all that is shown, and for the rest when it is wanted; what waits for it is not kept waiting. */
export function forgetAnswers(catalogues = true): void {
  written++;
  void queries.invalidateQueries({
    predicate: ({ queryKey: [name] }) => catalogues || !CATALOGUES.includes(name as RouteName),
  });
}
whenWritten((name) => forgetAnswers(inCatalogues(name.split(' ')[1]!)));
