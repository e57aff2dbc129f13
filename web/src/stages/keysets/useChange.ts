import { computed, ref, shallowRef, type Ref } from 'vue';
import { consequences, shownKeys, type Change, type Outcome } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import type { CustomKeyset, SavedChange, SentChange } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import { Refusal, ask, problemsOf } from '../../api/client.ts';
import { languageInHand, layoutsInHand } from '../../composables/in-hand.ts';
import { useSession } from '../../stores/session.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Changes of a custom keyset: what would follow, and making them; several edits are all made, or none. */
export function useChange(keyset: Ref<CustomKeyset>) {
  const workspace = useWorkspace();
  const problems = shallowRef<readonly Problem[]>([]);
  const busy = ref(false);
  const said = ref('');
  const setting = computed(() => workspace.settingOf(keyset.value.id));
  const outcomeOf = (change: Change): Outcome => consequences(setting.value, change);

  /** Makes a change, with what it was shown to do; whether it was made. */
  async function make(change: Change, sentence: string, why = ''): Promise<boolean> {
    const { refusals, consequences: following } = outcomeOf(change);
    const body: SentChange = {
      revision: keyset.value.revision,
      put: [...change.put],
      remove: [...change.remove],
      shown: shownKeys(following),
      language: languageInHand.value,
      layouts: layoutsInHand.value.map((one) => one.id),
      why,
    };
    if (refusals.length) {
      problems.value = refusals;
      return false;
    }
    return proposing.value ? propose(body) : send((at) => ask('POST /api/keysets/:id/changes', at, body), sentence);
  }
  /** The school’s keysets are proposed for where the workspace says so: the keyset stays as it is. */
  const session = useSession();
  const proposing = computed(() => session.proposes && keyset.value.owner === null);
  const propose = (body: SentChange) =>
    attempt(async () => {
      const { edits } = await ask('POST /api/keysets/:id/proposals', { id: keyset.value.id }, body);
      return `Sent for review (${counted(edits, 'edit')}).`;
    });
  /** Takes the last change back, or makes it again. */
  const step = (kind: 'undo' | 'redo') =>
    send(
      (at) => ask(`POST /api/keysets/:id/${kind}`, at, { revision: keyset.value.revision }),
      kind === 'undo' ? 'Undone.' : 'Redone.',
    );
  /** Puts the whole layer back to how it stood at a revision. */
  const putBack = (to: number) =>
    send((at) => ask('POST /api/keysets/:id/state', at, { revision: keyset.value.revision, to }), 'Keyset restored.');
  const send = (work: (at: { id: number }) => Promise<SavedChange>, sentence: string) =>
    attempt(async () => {
      workspace.laid(await work({ id: keyset.value.id }));
      return sentence;
    });
  /** Does something to the keyset and says so, or what stood in the way. */
  async function attempt(work: () => Promise<string>): Promise<boolean> {
    busy.value = true;
    problems.value = [];
    said.value = '';
    try {
      said.value = await work();
      return true;
    } catch (error) {
      problems.value = problemsOf(error);
      // Somebody else was faster: what they did is fetched, what was written here stays.
      if (error instanceof Refusal && error.status === 412) await workspace.reload();
      return false;
    } finally {
      busy.value = false;
    }
  }
  return { problems, busy, said, setting, outcomeOf, proposing, make, step, putBack };
}
