import { computed, shallowRef, watch, type Ref } from 'vue';
import { steps } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import type { CustomKeyset, KeysetHistory } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';

/** What was done to a keyset, kept as it changes, and what can be undone and redone. */
export function useHistory(keyset: Ref<CustomKeyset | null>) {
  const history = shallowRef<KeysetHistory | null>(null);
  const problem = shallowRef<Problem | null>(null);
  watch(
    () => [keyset.value?.id, keyset.value?.revision] as const,
    async ([id, revision]) => {
      if (!id) return;
      try {
        const found = await ask<KeysetHistory>('GET', `/api/keysets/${id}/history`);
        if (keyset.value?.id === id && keyset.value.revision === revision) history.value = found;
        problem.value = null;
      } catch (error) {
        problem.value = problemsOf(error)[0]!;
      }
    },
    { immediate: true },
  );
  const next = computed(() => steps(history.value?.entries.toReversed() ?? []));
  return { history, problem, next };
}
