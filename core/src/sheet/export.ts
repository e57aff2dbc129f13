import { platformName, showStored } from '../keys/index.ts';
import type { EditionBody } from '../contract/index.ts';
import { tableCsv } from './table.ts';

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

/**
 * A published sheet as CSV (RFC 4180, CRLF, UTF-8 with a byte order mark so that spreadsheets read it so):
 * one row a command, a column a platform.
 */
export function sheetCsv(body: EditionBody): string {
  const header = [
    'Section',
    'Command id',
    'Command',
    'Where it works',
    ...body.platforms.map(platformName),
    'Menu path',
    'Note',
    'Memory aid',
  ];
  const rows = body.sections.flatMap((section) =>
    section.rows.map((row) => [
      section.title,
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
  );
  return tableCsv({ header, rows });
}
