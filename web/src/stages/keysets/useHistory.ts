import { computed, shallowRef, watch, type Ref } from 'vue';
import { steps } from '@crib/core/keyset';
import type { CustomKeyset, KeysetHistory } from '@crib/core/contract';
import { ask } from '../../api/client.ts';
import { useAsked } from '../../parts/useAsked.ts';

/** What was done to a keyset, kept as it changes, and what can be undone and redone. */
export function useHistory(keyset: Ref<CustomKeyset | null>) {
  const history = shallowRef<KeysetHistory | null>(null);
  const { failed: problem, load } = useAsked(
    () => (keyset.value ? ask('GET /api/keysets/:id/history', { id: keyset.value.id }) : null),
    (found) => (history.value = found),
  );
  watch(() => [keyset.value?.id, keyset.value?.revision], load, { immediate: true });
  const next = computed(() => steps(history.value?.entries.toReversed() ?? []));
  return { history, problem, next };
}
