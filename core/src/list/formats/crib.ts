import { z } from 'zod';
import { problem, type Problem } from '../../error/index.ts';
import { EditionBody, StoredShortcut, type EditionRow } from '../../contract/index.ts';
import { platformName, type Platform } from '../../keys/index.ts';
import type { RawTable } from './raw.ts';

const Keys = z.record(z.string(), z.array(StoredShortcut).max(20));

/** A list in Crib's own form: commands with their keys by platform (`all` for all of them). */
export const CribList = z.object({
  format: z.literal('crib-list'),
  version: z.literal(1),
  commands: z
    .array(
      z.object({
        name: z.string().max(120).default(''),
        label: z.string().max(120),
        contexts: z.array(z.string().max(200)).max(50).default([]),
        menu: z.string().max(240).default(''),
        category: z.string().max(120).default(''),
        keys: Keys.default({}),
        note: z.string().max(240).default(''),
        memoryAid: z.string().max(240).default(''),
      }),
    )
    .max(100_000),
});
export type CribList = z.infer<typeof CribList>;

type Row = CribList['commands'][number];

/** The table of a list, or of a published sheet, in Crib's own JSON. */
export function cribTable(text: string): RawTable | Problem {
  const deep = tooDeep(text);
  if (deep) return deep;
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return problem('not-text', `This begins like JSON and is none: ${error instanceof Error ? error.message : ''}`);
  }
  const { format, version } = (value ?? {}) as { format?: unknown; version?: unknown };
  if (format !== 'crib-list' && format !== 'crib-sheet')
    return problem('unknown-format', 'This JSON file is not a Crib list or sheet. Save the list as CSV.');
  if (version !== 1)
    return problem(
      'unknown-format',
      `The file is of version ${String(version)}; this Crib reads version 1. Use a newer Crib.`,
    );
  const read = format === 'crib-list' ? CribList.safeParse(value) : EditionBody.safeParse(value);
  if (!read.success) {
    const [issue] = read.error.issues;
    return problem('not-text', `The file is not whole: ${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`, {
      path: issue?.path.join('.') ?? '',
    });
  }
  const rows = 'commands' in read.data ? read.data.commands : read.data.sections.flatMap((one) => one.rows.map(rowOf));
  return tableOf(rows);
}

/** Nothing of ours is nested deeper: counted before it is read, outside of texts. */
const DEEPEST = 32;
function tooDeep(text: string): Problem | null {
  let depth = 0;
  let inText = false;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (inText) {
      if (code === 0x5c) at++;
      else if (code === 0x22) inText = false;
    } else if (code === 0x22) inText = true;
    else if ((code === 0x5b || code === 0x7b) && ++depth > DEEPEST)
      return problem(
        'not-text',
        `The file is nested more than ${DEEPEST} levels deep, too deep for a list. Save the list as CSV.`,
      );
    else if (code === 0x5d || code === 0x7d) depth--;
  }
  return null;
}

function rowOf({ command, label, contexts, menu, keys, note, memoryAid }: EditionRow): Row {
  return { name: command, label, contexts, menu, category: '', keys, note, memoryAid };
}

function tableOf(commands: readonly Row[]): RawTable {
  const platforms = [...new Set(commands.flatMap((one) => Object.keys(one.keys)))];
  const head = ['Command id', 'Label', 'Where it works', 'Menu path', 'Category', 'Note', 'Memory aid'];
  const heading = (platform: Platform) => (platform === 'all' ? 'All platforms' : platformName(platform));
  const body = commands.map((one, at) => ({
    line: at + 2,
    cells: [
      one.name,
      one.label,
      one.contexts.join('; '),
      one.menu,
      one.category,
      one.note,
      one.memoryAid,
      ...platforms.map((platform) => (one.keys[platform] ?? []).join(' or ')),
    ],
  }));
  return {
    title: '',
    stored: true,
    rows: [{ line: 1, cells: [...head, ...platforms.map(heading)], head: true }, ...body],
  };
}
