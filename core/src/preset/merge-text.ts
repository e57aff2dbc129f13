import type { Recipe } from '../contract/index.ts';
import { ESCAPES } from './escapes.ts';
import type { ReadBinding } from './read.ts';

/** A stretch of a text, and what is put in its place. */
export interface Splice {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}
type Span = Pick<ReadBinding, 'from' | 'to'>;

/** The sign that stands between two records and nowhere else; in JSON that is a comma, whatever a recipe says. */
const signOf = ({ syntax, between }: Recipe) => (syntax === 'json' ? ',' : between.trim());

/**
 * The ways to write other keys into a record: wherever its text has the ones it has, as they are written in it. Everything
 * else in the record stays, signs around its keys too. Which way is meant is seen by reading the file again.
 */
export function otherKeys(text: string, record: ReadBinding, keys: string, { syntax }: Recipe): Splice[] {
  const escape = ESCAPES[syntax];
  const own = text.slice(record.from, record.to);
  const found = [...new Set([escape(record.keys), record.keys])].filter(Boolean).flatMap((said) => {
    const splices: Splice[] = [];
    for (let at = own.lastIndexOf(said); at >= 0; at = at > 0 ? own.lastIndexOf(said, at - 1) : -1)
      splices.push({ from: record.from + at, to: record.from + at + said.length, text: escape(keys) });
    return splices;
  });
  // A number in JSON is no text: it is written as one where the new keys are none.
  return found.flatMap((one) =>
    syntax === 'json' && !quoted(text, one) ? [{ ...one, text: JSON.stringify(keys) }, one] : [one],
  );
}
const quoted = (text: string, { from, to }: Span) =>
  (text.slice(0, from).match(/(?<!\\)"/g)?.length ?? 0) % 2 === 1 && text.indexOf('"', to) >= 0;

/** New records behind another: each parted from the one before it, on a line of its own, as far in as that one. */
export function added(text: string, { from, to }: Span, lines: readonly string[], recipe: Recipe): Splice {
  const begins = text.lastIndexOf('\n', from - 1) + 1;
  const indent = /^[ \t]*/.exec(text.slice(begins, from))![0];
  const lineEnd = text.includes('\r\n') ? '\r\n' : '\n';
  const sign = recipe.syntax === 'json' ? ',' : recipe.between;
  return { from: to, to, text: lines.map((line) => sign + lineEnd + indent + line).join('') };
}

/** Removes a record with its separator, and with the rest of its line if nothing else is on it. */
export function removed(text: string, record: Span, recipe: Recipe): Splice {
  const sign = signOf(recipe);
  let { from, to } = record;
  if (sign) {
    const behind = /^\s*/.exec(text.slice(to))![0].length;
    const before = text.slice(0, from).trimEnd();
    if (text.startsWith(sign, to + behind)) to += behind + sign.length;
    // The last one leaves no sign behind the one before it.
    else if (before.endsWith(sign)) from = before.length - sign.length;
  }
  const begins = text.lastIndexOf('\n', from - 1) + 1;
  const next = text.indexOf('\n', to);
  const ends = next < 0 ? text.length : next + 1;
  const alone = text.slice(begins, from).trim() === '' && text.slice(to, ends).trim() === '';
  return alone ? { from: begins, to: ends, text: '' } : { from, to, text: '' };
}
