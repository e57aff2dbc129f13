import { indexOf } from './candidates.ts';
import { featuresOf, type Features, type Taken, type Weights } from './features.ts';
import type { Nearness } from './nearness.ts';

/** So many candidates are enough to find the surest pairs. */
const FIRST = 15;

/** The lists as they are compared, with what their words and presses weigh. */
export interface Lists {
  readonly sources: readonly Taken[];
  readonly targets: readonly Taken[];
  readonly weights: Weights;
}

/** The best candidate of each source and of each target by words alone: presses are not trusted yet. */
export function bests({ sources, targets, weights }: Lists, words: Nearness, scoreOf: (features: Features) => number) {
  const index = indexOf(targets, words, weights);
  const best: ({ target: number; score: number } | null)[] = [];
  const bestOf: { source: number; score: number }[] = targets.map(() => ({ source: -1, score: -Infinity }));
  sources.forEach((source, i) => {
    best[i] = null;
    for (const j of index(source).slice(0, FIRST)) {
      const score = scoreOf(featuresOf(source, targets[j]!, { words, weights, trust: 0 }));
      if (!best[i] || score > best[i].score) best[i] = { target: j, score };
      if (score > bestOf[j]!.score) bestOf[j] = { source: i, score };
    }
  });
  return { source: best, target: bestOf.map((one) => one.source) };
}

/** How far presses can be trusted: how often the surest pairs that both have presses agree in one. */
export function trusted(sure: ReadonlyMap<number, number>, { sources, targets, weights }: Lists): number {
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
export function learn(
  sure: ReadonlyMap<number, number>,
  told: ReadonlySet<number>,
  { sources, targets, weights }: Lists,
  words: Nearness,
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
