import { each, once } from '../../memory/index.ts';
import { indexOf } from './candidates.ts';
import { FEATURES, featuresOf, taken, weightsOf, type Features, type Taken } from './features.ts';
import { bests, learn, trusted, type Lists } from './learning.ts';
import { plainWords, wordReader, type MatchedCommand } from './names.ts';
import { nearness } from './nearness.ts';
import type { Match, Relation } from '../decide/relations.ts';
import { ACCEPTANCE, WEIGHTS, likelihoodOf, type Acceptance, type Scale } from './scale.ts';
import { WORD_LIST, type WordSection } from './word-list.ts';

export interface MatchQuestion {
  readonly sources: readonly MatchedCommand[];
  readonly targets: readonly MatchedCommand[];
  readonly words?: readonly WordSection[] | undefined;
  /** Pairs that were judged to answer to each other; they teach words, and weigh more than what is only likely. */
  readonly judged?: readonly { readonly source: number; readonly target: number }[] | undefined;
  /** Pairs that answer to each other by way of a third program. */
  readonly byWay?: readonly Match[] | undefined;
  readonly scale?: Scale | undefined;
  readonly acceptance?: Acceptance | undefined;
}

/** A counterpart that is proposed, with what speaks for it and against it. */
export interface Proposal {
  readonly target: number;
  readonly score: number;
  readonly features: Features;
}

/** The proposals for one command, the best first, and how likely it is that the first one is right. */
export interface Proposed {
  readonly source: number;
  readonly proposals: readonly Proposal[];
  readonly likelihood: number;
}

/** So many are proposed. */
const PROPOSED = 5;
/** How far a relation by way of a third program speaks for a pair; our own choice, no source. */
const BY_WAY: Record<Relation, number> = { exact: 1, close: 0.75, broad: 0.5, narrow: 0.5, related: 0.25 };
/** How far presses count before anything is known of the two programs. */
const UNTOLD = 0.3;
/** From this score on, two that are each other’s best teach words and how far presses can be trusted. */
const SURE = 2.2;

/**
 * Proposals of counterparts, all sources at once, since what one pair teaches helps the next: words alone first; how often
 * the surest agree in their press says how far presses count; what is left over in them is learned as words; then all is
 * scored again with neighbours in the list. Deterministic; `step` is called between sources and may stop it by throwing.
 */
export function propose(question: MatchQuestion, step: (done: number, of: number) => void = () => {}): Proposed[] {
  const matcher = matching(question);
  return question.sources.map((source, at) => {
    step(at, question.sources.length);
    return matcher.proposed(source.id);
  });
}

/** Everything that is learned from both lists and the judgements; asked for one source at a time. */
export const matching = (question: MatchQuestion): Matching => prepared(question).knowing(question.judged ?? []);

export interface Matching {
  readonly trust: number;
  /** All candidates of a source with their scores, the best first. */
  candidates(source: number): Proposal[];
  proposed(source: number): Proposed;
}
/** Two lists read once, to be asked at once by words alone, and again whenever something was judged. */
export interface Prepared {
  /** By words alone, before anything is learned: not as good, and there at once. */
  glance(source: number): Proposed;
  knowing(judged: NonNullable<MatchQuestion['judged']>): Matching;
}

export function prepared(question: Omit<MatchQuestion, 'judged'>): Prepared {
  const { scale = WEIGHTS, acceptance = ACCEPTANCE } = question;
  const sections = question.words ?? WORD_LIST;
  const words = each(plainWords);
  const read = wordReader(vocabulary(question, sections, words), words);
  const [sources, targets] = [question.sources, question.targets].map((list) =>
    list.map((one) => taken(one, read)),
  ) as [Taken[], Taken[]];
  const weights = weightsOf([...sources, ...targets]);
  const lists: Lists = { sources, targets, weights };
  const stems = [...sources, ...targets].flatMap((one) => [...one.all]);
  const at = new Map(sources.map((one, index) => [one.command.id, index]));
  const atTarget = new Map(targets.map((one, index) => [one.command.id, index]));
  const around = waysAround(question.byWay ?? [], at, atTarget);
  const scoreOf = (features: Features) => FEATURES.reduce((sum, name) => sum + scale[name] * features[name], 0);
  const plain = nearness(sections, stems);
  const plainIndex = indexOf(targets, plain, weights);
  const first = once(() => bests(lists, plain, scoreOf));

  /** The candidates of a source, scored with what is known of words, presses and neighbours. */
  const scoring =
    (index: typeof plainIndex, words: typeof plain, trust: number, near: (i: number, j: number) => number) =>
    (i: number) =>
      [...new Set([...index(sources[i]!), ...(around.get(i)?.keys() ?? [])])]
        .map((j): Proposal => {
          const features = featuresOf(sources[i]!, targets[j]!, {
            words,
            weights,
            trust,
            neighbours: near(i, j),
            byWay: around.get(i)?.get(j) ?? 0,
          });
          return { target: targets[j]!.command.id, score: scoreOf(features), features };
        })
        .sort((a, b) => b.score - a.score || a.target - b.target);
  const proposedOf = (source: number, all: readonly Proposal[], wanted: (target: number) => boolean): Proposed => {
    const [best, second] = all;
    const likelihood = likelihoodOf(best, second, best !== undefined && wanted(best.target), acceptance);
    return { source, proposals: all.slice(0, PROPOSED), likelihood };
  };
  const glancing = scoring(plainIndex, plain, UNTOLD, () => 0);
  return {
    glance: (source) => proposedOf(source, glancing(at.get(source)!), () => false),
    knowing(judged) {
      const sure = new Map<number, number>();
      for (const [i, best] of first().source.entries())
        if (best && best.score >= SURE && first().target[best.target] === i) sure.set(i, best.target);
      for (const { source, target } of judged) {
        const [i, j] = [at.get(source), atTarget.get(target)];
        if (i !== undefined && j !== undefined) sure.set(i, j);
      }
      const told = new Set(judged.flatMap(({ source }) => at.get(source) ?? []));
      const trust = trusted(sure, lists);
      const words = nearness(sections, stems);
      learn(sure, told, lists, words);
      const back = new Map([...sure].map(([i, j]) => [j, i]));
      const near = (i: number, j: number) =>
        [-1, 1].filter((step) => sure.get(i + step) === j + step || sure.get(i + step) === j - step).length / 2;
      const scored = scoring(indexOf(targets, words, weights), words, trust, near);
      return {
        trust,
        candidates: (source) => scored(at.get(source)!),
        proposed: (source) =>
          proposedOf(source, scored(at.get(source)!), (target) => {
            const other = back.get(atTarget.get(target)!);
            return other !== undefined && other !== at.get(source);
          }),
      };
    },
  };
}

/** By source and target, as they stand in the lists: how far a third program says that they answer to each other. */
function waysAround(byWay: readonly Match[], at: ReadonlyMap<number, number>, atTarget: ReadonlyMap<number, number>) {
  const found = new Map<number, Map<number, number>>();
  for (const { source, target, relation } of byWay) {
    const [i, j] = [at.get(source), atTarget.get(target)];
    if (i === undefined || j === undefined) continue;
    const row = found.get(i) ?? new Map<number, number>();
    found.set(i, row.set(j, Math.max(row.get(j) ?? 0, BY_WAY[relation])));
  }
  return found;
}

/** Words that are seen by themselves, into which glued ones can be split: no id that is one word is among them. */
function vocabulary(
  { sources, targets }: MatchQuestion,
  sections: readonly WordSection[],
  words: (text: string) => readonly string[],
): Set<string> {
  const known = new Set(sections.flatMap((one) => one.sets.flat()).filter((word) => word.length >= 2));
  for (const { label, otherNames, name } of [...sources, ...targets]) {
    for (const text of [label, ...otherNames]) {
      const parts = words(text);
      if (parts.length > 1) for (const word of parts) known.add(word);
    }
    const parts = words(name.slice(name.lastIndexOf('.') + 1));
    if (parts.length > 1) for (const word of parts) known.add(word);
  }
  return known;
}
