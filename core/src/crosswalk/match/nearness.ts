import { stemOf } from './names.ts';
import { ACTING, OPPOSITES, type WordSection } from './word-list.ts';

/** How near two stems are, from 0 to 1; and words that have been learned to stand for one another. */
export interface Nearness {
  near(a: string, b: string): number;
  /** Whether one says the opposite of the other. */
  opposite(a: string, b: string): boolean;
  /** Whether it is a word of doing something. */
  acts(stem: string): boolean;
  /** Stems that may be near to one, itself first. */
  around(stem: string): readonly string[];
  learn(a: string, b: string, near: number): void;
}

/** Our own choice, no source. */
const NEAR = { listed: 0.8, inside: 0.55, beginning: 0.5 } as const;
const NEGATING = /^(?:un|de|dis|non)/;

export function nearness(sections: readonly WordSection[], vocabulary: Iterable<string>): Nearness {
  const known = new Map<string, Map<string, number>>();
  const put = (a: string, b: string, near: number) => {
    if (a === b) return;
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      const row = known.get(from) ?? new Map<string, number>();
      row.set(to, Math.max(row.get(to) ?? 0, near));
      known.set(from, row);
    }
  };
  for (const { sets } of sections)
    for (const set of sets) for (const a of set) for (const b of set) if (a < b) put(stemOf(a), stemOf(b), NEAR.listed);
  const stems = [...new Set(vocabulary)];
  const byStart = new Map<string, string[]>();
  for (const stem of stems) {
    if (stem.length < 4) continue;
    const start = stem.slice(0, 4);
    byStart.set(start, [...(byStart.get(start) ?? []), stem]);
  }
  for (const group of byStart.values())
    for (const a of group) for (const b of group) if (a < b && likeBeginnings(a, b)) put(a, b, NEAR.beginning);
  // One word inside another: the ends of the longer one, since what is glued on stands before or behind.
  const whole = new Set(stems.filter((stem) => stem.length >= 4));
  for (const stem of stems)
    for (let cut = 1; cut <= stem.length - 4; cut++) {
      const [end, start] = [stem.slice(cut), stem.slice(0, stem.length - cut)];
      if (whole.has(end) && !NEGATING.test(stem)) put(stem, end, NEAR.inside);
      if (whole.has(start)) put(stem, start, NEAR.inside);
    }
  const against = new Set(OPPOSITES.flatMap(([a, b]) => [`${stemOf(a)} ${stemOf(b)}`, `${stemOf(b)} ${stemOf(a)}`]));
  const doing = new Set(sections.filter((one) => one.name === ACTING).flatMap((one) => one.sets.flat().map(stemOf)));
  return {
    acts: (stem) => doing.has(stem),
    near: (a, b) => (a === b ? 1 : (known.get(a)?.get(b) ?? 0)),
    opposite: (a, b) => against.has(`${a} ${b}`),
    around: (stem) => [stem, ...(known.get(stem)?.keys() ?? [])],
    learn: put,
  };
}

function likeBeginnings(a: string, b: string): boolean {
  let same = 0;
  while (same < a.length && a[same] === b[same]) same++;
  return same >= 4 && same >= 0.6 * Math.max(a.length, b.length);
}
