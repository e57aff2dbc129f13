import { Router, raw, type Request } from 'express';
import { SentList, type Catalogue, type Command, type Editor, type ListReport } from '@crib/core/contract';
import { CribError, refuse } from '@crib/core/error';
import {
  MOST_BYTES,
  changesNothing,
  headingsOf,
  openList,
  readList,
  type ColumnMeaning,
  type ListReading,
  type OpenedList,
} from '@crib/core/list';
import { releaseOf } from '../store/apps.ts';
import { formerCommands, loadCatalogue } from '../store/catalogue.ts';
import { inSnapshot, inTransaction, type Db, type Pool } from '../store/db.ts';
import { editorOf } from '../store/editors.ts';
import { takeIn } from '../store/lists.ts';
import { rememberColumns, rememberedColumns } from '../store/views.ts';
import { editorId } from './session.ts';
import { idIn, sent } from './errors.ts';

/** How much of a long list is sent back to be looked at. */
const MOST_SHOWN = 20_000;
const MOST_PROBLEMS = 1000;

/** What a list can be sent as, without decisions. */
const FILES = [
  'text/*',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'application/vnd.oasis.opendocument.spreadsheet',
  'application/octet-stream',
];

/** Reading a list in: what it would do, and doing it. */
export function listRoutes(pool: Pool): Router {
  const router = Router();
  const bytes = raw({ type: FILES, limit: '10mb' });

  router.post('/releases/:id/list/preview', bytes, async (req, res) => {
    const list = listIn(req);
    const against = await inSnapshot(pool, (db) => known(db, idIn(req.params)));
    const reading = await read(list, against);
    res.json(report(reading, against.catalogue, true));
  });

  router.post('/releases/:id/list', bytes, async (req, res) => {
    const list = listIn(req);
    // Opening takes no lock: a large spreadsheet is unpacked before anybody has to wait for it.
    const before = await inSnapshot(pool, (db) => known(db, idIn(req.params)));
    const { opened } = await read(list, before);
    const result = await inTransaction(pool, async (db) => {
      const release = await releaseOf(db, idIn(req.params), 'FOR UPDATE');
      const against = await known(db, release.id);
      const { catalogue } = against;
      const reading = readOpened(opened, list, against);
      const [first, ...more] = reading.plan.problems;
      if (first) throw new CribError(first, ...more.slice(0, MOST_PROBLEMS));
      const idle = changesNothing(reading.plan) && list.drop.length === 0;
      if (!idle) {
        const editor = (await editorOf(db, editorId(req))) as Editor;
        const on = new Date().toISOString().slice(0, 10);
        await takeIn(db, catalogue, reading.plan, list, { source: list.source, who: editor.name, on });
        const meanings = Object.fromEntries(reading.meanings.map((meaning, index) => [index, meaning]));
        await rememberColumns(db, catalogue.app.id, headingsOf(reading.table), meanings);
      }
      return report(reading, catalogue, false);
    });
    res.status(result.nothingToDo ? 200 : 201).json(result);
  });
  return router;
}

type Memory = Awaited<ReturnType<typeof rememberedColumns>>;

/** What a list is read against: the release, commands it had before, and what such columns meant. */
interface Known {
  readonly catalogue: Catalogue;
  readonly former: readonly Command[];
  readonly memory: Memory;
}

async function known(db: Db, releaseId: number): Promise<Known> {
  const catalogue = await loadCatalogue(db, releaseId);
  const { app, release } = catalogue;
  return { catalogue, former: await formerCommands(db, app.id, release), memory: await rememberedColumns(db, app.id) };
}

interface SentSource extends SentList {
  readonly bytes: Uint8Array | string;
}

/** The list of a request: the bytes of a file, or JSON with a text or bytes and the reader's decisions. */
function listIn(req: Request): SentSource {
  if (Buffer.isBuffer(req.body)) {
    const source = typeof req.query['source'] === 'string' ? req.query['source'] : '';
    return { ...sent(SentList, { source }), bytes: req.body };
  }
  const list = sent(SentList, req.body);
  const bytes = list.base64 === undefined ? (list.text ?? '') : Buffer.from(list.base64, 'base64');
  if (typeof bytes === 'string' && Buffer.byteLength(bytes) > MOST_BYTES)
    refuse('file-too-large', 'The list has more than 10 MB. Cut it into several lists.');
  return { ...list, bytes };
}

interface OpenedReading extends ListReading {
  readonly opened: OpenedList;
  readonly at: number;
  readonly remembered: boolean;
}

async function read(list: SentSource, against: Known): Promise<OpenedReading> {
  const { catalogue } = against;
  const places = catalogue.contexts.map((context) => context.name);
  const opened = await openList(list.bytes, { platforms: catalogue.release.platforms, places });
  if ('code' in opened) throw new CribError(opened);
  return readOpened(opened, list, against);
}

function readOpened(opened: OpenedList, list: SentList, { catalogue, former, memory }: Known): OpenedReading {
  const { table } = opened.tables[list.table] ?? refuse('not-found', `The file has no table ${list.table + 1}.`);
  const columns = list.columns as Record<string, ColumnMeaning>;
  const remembered = memory.get(headingsOf(table)) as Record<string, ColumnMeaning> | undefined;
  const reading = readList(table, catalogue, { ...list, columns, former, ...(remembered && { remembered }) });
  if ('code' in reading) throw new CribError(reading);
  return { ...reading, opened, at: list.table, remembered: remembered !== undefined };
}

function report(
  { table, meanings, plan, opened, at, remembered }: OpenedReading,
  catalogue: Catalogue,
  withRows: boolean,
): ListReport {
  const labels = new Map(catalogue.commands.map((command) => [command.id, command.label]));
  const troubled = new Set(plan.problems.map((problem) => problem.place?.line));
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
      changedCommands: plan.changedCommands.length,
      newBindings: plan.newBindings.length,
      sameBindings: plan.sameBindings,
      gone: plan.goneBindings.length,
      unlisted: plan.unlisted.length,
    },
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
