import type { Read, ReadOptions, Reading, ReadResult } from './reading.ts';

/** Blanks that look like one, signs that are written for another, and marks that cannot be seen. */
const BLANKS = /[\u00A0\u2000-\u200A\u202F\u205F\u3000]/g;
const HYPHENS = /[\u2010\u2011\u2212\uFE63\uFF0D]/g;
const UNSEEN = /[\u200B-\u200F\u2060\uFEFF]/g;
const QUOTES: Readonly<Record<string, string>> = { '‘': "'", '’': "'", '“': '"', '”': '"', '＋': '+' };

/** Letters, digits and signs of ASCII are in every form already. */
const ASCII = /^[\x20-\x7E]*$/;

/** A text in one Unicode form (NFC, UAX 15), with plain blanks, hyphens and quotation marks. */
export function normalized(text: string): string {
  if (ASCII.test(text)) return text;
  return text
    .normalize('NFC')
    .replace(BLANKS, ' ')
    .replace(HYPHENS, '-')
    .replace(UNSEEN, '')
    .replace(/[‘’“”＋]/g, (sign) => QUOTES[sign]!);
}

/**
 * A caret directly before a modifier’s symbol or a key is Control (`^S`, `^⌘F`); behind a joiner, before a separator, and
 * where it stands alone it is the key. A dash behind a symbol or a plus, with nothing after it, is the minus key.
 */
export function signsMeant(text: string): string {
  return text
    .replace(/(?<![^\s⌘⌥⌃⇧^(,;|/])\^(?=[^\s,;|/)+-])/g, '⌃')
    .replace(/(?<=[⌘⌥⌃⇧+] ?)[–—]$/, '-')
    .replace(/(?<=\b(?:ctrl|control|strg|alt|option|shift|cmd|command|win|super)) ?[–—] ?(?=\S)/gi, '-');
}

/** Marks of a footnote, glued behind a key: two keys do not stand in one stroke. */
const FOOTNOTE = /(?<=[\p{L}\p{N})])(?:[*†‡§¹²³⁰⁴-⁹]{1,3}| ?\[\d{1,2}\])$/u;

/** What an inner text in brackets says of the keys before it. */
const MANNERS: Readonly<Record<string, string>> = {
  twice: 'twice',
  'two times': 'twice',
  'press twice': 'twice',
  '2x': 'twice',
  '2×': 'twice',
  '×2': 'twice',
  hold: 'hold',
  held: 'hold',
  'hold down': 'hold',
  'press and hold': 'hold',
  'held down': 'hold',
};

const choiceOf = (sentence: string, readings: readonly Reading[]): ReadResult => ({
  kind: 'choice',
  sentence,
  readings,
});

/** A text whose signs around the keys have been looked at: what is left of it, or what came of it. */
export type Peeled = { readonly text: string; readonly remark: string } | { readonly result: ReadResult };

/** The bracketed end of a text, if it has one: what stands before it and what in it. */
export function bracketedEnd(text: string): { readonly before: string; readonly inner: string } | null {
  if (!text.endsWith(')')) return null;
  let depth = 0;
  for (let at = text.length - 1; at >= 0; at--) {
    if (text[at] === ')') depth++;
    else if (text[at] === '(' && --depth === 0) {
      const inner = text.slice(at + 1, -1).trim();
      // What links keys stands between them: these brackets are keys themselves.
      if (/(?:\bthen|\bor|[+,])$/i.test(inner)) return null;
      return inner ? { before: text.slice(0, at).trim(), inner } : null;
    }
  }
  return null;
}

/**
 * Takes away what is written around keys and is no key itself: brackets around the whole, footnote marks, and in brackets
 * behind the keys how they are pressed (`twice`, `then L`), another way, or a remark. What can be meant in more than one
 * way is a question.
 */
export function peeled(given: string, options: ReadOptions, read: Read): Peeled {
  let text = given.trim();
  const example = /^(?:e\.? ?g\.?|for example|such as|like)[ :,]+/i.exec(text)?.[0];
  if (example) {
    const inner = read(text.slice(example.length), options);
    if (inner.kind !== 'read') return { result: inner };
    const readings = [{ shortcuts: inner.shortcuts, sentence: 'Exactly these keys' }];
    return { result: choiceOf('Is this an example that stands for other keys too?', readings) };
  }
  if (/^\^ \S/.test(text)) {
    const [control, key] = [read(`⌃${text.slice(2)}`, options), read(`caret then ${text.slice(2)}`, options)];
    if (control.kind === 'read' && key.kind === 'read') {
      const readings = [
        { shortcuts: control.shortcuts, sentence: 'The caret is Control' },
        { shortcuts: key.shortcuts, sentence: 'The caret is a key; the other key follows' },
      ];
      return { result: choiceOf('Does the caret mean Control, or the ^ key?', readings) };
    }
  }
  const leading = /^[*†‡§¹²³⁰⁴-⁹]{1,3} ?(?=[\p{L}⌘⌥⌃⇧])/u.exec(text)?.[0];
  if (leading) {
    const plain = read(text.slice(leading.length), options);
    const both = leading.startsWith('*') ? read(`asterisk then ${text.slice(leading.length)}`, options) : null;
    if (plain.kind === 'read' && both?.kind === 'read') {
      const readings = [
        { shortcuts: plain.shortcuts, sentence: 'The asterisk is a footnote mark' },
        { shortcuts: both.shortcuts, sentence: 'The asterisk is a key; the other key follows' },
      ];
      return { result: choiceOf('Is the asterisk a key, or a footnote mark?', readings) };
    }
    if (plain.kind === 'read') text = text.slice(leading.length);
  }
  const marked = FOOTNOTE.exec(text);
  if (marked && marked.index > 0) {
    const without = text.slice(0, marked.index);
    const plain = read(without, options);
    const single = /^[\p{L}\p{N}]$/u.test(without);
    if (plain.kind === 'read' && single && marked[0] === '*') {
      const both = read(`${without} then *`, options);
      const readings = [{ shortcuts: plain.shortcuts, sentence: 'The asterisk is a footnote mark' }];
      if (both.kind === 'read')
        readings.push({ shortcuts: both.shortcuts, sentence: 'The asterisk is a key, pressed after it' });
      return { result: choiceOf('Is the asterisk a key, or a footnote mark?', readings) };
    }
    if (plain.kind === 'read') text = without;
  }
  const found = bracketedEnd(text);
  if (!found) return { text, remark: '' };
  const { before, inner } = found;
  if (before === '') return peeled(inner, options, read);
  if (/[+-]$/.test(before)) return { text, remark: '' };
  return inBrackets(before, inner, options, read);
}

function inBrackets(before: string, inner: string, options: ReadOptions, read: Read): Peeled {
  const said = inner.toLowerCase();
  const manner = MANNERS[said];
  if (manner === 'twice') return { text: `${before} twice`, remark: '' };
  if (manner === 'hold') return { text: `hold ${before}`, remark: '' };
  const going = /^(?:then|followed by|or) /i.exec(inner)?.[0];
  if (going) {
    const link = /^or/i.test(going) ? 'or' : 'then';
    const whole = `${before} ${link} ${inner.slice(going.length)}`;
    const both = read(whole, options);
    if (both.kind !== 'error') return { text: whole, remark: '' };
    return { text: before, remark: inner };
  }
  const [keys, other] = [read(before, options), read(inner, { ...options, suggest: false })];
  if (keys.kind !== 'read' || other.kind !== 'read') return { text: before, remark: inner };
  return {
    result: choiceOf('Is the text in brackets another shortcut, or a note?', [
      { shortcuts: [...keys.shortcuts, ...other.shortcuts], sentence: 'Another shortcut' },
      { shortcuts: keys.shortcuts, sentence: 'A note: use only the text before it' },
    ]),
  };
}
