import { usesADay } from '../../catalogue/index.ts';
import type { Crosswalk } from '../../contract/index.ts';
import type { Opened } from '../../keyset/index.ts';
import { relation, type Lineage } from '../../release/index.ts';
import { matchesOf } from './standings.ts';
import { inverted, isLike, type Match } from './relations.ts';

/** What learners bring along: their former program, which commands of the new one match its commands, and daily uses. */
export interface Habits {
  readonly old: Opened;
  readonly counterparts: readonly Match[];
  /** From places of the old program to places of the new one. */
  readonly places: ReadonlyMap<number, number>;
  /** Commands of the old program that were judged, without a counterpart as well. */
  readonly judged: ReadonlySet<number>;
  /** Times a day. */
  readonly uses: ReadonlyMap<number, number>;
}

/** What learners of the old program bring along, by what a crosswalk says of it. */
export function habitsFrom(old: Opened, { commands, contexts }: Pick<Crosswalk, 'commands' | 'contexts'>): Habits {
  return {
    old,
    counterparts: matchesOf(commands),
    places: new Map(matchesOf(contexts).map(({ source, target }) => [source, target])),
    judged: new Set(commands.flatMap((one) => (one.relation === 'later' ? [] : one.source))),
    uses: usesADay(old.catalogue.uses),
  };
}

/** What has become of commands and places, as between two releases: a crosswalk for a lineage. */
export function lineageOf({ counterparts, places }: Habits): Lineage {
  return {
    commands: relation(counterparts.filter(isLike).map((one) => [one.source, one.target] as const)),
    contexts: relation([...places]),
  };
}

/** Pairs of commands and of places that are likely the same ones. */
export interface LikelyPairs {
  readonly commands: readonly (readonly [number, number])[];
  readonly contexts: readonly (readonly [number, number])[];
}

/** The lineage of a crosswalk, from either of its ends; what nobody has judged goes by what is likely. */
export function lineageFrom(
  { from, commands, contexts }: Pick<Crosswalk, 'from' | 'commands' | 'contexts'>,
  slug: string,
  likely: LikelyPairs,
): Lineage {
  const forth = from.slug === slug;
  const pairsOf = (judged: Crosswalk['commands'], unjudged: LikelyPairs['commands']) => {
    const list = matchesOf(judged);
    const told = new Set(
      judged.flatMap((one) => (one.relation === 'later' ? [] : forth ? one.source : (one.target ?? []))),
    );
    const pairs = (forth ? list : inverted(list)).filter(isLike).map((one) => [one.source, one.target] as const);
    const taken = new Set(pairs.map(([, target]) => target));
    return [...pairs, ...unjudged.filter(([source, target]) => !told.has(source) && !taken.has(target))];
  };
  return {
    commands: relation(pairsOf(commands, likely.commands)),
    contexts: relation(pairsOf(contexts, likely.contexts)),
  };
}

/** How often the new program’s commands will be used by hands that come: as often as what they answer to. */
export function usesThere({ counterparts, uses }: Habits): Map<number, number> {
  const found = new Map<number, number>();
  for (const { source, target } of counterparts.filter(isLike))
    found.set(target, (found.get(target) ?? 0) + (uses.get(source) ?? 0));
  return found;
}
