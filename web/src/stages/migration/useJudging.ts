import { computed, onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue';
import { listsOf, standings, taught, type Proposed } from '@crib/core/crosswalk';
import type { Crosswalk, Judgement, SentJudgements } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';
import { ask, problemsOf } from '../../api/client.ts';
import type { CrosswalkAnswer, CrosswalkQuestion } from '../../workers/crosswalk.ts';
import { layoutInHand } from '../../words/chips.ts';
import { useDoing } from '../../composables/useDoing.ts';

type Judged = SentJudgements['judged'][number];

/**
 * Judging a crosswalk: what was said, the proposals for what is in view (computed in a worker, anew after each judgement),
 * saving, and taking back. Sources are those of the crosswalk, whichever way it is looked at.
 */
export function useJudging(
  crosswalk: Ref<Crosswalk | null>,
  from: Ref<Opened | null>,
  to: Ref<Opened | null>,
  at: () => number,
) {
  const { problems, busy, doing } = useDoing();
  const proposals = shallowRef<ReadonlyMap<number, Proposed>>(new Map());
  /** What was said before each act, of all that it judged. */
  const undone = shallowRef<readonly (readonly Judged[])[]>([]);

  let worker: Worker | null = null;
  const round = ref(0);
  /** Sources whose proposals are of this round: others still stand as they were, or at a glance. */
  const settled = shallowRef<ReadonlySet<number>>(new Set());
  let left = false;
  /** Sources that this round has not asked for yet. */
  const waiting = shallowRef<readonly number[]>([]);
  const post = (question: CrosswalkQuestion) => worker?.postMessage(question);
  async function begin() {
    worker?.terminate();
    worker = null;
    const [here, there, id] = [from.value, to.value, crosswalk.value?.id];
    if (!here || !there || id === undefined) return;
    const [words, byWay] = await Promise.all([
      ask('GET /api/words'),
      ask('GET /api/crosswalks/:id/by-way', { id }),
    ]).catch((error: unknown) => ((problems.value = problemsOf(error)), [undefined, undefined] as const));
    if (left || here !== from.value || there !== to.value || id !== crosswalk.value?.id) return;
    worker = new Worker(new URL('../../workers/crosswalk.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<CrosswalkAnswer>) => {
      if (data.round !== round.value) return;
      proposals.value = new Map([...proposals.value, ...data.proposed.map((one) => [one.source, one] as const)]);
      if (data.kind !== 'sources') return;
      settled.value = new Set([...settled.value, ...data.proposed.map((one) => one.source)]);
      askNext(100);
    };
    proposals.value = new Map();
    post({ kind: 'lists', lists: { ...listsOf(here, there, layoutInHand.value), words, byWay } });
    propose(at(), true);
  }
  /** Asks anew, the sources from one on first, at a glance where nothing is known yet; what was asked before is given up. */
  function propose(first: number, glance = false) {
    if (!from.value || !crosswalk.value) return;
    round.value++;
    settled.value = new Set();
    const ids = from.value.catalogue.commands.map((one) => one.id);
    const begins = Math.max(0, ids.indexOf(first));
    waiting.value = [...ids.slice(begins), ...ids.slice(0, begins)];
    if (glance) post({ kind: 'glance', round: round.value, sources: waiting.value.slice(0, 20) });
    post({ kind: 'judged', judged: taught(crosswalk.value.commands) });
    askNext(20);
  }
  function askNext(count: number) {
    const sources = waiting.value.slice(0, count);
    waiting.value = waiting.value.slice(count);
    if (sources.length) post({ kind: 'sources', round: round.value, sources });
  }
  watch([from, to, () => crosswalk.value?.id], () => void begin(), { immediate: true });
  watch(
    () => crosswalk.value?.id,
    () => (undone.value = []),
  );
  onBeforeUnmount(() => {
    left = true;
    worker?.terminate();
  });

  const bySource = computed(() => standings(crosswalk.value?.commands ?? [], 'source'));
  const byTarget = computed(() => standings(crosswalk.value?.commands ?? [], 'target'));
  const saidOf = (source: number): Judged => ({
    source,
    matches: (crosswalk.value?.commands ?? [])
      .filter((one) => one.source === source)
      .map(({ target, relation, note, sourceState, targetState }: Judgement) => ({
        target,
        relation,
        note,
        sourceState,
        targetState,
      })),
  });

  let before: Promise<unknown> = Promise.resolve();
  /** One act after the other: whoever takes the last one back while it is being saved means that one. */
  function inTurn<Result>(act: () => Promise<Result>): Promise<Result> {
    const done = before.then(act);
    before = done.catch(() => undefined);
    return done;
  }
  const isHere = (id: number) => crosswalk.value?.id === id;
  const send = (id: number, judged: readonly Judged[]) =>
    doing(async () => {
      settled.value = new Set();
      const now = await ask('PUT /api/crosswalks/:id/judgements', { id }, { of: 'command', judged });
      if (isHere(id)) crosswalk.value = now;
    });
  /** Judges sources, each in place of what was said of it; what was said is remembered, to be taken back. */
  function judge(judged: readonly Judged[]): Promise<boolean> {
    const { id } = crosswalk.value!;
    return inTurn(async () => {
      const was = judged.map((one) => saidOf(one.source));
      const done = await send(id, judged);
      if (!isHere(id)) return done;
      if (done) undone.value = [...undone.value, was];
      propose((done ? judged.at(-1)! : judged[0]!).source);
      return done;
    });
  }
  /** Takes the last act back; whose it was first. */
  function undo(): Promise<number | null> {
    const { id } = crosswalk.value!;
    return inTurn(async () => {
      const last = isHere(id) ? undone.value.at(-1) : undefined;
      const [first] = last ?? [];
      if (!last || !first) return null;
      const done = await send(id, last);
      if (!isHere(id)) return null;
      if (done) undone.value = undone.value.slice(0, -1);
      propose(first.source);
      return done ? first.source : null;
    });
  }
  return {
    problems,
    busy,
    proposals,
    settled,
    waiting: computed(() => waiting.value.length > 0),
    /** Asks for no further proposals; what is there stays, and a judgement asks anew. */
    stop: () => (waiting.value = []),
    bySource,
    byTarget,
    judge,
    undo,
    undoable: computed(() => undone.value.length),
  };
}
