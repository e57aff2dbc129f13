import { computed, onScopeDispose, reactive, shallowRef, watch, type ComputedRef } from 'vue';
import { holdUnsaved } from './unsaved.ts';

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const equal = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

interface Kept {
  readonly form: Record<string, unknown>;
  readonly base: Record<string, unknown>;
}
/** Drafts that were put aside unsaved: another object was chosen, or the session ended. They live as long as the page. */
const aside = new Map<string, Kept>();

export interface Draft<T> {
  readonly form: T;
  readonly unsaved: ComputedRef<boolean>;
  /** Remembers what is being sent; call what it gives when that was saved. What is typed meanwhile stays unsaved. */
  readonly sending: () => () => void;
  /** Drops what was typed. */
  readonly reset: () => void;
}

/**
 * The draft of an object in a form. It is filled for each object that `key` names; of the same one, fields that nobody has
 * touched follow what others save, and those that were typed in stay as they are. A null source is no object yet.
 */
export function useDraft<T extends object>(what: string, key: () => unknown, source: () => T): Draft<T> {
  type Fields = Record<string, unknown>;
  const form = reactive(copy(source())) as T;
  const fields = form as Fields;
  /** What was stored when the fields were filled. */
  const base = shallowRef(copy(source()) as Fields);
  let name = '';
  const changed = computed(() => {
    const now = source() as Fields;
    return Object.keys(fields).some((one) => !equal(fields[one], now[one]) && !equal(fields[one], base.value[one]));
  });

  function keep() {
    if (changed.value) aside.set(name, copy({ form: fields, base: base.value }));
    else aside.delete(name);
  }
  /** Takes on what is stored now, in every field that is as it was. */
  function follow() {
    const now = copy(source()) as Fields;
    for (const one of Object.keys(now))
      if (!(one in fields) || equal(fields[one], base.value[one])) fields[one] = now[one];
    base.value = now;
  }
  function fill() {
    name = `${what} ${String(key())}`;
    const kept = aside.get(name);
    base.value = copy(kept?.base ?? source()) as Fields;
    Object.assign(fields, copy(kept?.form ?? source()));
    follow();
  }
  fill();
  watch(key, (now, before) => {
    if (now === before) return;
    keep();
    fill();
  });
  watch(source, follow);
  onScopeDispose(keep);

  function reset() {
    aside.delete(name);
    base.value = copy(source()) as Fields;
    Object.assign(fields, copy(base.value));
  }
  holdUnsaved(() => changed.value, reset);
  return {
    form,
    unsaved: changed,
    sending() {
      const sent = copy(fields);
      const of = name;
      return () => {
        aside.delete(of);
        if (of !== name) return;
        base.value = sent;
        follow();
      };
    },
    reset,
  };
}
