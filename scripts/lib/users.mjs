// @ts-check
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { processOf } from './processes.mjs';
import { varFolder } from './run.mjs';

const folder = join(varFolder, 'running');
const markOf = (/** @type {number} */ pid) => join(folder, String(pid));

/** A mark says when its process began, and whether it has to stop the database. */
const written = (/** @type {number} */ pid, /** @type {boolean} */ duty) =>
  JSON.stringify({ began: processOf(pid)?.began ?? '', duty });

/** @param {number} pid @returns {{ began: string, duty: boolean } | null} */
function markAt(pid) {
  try {
    return JSON.parse(readFileSync(markOf(pid), 'utf8'));
  } catch {
    return null;
  }
}

/** Process numbers of the other Cribs that use this database now; what dead ones left is cleared away. */
export function otherUsers() {
  mkdirSync(folder, { recursive: true });
  return readdirSync(folder)
    .map(Number)
    .filter((pid) => {
      // The same number may be another process by now.
      if (processOf(pid) && processOf(pid)?.began === markAt(pid)?.began) return pid !== process.pid;
      if (pid !== process.pid) rmSync(markOf(pid), { force: true });
      return false;
    });
}

/** Says that this process uses the database, and whether it is the one that has to stop it. @param {boolean} duty */
export function enter(duty) {
  mkdirSync(folder, { recursive: true });
  writeFileSync(markOf(process.pid), written(process.pid, duty));
}

/**
 * Leaves; returns whether this process has to stop the database now. While others use it, the duty goes to one of
 * them: a database that was running before any Crib began is nobody's to stop.
 */
export function leave() {
  const mine = existsSync(markOf(process.pid)) && markAt(process.pid)?.duty === true;
  rmSync(markOf(process.pid), { force: true });
  const [heir] = otherUsers();
  if (!heir) return { stop: mine, heir };
  if (mine) writeFileSync(markOf(heir), written(heir, true));
  return { stop: false, heir };
}
