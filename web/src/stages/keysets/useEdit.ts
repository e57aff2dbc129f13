import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { consequences, placeKey, shownKeys, type Consequence, type Outcome } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import type { Command, CustomKeyset, Edit, EditAction, SentChange } from '@crib/core/contract';
import { Refusal, ask, problemsOf } from '../../api/client.ts';
import { languageInHand } from '../../stores/hand.ts';
import { useWorkspace } from '../../stores/workspace.ts';

const SAID: Record<EditAction, string> = {
  set: 'Set.',
  add: 'Added.',
  clear: 'Cleared.',
  block: 'It does nothing there now.',
  'put back': 'As it was.',
};

/** The edit that is being made in the margin: what it would be, what follows from it, and saving it. */
export function useEdit(keyset: Ref<CustomKeyset>, command: Ref<Command>) {
  const workspace = useWorkspace();
  const shortcut = ref('');
  const reason = ref('');
  const memoryAid = ref('');
  const context = ref(command.value.home);
  /** Empty for all platforms. */
  const platform = ref('');
  const problems = shallowRef<readonly Problem[]>([]);
  const busy = ref(false);
  const saved = ref('');

  const place = computed(() => ({
    command: command.value.id,
    context: context.value,
    platform: platform.value || null,
  }));
  const present = computed(() => keyset.value.edits.find((edit) => placeKey(edit) === placeKey(place.value)));

  function begin() {
    shortcut.value = '';
    problems.value = [];
    saved.value = '';
    const mine = keyset.value.edits.find((edit) => edit.command === command.value.id);
    context.value = mine?.context ?? command.value.home;
    platform.value = mine?.platform ?? '';
    reason.value = mine?.reason ?? '';
    memoryAid.value = mine?.memoryAid ?? '';
  }
  watch(() => command.value.id, begin, { immediate: true });
  watch(shortcut, (now) => {
    if (!now) return;
    problems.value = [];
    saved.value = '';
  });

  function changeOf(action: EditAction): Pick<SentChange, 'put' | 'remove'> & { put: Edit[] } {
    const base = workspace.keyset(keyset.value.baseId);
    // Straight over the shipped keyset, putting back is taking the edit away.
    if (action === 'put back' && base?.kind === 'shipped') return { put: [], remove: [place.value] };
    const shortcuts = action === 'set' || action === 'add' ? [shortcut.value] : [];
    return {
      put: [{ ...place.value, action, shortcuts, reason: reason.value, memoryAid: memoryAid.value }],
      remove: [],
    };
  }
  function outcomeOf(action: EditAction): Outcome {
    const { put, remove = [] } = changeOf(action);
    return consequences(workspace.settingOf(keyset.value.id), { put, remove });
  }
  /** What follows from setting the shortcut that is being pressed. */
  const outcome = computed(() => (shortcut.value ? outcomeOf('set') : null));
  const takes = computed(() =>
    (outcome.value?.consequences ?? []).some((one: Consequence) => one.kind === 'taken from'),
  );

  async function save(action: EditAction) {
    busy.value = true;
    problems.value = [];
    try {
      const { refusals, consequences: following } = outcomeOf(action);
      if (refusals.length) return void (problems.value = refusals);
      const change: SentChange = {
        revision: keyset.value.revision,
        ...changeOf(action),
        shown: shownKeys(following),
        language: languageInHand.value,
      };
      const answer = await ask<{ keyset: CustomKeyset }>('POST', `/api/keysets/${keyset.value.id}/changes`, change);
      workspace.replace(answer.keyset);
      shortcut.value = '';
      saved.value = SAID[action];
    } catch (error) {
      problems.value = problemsOf(error);
      // Somebody else was faster: what they did is fetched, what was written here stays.
      if (error instanceof Refusal && error.status === 412) await workspace.reload();
    } finally {
      busy.value = false;
    }
  }
  return {
    shortcut,
    reason,
    memoryAid,
    context,
    platform,
    problems,
    busy,
    saved,
    present,
    outcome,
    takes,
    save,
  };
}
