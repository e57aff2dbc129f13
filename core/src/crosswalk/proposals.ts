import { FEATURES, featuresOf, taken, weightsOf, type Features, type Taken, type Weights } from './features.ts';
import { plainWords, type MatchedCommand } from './names.ts';
import { nearness, type Nearness } from './nearness.ts';
import type { Match, Relation } from './relations.ts';
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

/** So many candidates are looked at closely, and so many are proposed. */
const CANDIDATES = 40;
/** So many are enough to find the surest pairs. */
const FIRST = 15;
const PROPOSED = 5;
/** How far a relation by way of a third program speaks for a pair; our own choice, no source. */
const BY_WAY: Record<Relation, number> = { exact: 1, close: 0.75, broad: 0.5, narrow: 0.5, related: 0.25 };
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
export function matching(question: MatchQuestion) {
  const { scale = WEIGHTS, acceptance = ACCEPTANCE, judged = [] } = question;
  const sections = question.words ?? WORD_LIST;
  const known = vocabulary(question, sections);
  const sources = question.sources.map((one) => taken(one, known));
  const targets = question.targets.map((one) => taken(one, known));
  const weights = weightsOf([...sources, ...targets]);
  const words = nearness(
    sections,
    [...sources, ...targets].flatMap((one) => [...one.all]),
  );
  const at = new Map(sources.map((one, index) => [one.command.id, index]));
  const atTarget = new Map(targets.map((one, index) => [one.command.id, index]));
  const scoreOf = (features: Features) => FEATURES.reduce((sum, name) => sum + scale[name] * features[name], 0);

  const first = bests(sources, targets, words, weights, scoreOf);
  const sure = new Map<number, number>();
  for (const [i, best] of first.source.entries())
    if (best && best.score >= SURE && first.target[best.target] === i) sure.set(i, best.target);
  for (const { source, target } of judged) {
    const [i, j] = [at.get(source), atTarget.get(target)];
    if (i !== undefined && j !== undefined) sure.set(i, j);
  }
  const told = new Set(judged.flatMap(({ source }) => at.get(source) ?? []));
  const trust = trusted(sure, sources, targets, weights);
  learn(sure, told, sources, targets, words, weights);

  const index = indexOf(targets, words, weights);
  const back = new Map([...sure].map(([i, j]) => [j, i]));
  const near = (i: number, j: number) => {
    const beside = [-1, 1].filter((step) => sure.get(i + step) === j + step || sure.get(i + step) === j - step);
    return beside.length / 2;
  };
  const around = waysAround(question.byWay ?? [], at, atTarget);
  const scored = (i: number): Proposal[] =>
    [...new Set([...index(sources[i]!), ...(around.get(i)?.keys() ?? [])])]
      .map((j): Proposal => {
        const byWay = around.get(i)?.get(j) ?? 0;
        const features = featuresOf(sources[i]!, targets[j]!, words, weights, trust, near(i, j), byWay);
        return { target: targets[j]!.command.id, score: scoreOf(features), features };
      })
      .sort((a, b) => b.score - a.score || a.target - b.target);
  return {
    trust,
    /** All candidates of a source with their scores, the best first. */
    candidates: (source: number): Proposal[] => scored(at.get(source)!),
    proposed(source: number): Proposed {
      const proposals = scored(at.get(source)!).slice(0, PROPOSED);
      const [best, second] = proposals;
      const other = best && back.get(atTarget.get(best.target)!);
      const wanted = other !== undefined && other !== at.get(source);
      return { source, proposals, likelihood: likelihoodOf(best, second, wanted, acceptance) };
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
function vocabulary({ sources, targets }: MatchQuestion, sections: readonly WordSection[]): Set<string> {
  const known = new Set(sections.flatMap((one) => one.sets.flat()).filter((word) => word.length >= 2));
  for (const { label, otherNames, name } of [...sources, ...targets]) {
    for (const text of [label, ...otherNames]) {
      const parts = plainWords(text);
      if (parts.length > 1) for (const word of parts) known.add(word);
    }
    const parts = plainWords(name.slice(name.lastIndexOf('.') + 1));
    if (parts.length > 1) for (const word of parts) known.add(word);
  }
  return known;
}

/** The best candidate of each source and of each target by words alone: presses are not trusted yet. */
function bests(
  sources: readonly Taken[],
  targets: readonly Taken[],
  words: Nearness,
  weights: Weights,
  scoreOf: (features: Features) => number,
) {
  const index = indexOf(targets, words, weights);
  const best: ({ target: number; score: number } | null)[] = [];
  const bestOf: { source: number; score: number }[] = targets.map(() => ({ source: -1, score: -Infinity }));
  sources.forEach((source, i) => {
    best[i] = null;
    for (const j of index(source).slice(0, FIRST)) {
      const score = scoreOf(featuresOf(source, targets[j]!, words, weights, 0));
      if (!best[i] || score > best[i].score) best[i] = { target: j, score };
      if (score > bestOf[j]!.score) bestOf[j] = { source: i, score };
    }
  });
  return { source: best, target: bestOf.map((one) => one.source) };
}

/** Finds the targets that share near words or presses with a source: the candidates that share most. */
function indexOf(targets: readonly Taken[], words: Nearness, weights: Weights) {
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
  return (source: Taken): number[] => {
    const share = new Map<number, number>();
    for (const stem of source.all)
      for (const other of words.around(stem)) {
        const weight = Math.min(weights.word(stem), weights.word(other)) * words.near(stem, other);
        for (const j of byWord.get(other) ?? []) share.set(j, (share.get(j) ?? 0) + weight);
      }
    for (const press of source.command.presses)
      for (const j of byPress.get(press) ?? []) share.set(j, (share.get(j) ?? 0) + 2 * weights.press(press));
    return [...share].sort((a, b) => b[1] - a[1] || a[0] - b[0]).slice(0, CANDIDATES).map(([j]) => j); // prettier-ignore
  };
}

/** How far presses can be trusted: how often the surest pairs that both have presses agree in one. */
function trusted(
  sure: ReadonlyMap<number, number>,
  sources: readonly Taken[],
  targets: readonly Taken[],
  weights: Weights,
): number {
  let [agree, count] = [0, 0];
  for (const [i, j] of sure) {
    const [mine, theirs] = [sources[i]!.command.presses, targets[j]!.command.presses];
    if (mine.length === 0 || theirs.length === 0) continue;
    count++;
    if (mine.some((press) => theirs.includes(press) && weights.press(press) > 0.2)) agree++;
  }
  return (agree + 0.5) / (count + 1.5);
}

/** Words that are left over on either side of the surest pairs stand for one another, if they do so again and again. */
function learn(
  sure: ReadonlyMap<number, number>,
  told: ReadonlySet<number>,
  sources: readonly Taken[],
  targets: readonly Taken[],
  words: Nearness,
  weights: Weights,
) {
  const counts = new Map<string, number>();
  const seen = new Map<string, number>();
  const add = (map: Map<string, number>, key: string, by: number) => map.set(key, (map.get(key) ?? 0) + by);
  for (const [i, j] of sure) {
    const [mine, theirs] = [sources[i]!.names[0] ?? [], targets[j]!.names[0] ?? []];
    const left = (a: readonly string[], b: readonly string[]) =>
      a.filter((word) => weights.word(word) > 0.5 && !b.some((other) => words.near(word, other) >= 0.5));
    const [here, there] = [left(mine, theirs), left(theirs, mine)];
    if (here.length === 0 || there.length === 0 || here.length * there.length > 4) continue;
    const by = (told.has(i) ? 3 : 1) / (here.length * there.length);
    for (const a of here) add(seen, `< ${a}`, by * there.length);
    for (const b of there) add(seen, `> ${b}`, by * here.length);
    for (const a of here) for (const b of there) add(counts, `${a} ${b}`, by);
  }
  for (const [pair, count] of counts) {
    const [a, b] = pair.split(' ') as [string, string];
    const rival = Math.max(seen.get(`< ${a}`)!, seen.get(`> ${b}`)!);
    if (count >= 1.5 && count / rival >= 0.5 && !words.opposite(a, b))
      words.learn(a, b, Math.min(0.75, count / (count + 1.5)));
  }
}
