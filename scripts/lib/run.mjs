// @ts-check
import { spawn, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of the checkout. */
export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

/** Where all that is made at run time lies: `var/` of the checkout, unless CRIB_VAR names another folder. */
export const varFolder = process.env['CRIB_VAR'] ?? join(root, 'var');

/** A failure that the person at the terminal can mend: printed without a stack. */
export class Stop extends Error {}

/**
 * Runs a command to its end and returns what it printed.
 * @param {string} command
 * @param {string[]} args
 * @param {import('node:child_process').SpawnSyncOptions} [options]
 */
export function output(command, args, options = {}) {
  const done = spawnSync(command, args, { encoding: 'utf8', cwd: root, ...options });
  if (done.error) throw new Stop(`${command} could not be started: ${done.error.message}`);
  if (done.status !== 0) {
    throw new Stop(`${command} ${args.join(' ')} failed:\n${String(done.stderr || done.stdout).trim()}`);
  }
  return String(done.stdout);
}

/**
 * Runs a command with this terminal's output and resolves with its exit code.
 * @param {string} command
 * @param {string[]} args
 * @param {import('node:child_process').SpawnOptions & { onChild?: (child: import('node:child_process').ChildProcess) => void }} [options]
 * @returns {Promise<number>}
 */
export function run(command, args, { onChild, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', cwd: root, ...options });
    onChild?.(child);
    child.once('error', reject);
    child.once('exit', (code, signal) => resolve(code ?? (signal ? 130 : 1)));
  });
}

/**
 * Prints a `Stop` as one sentence, anything else with its stack, and sets the exit code.
 * @param {() => Promise<void>} work
 */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    console.error(error instanceof Stop ? error.message : error);
    process.exitCode = 1;
  }
}

/**
 * A random text that is made once for this checkout and kept beside its data.
 * @param {string} name
 */
export function keptSecret(name) {
  const file = join(varFolder, name);
  mkdirSync(varFolder, { recursive: true });
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}
