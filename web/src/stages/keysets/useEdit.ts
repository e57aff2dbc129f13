import { computed, ref, toRefs, watch, type Ref } from 'vue';
import { editOf, placeKey, withFollowUp, type Change, type Consequence, type FollowUp } from '@crib/core/keyset';
import type { Command, CustomKeyset, EditAction } from '@crib/core/contract';
import { useDraft } from '../../composables/useDraft.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useChange } from './useChange.ts';

const SAID: Record<EditAction, string> = {
  set: 'Shortcut set.',
  add: 'Shortcut added.',
  clear: 'Shortcut removed.',
  block: 'Shortcut disabled.',
  'put back': 'Shortcut reset.',
};

/** The edit that is being made in the margin: what it would be, what follows from it, and saving it. */
export function useEdit(keyset: Ref<CustomKeyset>, command: Ref<Command>) {
  const workspace = useWorkspace();
  const change = useChange(keyset);
  const { problems, said: saved } = change;
  const shortcut = ref('');
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
  }
  watch(() => command.value.id, begin, { immediate: true });
  /** What is said of the edit at that place: written down with it, or by itself where the edit is there already. */
  const { form, sending, unsaved } = useDraft(
    'reason',
    () => `${keyset.value.id} ${command.value.id}`,
    () => ({ reason: present.value?.reason ?? '', memoryAid: present.value?.memoryAid ?? '' }),
  );
  const { reason, memoryAid } = toRefs(form);

  watch(shortcut, (now) => {
    if (!now) return;
    problems.value = [];
    saved.value = '';
  });

  const changeOf = (action: EditAction) => {
    const said = { shortcut: shortcut.value, reason: reason.value, memoryAid: memoryAid.value };
    return editOf(change.setting.value, place.value, action, said);
  };
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

  async function finish(made: Change, sentence: string) {
    const written = sending();
    const done = await change.make(made, sentence);
    if (done) {
      shortcut.value = '';
      written();
    }
    return done;
  }
  /** Writes a reason and a memory aid on the edit that is there: its keys stay. */
  async function saveWords() {
    const edit = present.value;
    if (!edit) return false;
    const put = [{ ...edit, reason: reason.value, memoryAid: memoryAid.value }];
    return finish({ put, remove: [] }, 'Reason saved.');
  }
  const save = (action: EditAction) => finish(changeOf(action), SAID[action]);
  const saveWith = (follow: FollowUp) =>
    finish(
      owner.value ? withFollowUp(change.setting.value, changeOf('set'), owner.value, follow) : changeOf('set'),
      follow.kind === 'swap' ? 'Shortcuts swapped.' : follow.kind === 'give' ? 'Both shortcuts set.' : 'Shortcut set.',
    );
  return {
    shortcut,
    reason,
    memoryAid,
    context,
    platform,
    problems,
    busy: change.busy,
    proposing: change.proposing,
    saved,
    present,
    outcome,
    owner,
    main,
    setting: change.setting,
    unsaved,
    save,
    saveWith,
    saveWords,
  };
}
