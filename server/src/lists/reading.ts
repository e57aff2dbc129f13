import type { Catalogue, Command, ListReport, SentList } from '@crib/core/contract';
import { CribError, problem, type Problem } from '@crib/core/error';
import {
  changesNothing,
  headingsOf,
  openList,
  readList,
  type ColumnMeaning,
  type ListPlan,
  type ListReading,
  type OpenedList,
} from '@crib/core/list';

/** How much of a long list is sent back to be looked at. */
const MOST_SHOWN = 20_000;
const MOST_PROBLEMS = 1000;

/** A list with the decisions of whoever reads it, and what it is read against. */
export interface ListTask {
  readonly bytes: Uint8Array | string;
  readonly list: Omit<SentList, 'text' | 'base64'>;
  readonly catalogue: Catalogue;
  /** Commands that releases before this one had. */
  readonly former: readonly Command[];
  /** What columns under the same headings meant before, by headings. */
  readonly memory: Readonly<Record<string, Record<string, string>>>;
  /** Whether it is only looked at: the report then comes back as the text of its JSON, rows and all, and nothing else. */
  readonly look: boolean;
}

/** A list read to be taken in: its report, the plan of what to write, and what its columns meant under which headings. */
export interface PlannedList {
  readonly kind: 'planned';
  readonly report: ListReport;
  readonly plan: Omit<ListPlan, 'lines'>;
  readonly headings: string;
  readonly meanings: readonly ColumnMeaning[];
}

/** What came of reading; or what is wrong with the list as a whole. */
export type ListResult =
  | PlannedList
  | { readonly kind: 'looked'; readonly json: string }
  | { readonly kind: 'wrong'; readonly problems: readonly Problem[] };

/** Reads a list: plain data in, plain data out, so that it can be done in another thread. */
export async function readTask(task: ListTask): Promise<ListResult> {
  try {
    return await read(task);
  } catch (error) {
    if (error instanceof CribError) return wrong(...error.problems);
    throw error;
  }
}

const wrong = (...problems: readonly Problem[]): ListResult => ({ kind: 'wrong', problems });

async function read({ bytes, list, catalogue, former, memory, look }: ListTask): Promise<ListResult> {
  const places = catalogue.contexts.map((context) => context.name);
  const opened = await openList(bytes, {
    platforms: catalogue.release.platforms,
    places,
    typedLetters: catalogue.app.keyPolicy.typedLetters,
  });
  if ('code' in opened) return wrong(opened);
  const found = opened.tables[list.table];
  if (!found) return wrong(problem('not-found', `The file has no table ${list.table + 1}.`));
  const { table } = found;
  const columns = list.columns as Record<string, ColumnMeaning>;
  const remembered = memory[headingsOf(table)] as Record<string, ColumnMeaning> | undefined;
  const reading = readList(table, catalogue, { ...list, columns, former, ...(remembered && { remembered }) });
  if ('code' in reading) return wrong(reading);
  const shown = { at: list.table, remembered: remembered !== undefined, catalogue, withRows: look };
  const report = reportOf(reading, opened, shown);
  if (look) return { kind: 'looked', json: JSON.stringify(report) };
  const { lines: _lines, ...plan } = reading.plan;
  return {
    kind: 'planned',
    report,
    plan,
    headings: headingsOf(reading.table),
    meanings: reading.meanings,
  };
}

interface Shown {
  readonly at: number;
  readonly remembered: boolean;
  readonly catalogue: Catalogue;
  readonly withRows: boolean;
}

function reportOf({ table, meanings, plan, menuSign }: ListReading, opened: OpenedList, shown: Shown): ListReport {
  const { at, remembered, catalogue, withRows } = shown;
  const labels = new Map(catalogue.commands.map((command) => [command.id, command.label]));
  const troubled = new Set(plan.problems.map((one) => one.place?.line));
  const rows = table.rows.slice(0, withRows ? MOST_SHOWN : 0).map(({ line, cells, section = '' }) => ({
    line,
    cells: [...cells],
    section,
    state: troubled.has(line) ? ('problem' as const) : (plan.lines.get(line) ?? ('same' as const)),
  }));
  return {
    format: opened.format,
    encoding: opened.encoding,
    delimiter: table.delimiter,
    tables: opened.tables.map((one) => ({ title: one.title, rows: one.table.rows.length })),
    table: at,
    unheaded: table.unheaded === true,
    remembered,
    columns: table.header.map((heading, index) => ({ heading, meaning: meanings[index]! })),
    rows,
    problems: plan.problems.slice(0, MOST_PROBLEMS) as ListReport['problems'],
    moreProblems: Math.max(0, plan.problems.length - MOST_PROBLEMS),
    newContexts: [...plan.newContexts],
    counts: {
      rows: table.rows.length,
      newCommands: plan.newCommands.length,
      newToApp: plan.newCommands.filter((one) => !one.returns).length,
      changedCommands: plan.changedCommands.length,
      newBindings: plan.newBindings.length,
      sameBindings: plan.sameBindings,
      gone: plan.goneBindings.length,
      unlisted: plan.unlisted.length,
      doubled: plan.doubled.length,
      folded: plan.folded.length,
      families: plan.families.length,
      choosers: plan.choosers.length,
      groups: plan.groups.length,
    },
    menuSign,
    changed: plan.changedCommands
      .slice(0, 1000)
      .map(({ words, changes }) => ({ label: words.label, changes: [...changes] })),
    gone: plan.goneBindings.slice(0, 1000).map(({ id, command, shortcut, platform }) => ({
      id,
      label: labels.get(command) ?? '',
      shortcut,
      platform,
    })),
    unlisted: plan.unlisted.slice(0, 1000).map((id) => labels.get(id) ?? ''),
    nothingToDo: plan.problems.length === 0 && changesNothing(plan),
  };
}
