import { stemmer } from 'stemmer';
import { each } from '../../memory/index.ts';
import { SHORTENED } from './word-list.ts';

/** A command as it is matched: what it is called, where it is, what it has. */
export interface MatchedCommand {
  readonly id: number;
  /** The program’s own name for it. */
  readonly name: string;
  readonly label: string;
  readonly otherNames: readonly string[];
  readonly description: string;
  readonly menu: string;
  readonly place: string;
  readonly destructive: boolean;
  /** Canonical presses as texts with their platform: `windows Ctrl+KeyS`. */
  readonly presses: readonly string[];
}

/** The last part of an id, without its namespace. */
const withoutNamespace = (name: string) => name.slice(Math.max(name.lastIndexOf('.'), name.lastIndexOf('/')) + 1);

/** The words of a text: at white space and signs, and where small letters become large ones. */
export function plainWords(text: string): string[] {
  return text
    .replace(/(\p{Ll}|\p{N})(\p{Lu})/gu, '$1 $2')
    .replace(/(\p{Lu})(\p{Lu}\p{Ll})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
}

/** A word as it is compared: spelled out, spelled alike, without its ending (Porter 1980, by the package `stemmer`). */
export const stemOf = (word: string): string => stemmer(SHORTENED[word] ?? word);

/** Splits glued words (`gotolinestart`) into the fewest known parts; as it is where they do not fit. */
function unglued(word: string, known: ReadonlySet<string>): string[] {
  if (word.length < 6 || word.length > 40 || known.has(word)) return [word];
  const best: (string[] | null)[] = [[]];
  for (let end = 1; end <= word.length; end++) {
    best[end] = null;
    for (let begin = Math.max(0, end - 16); begin <= end - 2; begin++) {
      const before = best[begin];
      const part = word.slice(begin, end);
      if (!before || !known.has(part)) continue;
      if (!best[end] || before.length + 1 < best[end]!.length) best[end] = [...before, part];
    }
  }
  const parts = best[word.length];
  return parts && parts.length <= 5 ? parts : [word];
}

/** Reads the texts of two lists; what comes again and again is read once. */
export interface WordReader {
  words(text: string): readonly string[];
  /** A word as stems, glued ones apart. */
  stems(word: string): readonly string[];
  stem(word: string): string;
}
export function wordReader(known: ReadonlySet<string>, words = each(plainWords)): WordReader {
  const stem = each(stemOf);
  return { words, stem, stems: each((word: string) => unglued(word, known).map(stem)) };
}

/** The names of a command as lists of stems, the label first. */
export function namesOf(command: MatchedCommand, read: WordReader): string[][] {
  const id = withoutNamespace(command.name);
  const texts = [command.label, ...command.otherNames, id].filter((text) => text !== '');
  const lists = texts.map((text) => [...new Set(read.words(text).flatMap((word) => read.stems(word)))]);
  const seen = new Set<string>();
  return lists.filter((list) => list.length && !seen.has(list.join()) && seen.add(list.join()));
}
