/** Groups in an order in which each comes after those it waits for, and those that each waits for, by number. */
export interface Waiting {
  readonly groups: readonly (readonly number[])[];
  readonly after: readonly (readonly number[])[];
}

/** As many groups are shared out exactly; beyond that they are cut in the order in which they stand. */
const EXACT = 14;

/**
 * Shares groups out into at most `count` parts, one after the other, so that the heaviest part is as light as can be and
 * nothing comes before what it waits for. Exact for up to 14 groups, by the sets that can be done first (dynamic programming
 * over them, as for packing bins in a given order); beyond that exact for the order in which the groups stand.
 */
export function evenly(weights: readonly number[], after: Waiting['after'], count: number): number[][] {
  const cut = inTheirOrder(weights, count);
  if (weights.length > EXACT || cut.length < 2) return cut;
  const heaviest = (parts: readonly number[][]) =>
    Math.max(...parts.map((part) => part.reduce((sum, at) => sum + weights[at]!, 0)));
  const least = Math.max(...weights, weights.reduce((a, b) => a + b, 0) / count);
  let best = cut;
  let [low, high] = [least, heaviest(cut)];
  while (high - low > 1e-9 * high) {
    const found = within((low + high) / 2, weights, after, count);
    if (!found) low = (low + high) / 2;
    else [best, high] = [found, heaviest(found)];
  }
  return best;
}

/** Parts of at most a weight, or null: for each set done first, the fewest parts and the lightest last one. */
function within(most: number, weights: readonly number[], after: Waiting['after'], count: number): number[][] | null {
  const needs = after.map((list) => list.reduce((set, at) => set | (1 << at), 0));
  const all = (1 << weights.length) - 1;
  const parts = new Int32Array(all + 1).fill(count + 1);
  const load = new Float64Array(all + 1);
  const last = new Int8Array(all + 1).fill(-1);
  [parts[0], load[0]] = [0, Infinity];
  for (let done = 0; done < all; done++) {
    if (parts[done]! > count) continue;
    for (let at = 0; at < weights.length; at++) {
      if (done & (1 << at) || (needs[at]! & done) !== needs[at]!) continue;
      const fits = load[done]! + weights[at]! <= most;
      const [used, sum] = [parts[done]! + (fits ? 0 : 1), fits ? load[done]! + weights[at]! : weights[at]!];
      const next = done | (1 << at);
      if (sum > most || used > parts[next]! || (used === parts[next]! && sum >= load[next]!)) continue;
      [parts[next], load[next], last[next]] = [used, sum, at];
    }
  }
  if (parts[all]! > count) return null;
  const found: number[][] = Array.from({ length: parts[all]! }, () => []);
  for (let done = all; done; done ^= 1 << last[done]!) found[parts[done]! - 1]!.unshift(last[done]!);
  return found;
}

/** Cuts a row of weights into at most `count` parts of which the heaviest is as light as can be. */
function inTheirOrder(weights: readonly number[], count: number): number[][] {
  const cut = (most: number) => {
    const parts: number[][] = [];
    let sum = Infinity;
    weights.forEach((weight, at) => {
      if (sum + weight > most) [sum] = [0, parts.push([])];
      parts.at(-1)!.push(at);
      sum += weight;
    });
    return parts;
  };
  // The heaviest part is the sum of some run of weights: the least such sum that needs no more parts.
  const sums = new Set<number>();
  for (let from = 0; from < weights.length; from++) {
    let sum = 0;
    for (let to = from; to < weights.length; to++) sums.add((sum += weights[to]!));
  }
  const list = [...sums].filter((sum) => sum >= Math.max(...weights)).sort((a, b) => a - b);
  let [low, high] = [0, list.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (cut(list[middle]!).length <= count) high = middle;
    else low = middle + 1;
  }
  return weights.length ? cut(list[low]!) : [];
}
