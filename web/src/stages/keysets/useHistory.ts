import { computed, ref, watch, type Ref } from 'vue';
import { steps } from '@crib/core/keyset';
import type { CustomKeyset } from '@crib/core/contract';
import { useAnswer } from '../../api/queries.ts';

/** What was done to a keyset, kept as it changes, and what can be undone and redone. */
export function useHistory(keyset: Ref<CustomKeyset | null>) {
  const id = computed(() => keyset.value?.id);
  const {
    answer: history,
    failed: problem,
    load,
  } = useAnswer('GET /api/keysets/:id/history', () => (id.value === undefined ? null : { id: id.value }));
  /** The revision that the history was asked for at. */
  const of = ref<number>();
  watch(history, () => (of.value = keyset.value?.revision), { immediate: true });
  watch(
    () => keyset.value?.revision,
    () => id.value !== undefined && load(),
  );
  /** What undo and redo would concern; not `known` between a change and its history: the server knows then. */
  const next = computed(() => {
    const entries = history.value?.entries ?? [];
    return { ...steps(entries.toReversed()), known: of.value === keyset.value?.revision };
  });
  return { history, problem, next };
}
