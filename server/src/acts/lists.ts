import type { ListReport, SentList } from '@crib/core/contract';
import { refuse, refuseAny } from '@crib/core/error';
import { changesNothing } from '@crib/core/list';
import type { ListReader } from '../lists/reader.ts';
import { releaseOf } from '../store/apps.ts';
import { catalogueStamp, formerCommands } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import { takeIn } from '../store/lists.ts';
import { rememberColumns, rememberedColumns } from '../store/views.ts';
import { act, answeredBefore, look, type Acting } from './acting.ts';

/** A list with the decisions of whoever reads it. */
export interface SentSource extends Omit<SentList, 'text' | 'base64'> {
  readonly bytes: Uint8Array | string;
}

class Moved extends Error {}

const MOST_PROBLEMS = 1000;
/** How often a list is read again because the release was changed meanwhile. */
const MOST_TRIES = 3;

/** What a list is read against: the release, commands it had before, and what such columns meant. */
export async function against(acting: Acting, db: Db, id: number, { bytes, ...list }: SentSource) {
  const stamp = await catalogueStamp(db, id);
  const { catalogue } = await acting.catalogues.opened(db, id);
  const former = await formerCommands(db, catalogue.app.id, catalogue.release);
  const memory = Object.fromEntries(await rememberedColumns(db, catalogue.app.id));
  return { stamp, question: { bytes, list, catalogue, former, memory } };
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
  const before = await answeredBefore<ListReport>(acting);
  if (before) return before;
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const { stamp, question } = await look(acting, (db) => against(acting, db, id, list));
    const { plan, report, headings, meanings } = await reader.plan(question);
    refuseAny(plan.problems, MOST_PROBLEMS);
    const done = await act(
      acting,
      'read a list in',
      async (db) => {
        await releaseOf(db, id, 'FOR UPDATE');
        // What was read against has moved: nothing was done, and nothing is kept of it.
        if ((await catalogueStamp(db, id)) !== stamp) throw new Moved();
        if (changesNothing(plan) && list.drop.length === 0) return report;
        const on = new Date().toISOString().slice(0, 10);
        const { catalogue } = question;
        await takeIn(db, catalogue, plan, list, { source: list.source, who: acting.actor, on });
        const kept = Object.fromEntries(meanings.map((meaning, index) => [index, meaning]));
        await rememberColumns(db, catalogue.app.id, headings, kept);
        return report;
      },
      { release: id, about: list.source || question.catalogue.release.label },
    ).catch((error: unknown) => {
      if (error instanceof Moved) return null;
      throw error;
    });
    if (done) return done;
  }
  return refuse('changed-meanwhile', 'Someone else is changing this release. Review the import again.');
}
