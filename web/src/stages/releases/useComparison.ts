import { computed } from 'vue';
import { harms, moved, movedRows, sideOf } from '@crib/core/release';
import { useHands } from '../../composables/useHands.ts';
import { useLineage } from '../../stores/lineage.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useCatalogues } from './useCatalogues.ts';

/** Two keysets of the app in hand as the address names them: the newest two releases, when it names none. */
export function useComparison() {
  const workspace = useWorkspace();
  const { kept, platform } = usePlace();
  const lineage = useLineage();
  const { rest, typist } = useHands();
  const [oldAsked, nowAsked] = [kept('old'), kept('now')];
  const [oldOn, nowOn] = [kept('oldon'), kept('nowon')];

  const keysets = computed(() => workspace.app?.keysets ?? []);
  const releases = computed(() => workspace.app?.releases ?? []);
  const shippedOf = (at: number) =>
    keysets.value.find((one) => one.isDefault && one.releaseId === releases.value[at]?.id);
  const lineOf = (id: string) => keysets.value.find((one) => String(one.id) === id);
  const now = computed(() => lineOf(nowAsked.value) ?? shippedOf(0));
  const old = computed(() => {
    const asked = lineOf(oldAsked.value);
    if (asked) return asked;
    const at = releases.value.findIndex((one) => one.id === now.value?.releaseId);
    return shippedOf(at + 1) ?? now.value;
  });
  const platforms = computed(() => [oldOn.value || platform.value, nowOn.value || platform.value] as const);

  /** The keysets in the columns: the two that are compared, the release before, and what was made on the older one. */
  const columnsAsked = kept('columns');
  const columns = computed<number[]>({
    get: () => {
      const asked = columnsAsked.value
        .split(',')
        .filter((id) => lineOf(id))
        .map(Number);
      if (asked.length) return asked;
      const at = releases.value.findIndex((one) => one.id === old.value?.releaseId);
      const custom = keysets.value.filter((one) => one.kind === 'custom' && one.baseId === old.value?.id)[0];
      const found = [shippedOf(at + 1), old.value, now.value, custom].flatMap((one) => one?.id ?? []);
      return [...new Set(found)];
    },
    set: (ids) => (columnsAsked.value = ids.join(',')),
  });
  const wanted = computed(() => {
    const ids = [old.value?.id, now.value?.id, ...columns.value];
    return [...new Set(ids.flatMap((id) => keysets.value.find((one) => one.id === id)?.releaseId ?? []))];
  });
  const catalogues = useCatalogues(wanted);
  const { loaded, ready } = catalogues;
  const openedOf = (keyset: number) => loaded.value.get(keysets.value.find((one) => one.id === keyset)?.releaseId ?? 0);

  const compared = computed(() => {
    const [a, b] = [old.value, now.value];
    if (!ready.value || !a || !b) return null;
    const [was, is] = [loaded.value.get(a.releaseId), loaded.value.get(b.releaseId)];
    if (!was || !is) return null;
    const between = lineage.between(was.catalogue, is.catalogue);
    const [oldSide, nowSide] = platforms.value;
    const sides = [
      sideOf(was, a.id, workspace.keyboardsFor(was.catalogue.release.platforms), oldSide),
      sideOf(is, b.id, workspace.keyboardsFor(is.catalogue.release.platforms), nowSide),
    ] as const;
    const found = moved(sides[0], sides[1], between);
    const uses = is.uses();
    const cost = harms(found, sides[0], sides[1], uses, { rest: rest.value, typist: typist.value });
    return {
      old: was,
      now: is,
      sides,
      lineage: between,
      moved: found,
      harms: cost,
      rows: movedRows(found, cost),
      uses,
    };
  });
  const labelOf = (releaseId: number | undefined) => releases.value.find((one) => one.id === releaseId)?.label ?? '';
  return { ...catalogues, keysets, releases, old, now, platforms, columns, compared, openedOf, labelOf };
}
