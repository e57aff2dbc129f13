import type { Feature } from './features.ts';

/** What each feature of a pair weighs in its score. */
export type Scale = Readonly<Record<Feature, number>>;

/** Fitted on open command lists by the likelihood of the right counterpart among the candidates; signs are given (docs/formulas.md). */
export const WEIGHTS: Scale = {
  cover: 4.3,
  least: 2.1,
  equal: 1.2,
  letters: 1.8,
  about: 0.6,
  menu: 0.5,
  place: 0.4,
  press: 5.4,
  'other keys': -1.2,
  opposite: -1.7,
  'other action': -1,
  'left over': -1.6,
  numbers: -1.2,
  destroys: -0.3,
  neighbours: 1.5,
  'by way': 8,
};

/** How likely the first proposal is right: a logistic function of its score, its margin, and whether others want it. */
export interface Acceptance {
  readonly base: number;
  readonly score: number;
  readonly margin: number;
  readonly wanted: number;
}
export const ACCEPTANCE: Acceptance = { base: -3.8, score: 0.77, margin: 0.84, wanted: -2.2 };

/** From 0 to 1; a margin counts to 2 at the most. */
export function likelihoodOf(
  best: { readonly score: number } | undefined,
  second: { readonly score: number } | undefined,
  wanted: boolean,
  acceptance: Acceptance,
): number {
  if (!best) return 0;
  const margin = Math.min(2, best.score - (second?.score ?? 0));
  const { base, score } = acceptance;
  const sum = base + score * best.score + acceptance.margin * margin + acceptance.wanted * Number(wanted);
  return 1 / (1 + Math.exp(-sum));
}
