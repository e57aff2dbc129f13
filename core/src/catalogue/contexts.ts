import type { Context } from '../contract/index.ts';

/** How one context lies to another. */
export type ContextRelation = 'same' | 'wider' | 'narrower' | 'apart';

/** The contexts of a release as a tree, in the order in which they are shown. */
export interface ContextTree {
  readonly root: Context;
  /** Parents before children, siblings by position. */
  readonly inOrder: readonly Context[];
  get(id: number): Context;
  /** The context itself, then its parents up to the root. */
  chain(id: number): readonly number[];
  depth(id: number): number;
  /** `Chart window › Placing marks`; the root stands only for itself. */
  path(id: number): string;
  /** How `other` lies to `id`: wider when it contains it. */
  relation(id: number, other: number): ContextRelation;
}

export const PATH_SIGN = ' › ';

/** Builds the tree; throws when the contexts have not exactly one root or hold a circle, which the database forbids. */
export function contextTree(contexts: readonly Context[]): ContextTree {
  const byId = new Map(contexts.map((context) => [context.id, context]));
  const children = new Map<number | null, Context[]>();
  for (const context of contexts) {
    const siblings = children.get(context.parent) ?? [];
    siblings.push(context);
    children.set(context.parent, siblings);
  }
  const roots = children.get(null) ?? [];
  const root = roots[0];
  if (!root || roots.length > 1) throw new Error('A release has exactly one root context.');

  const chains = new Map<number, readonly number[]>();
  const inOrder: Context[] = [];
  const visit = (context: Context, above: readonly number[]) => {
    inOrder.push(context);
    const chain = [context.id, ...above];
    chains.set(context.id, chain);
    const below = children.get(context.id) ?? [];
    below.sort((a, b) => a.position - b.position || a.id - b.id);
    for (const child of below) visit(child, chain);
  };
  visit(root, []);
  if (inOrder.length !== contexts.length)
    throw new Error('A context lies in a circle, or below one that is not there.');

  const get = (id: number) => {
    const context = byId.get(id);
    if (!context) throw new Error(`There is no context ${id} in this release.`);
    return context;
  };
  const chain = (id: number) => chains.get(id) ?? [];
  return {
    root,
    inOrder,
    get,
    chain,
    depth: (id) => chain(id).length - 1,
    path: (id) => {
      const names = chain(id)
        .slice(0, -1)
        .map((part) => get(part).name);
      return names.length ? names.reverse().join(PATH_SIGN) : root.name;
    },
    relation: (id, other) => {
      if (id === other) return 'same';
      if (chain(id).includes(other)) return 'wider';
      return chain(other).includes(id) ? 'narrower' : 'apart';
    },
  };
}

/** The contexts a text names: by full path, or by name alone where that is unique. Case does not count. */
export function contextsNamed(tree: ContextTree, text: string): Context[] {
  const wanted = text
    .split(/\s*[›>]\s*/)
    .map((part) => part.trim().toLowerCase())
    .filter(Boolean);
  const last = wanted.at(-1);
  return tree.inOrder.filter((context) => {
    if (context.name.toLowerCase() !== last) return false;
    const names = tree.chain(context.id).map((id) => tree.get(id).name.toLowerCase());
    const asked = wanted.slice().reverse();
    return asked.every((part, index) => names[index] === part);
  });
}
