import type { Taken, Weights } from './features.ts';
import type { Nearness } from './nearness.ts';

/** So many candidates are looked at closely. */
const CANDIDATES = 40;

/** Finds the targets that share near words or presses with a source: the candidates that share most. */
export function indexOf(targets: readonly Taken[], words: Nearness, weights: Weights) {
  const byWord = new Map<string, number[]>();
  const byPress = new Map<string, number[]>();
  const note = (map: Map<string, number[]>, key: string, j: number) => {
    const list = map.get(key);
    if (list) list.push(j);
    else map.set(key, [j]);
  };
  targets.forEach((target, j) => {
    for (const stem of target.all) note(byWord, stem, j);
    for (const press of target.command.presses) note(byPress, press, j);
  });
  const share = new Float64Array(targets.length);
  return (source: Taken): number[] => {
    const met: number[] = [];
    const add = (list: readonly number[], weight: number) => {
      for (const j of list) {
        if (share[j] === 0) met.push(j);
        share[j]! += weight;
      }
    };
    for (const stem of source.all)
      for (const other of words.around(stem)) {
        const list = byWord.get(other);
        if (list) add(list, Math.min(weights.word(stem), weights.word(other)) * words.near(stem, other));
      }
    for (const press of source.command.presses) add(byPress.get(press) ?? [], 2 * weights.press(press));
    const best = mostOf(met, share);
    for (const j of met) share[j] = 0;
    return best;
  };
}

/** Those that share most, the most first; a bar that rises with what was found keeps most of the others from being sorted. */
function mostOf(met: readonly number[], share: Float64Array): number[] {
  const order = (a: number, b: number) => share[b]! - share[a]! || a - b;
  let best: number[] = [];
  let bar = 0;
  for (const j of met) {
    if (share[j]! < bar) continue;
    best.push(j);
    if (best.length < 4 * CANDIDATES) continue;
    best = best.sort(order).slice(0, CANDIDATES);
    bar = share[best.at(-1)!]!;
  }
  return best.sort(order).slice(0, CANDIDATES);
}
