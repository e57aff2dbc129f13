import { computed, ref, shallowRef, type Ref } from 'vue';
import type { Proposed, Relation, Standing } from '@crib/core/crosswalk';
import type { Command, SentJudgements } from '@crib/core/contract';

type Judged = SentJudgements['judged'][number];
type Said = Judged['matches'];

const RELATION_KEYS: Record<string, Relation> = { s: 'exact', n: 'close', b: 'broad', w: 'narrow', r: 'related' };

/** Judging by keyboard: the row in hand, or all rows that are marked, each by its own proposals; then on to the next. */
export function useJudgeKeys(
  rows: Ref<readonly Command[]>,
  selected: Ref<Command | null>,
  judging: {
    readonly proposals: Ref<ReadonlyMap<number, Proposed>>;
    readonly bySource: Ref<(id: number) => Standing>;
    judge(judged: readonly Judged[]): Promise<boolean>;
    undo(): Promise<number | null>;
  },
  select: (command: Command) => void,
) {
  const as = ref<Relation>('exact');
  /** Whether what is taken next stands beside what was judged, instead of in its place. */
  const also = ref(false);
  const marked = shallowRef<ReadonlySet<number>>(new Set());
  const inHand = computed(() =>
    marked.value.size ? rows.value.filter((one) => marked.value.has(one.id)) : selected.value ? [selected.value] : [],
  );
  const mark = (ids: readonly number[], on: boolean) => {
    const now = new Set(marked.value);
    for (const id of ids)
      if (on) now.add(id);
      else now.delete(id);
    marked.value = now;
  };
  const toggle = ({ id }: Command) => mark([id], !marked.value.has(id));

  function go(step: number) {
    const index = rows.value.findIndex((one) => one === selected.value);
    const next = rows.value[Math.max(0, Math.min(rows.value.length - 1, index + step))];
    if (next) select(next);
    return next;
  }
  /** Judges what is in hand and goes on at once; what is refused is said, and the row is in hand again. */
  async function say(of: (command: Command) => Said | null) {
    const [before, marks] = [selected.value, marked.value];
    const judged = inHand.value.flatMap((one) => {
      const matches = of(one);
      return matches ? [{ source: one.id, matches }] : [];
    });
    if (judged.length === 0) return;
    if (marks.size === 0) go(1);
    marked.value = new Set();
    as.value = 'exact';
    also.value = false;
    if (await judging.judge(judged)) return;
    marked.value = marks;
    if (before) select(before);
  }
  /** Takes a counterpart for a command: in place of what was judged, or beside it. */
  const taking = (id: number, target: number): Said => {
    const kept = also.value ? judging.bySource.value(id).matches.filter((one) => one.target !== target) : [];
    return [...kept, { target, relation: as.value }];
  };
  const take = (index: number) =>
    say(({ id }) => {
      const found = judging.proposals.value.get(id)?.proposals[index];
      return found ? taking(id, found.target) : null;
    });
  const takeTarget = (target: number) => say(({ id }) => taking(id, target));
  /** Another relation: of the counterpart that what is in hand has, or of the one that is taken next. */
  function relate(relation: Relation) {
    const only = (id: number) => {
      const { matches } = judging.bySource.value(id);
      return matches.length === 1 ? matches[0]! : null;
    };
    if (!also.value && inHand.value.length && inHand.value.every((one) => only(one.id)))
      void say(({ id }) => [{ ...only(id)!, relation }]);
    else as.value = relation;
  }
  async function back() {
    const source = await judging.undo();
    const one = rows.value.find(({ id }) => id === source);
    if (one) select(one);
  }
  function along(step: number, marking: boolean) {
    const here = selected.value;
    const next = go(step);
    if (marking)
      mark(
        [here, next].flatMap((one) => one?.id ?? []),
        true,
      );
  }
  function onKey(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || !selected.value) return;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const acts: Record<string, () => unknown> = {
      ArrowDown: () => along(1, event.shiftKey),
      ArrowUp: () => along(-1, event.shiftKey),
      ' ': () => (toggle(selected.value!), go(1)),
      Enter: () => take(0),
      x: () => say(() => [{ target: null, relation: 'none' }]),
      l: () => say(() => [{ target: null, relation: 'later' }]),
      u: back,
      a: () => (also.value = !also.value),
      ...(marked.value.size ? { Escape: () => (marked.value = new Set()) } : {}),
    };
    const relation = RELATION_KEYS[key];
    const act = /^[1-5]$/.test(key) ? () => take(Number(key) - 1) : relation ? () => relate(relation) : acts[key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    void act();
  }
  return { as, also, takeTarget, marked, toggle, inHand, say, relate, back, onKey };
}
