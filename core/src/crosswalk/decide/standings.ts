import type { Judgement } from '../../contract/index.ts';
import { inverted, type Match } from './relations.ts';

/** How a command stands in a crosswalk: its counterparts, that there is none, put off, or not yet judged. */
export interface Standing {
  readonly kind: 'counterparts' | 'none' | 'later' | 'unjudged';
  readonly matches: readonly Match[];
}
const UNJUDGED: Standing = { kind: 'unjudged', matches: [] };

/** The counterparts among judgements. */
export const matchesOf = (judged: readonly Judgement[]): Match[] =>
  judged.flatMap(({ source, target, relation, sourceState, targetState, note }) =>
    target === null || relation === 'none' || relation === 'later'
      ? []
      : [{ source, target, relation, sourceState, targetState, note }],
  );

/** Judgements by what stands on one side; from the other side only counterparts are known. */
export function standings(judged: readonly Judgement[], from: 'source' | 'target'): (id: number) => Standing {
  const found = new Map<number, Standing>();
  if (from === 'source')
    for (const { source, relation, sourceState } of judged)
      if ((relation === 'none' || relation === 'later') && !sourceState)
        found.set(source, { kind: relation, matches: [] });
  const matches = matchesOf(judged);
  for (const match of from === 'source' ? matches : inverted(matches)) {
    const known = found.get(match.source);
    found.set(match.source, { kind: 'counterparts', matches: [...(known?.matches ?? []), match] });
  }
  return (id) => found.get(id) ?? UNJUDGED;
}

/** The pairs that matching learns from: what was judged the same or near. */
export const taught = (judged: readonly Judgement[]): { source: number; target: number }[] =>
  matchesOf(judged)
    .filter((one) => !one.sourceState && !one.targetState && (one.relation === 'exact' || one.relation === 'close'))
    .map(({ source, target }) => ({ source, target }));
