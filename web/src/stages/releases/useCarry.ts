import { computed } from 'vue';
import type { CustomKeyset } from '@crib/core/contract';
import { carriedLayer, carry, decisionFor, type Decision, type Outcome } from '@crib/core/release';
import { useDecisions } from '../../composables/useDecisions.ts';
import { useLineage } from '../../stores/lineage.ts';
import { usePlace } from '../../composables/usePlace.ts';
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
  const later = computed(() =>
    releases.value.slice(
      0,
      releases.value.findIndex((one) => one.id === line.value?.releaseId),
    ),
  );
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
    const chosen = new Map(
      outcomes.value.flatMap((one, at) => {
        const said = decisions.value.of(one.edit);
        return said ? [[at, said] as const] : [];
      }),
    );
    return carriedLayer(outcomes.value, chosen, question.value);
  });
  return {
    ...catalogues,
    line,
    to,
    toAsked,
    later,
    from,
    onto,
    source,
    target,
    keyset,
    base,
    below,
    question,
    outcomes,
    decisions,
    decisionOf,
    isDecided,
    made,
  };
}
