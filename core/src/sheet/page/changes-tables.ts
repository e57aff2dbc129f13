import type { ChangeLine, ChangesBody } from '../../contract/index.ts';
import { US, platformName, showStored, type Platform } from '../../keys/index.ts';
import { dateIn, tell, type LearnerLanguage } from '../../words/index.ts';
import { changesFrom, keysOfLine, type KeysBesides } from '../compose/changes.ts';
import { tableCsv, tableMarkdown, type PlainTable } from './table.ts';

/** The keys of a line as text, before and after. */
function keysTexts(line: ChangeLine, platforms: readonly Platform[], language: LearnerLanguage): [string, string] {
  const or = new Intl.ListFormat(language, { type: 'disjunction' });
  const shown = (key: string, platform: Platform) => showStored(key, platform, 'words', US, language);
  const found = keysOfLine(line, platforms, shown);
  const side = (keys: 'before' | 'after') => {
    if (found.every((one) => one[keys].length === 0)) return '';
    const texts = found.map((one) => or.format(one[keys].map((key) => shown(key, one.platform ?? platforms[0]!))));
    // A side that reads alike on all platforms is said once.
    if (found.length === platforms.length && texts.every((text) => text === texts[0])) return texts[0]!;
    const named = ({ platform }: KeysBesides, text: string) =>
      platform === null ? text : `${platformName(platform)} ${text || tell(language, 'table.none')}`;
    return found.map((one, at) => named(one, texts[at]!)).join(', ');
  };
  return [side('before'), side('after')];
}

const COLUMNS = ['what', 'where', 'change', 'before', 'after', 'why'] as const;
type ChangeColumn = (typeof COLUMNS)[number];
const headings = (language: LearnerLanguage) => COLUMNS.map((one) => tell(language, `table.${one}`));
const cells = (line: ChangeLine, platforms: readonly Platform[], language: LearnerLanguage) => [
  line.subject,
  line.where,
  line.text,
  ...keysTexts(line, platforms, language),
  line.reason,
];

/** Published change notes as CSV: one row a change. Headings and keys are English in every language, so that it reads back. */
export function changesCsv({ groups, platforms }: ChangesBody): string {
  const rows = groups.flatMap(({ title, lines }) =>
    lines.map((line) => [title, line.command, ...cells(line, platforms, 'en')]),
  );
  return tableCsv({ header: ['Group', 'Command id', ...headings('en')], rows });
}

/** One group as a table, without columns that would be empty; and which columns are left. */
export function changesTable(
  group: ChangesBody['groups'][number],
  platforms: readonly Platform[],
  language: LearnerLanguage,
): PlainTable & { readonly columns: readonly ChangeColumn[] } {
  const rows = group.lines.map((line) => cells(line, platforms, language));
  const filled = COLUMNS.map((_, at) => rows.some((row) => row[at]));
  const only = <T>(list: readonly T[]) => list.filter((_, at) => filled[at]);
  return { header: only(headings(language)), rows: rows.map(only), columns: only(COLUMNS) };
}

/** Published change notes as Markdown; text is escaped so that it stays text. */
export function changesMarkdown(body: ChangesBody): string {
  const text = (one: string) => one.replace(/[\\`*_[\]<>|#]/g, (sign) => `\\${sign}`);
  const parts = [
    `# ${text(body.title)}`,
    text(
      `${changesFrom(body)}. ${tell(body.language, 'print.edition', { number: body.number, on: dateIn(body.language, body.publishedOn) })}.`,
    ),
    ...(body.intro ? [text(body.intro)] : []),
    ...body.groups.flatMap((group) => [
      `## ${text(group.title)}`,
      tableMarkdown(changesTable(group, body.platforms, body.language)).trimEnd(),
    ]),
    ...(body.credit ? [text(body.credit)] : []),
  ];
  return `${parts.join('\n\n')}\n`;
}
