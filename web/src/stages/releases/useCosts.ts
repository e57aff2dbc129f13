import { computed, type Ref } from 'vue';
import type { Edit } from '@crib/core/contract';
import { placeKey } from '@crib/core/keyset';
import { costs, type EditCost, type PastRelease } from '@crib/core/release';
import { useLineage } from '../../stores/lineage.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useCatalogues } from './useCatalogues.ts';

/** What edits on a release have cost, or would have, at the releases before it, by their places. */
export function useCosts(edits: Ref<readonly Edit[]>, releaseId: Ref<number | undefined>) {
  const workspace = useWorkspace();
  const lineage = useLineage();
  /** The releases up to that one, the oldest first. */
  const past = computed(() => {
    const all = [...(workspace.app?.releases ?? [])].reverse();
    return all.slice(0, all.findIndex((one) => one.id === releaseId.value) + 1).map((one) => one.id);
  });
  const { loaded, ready } = useCatalogues(past);
  const found = computed<ReadonlyMap<string, EditCost>>(() => {
    if (!ready.value || edits.value.length === 0 || past.value.length < 2) return new Map();
    const all = past.value.map((id) => loaded.value.get(id)!);
    const steps = all.map((one): PastRelease => {
      const keyboards = workspace.keyboardsFor(one.catalogue.release.platforms);
      return { label: one.catalogue.release.label, setting: one.setting(one.shipped!.id, keyboards) };
    });
    const list = costs(edits.value, steps, (from, to) => lineage.between(all[from]!.catalogue, all[to]!.catalogue));
    return new Map(list.map((one) => [placeKey(one.edit), one]));
  });
  return { costs: found };
}
