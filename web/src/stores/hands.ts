import { computed } from 'vue';
import { RESTS, type Typist } from '@crib/core/reach';
import { usePlace } from './place.ts';

/** Where hands rest, and how one types, as the address says it. */
export function useHands() {
  const { kept } = usePlace();
  const restName = kept('rest', RESTS[1]!.name);
  const typistName = kept('typist', 'average');
  const rest = computed(() => RESTS.find((one) => one.name === restName.value) ?? RESTS[0]!);
  const typist = computed<Typist>(() => (typistName.value === 'skilled' ? 'skilled' : 'average'));
  return { restName, rest, typistName, typist };
}
