import { contextTree, type ContextTree } from '../catalogue/index.ts';
import type { Catalogue, Command, Context, KeyPolicy } from '../contract/index.ts';
import { effective, stackOf, type Effective, type Stack } from '../keyset/index.ts';
import type { Platform } from '../keys/index.ts';

/** One side of a comparison: a keyset on a platform, in the release it stands on. */
export interface Side {
  readonly stack: Stack;
  readonly effective: Effective;
  readonly tree: ContextTree;
  readonly commands: ReadonlyMap<number, Command>;
  readonly platform: Platform;
  readonly policy: KeyPolicy;
}

const trees = new WeakMap<readonly Context[], ContextTree>();
const maps = new WeakMap<readonly Command[], ReadonlyMap<number, Command>>();

/** The tree of a list of contexts, remembered with the list. */
export function treeOf(contexts: readonly Context[]): ContextTree {
  const tree = trees.get(contexts) ?? contextTree(contexts);
  trees.set(contexts, tree);
  return tree;
}

function byId(commands: readonly Command[]): ReadonlyMap<number, Command> {
  const map = maps.get(commands) ?? new Map(commands.map((one) => [one.id, one]));
  maps.set(commands, map);
  return map;
}

/** A keyset of a catalogue as a side of a comparison. */
export function sideOf(
  catalogue: Catalogue,
  keysetId: number,
  platform: Platform,
  stack: Stack = stackOf(
    catalogue.keysets.find((one) => one.id === keysetId)!,
    catalogue.keysets,
  ),
): Side {
  return {
    stack,
    effective: effective(stack, platform),
    tree: treeOf(catalogue.contexts),
    commands: byId(catalogue.commands),
    platform,
    policy: catalogue.app.keyPolicy,
  };
}
