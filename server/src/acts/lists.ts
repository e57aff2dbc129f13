import type { Editor, ListReport, SentList } from '@crib/core/contract';
import { CribError, refuse } from '@crib/core/error';
import { changesNothing } from '@crib/core/list';
import type { ListReader } from '../lists/reader.ts';
import type { ListTask } from '../lists/reading.ts';
import { releaseOf } from '../store/apps.ts';
import { catalogueStamp, formerCommands } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import { editorOf } from '../store/editors.ts';
import { takeIn } from '../store/lists.ts';
import { rememberColumns, rememberedColumns } from '../store/views.ts';
import { act, look, type Acting } from './acting.ts';

/** A list with the decisions of whoever reads it. */
export interface SentSource extends SentList {
  readonly bytes: Uint8Array | string;
}

const MOST_PROBLEMS = 1000;
/** How often a list is read again because the release was changed meanwhile. */
const MOST_TRIES = 3;

/** What a list is read against: the release, commands it had before, and what such columns meant. */
async function against(acting: Acting, db: Db, id: number, { bytes, ...list }: SentSource, withRows: boolean) {
  const stamp = await catalogueStamp(db, id);
  const { catalogue } = await acting.catalogues.opened(db, id);
  const former = await formerCommands(db, catalogue.app.id, catalogue.release);
  const memory = Object.fromEntries(await rememberedColumns(db, catalogue.app.id));
  const { text: _text, base64: _base64, ...decisions } = list;
  const task: ListTask = { bytes, list: decisions as SentList, catalogue, former, memory, withRows };
  return { stamp, task };
}

/** What a list would do. */
export async function previewList(
  acting: Acting,
  reader: ListReader,
  id: number,
  list: SentSource,
): Promise<ListReport> {
  const { task } = await look(acting, (db) => against(acting, db, id, list, true));
  const result = await reader.read(task);
  if ('problems' in result) throw new CribError(...(result.problems as [(typeof result.problems)[0]]));
  return result.report;
}

/**
 * Takes a list in. It is read outside of any transaction, while nobody has to wait; then the release is locked, and if it
 * is still the one that was read against, the plan is written.
 */
export async function takeListIn(
  acting: Acting,
  reader: ListReader,
  id: number,
  list: SentSource,
): Promise<ListReport> {
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const { stamp, task } = await look(acting, (db) => against(acting, db, id, list, false));
    const result = await reader.read(task);
    if ('problems' in result) throw new CribError(...(result.problems as [(typeof result.problems)[0]]));
    const { plan, report, headings, meanings } = result;
    const [first, ...more] = plan.problems;
    if (first) throw new CribError(first, ...more.slice(0, MOST_PROBLEMS));
    const done = await act(acting, async (db) => {
      await releaseOf(db, id, 'FOR UPDATE');
      if ((await catalogueStamp(db, id)) !== stamp) return false;
      if (changesNothing(plan) && list.drop.length === 0) return true;
      const { name } = (await editorOf(db, acting.actor)) as Editor;
      const on = new Date().toISOString().slice(0, 10);
      const { catalogue } = task;
      await takeIn(db, catalogue, plan, list, { source: list.source, who: name, on });
      const kept = Object.fromEntries(meanings.map((meaning, index) => [index, meaning]));
      await rememberColumns(db, catalogue.app.id, headings, kept);
      return true;
    });
    if (done) return report;
  }
  return refuse('changed-meanwhile', 'The release is being changed by others just now. Look at the list again.');
}
