// @ts-check
import { readFileSync } from 'node:fs';

/**
 * What the system says of a process: its command, and when it began (clock ticks since the machine did, proc(5) `stat`
 * field 22), which tells a number that was given again from the one it was. Null for one that has ended, and for one that
 * only waits for its parent to notice.
 * @param {number} pid
 * @returns {{ command: string, began: string } | null}
 */
export function processOf(pid) {
  if (!Number.isInteger(pid) || pid <= 0) return null;
  let stat;
  try {
    stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
  } catch {
    return null;
  }
  // The command stands in brackets and may hold any sign.
  const end = stat.lastIndexOf(')');
  const fields = stat.slice(end + 2).split(' ');
  if (fields[0] === 'Z' || fields[0] === 'X') return null;
  return { command: stat.slice(stat.indexOf('(') + 1, end), began: fields[19] ?? '' };
}
