import { computed, onScopeDispose, ref } from 'vue';
import { ElMessageBox } from 'element-plus';

/** Whoever has something that is not saved says so here, and is asked before it is left. */
const holders = new Map<() => boolean, () => void>();

/** Registers unsaved work for as long as a component lives; `forget` drops it when its user chooses to leave. */
export function holdUnsaved(unsaved: () => boolean, forget: () => void = () => {}): void {
  holders.set(unsaved, forget);
  onScopeDispose(() => holders.delete(unsaved));
}

/** Counts changes, so that a save knows which of them it has saved: what is typed meanwhile stays unsaved. */
export function useChanges() {
  const made = ref(0);
  const saved = ref(0);
  const unsaved = computed(() => made.value !== saved.value);
  const forget = () => void (saved.value = made.value);
  holdUnsaved(() => unsaved.value, forget);
  return {
    unsaved,
    touch: () => void made.value++,
    /** Remembers what is being sent; call what it gives when that was saved. */
    sending() {
      const at = made.value;
      return () => void (saved.value = at);
    },
    forget,
  };
}

const anyUnsaved = () => [...holders.keys()].some((unsaved) => unsaved());

/** The question while it is open: whoever navigates again meanwhile gets the same answer, not a second dialog. */
let asking: Promise<boolean> | null = null;

/** Whether a view may be left: nothing in it is unsaved, or its user says so. */
export async function mayLeave(): Promise<boolean> {
  if (!anyUnsaved()) return true;
  asking ??= ElMessageBox.confirm('There are unsaved changes on this page.', 'Leave without saving?', {
    confirmButtonText: 'Leave',
    cancelButtonText: 'Stay',
  })
    .then(
      () => true,
      () => false,
    )
    .finally(() => (asking = null));
  if (!(await asking)) return false;
  for (const forget of holders.values()) forget();
  return true;
}

/** The browser asks before a page is reloaded or closed; what it says is its own. */
export function askBeforeUnload(): void {
  addEventListener('beforeunload', (event) => {
    if (anyUnsaved()) event.preventDefault();
  });
}
