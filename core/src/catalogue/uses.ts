import type { Use, UseClass } from '../contract/index.ts';

/** What a class stands for where a count is needed, in times a working day (our own choice, no source). */
export const CLASS_A_DAY: Record<UseClass, number> = { rarely: 0.1, weekly: 1, daily: 5 };

/** Over this many times a day a command counts as used often, as one does that is said to be used daily. */
export const OFTEN_A_DAY = 10;

/** How often commands are used in a working day; where sources differ, the greatest that is stated. */
export function usesADay(uses: readonly Use[]): Map<number, number> {
  const found = new Map<number, number>();
  for (const { command, perDay, often } of uses) {
    const count = perDay ?? (often ? CLASS_A_DAY[often] : 0);
    found.set(command, Math.max(found.get(command) ?? 0, count));
  }
  return found;
}

/** Commands used daily, or over ten times a day. */
export function usedOften(uses: readonly Use[]): Set<number> {
  return new Set(
    uses.filter(({ perDay, often }) => often === 'daily' || (perDay ?? 0) > OFTEN_A_DAY).map((use) => use.command),
  );
}
