import { onScopeDispose, shallowRef, watch, type ShallowRef, type WatchSource } from 'vue';

/**
 * What is worked out from something that changes with every letter, but is read beside what was asked for: it follows once
 * that stands on the screen, and only for the last of several changes. At first it is there at once.
 */
export function following<Made>(of: WatchSource | WatchSource[], make: () => Made): Readonly<ShallowRef<Made>> {
  const made = shallowRef(make());
  let waiting = 0;
  watch(of, () => {
    cancelAnimationFrame(waiting);
    waiting = requestAnimationFrame(() => setTimeout(() => (made.value = make())));
  });
  onScopeDispose(() => cancelAnimationFrame(waiting));
  return made;
}
