/** What was measured beside what is aimed at, and a baseline from the same run. */
export const lines: [what: string, measured: string, aim: string, baseline: string][] = [];
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
