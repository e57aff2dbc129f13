import { availableParallelism } from 'node:os';
import type { Calibration } from './calibrate.ts';

/** What was measured beside what is aimed at, and a baseline from the same run. */
export const lines: [what: string, measured: string, aim: string, baseline: string][] = [];
/** How many times as long the machine took for the calibration when each line was measured. */
export const slower: number[] = [];
export const ms = (value: number) => `${value.toFixed(value < 10 ? 1 : 0)} ms`;
/** The median of some runs after a first one that warms up. */
export async function median(work: () => unknown, runs = 7): Promise<number> {
  await work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const begun = performance.now();
    await work();
    times.push(performance.now() - begun);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

export const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'.split('');
export const HELD = ['', 'Ctrl+', 'Alt+', 'Shift+', 'Ctrl+Shift+', 'Ctrl+Alt+', 'Alt+Shift+', 'Ctrl+Alt+Shift+'];

/** An aim on this machine: times are as many times as long as the machine is slower. */
const aimHere = (aim: string, factor: number) =>
  aim.replace(/^([\d.]+) ms$/, (_all, most: string) => ms(Number(most) * factor));
/** How much of what it may take something takes: both are a number of the same unit, if at all. */
const ratio = (measured: string, aim: string) => {
  const [took, unit] = /^([\d.]+) (\w+)$/.exec(measured)?.slice(1) ?? [];
  const [most, other] = /^([\d.]+) (\w+)$/.exec(aim)?.slice(1) ?? [];
  return took && most && unit === other ? (Number(took) / Number(most)).toFixed(2) : '';
};

/** The table for the docs. */
export function asDoc(all: typeof lines, calibrations: readonly Calibration[]): string {
  const cell = (text: string) => text.replaceAll('|', '\\|');
  const rows = all.map(([what, measured, aim, baseline], at) => {
    const here = aimHere(aim, slower[at]!);
    return `| ${[what, measured, aim, here, ratio(measured, here), baseline].map(cell).join(' | ')} |`;
  });
  const [first] = calibrations;
  const parts = first!.parts.map(({ name, there }, at) => {
    const took = calibrations.map((one) => one.parts[at]!.took);
    return `${name} ${ms(Math.min(...took))} to ${ms(Math.max(...took))}, there ${ms(there)}`;
  });
  const head = `\`npm run bench\` writes this table; each figure stands beside a baseline from the same run. Measured on ${new Date().toISOString().slice(0, 10)}, on ${availableParallelism()} cores, Node ${process.version}, PostgreSQL 15 without fsync. How fast the machine is was measured before and after each part of the run: it took ${Math.min(...slower).toFixed(2)} to ${Math.max(...slower).toFixed(2)} times as long as the machine that the aims were set on (${parts.join('; ')}). “Aim here” is the aim times what it took while that line was measured.\n\n`;
  return `${head}| what | took | aim | aim here | of it | beside it |\n| --- | --- | --- | --- | --- | --- |\n${rows.join('\n')}\n`;
}
