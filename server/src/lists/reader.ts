import { refuseAny } from '@crib/core/error';
import type { Acting } from '../acts/acting.ts';
import type { SentSource } from '../acts/lists.ts';
import { Outage } from '../store/db.ts';
import { workerOf } from '../places.ts';
import { openThreads } from '../threads.ts';
import type { Unanswered } from '../threads-acting.ts';
import type { ListResult, ListTask, PlannedList } from './reading.ts';
import type { LookTask } from './worker.ts';

/** What a list is read with and against. */
type ListQuestion = Omit<ListTask, 'look'>;

/** Reads lists in threads of their own. */
export interface ListReader {
  /** What it would do, as the JSON of its report. */
  look(acting: Acting, release: number, list: SentSource): Promise<string>;
  /** What has to be written to take it in. */
  plan(question: ListQuestion): Promise<PlannedList>;
  close(): Promise<void>;
}

/** How long a list may take to read, in ms. */
const MOST_MS = 20_000;

export function readerInThreads(databaseUrl: string, site: string): ListReader {
  const threads = openThreads<ListTask | LookTask, ListResult | Unanswered>(workerOf('lists'), 2, MOST_MS, {
    busy: 'Several large lists are being imported right now. Try again in a moment.',
    heavy: [
      'list-too-heavy',
      'The list needs too much time or memory. Split it into several lists, or save it as CSV.',
    ],
  });
  async function read(task: ListTask | LookTask): Promise<ListResult> {
    const result = await threads.run(task);
    if (result.kind === 'wrong') refuseAny(result.problems);
    if (result.kind === 'outage') throw new Outage('The database did not answer a thread.');
    return result;
  }
  return {
    async look({ who }, release, list) {
      const { json } = (await read({ databaseUrl, site, who, release, list })) as ListResult & { kind: 'looked' };
      return json;
    },
    plan: async (question) => (await read({ ...question, look: false })) as PlannedList,
    close: () => threads.close(),
  };
}
