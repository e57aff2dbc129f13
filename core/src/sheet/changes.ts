import type { ChangeLine, ChangeNotes, ChangesBody } from '../contract/index.ts';
import { US, platformName, showStored, type Platform } from '../keys/index.ts';
import { arranged, type NoteLine } from '../release/index.ts';
import { say, tell, type LearnerLanguage } from '../words/index.ts';
import { tableCsv, tableMarkdown, type PlainTable } from './table.ts';

/** Where change notes come from and go to, and what their edition is called. */
export interface ChangesFrame {
  readonly app: string;
  readonly old: ChangesBody['old'];
  readonly now: ChangesBody['now'];
  readonly platforms: readonly Platform[];
  readonly number: number;
  readonly publishedOn: string;
}

/** Change notes with every line filled in, as they would be published now; what is left out or no longer so is not in them. */
export function composeChanges(
  notes: Pick<ChangeNotes, 'title' | 'intro' | 'credit' | 'language' | 'groups'>,
  lines: readonly NoteLine[],
  { platforms, ...frame }: ChangesFrame,
): ChangesBody {
  const keys = (by: NoteLine['before']) =>
    Object.fromEntries(platforms.flatMap((platform) => (by[platform] ? [[platform, [...by[platform]]]] : [])));
  const groups = arranged(lines, notes.groups, notes.language).map(({ title, lines: standing }) => ({
    title,
    lines: standing
      .filter(({ out, stale }) => !out && !stale)
      .map(({ line, text, reason }): ChangeLine => ({
        command: line?.command ?? '',
        subject: line?.subject ?? '',
        where: line?.where ?? '',
        text: text || (line ? say(line.said, { language: notes.language }) : ''),
        before: keys(line?.before ?? {}),
        after: keys(line?.after ?? {}),
        reason,
      })),
  }));
  const { title, intro, credit, language } = notes;
  return {
    format: 'crib-changes',
    version: 1,
    title,
    intro,
    credit,
    language,
    ...frame,
    platforms: [...platforms],
    groups: groups.filter((group) => group.lines.length > 0),
  };
}

/** The stored keys of a line before and after: on a platform, or (null) on all that the notes are of. */
export interface KeysBesides {
  readonly platform: Platform | null;
  readonly before: readonly string[];
  readonly after: readonly string[];
}

/**
 * The keys of a line by platform: those that it is about, since a platform without keys on either side did not change; once
 * for all, where all of them read alike. HTML, PDF, Markdown and CSV say no more and no less.
 */
export function keysOfLine(
  { before, after }: Pick<ChangeLine, 'before' | 'after'>,
  platforms: readonly Platform[],
  shown: (key: string, platform: Platform) => string,
): KeysBesides[] {
  const on = (platform: Platform): KeysBesides => ({
    platform,
    before: before[platform] ?? [],
    after: after[platform] ?? [],
  });
  const found = platforms.map(on).filter((one) => one.before.length + one.after.length > 0);
  const read = ({ platform, ...keys }: KeysBesides) =>
    JSON.stringify([keys.before, keys.after].map((list) => list.map((key) => shown(key, platform!))));
  const alike = found.length === platforms.length && new Set(found.map(read)).size === 1;
  return alike
    ? [{ ...found[0]!, platform: null }]
    : platforms.length > 1
      ? found
      : found.map((one) => ({ ...one, platform: null }));
}

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

/** Where change notes come from and go to, in their language. */
export const changesFrom = ({
  app,
  old,
  now,
  language,
}: Pick<ChangesBody, 'app' | 'old' | 'now' | 'language'>): string =>
  tell(language, 'print.from to', {
    app,
    old: old.release,
    oldKeyset: old.keyset,
    now: now.release,
    nowKeyset: now.keyset,
  });

/** Published change notes as Markdown; text is escaped so that it stays text. */
export function changesMarkdown(body: ChangesBody): string {
  const text = (one: string) => one.replace(/[\\`*_[\]<>|#]/g, (sign) => `\\${sign}`);
  const parts = [
    `# ${text(body.title)}`,
    text(
      `${changesFrom(body)}. ${tell(body.language, 'print.edition', { number: body.number, on: body.publishedOn })}.`,
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
