import { Router, raw, type Request } from 'express';
import { SentList, type Catalogue, type Editor, type ListReport } from '@crib/core/contract';
import { CribError, refuse } from '@crib/core/error';
import { changesNothing, checkText, decodeText, readList, type ColumnMeaning, type ListReading } from '@crib/core/list';
import { releaseOf } from '../store/apps.ts';
import { loadCatalogue } from '../store/catalogue.ts';
import { inSnapshot, inTransaction, type Pool } from '../store/db.ts';
import { editorOf } from '../store/editors.ts';
import { takeIn } from '../store/lists.ts';
import { editorId } from './session.ts';
import { idIn, sent } from './errors.ts';

/** How much of a long list is sent back to be looked at. */
const MOST_SHOWN = 20_000;
const MOST_PROBLEMS = 1000;

/** Reading a list in: what it would do, and doing it. */
export function listRoutes(pool: Pool): Router {
  const router = Router();
  const bytes = raw({ type: ['text/csv', 'text/tab-separated-values', 'text/plain'], limit: '10mb' });

  router.post('/releases/:id/list/preview', bytes, async (req, res) => {
    const list = listIn(req);
    const catalogue = await inSnapshot(pool, (db) => loadCatalogue(db, idIn(req.params)));
    const reading = read(list, catalogue);
    res.json(report(reading, catalogue, true));
  });

  router.post('/releases/:id/list', bytes, async (req, res) => {
    const list = listIn(req);
    const result = await inTransaction(pool, async (db) => {
      const release = await releaseOf(db, idIn(req.params), 'FOR UPDATE');
      const catalogue = await loadCatalogue(db, release.id);
      const reading = read(list, catalogue);
      const [first, ...more] = reading.plan.problems;
      if (first) throw new CribError(first, ...more.slice(0, MOST_PROBLEMS));
      const idle = changesNothing(reading.plan) && list.drop.length === 0;
      if (!idle) {
        const editor = (await editorOf(db, editorId(req))) as Editor;
        const on = new Date().toISOString().slice(0, 10);
        await takeIn(db, catalogue, reading.plan, list.drop, { source: list.source, who: editor.name, on });
      }
      return report(reading, catalogue, false);
    });
    res.status(result.nothingToDo ? 200 : 201).json(result);
  });
  return router;
}

/** The list of a request: bytes of a file, or JSON with a text and the reader's decisions. */
function listIn(req: Request): SentList {
  if (!Buffer.isBuffer(req.body)) {
    const list = sent(SentList, req.body);
    const wrong = checkText(list.text);
    if (wrong) throw new CribError(wrong);
    if (Buffer.byteLength(list.text) > 10 * 1024 * 1024)
      refuse('file-too-large', 'The list has more than 10 MB. Cut it into several lists.');
    return list;
  }
  const decoded = decodeText(req.body);
  if ('code' in decoded) throw new CribError(decoded);
  const wrong = checkText(decoded.text);
  if (wrong) throw new CribError(wrong);
  const source = typeof req.query['source'] === 'string' ? req.query['source'] : '';
  return sent(SentList, { text: decoded.text, source });
}

function read(list: SentList, catalogue: Catalogue): ListReading {
  const columns = list.columns as Record<string, ColumnMeaning>;
  const reading = readList(list.text, catalogue, { ...list, columns });
  if ('code' in reading) throw new CribError(reading);
  return reading;
}

function report({ table, meanings, plan }: ListReading, catalogue: Catalogue, withRows: boolean): ListReport {
  const labels = new Map(catalogue.commands.map((command) => [command.id, command.label]));
  const troubled = new Set(plan.problems.map((problem) => problem.place?.line));
  const rows = table.rows.slice(0, withRows ? MOST_SHOWN : 0).map(({ line, cells }) => ({
    line,
    cells: [...cells],
    state: troubled.has(line) ? ('problem' as const) : (plan.lines.get(line) ?? ('same' as const)),
  }));
  return {
    delimiter: table.delimiter,
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
