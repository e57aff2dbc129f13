import type { LineageLink } from '../../contract/index.ts';

/** Which ones of a later state answer to which of an earlier one. */
export interface Relation {
  /** What an old one became; none where it is gone. */
  forward(old: number): readonly number[];
  /** What a new one was before; none where it is new. */
  back(now: number): readonly number[];
}

/** Identity of commands and contexts from one state of an app to another; contexts answer one to one. */
export interface Lineage {
  readonly commands: Relation;
  readonly contexts: Relation;
}

const NONE: readonly number[] = [];

/** A relation from its pairs. */
export function relation(pairs: Iterable<readonly [old: number, now: number]>): Relation {
  const [forward, back] = [new Map<number, number[]>(), new Map<number, number[]>()];
  const add = (map: Map<number, number[]>, from: number, to: number) => {
    const list = map.get(from);
    if (!list) map.set(from, [to]);
    else if (!list.includes(to)) list.push(to);
  };
  for (const [old, now] of pairs) {
    add(forward, old, now);
    add(back, now, old);
  }
  return { forward: (old) => forward.get(old) ?? NONE, back: (now) => back.get(now) ?? NONE };
}

/** A lineage read the other way round. */
export function inverse({ commands, contexts }: Lineage): Lineage {
  const turned = ({ forward, back }: Relation): Relation => ({ forward: back, back: forward });
  return { commands: turned(commands), contexts: turned(contexts) };
}

/** One lineage after another. */
export function composed(first: Lineage, second: Lineage): Lineage {
  const both = (a: Relation, b: Relation): Relation => ({
    forward: (old) => [...new Set(a.forward(old).flatMap((one) => b.forward(one)))],
    back: (now) => [...new Set(b.back(now).flatMap((one) => a.back(one)))],
  });
  return { commands: both(first.commands, second.commands), contexts: both(first.contexts, second.contexts) };
}

/** What there is in a state of an app. */
export interface Present {
  readonly release: { readonly id: number };
  readonly commands: readonly { readonly id: number }[];
  readonly contexts: readonly { readonly id: number }[];
}

/**
 * The lineage from one release of an app to another, in either direction: identities survive, and what was confirmed for
 * the releases between leads from one identity to the next. `order` names the app's releases, the oldest first.
 */
export function lineageBetween(
  links: readonly LineageLink[],
  order: readonly number[],
  from: Present,
  to: Present,
): Lineage {
  const [start, end] = [order.indexOf(from.release.id), order.indexOf(to.release.id)];
  if (start > end) return inverse(lineageBetween(links, order, to, from));
  const between = order.slice(start + 1, end + 1);
  const steps = between.map((release) => links.filter((link) => link.release === release && link.confirmed));
  const walked = (kind: LineageLink['kind'], id: number): Set<number> => {
    let at = new Set([id]);
    for (const step of steps) {
      const next = new Set<number>();
      for (const one of at) {
        const out = step.filter((link) => link.kind === kind && link.old === one);
        for (const link of out) next.add(link.now);
        if (out.length === 0 || out.some((link) => link.goesOn)) next.add(one);
      }
      at = next;
    }
    return at;
  };
  const linked = { command: new Set<number>(), context: new Set<number>() };
  for (const link of steps.flat()) linked[link.kind].add(link.old);
  const pairsOf = (kind: LineageLink['kind'], old: Present['commands'], now: Present['commands']) => {
    const there = new Set(now.map((one) => one.id));
    return old.flatMap(({ id }) => {
      if (linked[kind].size === 0) return there.has(id) ? [[id, id] as const] : [];
      return [...walked(kind, id)].filter((one) => there.has(one)).map((one) => [id, one] as const);
    });
  };
  return {
    commands: relation(pairsOf('command', from.commands, to.commands)),
    contexts: relation(oneToOne(pairsOf('context', from.contexts, to.contexts))),
  };
}

/** Each context answers to one only: what was confirmed goes before what merely kept its identity. */
function oneToOne(pairs: readonly (readonly [number, number])[]): (readonly [number, number])[] {
  const [olds, nows] = [new Set<number>(), new Set<number>()];
  const inOrder = [...pairs].sort((a, b) => Number(a[0] === a[1]) - Number(b[0] === b[1]));
  return inOrder.filter(([old, now]) => {
    if (olds.has(old) || nows.has(now)) return false;
    olds.add(old);
    nows.add(now);
    return true;
  });
}
