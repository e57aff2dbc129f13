import { onBeforeUnmount, ref, shallowRef } from 'vue';
import type { Reassigned, Rest, Wish } from '@crib/core/reach';
import type { ReassignQuestion } from '../../workers/reassign.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** The best keys for several commands at once, found in a worker that can be stopped. */
export function useReassign() {
  const workspace = useWorkspace();
  const found = shallowRef<{ readonly wishes: readonly Wish[]; readonly answer: Reassigned } | null>(null);
  const busy = ref(false);
  const failed = ref('');
  let worker: Worker | null = null;
  function stop() {
    worker?.terminate();
    worker = null;
    busy.value = false;
  }
  function find(keyset: number, wishes: readonly Wish[], rest: Rest, layouts: readonly string[]) {
    stop();
    found.value = null;
    failed.value = '';
    busy.value = true;
    worker = new Worker(new URL('../../workers/reassign.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Reassigned>) => {
      found.value = { wishes, answer: data };
      busy.value = false;
    };
    worker.onerror = () => {
      failed.value = 'Search failed. Try again.';
      busy.value = false;
    };
    const question: ReassignQuestion = { catalogue: workspace.catalogue!, keyset, layouts, rest, wishes };
    worker.postMessage(JSON.parse(JSON.stringify(question)));
  }
  onBeforeUnmount(stop);
  return { found, busy, failed, find, stop };
}
