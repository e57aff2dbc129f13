import type { Judgement } from '../contract/index.ts';
import { inverted, type Match, type Relation } from './relations.ts';

/** How a command stands in a crosswalk: its counterparts, that there is none, put off, or not yet judged. */
export interface Standing {
  readonly kind: 'counterparts' | 'none' | 'later' | 'unjudged';
  readonly matches: readonly Match[];
}
const UNJUDGED: Standing = { kind: 'unjudged', matches: [] };

const isMatch = (one: Judgement): one is Judgement & { target: number; relation: Relation } => one.target !== null;

/** Judgements by what stands on one side; from the other side only counterparts are known. */
export function standings(judged: readonly Judgement[], from: 'source' | 'target'): (id: number) => Standing {
  const found = new Map<number, Standing>();
  for (const one of judged) {
    if (!isMatch(one)) {
      if (from === 'source' && !one.sourceState)
        found.set(one.source, { kind: one.relation === 'none' ? 'none' : 'later', matches: [] });
      continue;
    }
    const { source, target, relation, sourceState, targetState, note } = one;
    const said: Match = { source, target, relation, sourceState, targetState, note };
    const match = from === 'source' ? said : inverted([said])[0]!;
    const known = found.get(match.source);
    found.set(match.source, { kind: 'counterparts', matches: [...(known?.matches ?? []), match] });
  }
  return (id) => found.get(id) ?? UNJUDGED;
}

/** The pairs that matching learns from: what was judged the same or near. */
export const taught = (judged: readonly Judgement[]): { source: number; target: number }[] =>
  judged.flatMap((one) => (isMatch(one) && !one.sourceState && !one.targetState && (one.relation === 'exact' || one.relation === 'close') ? [{ source: one.source, target: one.target }] : [])); // prettier-ignore
