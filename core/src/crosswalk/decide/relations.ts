import { RELATIONS } from '../../contract/index.ts';

/**
 * Mapping relations between concepts of two schemes (W3C, SKOS Simple Knowledge Organization System Reference, section 10),
 * here between commands or places of two programs: `broad` says that the other one does more.
 */
export { RELATIONS };
export type Relation = (typeof RELATIONS)[number];

/** The relation seen from the other side: broadMatch and narrowMatch are inverse, the others symmetric (S43, S44, _mem_). */
export function inverse(relation: Relation): Relation {
  if (relation === 'broad') return 'narrow';
  return relation === 'narrow' ? 'broad' : relation;
}

/**
 * What two relations in a row come to, as a proposal only: exact leaves the other as it is, broad, narrow and close keep to
 * themselves, and all else is related at most. Crib’s own rule; SKOS states transitivity of exactMatch alone (S45, _mem_).
 */
export function composed(first: Relation, second: Relation): Relation {
  if (first === 'exact') return second;
  if (second === 'exact') return first;
  return first === second ? first : 'related';
}

/** One counterpart of a command or a place. */
export interface Match {
  readonly source: number;
  readonly target: number;
  readonly relation: Relation;
  /** One of the states the command cycles through, where only that one is meant; '' or none is the whole command. */
  readonly sourceState?: string;
  readonly targetState?: string;
  /** What the trainer notes of it. */
  readonly note?: string;
}

/** Relations of commands that do the like: what is only related keeps no key, and pressing it does something else. */
const LIKE: ReadonlySet<Relation> = new Set<Relation>(['exact', 'close', 'broad', 'narrow']);
/** Whether a counterpart can keep the key: it does the like, and answers to the whole command. */
export const isLike = ({ relation: kind, sourceState }: Match) => LIKE.has(kind) && !sourceState;

/** A crosswalk read from its other end. */
export const inverted = (matches: readonly Match[]): Match[] =>
  matches.map(({ source, target, relation, sourceState = '', targetState = '', ...rest }) => ({
    ...rest,
    source: target,
    target: source,
    relation: inverse(relation),
    sourceState: targetState,
    targetState: sourceState,
  }));

/**
 * Proposals by way of a third program: each pair once, with the nearest of the relations that lead to it; where one way
 * says broad and another narrow, they are related. What is said of a single state goes no further.
 */
export function composition(first: readonly Match[], second: readonly Match[]): Match[] {
  const whole = (one: Match) => !one.sourceState && !one.targetState;
  const onward = new Map<number, Match[]>();
  for (const match of second.filter(whole)) onward.set(match.source, [...(onward.get(match.source) ?? []), match]);
  const found = new Map<string, { source: number; target: number; ways: Set<Relation> }>();
  for (const { source, target: middle, relation } of first.filter(whole))
    for (const next of onward.get(middle) ?? []) {
      const key = `${source} ${next.target}`;
      const pair = found.get(key) ?? { source, target: next.target, ways: new Set<Relation>() };
      found.set(key, pair);
      pair.ways.add(composed(relation, next.relation));
    }
  return [...found.values()].map(({ source, target, ways }) => {
    const torn = ways.has('broad') && ways.has('narrow') && !ways.has('exact') && !ways.has('close');
    return { source, target, relation: torn ? 'related' : RELATIONS.find((one) => ways.has(one))! };
  });
}
