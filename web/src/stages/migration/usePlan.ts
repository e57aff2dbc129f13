import { onBeforeUnmount, shallowRef, watch, type Ref } from 'vue';
import type { Crosswalk } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';
import type { PressPool, Rest } from '@crib/core/reach';
import { layoutsInHand } from '../../composables/in-hand.ts';
import { usePlace } from '../../composables/usePlace.ts';
import type { PlanAnswer, PlanAsked } from '../../workers/plan.ts';

/** What is asked of a plan: how many old commands keep their keys, who in any case, which presses nobody gets, and which there are for those that make way. */
export interface PlanWish {
  readonly keep: number;
  readonly pinned: readonly number[];
  readonly ruledOut: readonly string[];
  readonly pool: PressPool;
  readonly steps: number;
}

/** A plan worked out in a worker, anew whenever the wish changes; the last one stands until the next is there. */
export function usePlan(
  ends: {
    crosswalk: Ref<Crosswalk | null>;
    from: Ref<Opened | null>;
    to: Ref<Opened | null>;
    oldReleases: Ref<readonly number[]>;
  },
  wish: Ref<PlanWish>,
  rest: Ref<Rest>,
) {
  const { platform } = usePlace();
  const answer = shallowRef<PlanAnswer | null>(null);
  let worker: Worker | null = null;
  let round = 0;
  const post = (asked: PlanAsked) => worker?.postMessage(asked);
  const ask = () => post({ kind: 'plan', round: ++round, ...structuredClone(wish.value) });
  function begin() {
    worker?.terminate();
    worker = null;
    const { crosswalk, from, to } = ends;
    if (!crosswalk.value || !from.value || !to.value) return;
    worker = new Worker(new URL('../../workers/plan.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<PlanAnswer>) => {
      if (data.round === round) answer.value = data;
    };
    post({
      kind: 'programs',
      old: from.value.catalogue,
      now: to.value.catalogue,
      crosswalk: crosswalk.value,
      oldReleases: [...ends.oldReleases.value],
      layouts: layoutsInHand.value.map((one) => one.id),
      platform: platform.value,
      rest: { ...rest.value },
    });
    ask();
  }
  watch([ends.crosswalk, ends.from, ends.to, platform, layoutsInHand, rest], begin, { immediate: true });
  watch(wish, ask);
  onBeforeUnmount(() => worker?.terminate());
  return { answer };
}
