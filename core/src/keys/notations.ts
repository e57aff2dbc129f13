import { problem, type Problem } from '../error/index.ts';
import { lex } from './lex.ts';
import { inOrder, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';

/** Bracketed modifiers (`<Control><Shift>y`) as joined ones, letter for letter, so that places in the text stay. */
export function unbracketed(text: string): string {
  if (!text.includes('<')) return text;
  return text.replace(/<([A-Za-z][A-Za-z ]*)>(?=\S)/g, (whole, word: string) =>
    MODIFIER_IN_BRACKETS.test(word) ? ` ${word}+` : whole,
  );
}
const MODIFIER_IN_BRACKETS = /^(primary|control|ctrl|ctl|shift|alt|altgr|super|meta|mod|cmd|command|option|win)$/i;

/** Letters that stand for modifiers in the hyphen form, the only form in which their case counts. */
const LETTERS: Record<string, Modifier> = { C: 'Ctrl', M: 'Alt', S: 'Shift', s: 'Meta' };
const HYPHENED = /^((?:[CMSs]-)+)(\S+)$/;

/** The hyphen form, `C-j C-y`: strokes parted by spaces, each with its modifiers as letters; null when it is not that. */
export function readHyphenForm(text: string): Shortcut | Problem | null {
  const tokens = text.trim().split(/\s+/);
  if (!tokens.some((token) => HYPHENED.test(token)) || tokens.length > 5) return null;
  const strokes: Stroke[] = [];
  for (const token of tokens) {
    const [, held = '', name = token] = HYPHENED.exec(token) ?? [];
    const modifiers = [...held.replaceAll('-', '')].map((letter) => LETTERS[letter]!);
    const units = lex(name);
    const meaning = units[0]?.meaning;
    if (units.length !== 1 || meaning?.is !== 'key') return null;
    const from = text.indexOf(token);
    if (new Set(modifiers).size < modifiers.length)
      return problem('modifier-twice', `A modifier appears twice in “${token}” (position ${from + 1}).`, {
        from,
        to: from + token.length,
      });
    strokes.push({ kind: 'key', modifiers: inOrder(modifiers), key: meaning.key });
  }
  return { strokes, manner: 'pressed' };
}
