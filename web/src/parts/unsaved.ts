import { onScopeDispose } from 'vue';

/** Whoever has something that is not saved says so here, and is asked before it is left. */
const holders = new Map<() => boolean, () => void>();

/** Registers unsaved work for as long as a component lives; `forget` drops it when its user chooses to leave. */
export function holdUnsaved(unsaved: () => boolean, forget: () => void = () => {}): void {
  holders.set(unsaved, forget);
  onScopeDispose(() => holders.delete(unsaved));
}

const anyUnsaved = () => [...holders.keys()].some((unsaved) => unsaved());

/** Whether a view may be left: nothing in it is unsaved, or its user says so. */
export function mayLeave(): boolean {
  if (!anyUnsaved()) return true;
  if (!confirm('There are unsaved changes on this page. Leave without saving them?')) return false;
  for (const forget of holders.values()) forget();
  return true;
}

/** The browser asks before a page is reloaded or closed; what it says is its own. */
export function askBeforeUnload(): void {
  addEventListener('beforeunload', (event) => {
    if (anyUnsaved()) event.preventDefault();
  });
}
