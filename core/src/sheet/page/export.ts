import { platformName, showStored } from '../../keys/index.ts';
import type { EditionBody } from '../../contract/index.ts';
import { markdownText, tableCsv, tableMarkdown, type PlainTable } from './table.ts';

/**
 * JSON with the members of every object in the order of their UTF-16 code units and without white space: for our
 * texts, whole numbers and booleans this is the canonical form of RFC 8785.
 */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`;
  if (value === null || typeof value !== 'object') return JSON.stringify(value);
  const members = Object.entries(value).filter(([, member]) => member !== undefined);
  members.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${members.map(([name, member]) => `${JSON.stringify(name)}:${canonicalJson(member)}`).join(',')}}`;
}

/** The rows of a published sheet as a table: one row a command, a column a platform. */
function rowsTable(body: EditionBody, title: boolean): PlainTable[] {
  const header = [
    ...(title ? ['Section'] : []),
    'Command id',
    'Command',
    'Where it works',
    ...body.platforms.map(platformName),
    'Menu path',
    'Note',
    'Memory aid',
  ];
  return body.sections.map((section) => ({
    header,
    rows: section.rows.map((row) => [
      ...(title ? [section.title] : []),
      row.command,
      row.label,
      row.contexts.join('; '),
      ...body.platforms.map((platform) =>
        (row.keys[platform] ?? []).map((key) => showStored(key, platform)).join(' or '),
      ),
      row.menu,
      row.note,
      row.memoryAid,
    ]),
  }));
}

/** A published sheet as CSV (RFC 4180, CRLF, UTF-8 with a byte order mark so that spreadsheets read it so). */
export function sheetCsv(body: EditionBody): string {
  const tables = rowsTable(body, true);
  const { header } = tables[0] ?? { header: [] };
  return tableCsv({ header, rows: tables.flatMap((one) => one.rows) });
}

/** A published sheet as Markdown: a table for each section under its title. */
export function sheetMarkdown(body: EditionBody): string {
  const parts = rowsTable(body, false).map((table, at) => [
    `## ${markdownText(body.sections[at]!.title)}`,
    tableMarkdown(table),
  ]);
  const foot = [body.credit, body.terms, body.independence].filter(Boolean).map(markdownText);
  const head = `${body.app} ${body.release}, ${body.keyset.name}, edition ${body.number}, ${body.publishedOn}`;
  return (
    [`# ${markdownText(body.title)}`, markdownText(head), markdownText(body.intro), ...parts.flat(), ...foot]
      .filter(Boolean)
      .join('\n\n') + '\n'
  );
}
