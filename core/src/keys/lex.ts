import { KEYPAD } from './codes.ts';
import { LONGEST_PHRASE, PAD_PREFIXES, meaningOf, type Meaning } from './lexicon.ts';
import { characterKey } from './shortcut.ts';

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

const TOKEN = /(\s*)([\p{L}\p{N}]+|[^\s])/uy;
/** A line end parts alternatives, as “or” does. */
const LINE_END = /\n/;

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  for (let found = TOKEN.exec(text); found; found = TOKEN.exec(text)) {
    const [, space = '', body = ''] = found;
    const from = TOKEN.lastIndex - body.length;
    if (tokens.length && LINE_END.test(space)) {
      tokens.push({ text: 'or', from, spaced: true, word: true });
    }
    tokens.push({ text: body, from, spaced: space !== '', word: /[\p{L}\p{N}]/u.test(body) });
  }
  return tokens;
}

/** Cuts a text into units: the longest phrases the lexicon knows, single characters, and unknown words. */
export function lex(text: string): Unit[] {
  const tokens = tokensOf(text);
  const units: Unit[] = [];
  for (let i = 0; i < tokens.length;) {
    const { unit, used } = padUnit(tokens, i) ?? phraseUnit(tokens, i) ?? singleUnit(tokens[i]!);
    units.push(unit);
    i += used;
  }
  return units;
}

interface Taken {
  readonly unit: Unit;
  readonly used: number;
}

function unitOf(tokens: readonly Token[], rest: Pick<Unit, 'meaning' | 'sign'>): Unit {
  const [first, last] = [tokens[0]!, tokens[tokens.length - 1]!];
  const text = tokens.map((token) => token.text).join(' ');
  return { text, from: first.from, to: last.from + last.text.length, spaced: first.spaced, ...rest };
}

/** “Num +”, “keypad /”: a pad word followed by a sign. */
function padUnit(tokens: readonly Token[], at: number): Taken | null {
  const sign = tokens[at + 1];
  if (!sign || sign.word || !PAD_PREFIXES.has(tokens[at]!.text.toLowerCase())) return null;
  const code = [...KEYPAD].find(([, pad]) => pad.sign === sign.text)?.[0];
  if (!code) return null;
  const meaning: Meaning = { is: 'key', key: { by: 'position', code } };
  return { unit: unitOf(tokens.slice(at, at + 2), { meaning }), used: 2 };
}

/** The longest known phrase from here: words parted by white space, or glued by a hyphen (`right-click`). */
function phraseUnit(tokens: readonly Token[], at: number): Taken | null {
  if (!tokens[at]!.word) return null;
  const words: number[] = [at];
  for (let next = at + 1; words.length < LONGEST_PHRASE && next < tokens.length; next++) {
    const token = tokens[next]!;
    const glued = token.text === '-' && !token.spaced && tokens[next + 1]?.word && !tokens[next + 1]!.spaced;
    if (glued) next++;
    else if (!token.word) break;
    words.push(next);
  }
  for (let count = words.length; count > 0; count--) {
    const phrase = words.slice(0, count).map((index) => tokens[index]!.text);
    if (count === 1 && [...phrase[0]!].length === 1) return null;
    const meaning = meaningOf(phrase.join(' '));
    if (meaning && !isArrow(phrase, tokens[words[count - 1]! + 1])) {
      const used = words[count - 1]! - at + 1;
      return { unit: unitOf(tokens.slice(at, at + used), { meaning }), used };
    }
  }
  return null;
}

/** In “hold Down” the arrow is meant, unless a key stands behind it: “hold down Space”. */
function isArrow(phrase: readonly string[], next: Token | undefined): boolean {
  if (phrase.join(' ').toLowerCase() !== 'hold down') return false;
  return !next?.word || /^(then|or|held|twice)$/i.test(next.text);
}

/** A single character, or a word that nobody knows. */
function singleUnit(token: Token): Taken {
  const known = meaningOf(token.text);
  if (known) return { unit: unitOf([token], { meaning: known }), used: 1 };
  if ([...token.text].length > 1) return { unit: unitOf([token], {}), used: 1 };
  const meaning: Meaning = { is: 'key', key: characterKey(token.text) };
  return { unit: unitOf([token], { meaning, sign: token.text }), used: 1 };
}
