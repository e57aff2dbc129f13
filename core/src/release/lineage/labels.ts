import { stemmer } from 'stemmer';

/** Words that tell nothing apart. */
const PLAIN = new Set('a an and at by for from in into of off on or the this to with'.split(' '));

/** The words of a label that tell it apart, as stems (Porter 1980, by the package `stemmer`). */
function wordsOf(label: string): string[] {
  const words = label.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  const telling = words.filter((word) => !PLAIN.has(word));
  return [...new Set((telling.length ? telling : words).map((word) => stemmer(word)))];
}

function trigrams(text: string): Set<string> {
  const padded = `  ${text.toLowerCase()} `;
  return new Set(Array.from({ length: padded.length - 2 }, (_, at) => padded.slice(at, at + 3)));
}

/** How much two sets share, from 0 to 1, each member by its weight (Dice 1945). */
function shared<T>(a: Iterable<T>, b: ReadonlySet<T>, weight: (one: T) => number): number {
  const first = new Set(a);
  let [both, all] = [0, 0];
  for (const one of first) {
    all += weight(one);
    if (b.has(one)) both += 2 * weight(one);
  }
  for (const one of b) all += weight(one);
  return all === 0 ? 0 : both / all;
}

/** Compares labels; a word that many labels have counts for less than a rare one. */
export function labelComparer(labels: Iterable<string>) {
  const often = new Map<string, number>();
  let count = 0;
  for (const label of labels) {
    count++;
    for (const word of wordsOf(label)) often.set(word, (often.get(word) ?? 0) + 1);
  }
  const weight = (word: string) => Math.log(1 + (count + 1) / (1 + (often.get(word) ?? 0)));
  const sum = (words: readonly string[]) => words.reduce((total, word) => total + weight(word), 0);
  return {
    /** From 0 to 1: the better of shared words and shared letters. */
    alike(a: string, b: string): number {
      const words = shared(wordsOf(a), new Set(wordsOf(b)), weight);
      const letters = shared(trigrams(a), trigrams(b), () => 1);
      return Math.max(words, letters);
    },
    /** Which part of a label’s words another label has too, by weight. */
    within(part: string, whole: string): number {
      const words = wordsOf(part);
      const theirs = new Set(wordsOf(whole));
      const all = sum(words);
      return all === 0 ? 0 : sum(words.filter((word) => theirs.has(word))) / all;
    },
  };
}
export type LabelComparer = ReturnType<typeof labelComparer>;
