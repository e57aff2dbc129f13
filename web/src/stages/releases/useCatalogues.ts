import { computed, shallowRef, watch, type Ref } from 'vue';
import type { Problem } from '@crib/core/error';
import type { Opened } from '@crib/core/keyset';
import { problemsOf } from '../../api/client.ts';
import { asking } from '../../parts/asking.ts';
import { languageInHand, platformInHand } from '../../stores/hand.ts';
import { useLineage } from '../../stores/lineage.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Some releases of the app in hand, opened: fetched as they are asked for. */
export function useCatalogues(wanted: Ref<readonly number[]>) {
  const workspace = useWorkspace();
  const lineage = useLineage();
  const loaded = shallowRef(new Map<number, Opened>());
  const problem = shallowRef<Problem | null>(null);

  const turn = asking();
  async function load() {
    const last = turn();
    problem.value = null;
    const slug = workspace.app?.slug;
    if (!slug) return;
    try {
      await lineage.open(slug);
      const found = await Promise.all(wanted.value.map((id) => workspace.openedRelease(id)));
      if (last()) loaded.value = new Map(found.map((one) => [one.catalogue.release.id, one]));
    } catch (error) {
      if (last()) problem.value = problemsOf(error)[0]!;
    }
  }
  watch(() => [wanted.value.join(), workspace.catalogue, languageInHand.value, platformInHand.value] as const, load, {
    immediate: true,
  });

  const ready = computed(() => wanted.value.every((id) => loaded.value.has(id)));
  return { loaded, ready, problem, load };
}
