import { shallowRef } from 'vue';
import type { EditPlace } from '@crib/core/contract';
import type { Decision } from '@crib/core/release';
import { placeKey } from '@crib/core/keyset';

type Decided = Readonly<Record<string, Decision>>;
const known = new Map<string, ReturnType<typeof shallowRef<Decided>>>();

/**
 * What was decided of the edits of a keyset on its way to another release. Kept in the browser until the new keyset is
 * made: a work list of an afternoon is not lost with the page.
 */
export function useDecisions(keyset: number, release: number) {
  const name = `crib carry ${keyset} ${release}`;
  const found = known.get(name) ?? shallowRef<Decided>(recalled(name));
  known.set(name, found);
  const write = (next: Decided) => {
    found.value = next;
    try {
      localStorage.setItem(name, JSON.stringify(next));
    } catch {
      // Where the browser keeps nothing, decisions last as long as the page.
    }
  };
  return {
    of: (edit: EditPlace): Decision | undefined => found.value![placeKey(edit)],
    decide(edits: readonly EditPlace[], decision: Decision | null) {
      const next = { ...found.value! };
      for (const edit of edits) {
        if (decision) next[placeKey(edit)] = decision;
        else delete next[placeKey(edit)];
      }
      write(next);
    },
    forget: () => write({}),
  };
}

function recalled(name: string): Decided {
  try {
    return JSON.parse(localStorage.getItem(name) ?? '{}') as Decided;
  } catch {
    return {};
  }
}
