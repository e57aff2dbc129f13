import type { Opened } from '../../keyset/index.ts';
import { matching } from './proposals.ts';
import type { MatchedCommand } from './names.ts';
import { isLike } from '../decide/relations.ts';
import type { Match } from '../decide/relations.ts';
import type { WordSection } from './word-list.ts';

/** A place that may answer to another, and what speaks for it. */
export interface PlaceProposal {
  readonly target: number;
  /** How far the names are alike, from 0 to 1. */
  readonly names: number;
  /** Of so many commands of the place that have a counterpart, so many have it there. */
  readonly agree: number;
  readonly of: number;
}

/**
 * Places of one program that answer to places of another, the best first: by the words of their names, and by where the
 * counterparts of their commands are; what many commands say weighs more than what one says. The roots answer to each other.
 */
export function placeProposals(
  old: Opened,
  now: Opened,
  counterparts: readonly Match[],
  words: readonly WordSection[],
): ReadonlyMap<number, readonly PlaceProposal[]> {
  const named = (one: Opened): MatchedCommand[] =>
    one.tree.inOrder.map(({ id, name }) => ({
      id,
      name,
      label: name,
      otherNames: [],
      description: '',
      menu: '',
      place: '',
      destructive: false,
      presses: [],
    }));
  const [sources, targets] = [named(old).filter((one) => one.id !== old.tree.root.id), named(now)];
  const matcher = matching({ sources, targets, words });
  const votes = new Map<number, Map<number, number>>();
  for (const { source, target } of counterparts.filter(isLike)) {
    const [here, there] = [old.commands.get(source)?.home, now.commands.get(target)?.home];
    if (here === undefined || there === undefined) continue;
    const row = votes.get(here) ?? new Map<number, number>();
    votes.set(here, row.set(there, (row.get(there) ?? 0) + 1));
  }
  const found = sources.map(({ id }) => {
    const row = votes.get(id) ?? new Map<number, number>();
    const of = [...row.values()].reduce((a, b) => a + b, 0);
    const names = new Map(matcher.candidates(id).map((one) => [one.target, one.features.cover]));
    const list = targets.flatMap((one): PlaceProposal[] => {
      const [agree, like] = [row.get(one.id) ?? 0, names.get(one.id) ?? 0];
      return agree || like ? [{ target: one.id, names: like, agree, of }] : [];
    });
    const worth = (one: PlaceProposal) => one.names + (2 * one.agree) / (one.of + 2);
    // Of places of one name the one that lies as deep.
    const apart = (one: PlaceProposal) => Math.abs(old.tree.depth(id) - now.tree.depth(one.target));
    return [
      id,
      list.sort((a, b) => worth(b) - worth(a) || apart(a) - apart(b) || a.target - b.target).slice(0, 5),
    ] as const;
  });
  const roots = { target: now.tree.root.id, names: 1, agree: 0, of: 0 };
  return new Map([[old.tree.root.id, [roots]], ...found]);
}
