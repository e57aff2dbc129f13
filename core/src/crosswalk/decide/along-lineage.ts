import type { Crosswalk, Judgement, LineageLink } from '../../contract/index.ts';
import type { Opened } from '../../keyset/index.ts';

/** What there is of commands or places at one end: in the release in hand, and confirmed to be others renamed or split. */
export interface End {
  has(id: number): boolean;
  readonly links: readonly Pick<LineageLink, 'old' | 'now' | 'confirmed'>[];
}

/** What something is in the release in hand: itself, or the nearest that lineage leads to, forward or back. */
function hereOf({ has, links }: End): (id: number) => readonly number[] {
  const beside = new Map<number, number[]>();
  for (const { old, now, confirmed } of links) {
    if (!confirmed) continue;
    for (const [from, to] of [
      [old, now],
      [now, old],
    ] as const)
      beside.set(from, [...(beside.get(from) ?? []), to]);
  }
  return (id) => {
    const seen = new Set([id]);
    for (let at = [id]; at.length;) {
      const found = at.filter(has);
      if (found.length) return found;
      at = at.flatMap((one) => beside.get(one) ?? []).filter((one) => !seen.has(one) && seen.add(one));
    }
    return [];
  };
}

/**
 * Judgements as they hold in the releases in hand: what was judged of a command that is called otherwise there, or was split
 * or merged, is carried along its lineage. What was judged of the very command goes before what is carried to it; what lineage
 * leads nowhere stays as it is.
 */
export function carriedAlong(judged: readonly Judgement[], source: End, target: End): Judgement[] {
  const [from, to] = [hereOf(source), hereOf(target)];
  const own = new Set(judged.map((one) => one.source));
  const all = judged.flatMap((one): Judgement[] => {
    const there = one.target === null ? [null] : orItself(to(one.target), one.target);
    if (source.has(one.source)) return there.map((id) => ({ ...one, target: id }));
    const here = orItself(
      from(one.source).filter((id) => !own.has(id)),
      one.source,
    );
    return here.flatMap((id) => there.map((other) => ({ ...one, source: id, target: other })));
  });
  const seen = new Set<string>();
  const name = (one: Judgement) => [one.source, one.sourceState, one.target, one.targetState].join(' ');
  return all.filter((one) => !seen.has(name(one)) && seen.add(name(one)));
}

const orItself = (found: readonly number[], id: number) => (found.length ? found : [id]);

/** The commands and places of a release, with what was decided about their lineage. */
const endsIn = ({ commands, tree }: Opened, links: readonly LineageLink[]) => {
  const places = new Set(tree.inOrder.map((one) => one.id));
  const of = (kind: LineageLink['kind'], has: (id: number) => boolean): End => ({
    has,
    links: links.filter((one) => one.kind === kind),
  });
  return { commands: of('command', (id) => commands.has(id)), contexts: of('context', (id) => places.has(id)) };
};

/** A crosswalk as it holds in two releases, by what was decided about lineage in either program. */
export function crosswalkIn<Made extends Pick<Crosswalk, 'commands' | 'contexts'>>(
  crosswalk: Made,
  from: { readonly release: Opened; readonly links: readonly LineageLink[] },
  to: { readonly release: Opened; readonly links: readonly LineageLink[] },
): Made {
  const [source, target] = [endsIn(from.release, from.links), endsIn(to.release, to.links)];
  return {
    ...crosswalk,
    commands: carriedAlong(crosswalk.commands, source.commands, target.commands),
    contexts: carriedAlong(crosswalk.contexts, source.contexts, target.contexts),
  };
}
