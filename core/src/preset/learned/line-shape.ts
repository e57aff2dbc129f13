import { refuse } from '../../error/index.ts';
import { matched, tokensOf } from '../template.ts';
import { sampleOf } from './sample.ts';
import { fieldsOf, type LearnedShape, type Mark, type Span } from './marks.ts';

/** The line that a place stands in, by its offsets. */
export function lineAt(text: string, at: number): Span {
  const from = text.lastIndexOf('\n', at - 1) + 1;
  const end = text.indexOf('\n', at);
  return { from, to: end < 0 ? text.length : end };
}

/** A line in pieces: what stands before, between and behind its fields. */
interface Pieces {
  readonly fields: readonly string[];
  readonly texts: readonly string[];
}
const WORD = /[\p{L}\p{N}_]+(?:[ .:/-][\p{L}\p{N}_]+)*/gu;

/**
 * How records look in a file of lines, from lines that were marked. Text that differs between them is not looked at; text that
 * is the same is kept, unless without it more lines are such that `good` finds keys in them.
 */
export function lineShape(
  text: string,
  marks: readonly Mark[],
  name: 'command' | 'label',
  good: (keys: string) => boolean,
): LearnedShape {
  const lines = marks.map((mark) => lineAt(text, mark.command.from));
  const blanks = marks.some((mark, at) => betweenOf(text, lines[at]!, mark).some((one) => /[ \t]{2,}|\t /.test(one)));
  const flat = (one: string) => (blanks ? one.replace(/[ \t]+/g, ' ') : one);
  const all = marks.map((mark, at): Pieces => {
    const line = lines[at]!;
    if (mark.keys.from < line.from || mark.keys.to > line.to)
      return refuse('not-one-line', 'A command and its shortcut must be on the same line.');
    const inside = fieldsOf(mark, name).filter(({ span }) => span.from >= line.from && span.to <= line.to);
    const texts = [line.from, ...inside.map((one) => one.span.to)].map((from, i) =>
      flat(text.slice(from, inside[i]?.span.from ?? line.to)),
    );
    return {
      fields: inside.map((one) => one.field),
      texts: texts.map((one, i) => (i === 0 ? one.trimStart() : one.replace(/\r$/, ''))),
    };
  });
  const [first] = all;
  if (!first || all.some((one) => one.fields.join() !== first.fields.join()))
    return refuse(
      'other-order',
      'The command and the shortcut are in a different order on these lines. Highlight lines that look alike.',
    );
  const shared = first.texts.map((_, i) =>
    (i === first.texts.length - 1 ? ending : common)(all.map((one) => one.texts[i]!)),
  );
  // A sign that only parts records stands at the end of all but the last.
  const between = /^[,;]$/.test(shared.at(-1)!) ? shared.at(-1)! : '';
  let texts = between ? [...shared.slice(0, -1), ''] : shared;
  const template = (list: readonly string[]) =>
    list.reduce((made, one, i) => made + (i ? `{${first.fields[i - 1]}}` : '') + one, '');
  const file = text
    .split('\n')
    .map((line) => flat(line.trim()))
    .filter(Boolean);
  const sample = sampleOf(file, 1200);
  const count = (list: readonly string[]) => {
    const tokens = tokensOf(template(list));
    return sample.filter((line) => {
      const found = matched(tokens, between && line.endsWith(between) ? line.slice(0, -1) : line);
      return found !== null && !/\s/.test(found['command'] ?? '') && good(found['keys'] ?? '');
    }).length;
  };
  let best = count(texts);
  for (let i = 0; i < texts.length; i++)
    for (const other of looser(texts[i]!, i === 0, i === texts.length - 1)) {
      const tried = texts.with(i, other);
      const now = count(tried);
      if (now > best * 1.02 + 0.5) [texts, best] = [tried, now];
    }
  const record = template(texts);
  const group = headingOf(text, marks, lines);
  return { syntax: 'lines', record, group, between, comment: commentIn(file, record), blanks };
}

const betweenOf = (text: string, line: Span, mark: Mark) => {
  const spans = fieldsOf(mark, 'command')
    .map((one) => one.span)
    .filter((one) => one.from >= line.from && one.to <= line.to);
  return spans.slice(1).map((one, i) => text.slice(spans[i]!.to, one.from));
};

/** What several texts have in common at their ends, with what differs between as not looked at. */
function common(texts: readonly string[]): string {
  const [first = '', ...rest] = texts;
  if (rest.every((one) => one === first)) return first;
  let head = 0;
  while (head < first.length && rest.every((one) => one[head] === first[head])) head++;
  let tail = 0;
  while (
    tail < Math.min(...texts.map((one) => one.length)) - head &&
    rest.every((one) => one.at(-1 - tail) === first.at(-1 - tail))
  )
    tail++;
  // Words are the same whole, or not at all.
  const before = first.slice(0, wordStart(first.slice(0, head)));
  const after = first.slice(first.length - tail).replace(/^[\p{L}\p{N}_]+/u, '');
  return `${before}{other}${after}`;
}

/** The same for what stands at the end, which may be missing: the sign before it, and the rest is not looked at. */
function ending(texts: readonly string[]): string {
  const [first = '', ...rest] = texts.map((one) => one.trimEnd()).filter(Boolean);
  if (texts.every((one) => one.trimEnd() === first)) return first;
  let head = 0;
  while (head < first.length && !isWordSign(first[head]!) && rest.every((one) => one[head] === first[head])) head++;
  // Where they begin otherwise, what was marked first is as good as any.
  return head ? `${first.slice(0, head)}{other}` : first;
}

/** Texts that let more lines through: words, all or all but what touches a field, not looked at. */
function looser(text: string, first: boolean, last: boolean): string[] {
  const words = text.replace(WORD, '{other}').replace(/\{other\}(?:[ .:/-]\{other\})+/g, '{other}');
  const head = /^[^\p{L}\p{N}]*/u.exec(text)![0];
  const tail = text.slice(tailStart(text));
  const ends = first ? `{other}${tail}` : last ? `${head}{other}` : `${head}{other}${tail}`;
  const able = (one: string) =>
    one !== text && (first || !one.startsWith('{other}')) && (last || !one.endsWith('{other}'));
  return [
    ...new Set([
      words,
      ends,
      ...(last ? ['{other}'].filter(() => text.trim() !== '' && /^\W/.test(text)).map((one) => text[0]! + one) : []),
    ]),
  ].filter(able);
}

/** A heading above the lines, where the place was marked in one. */
function headingOf(text: string, marks: readonly Mark[], lines: readonly Span[]): LearnedShape['group'] {
  const at = marks.findIndex(
    (mark, i) => mark.place && (mark.place.from < lines[i]!.from || mark.place.to > lines[i]!.to),
  );
  const place = marks[at]?.place;
  if (!place) return null;
  const line = lineAt(text, place.from);
  return { open: `${text.slice(line.from, place.from)}{context}${text.slice(place.to, line.to)}`.trim(), close: '' };
}

/** What remarks begin with: a sign that begins lines which are no records. */
function commentIn(lines: readonly string[], record: string): string | null {
  const tokens = tokensOf(record);
  const starts = lines.flatMap((line) => (matched(tokens, line) ? [] : (/^(?:\/\/|--|[#;!%'])/.exec(line)?.[0] ?? [])));
  const counts = new Map<string, number>();
  for (const one of starts) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

const isWordSign = (sign: string) => /[\p{L}\p{N}_]/u.test(sign);
/** Where the word begins that a text ends with; its end where there is none. */
function wordStart(text: string): number {
  let at = text.length;
  while (at > 0 && isWordSign(text[at - 1]!)) at--;
  return at;
}
/** Where the signs begin that a text ends with. */
function tailStart(text: string): number {
  let at = text.length;
  while (at > 0 && !isWordSign(text[at - 1]!)) at--;
  return at;
}
