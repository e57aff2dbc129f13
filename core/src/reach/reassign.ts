import type { Setting } from '../keyset/index.ts';
import { assign } from './assign.ts';
import { proposer, prunedPool, type Proposal, type ProposalFacts } from './proposals.ts';

/** A command that is to have a key, and where. */
export interface Wish {
  readonly command: number;
  readonly context: number;
}

/** The presses that were found for the wishes, in their order; null where none is left. */
export interface Reassigned {
  readonly given: readonly (Proposal | null)[];
  readonly total: number;
}

/**
 * Keys for several commands at once, at least total cost: the sum over commands of reach and reasons, weighted by use.
 * The pool is every press free for one of them, pruned until no two presses meet or begin one another; then exact.
 */
export function reassign(wishes: readonly Wish[], setting: Setting, facts: ProposalFacts): Reassigned {
  const made = proposer(setting, facts);
  const lists = wishes.map(({ command, context }) => made.proposals(setting.commands.get(command)!, context));
  const least = new Map<string, number>();
  for (const { shortcut, cost } of lists.flat()) least.set(shortcut, Math.min(least.get(shortcut) ?? Infinity, cost));
  const ordered = [...least].sort((a, b) => a[1] - b[1]).map(([shortcut]) => shortcut);
  const pool = prunedPool(ordered, setting.weighed.keyboards);
  const column = new Map(pool.map((shortcut, at) => [shortcut, at]));
  const costs = lists.map((list, at) => {
    const row = new Float64Array(pool.length).fill(Infinity);
    const weight = Math.max(0.1, facts.uses?.get(wishes[at]!.command) ?? 1);
    for (const { shortcut, cost } of list) {
      const to = column.get(shortcut);
      if (to !== undefined) row[to] = cost * weight;
    }
    return row;
  });
  const { columns, total } = assign(costs);
  const given = columns.map((at, i) => lists[i]!.find((one) => at !== null && one.shortcut === pool[at]) ?? null);
  return { given, total };
}
