import type { Context } from '../contract/index.ts';

/** How one context lies to another; together: neither contains the other, and both are active at once. */
export type ContextRelation = 'same' | 'wider' | 'narrower' | 'together' | 'apart';

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
  /** What a context is called where people read it: its name, or its path where another has that name. */
  title(id: number): string;
  /** How `other` lies to `id`: wider when it contains it. What holds for two contexts holds for all below them. */
  relation(id: number, other: number): ContextRelation;
  /** Of two contexts active together the one that answers first, or null when no order is stated. */
  firstOf(id: number, other: number): number | null;
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
  if (!root || roots.length > 1) throw new Error('A release must have exactly one top-level context.');

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
    throw new Error('A context contains itself, or its parent context does not exist.');

  const stated = new Map<string, boolean | null>();
  for (const { id, together } of contexts) {
    for (const { context, first } of together) {
      stated.set(`${id} ${context}`, first);
      stated.set(`${context} ${id}`, first === null ? null : !first);
    }
  }
  /** Whether `id` answers before `other`; undefined when they are not active together. */
  const order = (id: number, other: number): boolean | null | undefined => {
    if (stated.size === 0) return undefined;
    for (const mine of chains.get(id) ?? [])
      for (const theirs of chains.get(other) ?? []) {
        const found = stated.get(`${mine} ${theirs}`);
        if (found !== undefined) return found;
      }
    return undefined;
  };

  const get = (id: number) => {
    const context = byId.get(id);
    if (!context) throw new Error(`This release has no context ${id}.`);
    return context;
  };
  const chain = (id: number) => chains.get(id) ?? [];
  const path = (id: number) => {
    const names = chain(id)
      .slice(0, -1)
      .map((part) => get(part).name);
    return names.length ? names.reverse().join(PATH_SIGN) : root.name;
  };
  const bearers = new Map<string, number>();
  for (const { name } of contexts) bearers.set(name, (bearers.get(name) ?? 0) + 1);
  return {
    root,
    inOrder,
    get,
    chain,
    depth: (id) => chain(id).length - 1,
    path,
    title: (id) => (bearers.get(get(id).name) === 1 ? get(id).name : path(id)),
    relation: (id, other) => {
      if (id === other) return 'same';
      if (chain(id).includes(other)) return 'wider';
      if (chain(other).includes(id)) return 'narrower';
      return order(id, other) === undefined ? 'apart' : 'together';
    },
    firstOf: (id, other) => {
      const before = order(id, other);
      return before === undefined || before === null ? null : before ? id : other;
    },
  };
}

/** The contexts a text names: by full path, or by name alone where that is unique. Case does not count. */
export function contextsNamed(tree: ContextTree, text: string): Context[] {
  const plain = (name: string) => name.normalize('NFC').toLowerCase();
  const wanted = text
    .split('›')
    .map((part) => plain(part.trim()))
    .filter(Boolean);
  const last = wanted.at(-1);
  return tree.inOrder.filter((context) => {
    if (plain(context.name) !== last) return false;
    const names = tree.chain(context.id).map((id) => plain(tree.get(id).name));
    const asked = wanted.slice().reverse();
    return asked.every((part, index) => names[index] === part);
  });
}
