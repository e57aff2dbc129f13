import { stemmer } from 'stemmer';
import { each } from '../../memory/index.ts';

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

/** Compares labels; a word that many labels have counts for less than a rare one. Each text is taken apart once. */
export function labelComparer(labels: Iterable<string>) {
  const [words, letters] = [each(wordsOf), each(trigrams)];
  const often = new Map<string, number>();
  let count = 0;
  for (const label of labels) {
    count++;
    for (const word of words(label)) often.set(word, (often.get(word) ?? 0) + 1);
  }
  const weight = (word: string) => Math.log(1 + (count + 1) / (1 + (often.get(word) ?? 0)));
  const sum = (list: readonly string[]) => list.reduce((total, word) => total + weight(word), 0);
  /**
   * How alike a text and each of many names are, from 0 to 1: the better of shared words and shared letters (Dice 1945), through
   * an index, so that only what they share is looked at.
   */
  function against(names: readonly string[]): (text: string) => Float64Array {
    const [byWord, byLetters] = [new Map<string, number[]>(), new Map<string, number[]>()];
    const post = (index: Map<string, number[]>, key: string, at: number) => {
      const list = index.get(key);
      if (list) list.push(at);
      else index.set(key, [at]);
    };
    names.forEach((name, at) => {
      for (const word of words(name)) post(byWord, word, at);
      for (const three of letters(name)) post(byLetters, three, at);
    });
    const weights = names.map((name) => sum(words(name)));
    const sizes = names.map((name) => letters(name).size);
    return (text) => {
      const [inWords, inLetters] = [new Float64Array(names.length), new Float64Array(names.length)];
      for (const word of words(text)) for (const at of byWord.get(word) ?? []) inWords[at]! += 2 * weight(word);
      for (const three of letters(text)) for (const at of byLetters.get(three) ?? []) inLetters[at]! += 2;
      const [mine, size] = [sum(words(text)), letters(text).size];
      return inWords.map((both, at) =>
        Math.max(mine + weights[at]! ? both / (mine + weights[at]!) : 0, inLetters[at]! / (size + sizes[at]!)),
      );
    };
  }
  return {
    against,
    /** The same of two texts. */
    alike: (a: string, b: string) => against([b])(a)[0]!,
    /** Which part of a label’s words another label has too, by weight. */
    within(part: string, whole: string): number {
      const mine = words(part);
      const theirs = new Set(words(whole));
      const all = sum(mine);
      return all === 0 ? 0 : sum(mine.filter((word) => theirs.has(word))) / all;
    },
  };
}
export type LabelComparer = ReturnType<typeof labelComparer>;
