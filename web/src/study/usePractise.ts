import { computed, ref, shallowRef, watch } from 'vue';
import {
  answered,
  askedHow,
  cardsOf,
  cardsText,
  keyOfDay,
  misleading,
  practised,
  session,
  type Answered,
  type Card,
} from '@crib/core/learn';
import { writeStored, type Stroke } from '@crib/core/keys';
import { usePractice } from './practice.ts';
import { useStudy } from './useStudy.ts';

/** New cards in one sitting. */
const FRESH = 10;
/** What is practised of a sheet: all, a part of it by its heading, what is new, what misleads, and so on. */
export const SCOPES = ['all', 'misleads', 'since', 'own', 'marked'] as const;

/** A learner’s own marks, as the sheet’s page keeps them: by label. */
function marked(address: string): ReadonlySet<string> {
  try {
    const marks = JSON.parse(localStorage.getItem(`crib-marks ${address}`) ?? '{}') as Record<string, string>;
    return new Set(Object.keys(marks).filter((one) => marks[one] === 'learn'));
  } catch {
    return new Set();
  }
}

/** Practice with real presses: what is asked, how it was answered, and when it is asked again. */
export function usePractise() {
  const study = useStudy();
  const { program, body, edition, opened, platform, keyboard, sceneIn } = study;
  const practice = usePractice();
  const scope = ref('all');
  const deck = computed(() => `${program.value!.catalogue.app.slug} ${platform.value}`);
  const all = computed(() => cardsOf(body.value!, platform.value));
  const misleads = computed(() => misleading(program.value!, platform.value));
  const inScope = (name: string): readonly Card[] => {
    if (name === 'since') return all.value.filter((one) => one.since !== '');
    if (name === 'own') return all.value.filter((one) => one.own);
    if (name === 'misleads') return all.value.filter((one) => misleads.value.has(one.command));
    if (name === 'marked') {
      const mine = marked(edition.value!.address);
      return all.value.filter((one) => mine.has(one.label));
    }
    return name === 'all' ? all.value : all.value.filter((one) => one.section === name);
  };
  const sections = computed(() => [...new Set(all.value.map((one) => one.section))]);
  const cards = computed(() => inScope(scope.value));
  const kept = computed(
    () => new Map(practice.cards.value.filter((one) => one.deck === deck.value).map((one) => [one.id, one])),
  );
  const now = ref(new Date());
  const waiting = computed(() =>
    session(cards.value, kept.value, { now: now.value, fresh: FRESH, first: misleads.value }),
  );
  const due = computed(() => waiting.value.filter((one) => kept.value.has(one.id)).length);
  const next = computed(
    () =>
      cards.value
        .flatMap((one) => kept.value.get(one.id)?.schedule.due ?? [])
        .sort((a, b) => a.getTime() - b.getTime())[0],
  );
  const today = computed(() => keyOfDay(all.value, kept.value, now.value));

  /** Cards that are still to be asked in this sitting; those that were wrong come again at its end. */
  const queue = shallowRef<readonly Card[]>([]);
  const running = ref(false);
  const card = computed(() => (running.value ? (queue.value[0] ?? null) : null));
  const asked = computed(() => card.value && askedHow(card.value, keyboard.value, opened.value!.catalogue.systemKeys));
  const strokes = shallowRef<readonly Stroke[]>([]);
  const answer = shallowRef<Answered | null>(null);
  /** The answer was told, or given wrong: what comes after counts no more. */
  const shown = ref(false);
  const finished = ref(false);
  let began = 0;
  watch(card, () => {
    [strokes.value, answer.value, shown.value] = [[], null, false];
    began = performance.now();
  });
  watch([scope, platform], () => (running.value = finished.value = false));
  function start(only?: Card) {
    now.value = new Date();
    queue.value = only ? [only] : waiting.value;
    [running.value, finished.value] = [true, false];
  }
  function count(right: boolean) {
    const one = card.value!;
    void practice.keep([
      practised(deck.value, one.id, kept.value.get(one.id), { right, ms: performance.now() - began }, new Date()),
    ]);
  }
  function press(stroke: Stroke) {
    const one = card.value;
    if (!one || asked.value?.by !== 'press' || answer.value?.kind === 'right') return;
    strokes.value = answer.value?.kind === 'begun' ? [...strokes.value, stroke] : [stroke];
    const context =
      opened.value!.tree.inOrder.find(({ name }) => name === one.where[0])?.id ?? opened.value!.tree.root.id;
    answer.value = answered(one, strokes.value, keyboard.value, { scene: sceneIn(context)!, program: program.value! });
    if (answer.value.kind === 'begun') return;
    if (!shown.value) count(answer.value.kind === 'right');
    if (answer.value.kind === 'wrong') shown.value = true;
  }
  const told = () => {
    if (!shown.value && asked.value?.by === 'press') count(false);
    shown.value = true;
  };
  function go(again: boolean) {
    const [first, ...rest] = queue.value;
    queue.value = again && first ? [...rest, first] : rest;
    // The same card once more is asked anew.
    [strokes.value, answer.value, shown.value] = [[], null, false];
    began = performance.now();
    if (queue.value.length === 0) [running.value, finished.value, now.value] = [false, true, new Date()];
  }
  return {
    ...study,
    practice,
    scope,
    sections,
    cards,
    kept,
    waiting,
    due,
    next,
    today,
    misleads,
    inScope,
    running,
    card,
    asked,
    strokes,
    answer,
    shown,
    finished,
    start,
    press,
    told,
    queue,
    pressed: computed(() =>
      strokes.value.length ? writeStored({ strokes: [...strokes.value], manner: 'pressed' }) : '',
    ),
    /** A card that was asked in words is judged by who was asked. */
    judged: (right: boolean) => (count(right), go(!right)),
    onward: () => go(answer.value?.kind !== 'right' || shown.value),
    stop: () => (running.value = false),
    text: () => cardsText(cards.value, study.show),
  };
}
