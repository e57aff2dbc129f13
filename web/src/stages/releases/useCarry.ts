import { computed } from 'vue';
import type { CustomKeyset } from '@crib/core/contract';
import { placeKey } from '@crib/core/keyset';
import {
  carriedLayer,
  carry,
  costs,
  decisionFor,
  type Decision,
  type EditCost,
  type Outcome,
  type PastRelease,
} from '@crib/core/release';
import { useDecisions } from '../../stores/decisions.ts';
import { useLineage } from '../../stores/lineage.ts';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useCatalogues } from './useCatalogues.ts';

/** A custom keyset on its way to another release of its app: what becomes of each edit, and what is decided. */
export function useCarry() {
  const workspace = useWorkspace();
  const lineage = useLineage();
  const { route, kept } = usePlace();
  const releases = computed(() => workspace.app?.releases ?? []);
  const line = computed(() => (workspace.app?.keysets ?? []).find((one) => one.id === Number(route.params['keyset'])));
  const toAsked = kept('to');
  /** Later releases, the newest first; the newest is meant when none is named. */
  const later = computed(() => releases.value.slice(0, releases.value.findIndex((one) => one.id === line.value?.releaseId))); // prettier-ignore
  const to = computed(() => later.value.find((one) => String(one.id) === toAsked.value) ?? later.value[0]);
  const wanted = computed(() => [line.value?.releaseId, to.value?.id].filter((one) => one !== undefined));
  const catalogues = useCatalogues(wanted);
  const from = computed(() => catalogues.loaded.value.get(line.value?.releaseId ?? 0));
  const onto = computed(() => catalogues.loaded.value.get(to.value?.id ?? 0));
  const source = computed(() => from.value?.catalogue);
  const target = computed(() => onto.value?.catalogue);
  const keyset = computed(() => {
    const found = source.value?.keysets.find((one) => one.id === line.value?.id);
    return found?.kind === 'custom' ? (found as CustomKeyset) : null;
  });

  /** What it would stand on: what its base was carried to, or the shipped keyset; null where the base waits. */
  const base = computed(() => {
    const mine = source.value?.keysets.find((one) => one.id === keyset.value?.baseId);
    if (!mine || !target.value) return null;
    if (mine.kind === 'custom')
      return target.value.keysets.find((one) => one.kind === 'custom' && one.carriedFrom === mine.id) ?? null;
    return target.value.keysets.find((one) => one.kind === 'shipped' && one.isDefault) ?? null;
  });
  const below = computed(() => source.value?.keysets.find((one) => one.id === keyset.value?.baseId));

  const question = computed(() => {
    const [mine, a, b] = [keyset.value, from.value, onto.value];
    if (!mine || !a || !b || !base.value) return null;
    return {
      edits: mine.edits,
      old: a.setting(mine.baseId, workspace.keyboardsFor(a.catalogue.release.platforms)),
      now: b.setting(base.value.id, workspace.keyboardsFor(b.catalogue.release.platforms)),
      lineage: lineage.between(a.catalogue, b.catalogue),
    };
  });
  const outcomes = computed<readonly Outcome[]>(() => (question.value ? carry(question.value) : []));
  const decisions = computed(() => useDecisions(line.value?.id ?? 0, to.value?.id ?? 0));
  const decisionOf = (outcome: Outcome): Decision => decisions.value.of(outcome.edit) ?? decisionFor(outcome);
  const isDecided = (outcome: Outcome) => !outcome.open || decisions.value.of(outcome.edit) !== undefined;
  const made = computed(() => {
    if (!question.value) return null;
    const chosen = new Map(outcomes.value.flatMap((one, at) => { const said = decisions.value.of(one.edit); return said ? [[at, said] as const] : []; })); // prettier-ignore
    return carriedLayer(outcomes.value, chosen, question.value.now);
  });
  return { ...catalogues, line, to, toAsked, later, from, onto, source, target, keyset, base, below, question, outcomes, decisions, decisionOf, isDecided, made }; // prettier-ignore
}

/** What each edit of a keyset has cost at past releases, by its place. */
export function useCosts(carrying: ReturnType<typeof useCarry>) {
  const workspace = useWorkspace();
  const lineage = useLineage();
  /** The releases up to the one the keyset stands on, the oldest first. */
  const past = computed(() => {
    const all = [...(workspace.app?.releases ?? [])].reverse();
    return all.slice(0, all.findIndex((one) => one.id === carrying.line.value?.releaseId) + 1).map((one) => one.id);
  });
  const { loaded, ready } = useCatalogues(past);
  const found = computed<ReadonlyMap<string, EditCost>>(() => {
    const mine = carrying.keyset.value;
    if (!ready.value || !mine || past.value.length < 2) return new Map();
    const all = past.value.map((id) => loaded.value.get(id)!);
    const steps = all.map((one): PastRelease => ({ label: one.catalogue.release.label, setting: one.setting(one.shipped!.id, workspace.keyboardsFor(one.catalogue.release.platforms)) })); // prettier-ignore
    const list = costs(mine.edits, steps, (from, to) => lineage.between(all[from]!.catalogue, all[to]!.catalogue));
    return new Map(list.map((one) => [placeKey(one.edit), one]));
  });
  return { costs: found };
}
