import { computed, shallowRef, watch, type Ref } from 'vue';
import type { Opened } from '@crib/core/keyset';
import { useAsked } from '../../composables/useAsked.ts';
import { languageInHand, platformInHand } from '../../composables/in-hand.ts';
import { useLineage } from '../../stores/lineage.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Some releases of the app in hand, opened: fetched as they are asked for. */
export function useCatalogues(wanted: Ref<readonly number[]>) {
  const workspace = useWorkspace();
  const lineage = useLineage();
  const loaded = shallowRef(new Map<number, Opened>());

  async function open(slug: string) {
    await lineage.open(slug);
    return Promise.all(wanted.value.map((id) => workspace.openedRelease(id)));
  }
  const { failed: problem, load } = useAsked(
    () => (workspace.app ? open(workspace.app.slug) : null),
    (found) => (loaded.value = new Map(found.map((one) => [one.catalogue.release.id, one]))),
  );
  watch(() => [wanted.value.join(), workspace.catalogue, languageInHand.value, platformInHand.value] as const, load, {
    immediate: true,
  });

  const ready = computed(() => wanted.value.every((id) => loaded.value.has(id)));
  return { loaded, ready, problem, load };
}
