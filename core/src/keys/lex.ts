import { KEYPAD } from './codes.ts';
import { LONGEST_PHRASE, PAD_PREFIXES, meaningOf, type Meaning } from './lexicon.ts';
import { characterKey, isKeyCharacter } from './shortcut.ts';

/** A piece of a written shortcut with its place in the text. */
export interface Unit {
  readonly text: string;
  readonly from: number;
  readonly to: number;
  /** White space stands before it. */
  readonly spaced: boolean;
  /** A single character, which may be a key, a joiner or a separator. */
  readonly sign?: string;
  /** Undefined for a word nobody knows. */
  readonly meaning?: Meaning;
}

interface Token {
  readonly text: string;
  readonly from: number;
  readonly spaced: boolean;
  readonly word: boolean;
}

const TOKEN = /(\s*)(?:([\p{L}\p{N}]+)|(\S))/uy;

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  for (let found = TOKEN.exec(text); found; found = TOKEN.exec(text)) {
    const [, space = '', word, sign] = found;
    const body = word ?? sign!;
    const from = TOKEN.lastIndex - body.length;
    // A line end parts alternatives, as “or” does.
    if (tokens.length && space.includes('\n')) tokens.push({ text: 'or', from, spaced: true, word: true });
    tokens.push({ text: body, from, spaced: space !== '', word: word !== undefined });
  }
  return tokens;
}

/** Cuts a text into units: the longest phrases the lexicon knows, single characters, and unknown words. */
export function lex(text: string, letters = false): Unit[] {
  const tokens = tokensOf(text);
  const units: Unit[] = [];
  for (let i = 0; i < tokens.length;) {
    const { unit, used } =
      padUnit(tokens, i) ??
      (letters ? typedUnit(tokens, i, units.at(-1)) : null) ??
      phraseUnit(tokens, i) ??
      singleUnit(tokens[i]!);
    units.push(unit);
    i += used;
  }
  return units;
}

interface Taken {
  readonly unit: Unit;
  readonly used: number;
}

function unitOf(tokens: readonly Token[], at: number, used: number, meaning: Meaning): Taken {
  const [first, last] = [tokens[at]!, tokens[at + used - 1]!];
  let { text } = first;
  for (let next = at + 1; next < at + used; next++) text += ` ${tokens[next]!.text}`;
  return {
    unit: { text, from: first.from, to: last.from + last.text.length, spaced: first.spaced, meaning },
    used,
  };
}

/** “Num +”, “keypad /”: a pad word followed by a sign. */
function padUnit(tokens: readonly Token[], at: number): Taken | null {
  const sign = tokens[at + 1];
  if (!sign || sign.word || !PAD_PREFIXES.has(tokens[at]!.text.toLowerCase())) return null;
  const code = [...KEYPAD].find(([, pad]) => pad.sign === sign.text)?.[0];
  if (!code) return null;
  return unitOf(tokens, at, 2, { is: 'key', key: { by: 'position', code } });
}

/**
 * In a program with typed letters, letters in a row are letters before they are the name of a key (`BS`, `OR`, `44`):
 * capitals or digits that nothing joins, and that are no longer phrase.
 */
function typedUnit(tokens: readonly Token[], at: number, before: Unit | undefined): Taken | null {
  const { text, from, spaced, word } = tokens[at]!;
  if (!word || !/^(?:[A-Z]{2,5}|\d{2,3})$/.test(text) || before?.meaning?.is === 'modifier') return null;
  const joins = (token: Token | undefined) => token !== undefined && !token.word && /[+-]/.test(token.text);
  if (joins(tokens[at + 1]) || joins(tokens[at - 1])) return null;
  const phrase = phraseUnit(tokens, at);
  const is = phrase?.unit.meaning?.is;
  if (phrase && (phrase.used > 1 || is === 'modifier')) return null;
  const parts = at > 0 && at + 1 < tokens.length;
  if (is !== undefined && is !== 'key' && parts) return null;
  return { unit: { text, from, to: from + text.length, spaced }, used: 1 };
}

/** The longest known phrase from here: words parted by white space, or glued by a hyphen (`right-click`). */
function phraseUnit(tokens: readonly Token[], at: number): Taken | null {
  const first = tokens[at]!;
  if (!first.word) return null;
  let phrase = first.text;
  let best = phrase.length > 1 ? knownPhrase(phrase, tokens, at + 1) : undefined;
  let used = 1;
  let words = 1;
  for (let next = at + 1; words < LONGEST_PHRASE && next < tokens.length; next++, words++) {
    const [token, behind] = [tokens[next]!, tokens[next + 1]];
    const glued = token.text === '-' && !token.spaced && behind?.word === true && !behind.spaced;
    if (glued) next++;
    else if (!token.word) break;
    phrase += ` ${tokens[next]!.text}`;
    const meaning = knownPhrase(phrase, tokens, next + 1);
    if (meaning) [best, used] = [meaning, next + 1 - at];
  }
  return best ? unitOf(tokens, at, used, best) : null;
}

/** What a phrase means; in “hold Down” the arrow is meant, unless a key stands behind it: “hold down Space”. */
function knownPhrase(phrase: string, tokens: readonly Token[], behind: number): Meaning | undefined {
  const meaning = meaningOf(phrase);
  if (meaning?.is !== 'hold' || phrase.toLowerCase() !== 'hold down') return meaning;
  const next = tokens[behind];
  return next?.word && !/^(then|or|held|twice)$/i.test(next.text) ? meaning : undefined;
}

/** A single character, or a word that nobody knows. */
function singleUnit({ text, from, spaced }: Token): Taken {
  const to = from + text.length;
  const known = meaningOf(text);
  if (known) return { unit: { text, from, to, spaced, meaning: known }, used: 1 };
  if (!isKeyCharacter(text)) return { unit: { text, from, to, spaced }, used: 1 };
  return { unit: { text, from, to, spaced, meaning: signMeaning(text), sign: text }, used: 1 };
}

/** A character as a key. */
const signMeaning = (character: string): Meaning => ({ is: 'key', key: characterKey(character) });
