import type { RemovableRef } from '@vueuse/core';
import { useLocalStorage } from '@vueuse/core';
import type { EditPlace } from '@crib/core/contract';
import { placeKey } from '@crib/core/keyset';
import type { Decision } from '@crib/core/release';

type Decided = Record<string, Decision>;
/** One for each list, for as long as the page: what one view decides, another one shows. */
const known = new Map<string, RemovableRef<Decided>>();

/**
 * What was decided of the edits of a keyset on its way to another release. Kept in the browser until the new keyset is
 * made: a work list of an afternoon is not lost with the page.
 */
export function useDecisions(keyset: number, release: number) {
  const name = `crib carry ${keyset} ${release}`;
  const decided = known.get(name) ?? useLocalStorage<Decided>(name, {}, { shallow: true, onError: () => {} });
  known.set(name, decided);
  return {
    of: (edit: EditPlace): Decision | undefined => decided.value[placeKey(edit)],
    decide(edits: readonly EditPlace[], decision: Decision | null) {
      const next = { ...decided.value };
      for (const edit of edits) {
        if (decision) next[placeKey(edit)] = decision;
        else delete next[placeKey(edit)];
      }
      decided.value = next;
    },
    forget: () => void (decided.value = {}),
  };
}
