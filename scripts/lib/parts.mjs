// @ts-check
import { spawn } from 'node:child_process';
import { root } from './run.mjs';

/** What a part of a check counted, and how long it took. @typedef {{ name: string, ms: number, passed: number, failed: string[] }} Part */

/**
 * Counts what was run, part by part, and ends those that run when the process is told to stop.
 */
export class Parts {
  /** @type {Part[]} */
  parts = [];
  /** @type {Set<import('node:child_process').ChildProcess>} */
  #running = new Set();
  stopped = false;

  stop() {
    this.stopped = true;
    for (const child of this.#running) child.kill('SIGTERM');
  }

  /**
   * Runs a command as a part; what it counted is read by `tally`, or it counts as one.
   * @param {string} name @param {readonly string[]} command
   * @param {{ env?: Record<string, string>, tally?: () => import('./tally.mjs').Tally, quiet?: boolean }} [options]
   *   a quiet one prints when it has ended, so that it may run beside another
   */
  async run(name, command, { env = {}, tally, quiet = false } = {}) {
    if (this.stopped) return;
    if (!quiet) console.log(`\n— ${name}`);
    const began = Date.now();
    const [program = '', ...args] = command;
    const child = spawn(program, args, {
      cwd: root,
      stdio: ['ignore', quiet ? 'pipe' : 'inherit', quiet ? 'pipe' : 'inherit'],
      env: { ...process.env, ...env },
    });
    this.#running.add(child);
    let text = '';
    child.stdout?.on('data', (chunk) => (text += chunk));
    child.stderr?.on('data', (chunk) => (text += chunk));
    const code = await new Promise((resolve) => {
      child.once('error', () => resolve(1));
      child.once('close', (/** @type {number | null} */ ended) => resolve(ended ?? 1));
    });
    this.#running.delete(child);
    if (quiet) console.log(`\n— ${name}\n${text.trim()}`);
    const counted = tally?.() ?? { passed: code === 0 ? 1 : 0, failed: [] };
    const failed = counted.failed.length || code === 0 ? counted.failed : [`${name} ended with code ${code}.`];
    this.parts.push({ name, ms: Date.now() - began, passed: counted.passed, failed });
  }

  /** Counts the time of something that is no check. @template T @param {string} name @param {() => Promise<T>} work */
  async time(name, work) {
    const began = Date.now();
    const result = await work();
    this.parts.push({ name, ms: Date.now() - began, passed: 0, failed: [] });
    return result;
  }

  /** The table of parts, for the docs. */
  table() {
    const rows = this.parts.map(
      ({ name, ms, passed }) => `| ${name} | ${(ms / 1000).toFixed(0)} s | ${passed || ''} |`,
    );
    const all = this.parts.reduce((sum, part) => sum + part.ms, 0);
    return `| part | took | checks |\n| --- | --- | --- |\n${rows.join('\n')}\n| one after another | ${(all / 1000).toFixed(0)} s | |`;
  }

  /** Prints what each part took, what failed, and the sums; sets the exit code. */
  report() {
    const failed = this.parts.flatMap((part) => part.failed);
    const passed = this.parts.reduce((sum, part) => sum + part.passed, 0);
    console.log('\n— Times');
    for (const { name, ms, passed: count } of this.parts)
      console.log(`${(ms / 1000).toFixed(0).padStart(5)} s  ${name}${count > 1 ? ` (${count})` : ''}`);
    if (failed.length) console.log(`\n— What failed\n${failed.join('\n')}`);
    console.log(`\n${passed} passed, ${failed.length} failed`);
    if (failed.length || passed === 0) process.exitCode = 1;
  }
}

/** Types, lint and layout of the code: each takes one processor, so that two run at a time. @param {Parts} parts */
export async function checkCode(parts) {
  await Promise.all([
    parts.run('Types', ['npm', 'run', '--silent', 'typecheck'], { quiet: true }),
    (async () => {
      await parts.run('Lint', ['npm', 'run', '--silent', 'lint:code'], { quiet: true });
      await parts.run('Format', ['npm', 'run', '--silent', 'lint:format'], { quiet: true });
    })(),
  ]);
}
