import type { ByWay, Crosswalk } from '../../contract/index.ts';
import type { Layout } from '../../keys/index.ts';
import type { Opened } from '../../keyset/index.ts';
import { keyboardsOf } from '../../press/index.ts';
import { matchesOf, taught } from '../decide/standings.ts';
import { matchedCommands } from './commands.ts';
import type { MatchQuestion } from './proposals.ts';
import { composition, inverted, type Match } from '../decide/relations.ts';
import type { WordSection } from './word-list.ts';

/** The two command lists of a question, with the presses they ship with on a layout. */
export function listsOf(from: Opened, to: Opened, layout: Layout): Pick<MatchQuestion, 'sources' | 'targets'> {
  const matched = (one: Opened) => matchedCommands(one, keyboardsOf([layout], one.catalogue.release.platforms));
  return { sources: matched(from), targets: matched(to) };
}

/** What is asked of matching two releases: the same wherever it is answered. */
export function matchQuestion(
  ends: { readonly from: Opened; readonly to: Opened },
  crosswalk: Pick<Crosswalk, 'commands'>,
  { layout, words, byWay }: { layout: Layout; words: readonly WordSection[]; byWay: readonly Match[] },
): MatchQuestion {
  return { ...listsOf(ends.from, ends.to, layout), words, byWay, judged: taught(crosswalk.commands) };
}

/** The pairs that answer to each other by way of third programs, from the crosswalks that begin or end at either end. */
export function byWayOf(
  { from, to }: Pick<Crosswalk, 'from' | 'to'>,
  others: readonly Pick<Crosswalk, 'from' | 'to' | 'commands'>[],
): ByWay[] {
  const onward = others.flatMap(({ commands, ...ends }) => {
    const matches = matchesOf(commands);
    return [
      { a: ends.from, b: ends.to, matches },
      { a: ends.to, b: ends.from, matches: inverted(matches) },
    ];
  });
  const first = onward.filter((one) => one.a.slug === from.slug && one.b.slug !== to.slug);
  return first.flatMap(({ b: middle, matches }) => {
    const second = onward.filter((one) => one.a.slug === middle.slug && one.b.slug === to.slug);
    return second.flatMap((next) => composition(matches, next.matches).map((pair) => ({ ...pair, by: middle.name })));
  });
}
