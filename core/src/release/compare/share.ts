import type { Moved } from './moved.ts';

/** How much of a learner’s working day is as it was. */
export interface Unchanged {
  /** Uses a day of commands that had a key then. */
  readonly uses: number;
  /** Of these, of commands all of whose keys still do the same. */
  readonly same: number;
}

/**
 * The share of a learner’s daily presses that a comparison leaves as they were: a command counts as unchanged when each
 * shortcut it had still fires it. Commands that nobody has counted weigh nothing.
 */
export function unchangedShare(
  { commands, presses }: Pick<Moved, 'commands' | 'presses'>,
  uses: ReadonlyMap<number, number>,
): Unchanged {
  // A press that does something else somewhere, or nothing, is not as it was, whoever still has it.
  const changed = new Set(presses.flatMap((one) => one.old.map(({ command }) => command)));
  let [all, same] = [0, 0];
  for (const { old, now, keys, before } of commands) {
    if (before.length === 0) continue;
    const count = Math.max(0, ...[...old, ...now].map(({ id }) => uses.get(id) ?? 0));
    all += count;
    const fires = !old.some(({ id }) => changed.has(id));
    if (fires && (keys === 'kept' || keys === 'gained')) same += count;
  }
  return { uses: all, same };
}
