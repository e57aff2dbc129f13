import { shallowRef, watch, type Ref } from 'vue';
import type { Opened, Scene } from '@crib/core/keyset';
import type { Stroke } from '@crib/core/keys';
import type { Press } from '@crib/core/press';
import { strokeOn, type BenchStep, type PresetPlan } from '@crib/core/preset';

/** How the bench says what happened, in the reader’s language. */
export interface BenchWords {
  readonly types: string;
  readonly waits: string;
  readonly several: string;
  readonly nothing: string;
  readonly free: string;
  given(place: string): string;
  shipped(place: string): string;
  only(label: string, place: string): string;
}
/** A press and what it did, told when it was made: what is loaded later says nothing of it. */
export interface BenchEntry {
  readonly n: number;
  readonly shortcut: string;
  readonly what: string;
  readonly why: string;
}
/** A key that stays down this long, in ms, counts as held (common practice, no source). */
const HELD = 400;

/** Logs the presses on a bench, by key and by pointer: what each one did, and why. */
export function useTryOutLog(
  scene: Ref<Scene | null>,
  opened: Ref<Opened | null>,
  plan: Ref<PresetPlan | null>,
  words: () => BenchWords,
) {
  const entries = shallowRef<readonly BenchEntry[]>([]);
  const fired = shallowRef<{ name: string; n: number } | null>(null);
  let past: readonly Press[] = [];
  let [waiting, hold, count] = [0, 0, 0];
  watch([scene, plan], () => {
    window.clearTimeout(waiting);
    past = [];
  });
  watch(plan, () => (entries.value = []));
  const label = (command: number) => opened.value?.commands.get(command)?.label ?? '';
  const placeOf = (id: number) => opened.value!.tree.get(id).name;
  function put(shortcut: string, what: string, why: string, command?: number) {
    entries.value = [{ n: ++count, shortcut, what, why }, ...entries.value].slice(0, 12);
    const found = command !== undefined && opened.value?.commands.get(command);
    if (found) fired.value = { name: found.name, n: count };
  }
  function tell({ shortcut, made, did }: BenchStep) {
    window.clearTimeout(waiting);
    past = made;
    const { fires } = did;
    const fire = () =>
      fires && put(shortcut, label(fires.command), source(fires.command, fires.context), fires.command);
    if (did.outcome === 'fires') return fire();
    const what = did.typed
      ? words().types
      : did.outcome === 'waits'
        ? words().waits
        : did.outcome === 'nothing'
          ? words().nothing
          : words().several;
    const [other] = did.candidates;
    const free = other?.stopped ? words().only(label(other.held.command), placeOf(other.held.context)) : words().free;
    put(shortcut, what, did.outcome === 'nothing' && !did.typed ? free : '');
    if (did.outcome !== 'waits') return;
    // What is whole by itself fires when nothing follows; what was only begun is forgotten.
    waiting = window.setTimeout(() => {
      past = [];
      fire();
    }, scene.value?.policy.pause ?? 1000);
  }
  function source(command: number, context: number): string {
    const given = plan.value?.edits.some((one) => one.command === command && one.context === context);
    return given ? words().given(placeOf(context)) : words().shipped(placeOf(context));
  }
  function held(stroke: Stroke) {
    const step = scene.value && strokeOn(scene.value, [], stroke, 'held');
    if (step && step.did.outcome !== 'nothing') tell(step);
  }
  return {
    entries,
    fired,
    /** A keystroke. If the key stays down, the hold is logged as well; a double press is an ordinary sequence. */
    stroke(stroke: Stroke) {
      const step = scene.value && strokeOn(scene.value, past, stroke);
      if (step) tell(step);
      window.clearTimeout(hold);
      hold = window.setTimeout(() => held(stroke), HELD);
    },
    letGo: () => window.clearTimeout(hold),
    pointed(action: 'WheelUp' | 'WheelDown' | 'DoubleClick' | 'RightClick', event: MouseEvent) {
      const modifiers = (
        [
          ['Ctrl', event.ctrlKey],
          ['Alt', event.altKey],
          ['Shift', event.shiftKey],
          ['Meta', event.metaKey],
        ] as const
      ).flatMap(([name, on]) => (on ? [name] : []));
      const step = scene.value && strokeOn(scene.value, past, { kind: 'pointer', modifiers, action });
      if (step && step.did.outcome !== 'nothing') tell(step);
    },
  };
}
