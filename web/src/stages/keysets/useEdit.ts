import { computed, ref, watch, type Ref } from 'vue';
import { placeKey, type Change, type Consequence } from '@crib/core/keyset';
import type { Command, CustomKeyset, Edit, EditAction } from '@crib/core/contract';
import { useWorkspace } from '../../stores/workspace.ts';
import { useChange } from './useChange.ts';

const SAID: Record<EditAction, string> = {
  set: 'Set.',
  add: 'Added.',
  clear: 'Cleared.',
  block: 'It does nothing there now.',
  'put back': 'As it was.',
};

/** What is done for the former owner of a press, in the same change. */
export type FollowUp =
  { readonly kind: 'leave' } | { readonly kind: 'give'; readonly shortcut: string } | { readonly kind: 'swap' };

/** The edit that is being made in the margin: what it would be, what follows from it, and saving it. */
export function useEdit(keyset: Ref<CustomKeyset>, command: Ref<Command>) {
  const workspace = useWorkspace();
  const change = useChange(keyset);
  const { problems, said: saved } = change;
  const shortcut = ref('');
  const reason = ref('');
  const memoryAid = ref('');
  const context = ref(command.value.home);
  /** Empty for all platforms. */
  const platform = ref('');

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

  function changeOf(action: EditAction): Change & { put: Edit[] } {
    const base = workspace.keyset(keyset.value.baseId);
    // Straight over the shipped keyset, putting back is taking the edit away.
    if (action === 'put back' && base?.kind === 'shipped') return { put: [], remove: [place.value] };
    const named = action === 'set' || action === 'add' || action === 'block';
    const edit = { action, shortcuts: named ? [shortcut.value] : [], reason: reason.value, memoryAid: memoryAid.value };
    return { put: [{ ...place.value, ...edit }], remove: [] };
  }
  /** What follows from setting the shortcut that is being pressed. */
  const outcome = computed(() => (shortcut.value ? change.outcomeOf(changeOf('set')) : null));
  /** Who loses the press, and where. */
  const owner = computed(
    () => (outcome.value?.consequences ?? []).find((one: Consequence) => one.kind === 'taken from')?.other ?? null,
  );
  const main = computed(() => {
    const on = platform.value || workspace.catalogue!.release.platforms[0]!;
    return workspace.effectiveOf(keyset.value.id, on).at(command.value.id, context.value)[0]?.shortcut ?? null;
  });

  /** The edit with what is done for the former owner. */
  function withFollowUp(follow: FollowUp): Change {
    const made = changeOf('set');
    if (!owner.value || follow.kind === 'leave') return made;
    const given = follow.kind === 'give' ? follow.shortcut : main.value;
    if (!given) return made;
    const { command: former, context: where } = owner.value;
    const why = `${command.value.label} has taken its key.`;
    const theirs: Edit = {
      command: former,
      context: where,
      platform: place.value.platform,
      action: 'set',
      shortcuts: [given],
      reason: why,
      memoryAid: '',
    };
    return { ...made, put: [...made.put, theirs] };
  }
  async function finish(made: Change, sentence: string) {
    const done = await change.make(made, sentence);
    if (done) shortcut.value = '';
    return done;
  }
  const save = (action: EditAction) => finish(changeOf(action), SAID[action]);
  const saveWith = (follow: FollowUp) =>
    finish(
      withFollowUp(follow),
      follow.kind === 'swap' ? 'Swapped.' : follow.kind === 'give' ? 'Both are set.' : 'Set.',
    );
  return {
    shortcut,
    reason,
    memoryAid,
    context,
    platform,
    problems,
    busy: change.busy,
    saved,
    present,
    outcome,
    owner,
    main,
    setting: change.setting,
    save,
    saveWith,
  };
}
