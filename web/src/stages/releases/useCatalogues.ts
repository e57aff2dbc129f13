import { computed, shallowRef, watch, type Ref } from 'vue';
import type { Catalogue } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { stackOf, type Stack } from '@crib/core/keyset';
import { problemsOf } from '../../api/client.ts';
import { languageInHand, platformInHand } from '../../stores/hand.ts';
import { useLineage } from '../../stores/lineage.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** The catalogues of some releases of the app in hand, fetched as they are asked for, and one stack a keyset. */
export function useCatalogues(wanted: Ref<readonly number[]>) {
  const workspace = useWorkspace();
  const lineage = useLineage();
  const loaded = shallowRef(new Map<number, Catalogue>());
  const problem = shallowRef<Problem | null>(null);
  const stacks = computed(() => (loaded.value, new Map<number, Stack>()));

  async function load() {
    problem.value = null;
    const slug = workspace.app?.slug;
    if (!slug) return;
    try {
      await lineage.open(slug);
      const found = await Promise.all(wanted.value.map((id) => workspace.releaseCatalogue(id)));
      if (workspace.app?.slug === slug) loaded.value = new Map(found.map((one) => [one.release.id, one]));
    } catch (error) {
      problem.value = problemsOf(error)[0]!;
    }
  }
  watch(() => [wanted.value.join(), workspace.catalogue, languageInHand.value, platformInHand.value] as const, load, {
    immediate: true,
  });

  const ready = computed(() => wanted.value.every((id) => loaded.value.has(id)));
  function stackFor(catalogue: Catalogue, keyset: number): Stack {
    const found =
      stacks.value.get(keyset) ??
      stackOf(
        catalogue.keysets.find((one) => one.id === keyset)!,
        catalogue.keysets,
      );
    stacks.value.set(keyset, found);
    return found;
  }
  return { loaded, ready, problem, load, stackFor };
}
