import { computed, onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue';
import { matchedCommands, standings, taught, type Proposed } from '@crib/core/crosswalk';
import type { Crosswalk, Judgement, SentJudgements } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import type { CrosswalkAnswer, CrosswalkQuestion } from '../../workers/crosswalk.ts';
import { useWorkspace } from '../../stores/workspace.ts';

type Judged = SentJudgements['judged'][number];

/**
 * Judging a crosswalk: what was said, the proposals for what is in view (computed in a worker, anew after each judgement),
 * saving, and taking back. Sources are those of the crosswalk, whichever way it is looked at.
 */
export function useJudging(crosswalk: Ref<Crosswalk | null>, from: Ref<Opened | null>, to: Ref<Opened | null>) {
  const workspace = useWorkspace();
  const problems = shallowRef<readonly Problem[]>([]);
  const busy = ref(false);
  const proposals = shallowRef<ReadonlyMap<number, Proposed>>(new Map());
  const undone = shallowRef<readonly { readonly judged: Judged; readonly was: Judged }[]>([]);

  let worker: Worker | null = null;
  let round = 0;
  function begin() {
    worker?.terminate();
    worker = null;
    if (!from.value || !to.value || !crosswalk.value) return;
    worker = new Worker(new URL('../../workers/crosswalk.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<CrosswalkAnswer>) => {
      if (data.round !== round) return;
      proposals.value = new Map([...proposals.value, ...data.proposed.map((one) => [one.source, one] as const)]);
    };
    propose();
  }
  /** Asks anew, the sources nearest to one first; answers to what was asked before are passed over. */
  function propose(near = 0) {
    if (!worker || !from.value || !to.value || !crosswalk.value) return;
    round++;
    const lists = {
      sources: matchedCommands(from.value, workspace.keyboardsFor(from.value.catalogue.release.platforms)),
      targets: matchedCommands(to.value, workspace.keyboardsFor(to.value.catalogue.release.platforms)),
      judged: taught(crosswalk.value.commands),
    };
    const post = (question: CrosswalkQuestion) => worker!.postMessage(question);
    post({ kind: 'lists', round, question: lists });
    const at = Math.max(
      0,
      lists.sources.findIndex((one) => one.id === near),
    );
    const ids = lists.sources.map((one) => one.id);
    const order = [...ids.slice(at), ...ids.slice(0, at)];
    for (let begun = 0; begun < order.length; begun += begun === 0 ? 20 : 100)
      post({ kind: 'sources', round, sources: order.slice(begun, begun + (begun === 0 ? 20 : 100)) });
  }
  watch([from, to, () => crosswalk.value?.id], begin, { immediate: true });
  onBeforeUnmount(() => worker?.terminate());

  const bySource = computed(() => standings(crosswalk.value?.commands ?? [], 'source'));
  const byTarget = computed(() => standings(crosswalk.value?.commands ?? [], 'target'));
  const saidOf = (source: number): Judged => ({
    source,
    matches: (crosswalk.value?.commands ?? [])
      .filter((one) => one.source === source)
      .map(({ target, relation, note }: Judgement) => ({ target, relation, note })),
  });

  async function send(judged: readonly Judged[]): Promise<boolean> {
    busy.value = true;
    problems.value = [];
    try {
      crosswalk.value = await ask<Crosswalk>('PUT', `/api/crosswalks/${crosswalk.value!.id}/judgements`, { of: 'command', judged }); // prettier-ignore
      return true;
    } catch (error) {
      problems.value = problemsOf(error);
      return false;
    } finally {
      busy.value = false;
    }
  }
  /** Judges sources, each in place of what was said of it; what was said is remembered, to be taken back. */
  async function judge(judged: readonly Judged[]): Promise<boolean> {
    const steps = judged.map((one) => ({ judged: one, was: saidOf(one.source) }));
    if (!(await send(judged))) return false;
    undone.value = [...undone.value, ...steps];
    propose(judged.at(-1)!.source);
    return true;
  }
  /** Takes the last judgement back; whose it was. */
  async function undo(): Promise<number | null> {
    const last = undone.value.at(-1);
    if (!last || !(await send([last.was]))) return null;
    undone.value = undone.value.slice(0, -1);
    propose(last.was.source);
    return last.was.source;
  }
  return { problems, busy, proposals, bySource, byTarget, judge, undo, undoable: computed(() => undone.value.length) };
}
