import { computed, type Ref } from 'vue';
import type { Command } from '@crib/core/contract';
import { pressesElsewhere, proposer, type Proposal } from '@crib/core/reach';
import type { Setting } from '@crib/core/keyset';
import { otherPrograms } from '../../composables/useOtherPrograms.ts';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Free presses for commands of a keyset, the best first, from where the hands rest. */
export function useProposals(setting: Ref<Setting>) {
  const workspace = useWorkspace();
  const { rest } = useHands();
  const { platform } = usePlace();
  const facts = computed(() => ({
    rest: rest.value,
    groups: workspace.catalogue?.groups ?? [],
    elsewhere: (command: Command) => pressesElsewhere(command, otherPrograms.value ?? [], platform.value),
    uses: workspace.opened?.uses() ?? new Map<number, number>(),
  }));
  const made = computed(() => proposer(setting.value, facts.value));
  function proposalsFor(command: number, context: number, most: number): Proposal[] {
    const known = setting.value.commands.get(command);
    return known ? made.value.proposals(known, context).slice(0, most) : [];
  }
  return { proposalsFor };
}
