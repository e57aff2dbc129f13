// @ts-check
import { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { varFolder } from './run.mjs';

const folder = join(varFolder, 'running');
const markOf = (/** @type {number} */ pid) => join(folder, String(pid));
const DUTY = 'stops the database';

/** Process numbers of the other Cribs that use this database now; what dead ones left is cleared away. */
export function otherUsers() {
  mkdirSync(folder, { recursive: true });
  return readdirSync(folder)
    .map(Number)
    .filter((pid) => {
      try {
        process.kill(pid, 0);
        return pid !== process.pid;
      } catch {
        rmSync(markOf(pid), { force: true });
        return false;
      }
    });
}

/** Says that this process uses the database, and whether it is the one that has to stop it. @param {boolean} duty */
export function enter(duty) {
  mkdirSync(folder, { recursive: true });
  writeFileSync(markOf(process.pid), duty ? DUTY : '');
}

/**
 * Leaves; returns whether this process has to stop the database now. While others use it, the duty goes to one of
 * them: a database that was running before any Crib began is nobody's to stop.
 */
export function leave() {
  const mine = readFileSync(markOf(process.pid), 'utf8') === DUTY;
  rmSync(markOf(process.pid), { force: true });
  const [heir] = otherUsers();
  if (!heir) return { stop: mine, heir };
  if (mine) writeFileSync(markOf(heir), DUTY);
  return { stop: false, heir };
}
