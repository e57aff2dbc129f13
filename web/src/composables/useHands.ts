import { computed } from 'vue';
import { FINGERS, RESTS, type Finger, type Rest, type Typist } from '@crib/core/reach';
import { usePlace } from './usePlace.ts';

export const OWN_REST = 'custom finger positions';

/** Where hands rest, and how one types, as the address says it. */
export function useHands() {
  const { kept, set } = usePlace();
  const restName = kept('rest', RESTS[1]!.name);
  const fingers = kept('fingers');
  const typistName = kept('typist', 'average');
  const own = computed<Rest | null>(() => {
    const on: Partial<Record<Finger, string>> = {};
    for (const part of fingers.value.split(',')) {
      const [at, code] = part.split('.');
      const finger = FINGERS[Number(at)];
      if (finger && code && /^[A-Za-z0-9]{2,20}$/.test(code)) on[finger] = code;
    }
    const right = Object.keys(on).some((finger) => finger.startsWith('right'));
    return Object.keys(on).length ? { name: OWN_REST, on, pointer: right ? null : 'right' } : null;
  });
  const rest = computed(
    () => (restName.value === OWN_REST ? own.value : RESTS.find((one) => one.name === restName.value)) ?? RESTS[1]!,
  );
  /** Moves one finger of the rest in hand to another key. */
  function place(finger: Finger, code: string) {
    const on = { ...rest.value.on, [finger]: code };
    const text = FINGERS.flatMap((one, at) => (on[one] ? [`${at}.${on[one]}`] : [])).join(',');
    void set({ rest: OWN_REST, fingers: text }, true);
  }
  const typist = computed<Typist>(() => (typistName.value === 'skilled' ? 'skilled' : 'average'));
  return { restName, rest, place, typistName, typist };
}
