import {
  FEATURES,
  matching,
  type Acceptance,
  type Feature,
  type Features,
  type Scale,
} from '../../src/crosswalk/index.ts';
import { commandsOf, type Gold } from './lists.ts';

/** Signs that are given: nothing may speak for what it speaks against. */
const AGAINST = new Set<Feature>(['opposite', 'other action', 'left over', 'numbers', 'destroys', 'other keys']);
/** What the lists say nothing of keeps its weight. */
const UNSEEN = new Set<Feature>(['about', 'menu', 'place', 'destroys', 'by way']);

const run = (
  { from, to }: Gold,
  scale?: Scale,
  acceptance?: Acceptance,
  judged: readonly { source: number; target: number }[] = [],
) => matching({ sources: commandsOf(from), targets: commandsOf(to), scale, acceptance, judged });

/** Weights by which the right ones are likeliest among their candidates (multinomial logit), by gradient ascent. */
export function fitScale(lists: readonly Gold[], start: Scale): Scale {
  const groups: { right: number[]; all: Features[] }[] = [];
  for (const gold of lists) {
    const matcher = run(gold, start);
    for (const [source, targets] of gold.right) {
      if (targets.size === 0) continue;
      const candidates = matcher.candidates(source);
      const right = candidates.flatMap((one, at) => (targets.has(one.target) ? [at] : []));
      if (right.length) groups.push({ right, all: candidates.map((one) => one.features) });
    }
  }
  const scale = { ...start } as Record<Feature, number>;
  for (let round = 0; round < 400; round++) {
    const slope = Object.fromEntries(FEATURES.map((name) => [name, 0])) as Record<Feature, number>;
    for (const { right, all } of groups) {
      const scores = all.map((features) => FEATURES.reduce((sum, name) => sum + scale[name] * features[name], 0));
      const top = Math.max(...scores);
      const powers = scores.map((score) => Math.exp(score - top));
      const [whole, good] = [powers.reduce((a, b) => a + b, 0), right.reduce((sum, at) => sum + powers[at]!, 0)];
      all.forEach((features, at) => {
        const pull = (right.includes(at) ? powers[at]! / good : 0) - powers[at]! / whole;
        for (const name of FEATURES) slope[name] += pull * features[name];
      });
    }
    for (const name of FEATURES) {
      if (UNSEEN.has(name)) continue;
      const next = scale[name] + 0.4 * (slope[name] / groups.length - 0.004 * (scale[name] - start[name]));
      scale[name] = AGAINST.has(name) ? Math.min(0, next) : Math.max(0, next);
    }
  }
  return scale;
}

/** A logistic function of score, margin and rivals that says how likely the first proposal is right. */
export function fitAcceptance(lists: readonly Gold[], scale: Scale, start: Acceptance): Acceptance {
  const rows: { x: [number, number, number, number]; y: number }[] = [];
  for (const gold of lists) {
    const matcher = run(gold, scale);
    const plain = run(gold, scale, { base: 0, score: 0, margin: 0, wanted: 1 });
    for (const [source, targets] of gold.right) {
      const {
        proposals: [best, second],
      } = matcher.proposed(source);
      if (!best) continue;
      const wanted = plain.proposed(source).likelihood > 0.6 ? 1 : 0;
      rows.push({
        x: [1, best.score, Math.min(2, best.score - (second?.score ?? 0)), wanted],
        y: targets.has(best.target) ? 1 : 0,
      });
    }
  }
  const weight = [start.base, start.score, start.margin, start.wanted];
  for (let round = 0; round < 4000; round++) {
    const slope = [0, 0, 0, 0];
    for (const { x, y } of rows) {
      const p = 1 / (1 + Math.exp(-x.reduce((sum, one, k) => sum + one * weight[k]!, 0)));
      x.forEach((one, k) => (slope[k]! += (y - p) * one));
    }
    weight.forEach((_, k) => (weight[k]! += 0.05 * (slope[k]! / rows.length - 0.001 * weight[k]!)));
  }
  const [base, score, margin, wanted] = weight as [number, number, number, number];
  return { base, score, margin, wanted };
}

export interface Quality {
  readonly first: number;
  readonly five: number;
  /** Of those without an equivalent, how many stay under the threshold; of the right first ones, how many are over it. */
  readonly under: number;
  readonly over: number;
  readonly bins: readonly (readonly [likelihood: number, right: number, count: number])[];
}
export function quality(
  gold: Gold,
  scale?: Scale,
  acceptance?: Acceptance,
  judged: readonly { source: number; target: number }[] = [],
  threshold = 0.4,
): Quality {
  const matcher = run(gold, scale, acceptance, judged);
  const known = new Set(judged.map((one) => one.source));
  let [first, five, all, under, none, over] = [0, 0, 0, 0, 0, 0];
  const bins = Array.from({ length: 10 }, () => [0, 0, 0] as [number, number, number]);
  for (const [source, targets] of gold.right) {
    if (known.has(source)) continue;
    const { proposals, likelihood } = matcher.proposed(source);
    const right = proposals[0] !== undefined && targets.has(proposals[0].target);
    const bin = bins[Math.min(9, Math.floor(likelihood * 10))]!;
    bin[0] += likelihood;
    bin[1] += Number(right);
    bin[2]++;
    if (targets.size === 0) {
      none++;
      if (likelihood < threshold) under++;
      continue;
    }
    all++;
    if (right) first++;
    if (right && likelihood >= threshold) over++;
    if (proposals.some((one) => targets.has(one.target))) five++;
  }
  return {
    first: first / all,
    five: five / all,
    under: under / Math.max(1, none),
    over: over / Math.max(1, first),
    bins,
  };
}
