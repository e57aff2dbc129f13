import type { Edit } from '../contract/index.ts';
import type { Setting } from '../keyset/index.ts';
import { meetOn } from '../press/index.ts';

/** Edits that are learned together. */
export interface Step {
  readonly edits: readonly Edit[];
  /** Uses a day + 1, summed over its edits. */
  readonly weight: number;
}

/**
 * A plan in at most `count` steps, as even by weight as its heaviest indivisible group allows. An edit waits for those whose
 * present press its new one meets; what waits in a circle changes together (strongly connected components, Tarjan 1972), and
 * so do a command that is left without a key and the one that takes it. Exact for the order that is kept: the heaviest step
 * is as light as contiguous parts of it can be.
 */
export function steps(
  edits: readonly Edit[],
  setting: Setting,
  uses: ReadonlyMap<number, number>,
  count: number,
): Step[] {
  const groups = waiting(edits, setting).map((list) => list.map((at) => edits[at]!));
  const weights = groups.map((list) => list.reduce((sum, one) => sum + 1 + (uses.get(one.command) ?? 0), 0));
  const parts = evenly(weights, Math.max(1, count));
  return parts.map(([from, to]) => ({
    edits: groups.slice(from, to).flat(),
    weight: weights.slice(from, to).reduce((a, b) => a + b, 0),
  }));
}

/** Edits in groups that change together, each group after those it waits for. */
export function waiting(edits: readonly Edit[], setting: Setting): number[][] {
  const { weighed, tree } = setting;
  const { keyboards } = weighed;
  const present = edits.map(({ command, context }) => [...new Set(keyboards.platforms.flatMap((one) => weighed.on(one).at(command, context).map((held) => held.shortcut)))]); // prettier-ignore
  const kept = edits.map((edit, at) => new Set(edit.shortcuts.filter((one) => present[at]!.includes(one))));
  const waits = edits.map((edit, at) => {
    const mine = edit.shortcuts.filter((one) => !kept[at]!.has(one)).map((one) => keyboards.strokes(one));
    return edits.flatMap((other, index) => {
      if (index === at || tree.relation(edit.context, other.context) === 'apart') return [];
      if (other.command === edit.command) return [index];
      const gone = present[index]!.filter((one) => !kept[index]!.has(one)).map((one) => keyboards.strokes(one));
      return mine.some((a) => gone.some((b) => meetOn(a, b, keyboards))) ? [index] : [];
    });
  });
  // One left without goes when its press is taken, not before.
  edits.forEach((edit, at) => {
    if (edit.shortcuts.length) return;
    waits.forEach((list, index) => list.includes(at) && waits[at]!.push(index));
  });
  return components(waits);
}

/** Strongly connected components, those that are waited for first. */
function components(waits: readonly (readonly number[])[]): number[][] {
  const index = new Map<number, number>();
  const low = new Map<number, number>();
  const stack: number[] = [];
  const on = new Set<number>();
  const found: number[][] = [];
  const visit = (start: number) => {
    const work: [number, number][] = [[start, 0]];
    while (work.length) {
      const frame = work.at(-1)!;
      const [at, next] = frame;
      if (next === 0) {
        index.set(at, index.size);
        low.set(at, index.get(at)!);
        stack.push(at);
        on.add(at);
      }
      const to = waits[at]![next];
      if (to !== undefined) {
        frame[1]++;
        if (!index.has(to)) work.push([to, 0]);
        else if (on.has(to)) low.set(at, Math.min(low.get(at)!, index.get(to)!));
        continue;
      }
      work.pop();
      const above = work.at(-1)?.[0];
      if (above !== undefined) low.set(above, Math.min(low.get(above)!, low.get(at)!));
      if (low.get(at) !== index.get(at)) continue;
      const group: number[] = [];
      for (let one = stack.pop()!; ; one = stack.pop()!) {
        on.delete(one);
        group.push(one);
        if (one === at) break;
      }
      found.push(group.sort((a, b) => a - b));
    }
  };
  for (const at of waits.keys()) if (!index.has(at)) visit(at);
  return found;
}

/** Cuts a row of weights into at most `count` parts of which the heaviest is as light as can be. */
function evenly(weights: readonly number[], count: number): [number, number][] {
  const cut = (most: number) => {
    const parts: [number, number][] = [];
    let [from, sum] = [0, 0];
    weights.forEach((weight, at) => {
      if (at > from && sum + weight > most) {
        parts.push([from, at]);
        [from, sum] = [at, 0];
      }
      sum += weight;
    });
    if (weights.length) parts.push([from, weights.length]);
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
  return cut(list[low] ?? 0);
}
