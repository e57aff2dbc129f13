import { getPriority, setPriority } from 'node:os';

const LATER = 5;

/**
 * Called in a thread: whoever only waits for an answer comes first, where the system can say so of single threads. Elsewhere it
 * would say it of the whole process.
 */
export function yieldToOthers(): void {
  if (process.platform === 'linux') setPriority(Math.min(getPriority() + LATER, 19));
}
