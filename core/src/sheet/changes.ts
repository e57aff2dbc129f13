import type { ChangeLine, ChangeNotes, ChangesBody } from '../contract/index.ts';
import { platformName, showStored, type Platform } from '../keys/index.ts';
import { arranged, type NoteLine } from '../release/index.ts';
import { say } from '../words/index.ts';
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
  notes: Pick<ChangeNotes, 'title' | 'intro' | 'credit' | 'groups'>,
  lines: readonly NoteLine[],
  { platforms, ...frame }: ChangesFrame,
): ChangesBody {
  const keys = (by: NoteLine['before']) =>
    Object.fromEntries(platforms.flatMap((platform) => (by[platform] ? [[platform, [...by[platform]]]] : [])));
  const groups = arranged(lines, notes.groups).map(({ title, lines: standing }) => ({
    title,
    lines: standing
      .filter(({ out, stale }) => !out && !stale)
      .map(({ line, text, reason }): ChangeLine => ({
        command: line?.command ?? '',
        subject: line?.subject ?? '',
        where: line?.where ?? '',
        text: text || (line ? say(line.said) : ''),
        before: keys(line?.before ?? {}),
        after: keys(line?.after ?? {}),
        reason,
      })),
  }));
  const { title, intro, credit } = notes;
  return {
    format: 'crib-changes',
    version: 1,
    title,
    intro,
    credit,
    ...frame,
    platforms: [...platforms],
    groups: groups.filter((group) => group.lines.length > 0),
  };
}

/** Whether a line says anything on a platform: one that has keys on others only does not. */
export function appliesOn({ before, after }: Pick<ChangeLine, 'before' | 'after'>, platform: Platform): boolean {
  const has = (by: ChangeLine['before'], on: Platform) => (by[on]?.length ?? 0) > 0;
  const anywhere = [before, after].some((by) => Object.keys(by).some((on) => has(by, on)));
  return !anywhere || has(before, platform) || has(after, platform);
}

/** Keys as text: once where all platforms have the same, else by platform. */
export function keysText(by: ChangeLine['before'], platforms: readonly Platform[]): string {
  const texts = platforms.map((platform) => (by[platform] ?? []).map((key) => showStored(key, platform)).join(' or '));
  if (texts.every((text) => text === '')) return '';
  if (texts.every((text) => text === texts[0])) return texts[0]!;
  return platforms.map((platform, at) => `${platformName(platform)} ${texts[at] || 'none'}`).join(', ');
}

const HEADER = ['What', 'Where it works', 'Change', 'Keys before', 'Keys now', 'Why'];
const cells = (line: ChangeLine, platforms: readonly Platform[]) => [
  line.subject,
  line.where,
  line.text,
  keysText(line.before, platforms),
  keysText(line.after, platforms),
  line.reason,
];

/** Published change notes as CSV: one row a change. */
export function changesCsv({ groups, platforms }: ChangesBody): string {
  const rows = groups.flatMap(({ title, lines }) =>
    lines.map((line) => [title, line.command, ...cells(line, platforms)]),
  );
  return tableCsv({ header: ['Group', 'Command id', ...HEADER], rows });
}

/** One group as a table, without columns that would be empty. */
export function changesTable(group: ChangesBody['groups'][number], platforms: readonly Platform[]): PlainTable {
  const rows = group.lines.map((line) => cells(line, platforms));
  const filled = HEADER.map((_, at) => rows.some((row) => row[at]));
  const only = <T>(list: readonly T[]) => list.filter((_, at) => filled[at]);
  return { header: only(HEADER), rows: rows.map(only) };
}

/** Published change notes as Markdown; text is escaped so that it stays text. */
export function changesMarkdown(body: ChangesBody): string {
  const text = (one: string) => one.replace(/[\\`*_[\]<>|#]/g, (sign) => `\\${sign}`);
  const parts = [
    `# ${text(body.title)}`,
    text(
      `${body.app}: from ${body.old.release} (${body.old.keyset}) to ${body.now.release} (${body.now.keyset}). Edition ${body.number}, ${body.publishedOn}.`,
    ),
    ...(body.intro ? [text(body.intro)] : []),
    ...body.groups.flatMap((group) => [
      `## ${text(group.title)}`,
      tableMarkdown(changesTable(group, body.platforms)).trimEnd(),
    ]),
    ...(body.credit ? [text(body.credit)] : []),
  ];
  return `${parts.join('\n\n')}\n`;
}
