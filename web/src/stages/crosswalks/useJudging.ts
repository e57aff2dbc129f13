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

  const matched = (one: Opened) => matchedCommands(one, workspace.keyboardsFor(one.catalogue.release.platforms));
  let worker: Worker | null = null;
  let round = 0;
  /** Sources that this round has not asked for yet. */
  let waiting: readonly number[] = [];
  const post = (question: CrosswalkQuestion) => worker?.postMessage(question);
  function begin() {
    worker?.terminate();
    worker = null;
    if (!from.value || !to.value || !crosswalk.value) return;
    worker = new Worker(new URL('../../workers/crosswalk.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<CrosswalkAnswer>) => {
      if (data.round !== round) return;
      proposals.value = new Map([...proposals.value, ...data.proposed.map((one) => [one.source, one] as const)]);
      askNext(100);
    };
    post({ kind: 'lists', lists: { sources: matched(from.value), targets: matched(to.value) } });
    propose();
  }
  /** Asks anew, the sources from one on first; what was asked before is given up. */
  function propose(first = 0) {
    if (!from.value || !crosswalk.value) return;
    round++;
    post({ kind: 'judged', judged: taught(crosswalk.value.commands) });
    const ids = from.value.catalogue.commands.map((one) => one.id);
    const at = Math.max(0, ids.indexOf(first));
    waiting = [...ids.slice(at), ...ids.slice(0, at)];
    askNext(20);
  }
  function askNext(count: number) {
    const sources = waiting.slice(0, count);
    waiting = waiting.slice(count);
    if (sources.length) post({ kind: 'sources', round, sources });
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
